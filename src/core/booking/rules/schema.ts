// What a booking set-up may be: used by the site file and by the server. Every refusal is a sentence at its field.
import Joi from "joi";
import type { BookingLook, BookingWords } from "@/core/booking/words/look";
import { bookingWords, type OwnLook } from "@/core/booking/words/look";
import { surfaces } from "@/core/brand/brand";
import { thanksSchema } from "@/core/field/schema";
import { lineSchema, originsSchema } from "@/core/input/text";
import { withPlaceholders } from "@/core/message/placeholder-schema";
import { floatingSchema } from "@/core/opening/schema";
import { isTime } from "@/core/time/dates";
import { dateSchema, monthDaySchema, timeSchema, wallSchema } from "@/core/time/schema";
import { zoneSchema } from "@/core/time/zone-schema";
import type {
  BookingSetUp,
  BookingWidgetSettings,
  Closure,
  DaySpan,
  Joining,
  LeastGroup,
  Length,
  Place,
  PriceRule,
  Question,
  Resource,
  Service,
  WaitingList,
  WeeklySpan,
  YearSeason,
} from "../booking";
import { deskColours, mostDaysAhead, sharesStarts } from "../booking";
import { seasonsMeet, weeksMeet } from "../hours/hours";
import { letterKinds, letterPlaceholders, type OwnLetter } from "../words/letter-kinds";

const hashSchema = Joi.string()
  .pattern(/^[0-9a-f]{64}$/)
  .messages({ "string.pattern.base": "A picture is named by the hash of its bytes." });

export const bookingId = Joi.string()
  .pattern(/^[\w-]{1,40}$/)
  .messages({ "string.pattern.base": "An id has letters, digits, _ and -, at most 40." });

const checked = (test: (value: string) => boolean, message: string) =>
  Joi.string()
    .custom((value: string, helpers) => (test(value) ? value : helpers.error("any.invalid")))
    .messages({ "any.invalid": message, "string.base": message, "string.empty": message });

const endSchema = checked(
  (value) => isTime(value) || value === "24:00",
  "Write an end as 17:00, at most 24:00. Hours past midnight go on at 00:00 of the next day.",
);

const name = (most: number) =>
  Joi.string().trim().min(1).max(most).required().messages({ "string.empty": "This needs a few words." });
const words = (most: number) => Joi.string().allow("").max(most).required();
const whole = (least: number, most: number, what: string) =>
  Joi.number()
    .integer()
    .min(least)
    .max(most)
    .messages({
      "number.base": `${what} is a whole number from ${least} to ${most}.`,
      "number.integer": `${what} is a whole number from ${least} to ${most}.`,
      "number.min": `${what} is at least ${least}.`,
      "number.max": `${what} is at most ${most}.`,
      "number.unsafe": `${what} is at most ${most}.`,
    });
const minutes = (least: number, most: number) => whole(least, most, "A length in minutes");
const amount = Joi.number().integer().min(0).max(1_000_000_000).messages({
  "number.base": "A price is a whole number of the currency's smallest unit, such as 3800 for 38.00.",
  "number.integer": "A price is a whole number of the currency's smallest unit, such as 3800 for 38.00.",
  "number.min": "A price can't be negative.",
  "number.unsafe": "This price is too high.",
});
const price = Joi.object({ amount: amount.required(), earlier: amount.allow(null).required() });

/** Backwards or empty spans are refused at their end. */
const forwards = (from: string, to: string) => from < to;
const backwards =
  "This ends before it begins. Hours past midnight are two spans: to 24:00, and from 00:00 of the next day.";

const daySpan: Joi.ObjectSchema<DaySpan> = Joi.object<DaySpan>({
  from: timeSchema.required(),
  to: endSchema.required(),
})
  .custom((value: DaySpan, helpers) => (forwards(value.from, value.to) ? value : helpers.error("span.backwards")))
  .messages({ "span.backwards": backwards });

const weeksSchema = Joi.object({ every: whole(2, 8, "The weeks").required(), from: dateSchema.required() });

const weekdays = Joi.array()
  .items(whole(1, 7, "A weekday"))
  .unique()
  .min(1)
  .max(7)
  .messages({ "array.unique": "A weekday is named twice.", "array.min": "At least one weekday is needed." });

const weeklySpan: Joi.ObjectSchema<WeeklySpan> = Joi.object<WeeklySpan>({
  weekdays: weekdays.required(),
  from: timeSchema.required(),
  to: endSchema.required(),
  validFrom: dateSchema.allow(null).required(),
  validTo: dateSchema.allow(null).required(),
  weeks: weeksSchema,
  season: bookingId,
})
  .custom((value: WeeklySpan, helpers) => {
    if (!forwards(value.from, value.to)) return helpers.error("span.backwards");
    if (value.validFrom && value.validTo && value.validFrom > value.validTo) return helpers.error("span.never");
    return value;
  })
  .messages({ "span.backwards": backwards, "span.never": "This is valid to a date before the one it is valid from." });

const overlapMessage = "This overlaps {#other}. Make them one, or let one end where the other begins.";

const overlap = (one: DaySpan, other: DaySpan) => one.from < other.to && other.from < one.to;
/** Whether two spans can hold on one date: a season's are instead of the others, and weeks of two turns may never meet. */
const validTogether = (one: WeeklySpan, other: WeeklySpan) =>
  (one.validFrom ?? "") <= (other.validTo ?? "9999") &&
  (other.validFrom ?? "") <= (one.validTo ?? "9999") &&
  one.season === other.season &&
  (!one.weeks || !other.weeks || weeksMeet(one.weeks, other.weeks));

/** Spans that overlap on a day are refused at the later one. */
function apart<T extends DaySpan>(items: Joi.ObjectSchema<T>, both: (one: T, other: T) => boolean, most: number) {
  return Joi.array()
    .items(items)
    .max(most)
    .custom((spans: T[], helpers) => {
      for (const [index, span] of spans.entries()) {
        const other = spans.slice(0, index).find((earlier) => overlap(earlier, span) && both(earlier, span));
        if (other)
          return helpers.error(
            "span.overlap",
            { other: `${other.from} to ${other.to}` },
            helpers.state.localize?.([...(helpers.state.path ?? []), index]),
          );
      }
      return spans;
    })
    .messages({ "span.overlap": overlapMessage });
}
const weeklySpans = (most: number) =>
  apart(
    weeklySpan,
    (one, other) => one.weekdays.some((day) => other.weekdays.includes(day)) && validTogether(one, other),
    most,
  );

const longSpan = {
  from: wallSchema.required(),
  to: wallSchema.required(),
  words: words(200),
};
const longBackwards = "This ends before it begins.";

const closure = Joi.object<Closure>({
  kind: Joi.string().valid("date", "span", "yearly").required(),
  words: words(200),
})
  .when(Joi.object({ kind: "date" }).unknown(), { then: Joi.object({ date: dateSchema.required() }) })
  .when(Joi.object({ kind: "span" }).unknown(), { then: Joi.object(longSpan) })
  .when(Joi.object({ kind: "yearly" }).unknown(), {
    then: Joi.object({ from: monthDaySchema.required(), to: monthDaySchema.required() }),
  })
  .custom((value: Closure, helpers) =>
    value.kind === "span" && !forwards(value.from, value.to) ? helpers.error("span.backwards") : value,
  )
  .messages({ "span.backwards": longBackwards });

const letterText = (schema: Joi.StringSchema) => withPlaceholders(schema, letterPlaceholders);

const ownLetter = Joi.object<OwnLetter>({
  subject: letterText(lineSchema(200)),
  words: letterText(Joi.string().max(3000)),
  text: letterText(lineSchema(300)).optional(),
});

const placeSchema: Joi.ObjectSchema<Place> = Joi.object<Place>({
  id: bookingId.required(),
  name: name(120),
  address: words(300),
  zone: zoneSchema().required(),
  notify: Joi.string()
    .email({ tlds: false })
    .max(200)
    .allow("")
    .required()
    .messages({ "string.email": "This is no mail address." }),
  closures: Joi.array().items(closure).max(500).required(),
  notice: words(500),
  textMessages: Joi.boolean(),
  letters: Joi.object(Object.fromEntries(letterKinds.map((kind) => [kind, ownLetter]))),
  seasons: Joi.array()
    .items(
      Joi.object<YearSeason>({
        id: bookingId.required(),
        name: name(80),
        from: monthDaySchema.required(),
        to: monthDaySchema.required(),
      }),
    )
    .max(12)
    .unique("id")
    .custom((seasons: YearSeason[], helpers) => {
      for (const [index, season] of seasons.entries()) {
        const other = seasons.slice(0, index).find((earlier) => seasonsMeet(earlier, season));
        if (other)
          return helpers.error(
            "season.overlap",
            { other: other.name },
            helpers.state.localize?.([...(helpers.state.path ?? []), index, "from"]),
          );
      }
      return seasons;
    })
    .messages({
      "array.unique": "Two seasons have the same id.",
      "season.overlap": "This meets “{#other}”. A date is in one season at most: let one begin after the other ends.",
    }),
  allowedSites: originsSchema.required(),
});

const tidyUp = Joi.object({
  beforeMinutes: minutes(0, 1440).required(),
  afterMinutes: minutes(0, 1440).required(),
});
/** A week: longer hire is not a matter of starts and seats. */
const duration = minutes(1, 10_080);

const question = Joi.object<Question>({
  key: Joi.string()
    .pattern(/^[a-z][a-z0-9_]{0,30}$/)
    .required()
    .messages({ "string.pattern.base": "A key has small letters, digits and _, such as glaze_colour." }),
  label: name(200),
  required: Joi.boolean().required(),
  kind: Joi.string().valid("words", "number", "choice", "several", "tick", "date").required(),
})
  .when(Joi.object({ kind: Joi.valid("choice", "several") }).unknown(), {
    then: Joi.object({
      options: Joi.array().items(Joi.string().trim().min(1).max(120)).min(2).max(30).unique().required().messages({
        "any.required": "A choice needs at least two options.",
        "array.min": "A choice needs at least two options.",
        "array.unique": "An option is named twice.",
      }),
    }),
  })
  .when(Joi.object({ kind: "number" }).unknown(), {
    then: Joi.object({ min: Joi.number().allow(null).required(), max: Joi.number().allow(null).required() }),
  });

const notice = Joi.object({ kind: Joi.string().valid("none", "hours", "nextDay").required() }).when(
  Joi.object({ kind: "hours" }).unknown(),
  { then: Joi.object({ hours: whole(1, 2400, "Notice in hours").required() }) },
);

const portion = Joi.object({ kind: Joi.string().valid("share", "amount").required() })
  .when(Joi.object({ kind: "share" }).unknown(), {
    then: Joi.object({ percent: whole(1, 100, "A share in per cent").required() }),
  })
  .when(Joi.object({ kind: "amount" }).unknown(), {
    then: Joi.object({ amount: whole(1, 100_000_000, "An amount in the smallest unit").required() }),
  });

export const serviceSchema: Joi.ObjectSchema<Service> = Joi.object<Service>({
  id: bookingId.required(),
  place: bookingId.required(),
  name: name(120),
  words: words(1000),
  category: words(80),
  durationMinutes: duration.required(),
  lengths: Joi.array()
    .items(Joi.object<Length>({ minutes: duration.required(), price: price.allow(null).required() }))
    .min(2)
    .max(12)
    .unique("minutes")
    .messages({
      "array.min": "A choice has at least two lengths.",
      "array.unique": "A length is named twice.",
    }),
  tidyUp: tidyUp.required(),
  starts: Joi.alternatives()
    .try(
      Joi.object({ everyMinutes: minutes(5, 1440).required() }),
      Joi.object({
        at: Joi.array().items(timeSchema).min(1).max(96).unique().required().messages({
          "array.unique": "A time is named twice.",
          "array.min": "At least one time is needed.",
        }),
      }),
    )
    .match("one")
    .required(),
  capacity: whole(1, 500, "The number of seats").required(),
  where: Joi.object({
    kind: Joi.string().valid("place", "online", "client").required(),
    words: words(300),
  }).required(),
  online: Joi.boolean().required(),
  sold: Joi.object({ from: dateSchema.allow(null).required(), to: dateSchema.allow(null).required() })
    .required()
    .custom((value: Service["sold"], helpers) =>
      value.from && value.to && value.from > value.to ? helpers.error("span.never") : value,
    )
    .messages({ "span.never": "The last date of sale is before the first." }),
  perDay: whole(1, 1000, "The most a day").allow(null).required(),
  notice,
  daysAhead: whole(1, mostDaysAhead, "The days ahead").allow(null),
  mostSeats: whole(1, 500, "The most seats a booking").allow(null),
  perClientWeek: whole(1, 50, "The most bookings a client a week").allow(null),
  travelMinutes: minutes(0, 1440).allow(null),
  confirm: Joi.string().valid("atOnce", "approval", "payment").required(),
  deposit: portion,
  lateFee: portion,
  course: Joi.array()
    .items(
      Joi.array()
        .items(wallSchema)
        .min(2)
        .max(60)
        .custom((dates: string[], helpers) =>
          dates.every((date, index) => index === 0 || (dates[index - 1] as string) < date)
            ? dates
            : helpers.error("course.order"),
        )
        .messages({
          "array.min": "A course has at least two dates.",
          "course.order": "The dates of a run go forward.",
        }),
    )
    .min(1)
    .max(60)
    .unique((one: string[], other: string[]) => one[0] === other[0])
    .allow(null)
    .required()
    .messages({ "array.unique": "Two runs begin at the same time." }),
  leads: Joi.array().items(Joi.string().trim().min(1).max(200)).max(20).required(),
  needs: Joi.array()
    .items(
      Joi.object({
        name: name(80),
        oneOf: Joi.array().items(bookingId).min(1).max(200).unique().required().messages({
          "array.min": "A set needs at least one resource.",
          "array.unique": "A resource is named twice.",
        }),
        each: Joi.boolean(),
      }),
    )
    .max(4)
    .required(),
  price: price.allow(null).required(),
  tax: Joi.object({
    percent: Joi.number().min(0).max(100).precision(3).required().messages({
      "number.base": "A tax rate is a number of per cent, such as 13.5.",
      "number.min": "A tax rate can't be negative.",
      "number.precision": "A tax rate has at most three decimals.",
    }),
    included: Joi.boolean().required(),
  })
    .allow(null)
    .required(),
  questions: Joi.array().items(question).max(30).unique("key").required().messages({
    "array.unique": "Two questions have the same key.",
  }),
  terms: words(5000),
  joining: Joi.object<Joining>({ late: Joi.boolean().required(), one: price.allow(null).required() }),
  screening: Joi.array()
    .items(
      Joi.object({
        question: Joi.string().max(31).required(),
        refuses: Joi.array().items(Joi.string().max(120)).min(1).max(30).required(),
        words: name(500),
      }),
    )
    .max(30)
    .required(),
  reminderHours: whole(1, 720, "A reminder's lead in hours").allow(null).required(),
  least: Joi.object<LeastGroup>({
    seats: whole(2, 500, "The least group in seats").required(),
    hours: whole(1, 720, "The hours before a start at which it is decided").required(),
  }),
  waiting: Joi.object<WaitingList>({ offerMinutes: minutes(10, 10_080).required() }),
  picture: hashSchema,
  colour: whole(0, deskColours - 1, "A colour"),
})
  .custom((service: Service, helpers) => {
    const fault = (code: string, ...path: string[]) =>
      helpers.error(code, undefined, helpers.state.localize?.([...(helpers.state.path ?? []), ...path]));
    if (service.lengths && (sharesStarts(service) || service.course)) return fault("service.lengths", "lengths");
    if (service.deposit && service.confirm !== "payment") return fault("service.deposit", "deposit");
    if (service.joining && !service.course) return fault("service.joining", "joining");
    if (service.least && (!sharesStarts(service) || service.least.seats > service.capacity))
      return fault("service.least", "least", "seats");
    return service;
  })
  .messages({
    "service.deposit": "A deposit is of what is confirmed by its payment.",
    "service.joining": "Only a course has dates that can be booked by themselves.",
    "service.least": "A least group is of seats that clients share, and at most as many as a start has.",
    "service.lengths":
      "Clients choose the length only of what has one seat, or something of its own for each, and is no course: who shares a start shares its end.",
  });

const spansOfDates = (twice: string) =>
  Joi.array()
    .items(Joi.object({ date: dateSchema.required(), spans: apart(daySpan, () => true, 20).required() }))
    .max(1000)
    .unique("date")
    .messages({ "array.unique": twice });

const resourceSchema: Joi.ObjectSchema<Resource> = Joi.object<Resource>({
  id: bookingId.required(),
  place: bookingId.required(),
  kind: Joi.string().valid("person", "room", "thing").required(),
  name: name(120),
  week: weeklySpans(100).allow(null).required(),
  exceptions: spansOfDates("A date has two exceptions.").required(),
  timeOff: Joi.array()
    .items(
      Joi.object(longSpan)
        .custom((value: { from: string; to: string }, helpers) =>
          forwards(value.from, value.to) ? value : helpers.error("span.backwards"),
        )
        .messages({ "span.backwards": longBackwards }),
    )
    .max(1000)
    .required(),
  yearlyOff: Joi.array()
    .items(Joi.object({ from: monthDaySchema.required(), to: monthDaySchema.required(), words: words(200) }))
    .max(100),
  keptBack: weeklySpans(100).required(),
  keptBackOn: spansOfDates("A date has kept-back time twice."),
  releasedHours: whole(1, 2400, "The hours").allow(null),
  daysAhead: whole(1, mostDaysAhead, "The days ahead").allow(null).required(),
  notice: notice.required(),
  shownPerHalfDay: whole(1, 288, "The times shown").allow(null).required(),
  perDay: whole(1, 1000, "The most a day").allow(null).required(),
  cancelHours: whole(0, 2400, "The cancellation period in hours").required(),
  offers: Joi.array()
    .items(
      Joi.object({
        service: bookingId.required(),
        does: Joi.boolean().required(),
        durationMinutes: duration.allow(null).required(),
        tidyUp: tidyUp.allow(null).required(),
        price: price.allow(null).required(),
      }),
    )
    .max(500)
    .unique("service")
    .required()
    .messages({ "array.unique": "A service is named twice." }),
  words: Joi.string().allow("").max(500),
  picture: hashSchema,
});

const priceRuleSchema: Joi.ObjectSchema<PriceRule> = Joi.object<PriceRule>({
  id: bookingId.required(),
  priority: whole(-1000, 1000, "A priority").required(),
  service: bookingId
    .allow(null)
    .required()
    .messages({ "string.empty": "Say what this price is for: one service, or any. Until then it changes nothing." }),
  resource: bookingId.allow(null).required(),
  weekdays: weekdays.allow(null).required(),
  hours: daySpan.allow(null).required(),
  dates: Joi.object({ from: dateSchema.required(), to: dateSchema.required() })
    .custom((value: { from: string; to: string }, helpers) =>
      value.from <= value.to ? value : helpers.error("span.never"),
    )
    .allow(null)
    .required()
    .messages({ "span.never": "The last date is before the first." }),
  seats: Joi.object({ from: whole(1, 500, "Seats").required(), to: whole(1, 500, "Seats").required() })
    .custom((value: { from: number; to: number }, helpers) =>
      value.from <= value.to ? value : helpers.error("span.never"),
    )
    .allow(null)
    .required()
    .messages({ "span.never": "The most seats are fewer than the least." }),
  minutes: duration.allow(null),
  price: price.required(),
});

const unique = (what: string) => ({ "array.unique": `Two ${what} have the same id.` });

export const bookingSetUpSchema: Joi.ObjectSchema<BookingSetUp> = Joi.object<BookingSetUp>({
  places: Joi.array().items(placeSchema).max(50).unique("id").required().messages(unique("places")),
  services: Joi.array().items(serviceSchema).max(300).unique("id").required().messages(unique("services")),
  resources: Joi.array().items(resourceSchema).max(300).unique("id").required().messages(unique("resources")),
  prices: Joi.array().items(priceRuleSchema).max(2000).unique("id").required().messages(unique("price rules")),
});

export const bookingWidgetSchema: Joi.ObjectSchema<BookingWidgetSettings> = Joi.object<BookingWidgetSettings>({
  enabled: Joi.boolean().required(),
  services: Joi.array().items(bookingId).min(1).max(300).unique().required(),
  look: Joi.object<BookingLook>({
    density: Joi.string().valid("compact", "regular", "roomy").required(),
    view: Joi.string().valid("month", "week", "next").required(),
    first: Joi.string().valid("service", "need", "person", "date").required(),
    photographs: Joi.boolean().required(),
    own: Joi.object<OwnLook>({
      surface: Joi.string().valid(...surfaces),
      corners: Joi.string().valid("square", "soft", "round"),
      mark: Joi.string().valid("words"),
    }).min(1),
  }),
  words: Joi.object<BookingWords>(Object.fromEntries(bookingWords.map((key) => [key, lineSchema(80).min(1)]))),
  thanks: thanksSchema,
  floating: floatingSchema,
});
