import { and, eq } from "drizzle-orm";
import { bookingHistory, bookings } from "@/data/booking/tables";
import { mails } from "@/data/mail/tables";
import { publishNow } from "../../../scripts/lib/studio";
import { type TestStudio, testStudio } from "../testing/studio.test-kit";
import { type PublicApi, publicApi, withClock } from "./api.test-kit";

let studio: TestStudio;
let context: ReturnType<typeof withClock>;
let api: PublicApi;

beforeAll(async () => {
  studio = await testStudio();
  await publishNow(studio.context, { id: "owner", name: "Rowan", email: "r@m.example" }, "wrenfield", () => {});
  context = withClock(studio.context, "2026-03-05T18:40:00Z");
  api = publicApi(context);
}, 120_000);
afterAll(() => studio.close());

test("asking: services, days, times, why, as a visitor gets them", async () => {
  const services = await api.get("services");
  expect(services.body.services.map((one: { id: string }) => one.id)).toEqual([
    "first-throw",
    "six-week-wheel",
    "glaze-night",
    "kiln-firing",
    "open-bench",
  ]);
  const days = await api.get("days", { service: "first-throw", from: "2026-03-01", to: "2026-03-31" });
  console.log(
    days.body.days
      .map((day: { date: string; state: string; left: number }) => `${day.date} ${day.state} ${day.left}`)
      .join("\n"),
  );
  const times = await api.get("times", { service: "first-throw", date: "2026-03-11", zone: "Europe/Berlin" });
  console.log(JSON.stringify(times.body.times.slice(0, 2), null, 1));
  const why = await api.get("why", { service: "first-throw", resource: "maren", start: "2026-03-11T09:30" });
  console.log(JSON.stringify(why.body));
  const booked = await api.book("first-throw", "2026-03-11T11:30", { answers: { hands: "Left" } });
  console.log(JSON.stringify(booked.body));
  void [and, eq, bookingHistory, bookings, mails];
});
