// The workspace of the booking calendar.

import { bookingJudge } from "@/core/booking/judge";
import { booking } from "@/core/booking/widget";
import { later } from "@/studio/kit/later";
import { sum, type WidgetWorkspace } from "@/studio/widget/half";
import { useWarnings } from "./use-warnings";
import { words } from "./words";

const HoursStep = later(() => import("./hours/hours-step").then((module) => module.HoursStep));
const LookStep = later(() => import("./look-step").then((module) => module.LookStep));
const PeopleStep = later(() => import("./people/people-step").then((module) => module.PeopleStep));
const PricesStep = later(() => import("./prices/prices-step").then((module) => module.PricesStep));
const QuestionsStep = later(() => import("./clients/questions-step").then((module) => module.QuestionsStep));
const ServicesStep = later(() => import("./services/services-step").then((module) => module.ServicesStep));
const WhereStep = later(() => import("./where-step").then((module) => module.WhereStep));
const WhyView = later(() => import("./why-view").then((module) => module.WhyView));

/** What of a service is asked at its own step, not at that of services. */
const asked = /^services\[\d+\]\.(questions|screening|terms)/;
/** What of a person or thing is said at the step of hours. */
const hours = /^resources\[\d+\]\.(week|keptBack|exceptions|timeOff|yearlyOff)|^places\[\d+\]\.(closures|seasons)/;

export const workspace: WidgetWorkspace<"booking"> = {
  kind: booking,
  judge: bookingJudge,
  steps: [
    {
      key: "services",
      title: words.services,
      of: ["services"],
      ofPart: (path) => path.startsWith("services") && !asked.test(path),
      summary: (_settings, part) =>
        words.servicesNote(part.services.length, part.services.filter(({ course }) => course).length),
      Panel: ServicesStep,
      wide: true,
    },
    {
      key: "people",
      title: words.peopleAndThings,
      of: [],
      ofPart: (path) => path.startsWith("resources") && !hours.test(path),
      summary: (_settings, { resources }) =>
        words.peopleNote(
          resources.filter(({ kind }) => kind === "person").length,
          resources.filter(({ kind }) => kind !== "person").length,
        ),
      Panel: PeopleStep,
      wide: true,
    },
    {
      key: "hours",
      title: words.hoursTitle,
      of: [],
      ofPart: (path) => hours.test(path),
      summary: (_settings, { resources, places }) =>
        words.hoursNote(
          resources.filter(({ week }) => week?.length).length,
          places.reduce((all, place) => all + place.closures.length, 0),
        ),
      Panel: HoursStep,
      wide: true,
      beside: "own",
    },
    {
      key: "prices",
      title: words.pricesTitle,
      of: [],
      ofPart: (path) => path.startsWith("prices"),
      summary: (_settings, { prices }) => words.pricesNote(prices.length),
      Panel: PricesStep,
      wide: true,
    },
    {
      key: "questions",
      title: words.questionsTitle,
      of: ["words", "thanks"],
      ofPart: (path) => asked.test(path) || /^places\[\d+\]\.(notice|letters|textMessages)/.test(path),
      summary: (_settings, { services }) =>
        words.questionsNote(services.reduce((all, { questions }) => all + questions.length, 0)),
      Panel: QuestionsStep,
      wide: true,
    },
    {
      key: "look",
      title: words.lookTitle,
      of: ["look"],
      summary: ({ look }) => words.look.note(look?.view ?? "month", look?.own !== undefined),
      Panel: LookStep,
      wide: true,
    },
    {
      key: "where",
      title: words.whereTitle,
      of: ["floating"],
      ofPart: (path) =>
        /^places/.test(path) && !/^places\[\d+\]\.(closures|seasons|notice|letters|textMessages)/.test(path),
      summary: (_settings, { places }) => places[0]?.name ?? "",
      Panel: WhereStep,
      wide: true,
    },
  ],
  useOutside: useWarnings,
  view: { title: words.why.title, View: WhyView },
  series: [{ key: "booked", name: words.booked, main: true }],
  figures: ({ series, states }) => [
    [words.figures.booked, sum(series.booked)],
    [words.figures.waiting, (states.waitingApproval ?? 0) + (states.waitingPayment ?? 0)],
    [words.figures.cancelled, (states.cancelled ?? 0) + (states.declined ?? 0)],
  ],
  states: {
    title: words.bookingsByState,
    names: {
      confirmed: words.confirmed,
      waitingApproval: words.waitingApproval,
      waitingPayment: words.waitingPayment,
      listed: words.listed,
      cancelled: words.cancelled,
    },
  },
};
