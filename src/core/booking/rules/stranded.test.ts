import { ZoneClock } from "@/core/time/zone-clock";
import { aResource, aService, aSetUp } from "../sample.test-kit";
import { strandedBy } from "./stranded";

const clock = ZoneClock.of("Europe/Dublin");
const booked = (id: string, from: string, to: string, resource = "maren") => ({
  id,
  service: "throw",
  resources: [resource],
  dates: [{ start: clock.instantOf(from), end: clock.instantOf(to) }],
});
const before = aSetUp([aService("throw")], [aResource("maren"), aResource("tobi")]);
const morning = booked("morning", "2026-03-11T09:00", "2026-03-11T11:00");
const evening = booked("evening", "2026-03-11T15:00", "2026-03-11T17:00");
const codes = (after: typeof before, ...standing: (typeof morning)[]) =>
  strandedBy(before, after, standing).map(({ booking, reasons }) => [booking, reasons.map(({ code }) => code)]);

test("shorter hours strand what lies outside them, and nothing else", () => {
  const week = [{ weekdays: [3], from: "09:00", to: "16:00", validFrom: null, validTo: null }];
  const after = aSetUp([aService("throw")], [aResource("maren", { week }), aResource("tobi")]);
  expect(codes(after, morning, evening)).toEqual([["evening", ["booking.outsideHours"]]]);
});

test("a closure, time off, a person or a service that goes", () => {
  const closed = aSetUp([aService("throw")], [aResource("maren")], {
    closures: [{ kind: "date", date: "2026-03-11", words: "kiln day" }],
  });
  expect(codes(closed, morning)).toEqual([["morning", ["booking.closure"]]]);
  const off = aResource("maren", { timeOff: [{ from: "2026-03-11T10:00", to: "2026-03-12T00:00", words: "" }] });
  expect(codes(aSetUp([aService("throw")], [off]), morning)).toEqual([["morning", ["booking.timeOff"]]]);
  expect(codes(aSetUp([aService("throw")], [aResource("tobi")]), morning)).toEqual([
    ["morning", ["booking.resourceGone"]],
  ]);
  expect(codes(aSetUp([], [aResource("maren")]), morning)).toEqual([["morning", ["booking.serviceGone"]]]);
});

test("what stood outside the hours before is not told again", () => {
  const night = booked("night", "2026-03-11T20:00", "2026-03-11T22:00");
  expect(codes(aSetUp([aService("throw")], [aResource("maren", { week: [] })]), night, morning)).toEqual([
    ["morning", ["booking.outsideHours"]],
  ]);
  expect(strandedBy(null, before, [night]).map(({ booking }) => booking)).toEqual(["night"]);
  expect(strandedBy(before, before, [])).toEqual([]);
});
