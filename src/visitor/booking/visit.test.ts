// A visit without a browser: each choice, each answer, the way back, and answers that come too late.

import { publicServices } from "@/core/booking/public-services";
import type { DayState, Moment, PublicBooking, PublicDate, PublicDay, PublicTime } from "@/core/booking/public-types";
import { type ReleasedBooking, usualLook } from "@/core/booking/released";
import { aResource, aService, aSetUp } from "@/core/booking/sample.test-kit";
import type { BookingLook } from "@/core/booking/words/look";
import type { Refused } from "./api";
import {
  type Ask,
  askedDays,
  at,
  back,
  begun,
  boundsOf,
  changed,
  dateChosen,
  dayChosen,
  daysCame,
  done,
  holding,
  isUnderWay,
  laterCame,
  listedCame,
  lost,
  needChosen,
  offeredServices,
  personChosen,
  searched,
  serviceChosen,
  stepsOf,
  timesCame,
  turned,
  type Visit,
  waiting,
  wished,
  wishOf,
} from "./visit";
import { en } from "./words/en";

const setUp = aSetUp(
  [
    aService("throwing", { needs: [{ name: "tutor", oneOf: ["maren", "tobi"] }], leads: ["a present"] }),
    aService("glazing", { needs: [{ name: "tutor", oneOf: ["maren"] }], leads: ["a present", "my own pots"] }),
    aService("firing", { needs: [{ name: "kiln", oneOf: ["kiln"] }], leads: ["my own pots"] }),
  ],
  [aResource("maren"), aResource("tobi"), aResource("kiln", { kind: "thing" })],
);
const formOf = (look: Partial<BookingLook> = {}, ids = setUp.services.map(({ id }) => id)): ReleasedBooking => ({
  ...publicServices(setUp, ids, "EUR"),
  look: { ...usualLook, ...look },
  pictures: {},
});
const here = { language: "en-IE", said: en, today: "2026-03-11" };
const visitOf = (look?: Partial<BookingLook>, ids?: string[]) => begun(formOf(look, ids), here);

const moment = (place: string): Moment => ({ instant: `${place}:00Z`, place });
const day = (date: string, state: DayState): PublicDay => ({ date, state, left: 1, begins: moment(`${date}T00:00`) });
const date = (of: string, ...services: string[]): PublicDate => ({
  ...day(of, services.length ? "free" : "closed"),
  services,
});
const time = (place: string): PublicTime => ({
  start: moment(place),
  end: moment(place),
  seatsLeft: 1,
  price: null,
});
const ok = <T>(value: T) => ({ ok: true, value }) as const;
const refusal = (status: number, more: Partial<Refused> = {}): Refused => ({
  ...{ status, title: "Somebody was quicker.", fields: {}, nearest: [] },
  ...more,
});
const refused = (status: number) => ({ ok: false, refusal: refusal(status) }) as const;

function asked<Of extends Ask["of"]>(visit: Visit, of: Of): Ask & { of: Of } {
  if (visit.ask?.of !== of) throw new Error(`Asked is ${visit.ask?.of}, not ${of}.`);
  return visit.ask as Ask & { of: Of };
}
/** With the days that it asks about. */
const withDays = (visit: Visit, ...days: (PublicDay | PublicDate)[]) =>
  daysCame(visit, asked(visit, "days"), ok({ days }));
const serviceOf = (visit: Visit, id: string) => {
  const service = visit.form.services.find((one) => one.id === id);
  if (!service) throw new Error(id);
  return service;
};
const choose = (visit: Visit, id: string) => serviceChosen(visit, serviceOf(visit, id));
const booking: PublicBooking = {
  ...{ hold: "h1", state: "held", service: "throwing", serviceName: "Throwing", zone: "Europe/Dublin" },
  ...{ dates: [], seats: 1, price: null, endsByItself: null, changeUntil: "", payNow: null, pay: null },
  ...{ lateFee: null, paid: 0, fee: 0 },
} as PublicBooking;

describe("the steps", () => {
  test.each<[BookingLook["first"], string[]]>([
    ["service", ["service", "who", "when", "details", "done"]],
    ["person", ["who", "service", "when", "details", "done"]],
    ["need", ["need", "service", "who", "when", "details", "done"]],
    ["date", ["date", "service", "who", "when", "details", "done"]],
  ])("%s first", (first, steps) => {
    const visit = visitOf({ first });
    expect(stepsOf(visit)).toEqual(steps);
    expect(visit.step).toBe(steps[0]);
    expect(isUnderWay(visit)).toBe(false);
  });

  test("what has one choice is skipped", () => {
    expect(stepsOf(visitOf({}, ["firing"]))).toEqual(["when", "details", "done"]);
    const visit = choose(visitOf(), "firing");
    expect(visit.step).toBe("when");
    expect(stepsOf(visit)).not.toContain("who");
  });

  test("a need leaves its services, and one that is alone is chosen", () => {
    const visit = needChosen(visitOf({ first: "need" }), "my own pots");
    expect(visit.step).toBe("service");
    expect(offeredServices(visit).map(({ id }) => id)).toEqual(["glazing", "firing"]);
    expect(offeredServices(needChosen(visitOf({ first: "need" }), ""))).toHaveLength(3);
    const alone = needChosen(visitOf({ first: "need" }, ["throwing", "firing"]), "my own pots");
    expect([alone.step, alone.service?.id]).toEqual(["when", "firing"]);
  });

  test("a person leaves what they do", () => {
    const tobi = personChosen(visitOf({ first: "person" }), "tobi");
    expect([tobi.step, tobi.service?.id]).toEqual(["when", "throwing"]);
    const maren = personChosen(visitOf({ first: "person" }), "maren");
    expect([maren.step, offeredServices(maren).length]).toEqual(["service", 2]);
  });

  test("the way back opens again what was chosen, over what was skipped", () => {
    const chosen = personChosen(choose(visitOf(), "throwing"), "tobi");
    const who = back(chosen);
    expect([who.step, who.resource, who.service?.id]).toEqual(["who", "", "throwing"]);
    const first = back(who);
    expect([first.step, first.service]).toEqual(["service", null]);
    expect(back(first)).toBe(first);
    const alone = needChosen(visitOf({ first: "need" }, ["throwing", "firing"]), "my own pots");
    expect([back(alone).step, back(alone).need]).toEqual(["need", ""]);
  });

  test("a draft of the form is shown at the same step, or from the beginning where that is gone", () => {
    const visit = dayChosen(personChosen(choose(visitOf(), "throwing"), "tobi"), "2026-03-12");
    const same = changed(visit, formOf({ photographs: false }));
    expect([same.step, same.service?.id, same.resource, same.day]).toEqual(["when", "throwing", "tobi", ""]);
    expect(asked(same, "days")).toBeTruthy();
    expect(changed(visit, formOf({}, ["glazing", "firing"])).step).toBe("service");
    const other = formOf({ first: "date" });
    expect([changed(visit, other).step, changed(visit, other).form]).toEqual(["date", other]);
    // A month is shown where a list was.
    expect(changed(choose(visitOf({ view: "week" }), "firing"), formOf({ view: "month" })).month).toBe("2026-03");
  });
});

describe("days and times", () => {
  const when = (look?: Partial<BookingLook>) => choose(visitOf(look), "firing");

  test("the days of what is shown are asked about, yesterday too while today is among them", () => {
    const visit = when();
    expect([visit.busy, boundsOf(visit), askedDays(visit)]).toEqual([
      true,
      ["2026-03-01", "2026-03-31"],
      ["2026-03-10", "2026-03-31"],
    ]);
    expect(askedDays(turned(visit, 1))).toEqual(["2026-04-01", "2026-04-30"]);
    expect(boundsOf(when({ view: "week" }))).toEqual(["2026-03-09", "2026-03-15"]);
    expect(boundsOf(turned(when({ view: "week" }), 1))).toEqual(["2026-03-16", "2026-03-22"]);
  });

  test("an answer to what is no longer asked changes nothing", () => {
    const visit = when();
    const ask = asked(visit, "days");
    const on = turned(visit, 1);
    expect(daysCame(on, ask, ok({ days: [day("2026-03-12", "free")] }))).toBe(on);
    const looked = dayChosen(withDays(on, day("2026-04-02", "free"), day("2026-04-03", "free")), "2026-04-02");
    const other = dayChosen(looked, "2026-04-03");
    expect(timesCame(other, asked(looked, "times"), ok({ times: [time("2026-04-02T10:00")] }))).toBe(other);
  });

  test("a day shows its times; where they can't be had it is said", () => {
    const visit = dayChosen(withDays(when(), day("2026-03-12", "free")), "2026-03-12");
    const come = timesCame(visit, asked(visit, "times"), ok({ times: [time("2026-03-12T10:00")] }));
    expect([come.times?.length, come.full, come.ask, isUnderWay(come)]).toEqual([1, [], null, true]);
    expect(timesCame(visit, asked(visit, "times"), refused(500)).says).toBe("Somebody was quicker.");
    const next = turned(visit, 1);
    expect(daysCame(next, asked(next, "days"), refused(500))).toMatchObject({ busy: false, ask: null, day: "" });
  });

  test("a day that is chosen first leaves what has a time on it, and shows that day", () => {
    const visit = withDays(
      visitOf({ first: "date" }),
      date("2026-03-12", "firing"),
      date("2026-03-13", "firing", "glazing"),
    );
    expect(visit.step).toBe("date");
    const several = dateChosen(visit, "2026-03-13");
    expect([several.step, offeredServices(several).map(({ id }) => id)]).toEqual(["service", ["glazing", "firing"]]);
    const alone = dateChosen(visit, "2026-03-12");
    expect([alone.step, alone.service?.id]).toEqual(["when", "firing"]);
    const shown = withDays(alone, day("2026-03-12", "few"));
    expect([shown.day, asked(shown, "times").date]).toEqual(["2026-03-12", "2026-03-12"]);
    expect([back(back(several)).date, back(several).onDay]).toEqual(["", null]);
  });

  test("the next open days are listed with their times, and then those after", () => {
    const visit = when({ view: "next" });
    const days = ["11", "12", "13", "14", "15", "16"].map((nth) =>
      day(`2026-03-${nth}`, nth === "12" ? "full" : "free"),
    );
    const found = withDays(visit, ...days);
    const ask = asked(found, "listed");
    expect(ask.dates).toEqual(["2026-03-11", "2026-03-13", "2026-03-14", "2026-03-15"]);
    const come = listedCame(found, ask, [ok({ times: [time("2026-03-11T10:00")] }), refused(500)]);
    expect(come.listed?.map(({ times }) => times.length)).toEqual([1, 0, 0, 0]);
    expect(listedCame(come, ask, []).listed).toBe(come.listed);
  });

  test("the next free day is looked for stretch by stretch, shown with its times, or there is none", () => {
    const visit = searched(withDays(when(), day("2026-03-12", "full")));
    const ask = asked(visit, "later");
    expect(ask.from).toBe("2026-04-01");
    const further = laterCame(visit, ask, ok({ days: [day("2026-04-01", "closed")] }));
    expect(asked(further, "later").from).toBe("2026-06-02");
    const found = laterCame(further, asked(further, "later"), ok({ days: [day("2026-06-09", "few")] }));
    expect([found.month, withDays(found, day("2026-06-09", "few")).day]).toEqual(["2026-06", "2026-06-09"]);
    const none = laterCame(further, asked(further, "later"), ok({ days: [day("2026-06-09", "tooFar")] }));
    expect([none.ask, none.busy, none.says !== ""]).toEqual([null, false, true]);
    let looked: Visit = visit;
    let stretches = 0;
    while (looked.ask?.of === "later") {
      stretches += 1;
      looked = laterCame(looked, looked.ask, ok({ days: [day("2026-04-01", "closed")] }));
    }
    expect(stretches).toBe(7);
  });

  test("another number of seats asks anew", () => {
    const visit = withDays(when(), day("2026-03-12", "free"));
    const more = wished(dayChosen(visit, "2026-03-12"), { seats: 3 });
    expect([more.day, wishOf(more).seats, asked(more, "days").of]).toEqual(["", 3, "days"]);
  });
});

describe("taking a time", () => {
  const chosen = () => {
    const visit = withDays(personChosen(choose(visitOf(), "throwing"), ""), day("2026-03-12", "free"));
    const looked = dayChosen(visit, "2026-03-12");
    return timesCame(looked, asked(looked, "times"), ok({ times: [time("2026-03-12T10:00")] }));
  };

  test("a time is kept, filled in for, and booked", () => {
    const held = holding(chosen(), booking, "2026-03-12T10:00:00Z");
    expect([held.step, held.held?.start, isUnderWay(held)]).toEqual(["details", "2026-03-12T10:00:00Z", true]);
    const booked = at(done(held, { ...booking, state: "confirmed" }), "done");
    expect([booked.held, booked.booked?.state, isUnderWay(booked)]).toEqual([null, "confirmed", false]);
  });

  test("one that somebody else took: the nearest are offered, and its day is asked anew", () => {
    const nearest = [moment("2026-03-12T11:00")];
    const held = holding(chosen(), booking, "2026-03-12T10:00:00Z");
    const gone = lost(held, refusal(409, { nearest }));
    expect([gone.step, gone.held, gone.nearest, gone.says.startsWith("Somebody was quicker. ")]).toEqual([
      "details",
      null,
      nearest,
      true,
    ]);
    expect(asked(gone, "times").date).toBe("2026-03-12");
    // What went wrong otherwise leaves the time kept.
    expect(lost(held, refusal(410)).held).toBe(held.held);
  });

  test("what was waited for is free after all: back among the times, and said", () => {
    const list = waiting(chosen(), moment("2026-03-12T10:00"));
    expect([list.step, list.held, list.waitsFor?.place]).toEqual(["details", null, "2026-03-12T10:00"]);
    const free = lost(list, refusal(409, { title: "It is free now." }));
    expect([free.step, free.waitsFor, free.says]).toEqual(["when", null, "It is free now."]);
  });
});
