// Saving a booking workspace: settings and set-up together or not at all, nobody's work overwritten, and no booking left
// without its hours unasked.
import type { BookingSetUp } from "@/core/booking/booking";
import type { Gives } from "@/server/operations";
import { type TestStudio, testStudio } from "../testing/studio.test-kit";
import { type PublicApi, publicApi, withClock } from "./api.test-kit";

let studio: TestStudio;
let context: ReturnType<typeof withClock>;
let api: PublicApi;
const site = { site: "wrenfield" };

beforeAll(async () => {
  studio = await testStudio("released");
  context = withClock(studio.context, "2026-03-05T18:40:00Z");
  studio = { ...studio, as: (person, name, input) => operate(person, name, input) };
  api = publicApi(context);
});
afterAll(() => studio.close());

const operate: TestStudio["as"] = async (person, name, input) => {
  const { operations } = await import("@/server/operations");
  return operations[name].perform({ ...studio.incoming(person), context }, input);
};

interface Opened {
  readonly name: string;
  readonly settings: object;
  readonly revision: number;
  readonly part: { readonly value: BookingSetUp; readonly version: number };
}
const read = async () =>
  (await studio.as("designer", "widgets.read", { ...site, widget: "calendar" })) as Gives<"widgets.read"> as Opened;
const save = (opened: Opened, setUp: BookingSetUp, more: object = {}) =>
  studio.as("designer", "widgets.save", {
    ...site,
    widget: "calendar",
    name: opened.name,
    settings: opened.settings,
    revision: opened.revision,
    part: { value: setUp, version: opened.part.version },
    ...more,
  });
const renamed = (setUp: BookingSetUp, name: string): BookingSetUp => ({
  ...setUp,
  services: setUp.services.map((service, index) => (index === 0 ? { ...service, name } : service)),
});

test("settings and set-up are saved in one, each with its own version", async () => {
  const before = await read();
  const saved = await save(before, renamed(before.part.value, "First turn"), { name: "Classes to book" });
  expect(saved).toEqual({ revision: before.revision + 1, partVersion: before.part.version + 1 });
  const after = await read();
  expect([after.name, after.part.value.services[0]?.name, after.part.version]).toEqual([
    "Classes to book",
    "First turn",
    before.part.version + 1,
  ]);
  // Without a change of the set-up it stays the version that it was.
  await studio.as("designer", "widgets.save", {
    ...site,
    widget: "calendar",
    name: "Classes",
    settings: after.settings,
    revision: after.revision,
  });
  expect((await read()).part.version).toBe(after.part.version);
});

test("who works when is told to designers, not to editors", async () => {
  const opened = await studio.as("editor", "widgets.read", { ...site, widget: "calendar" });
  expect(opened).toMatchObject({ id: "calendar", part: null });
  expect((await read()).part.value.resources.length).toBeGreaterThan(0);
});

test("of two at once one is saved, the other is told, and nothing of a refused save is stored", async () => {
  const opened = await read();
  const answers = await Promise.allSettled([
    save(opened, renamed(opened.part.value, "One")),
    save(opened, renamed(opened.part.value, "Other")),
  ]);
  expect(answers.map(({ status }) => status).sort()).toEqual(["fulfilled", "rejected"]);
  expect(answers.find(({ status }) => status === "rejected")).toMatchObject({ reason: { code: "widgetChanged" } });
  const now = await read();
  // The set-up of that version, but settings of one that has been replaced: neither is stored.
  await expect(save({ ...now, revision: now.revision - 1 }, renamed(now.part.value, "Half"))).rejects.toMatchObject({
    code: "widgetChanged",
  });
  expect((await read()).part).toEqual(now.part);
});

test("what is wrong with a set-up is told at its path, and who may only look saves nothing", async () => {
  const opened = await read();
  const backwards = {
    ...opened.part.value,
    resources: opened.part.value.resources.map((resource, index) =>
      index === 0
        ? { ...resource, week: [{ weekdays: [1], from: "12:00", to: "10:00", validFrom: null, validTo: null }] }
        : resource,
    ),
  };
  await expect(save(opened, backwards)).rejects.toMatchObject({
    status: 422,
    fields: [{ path: "resources[0].week[0]", message: expect.stringContaining("ends before it begins") }],
  });
  await expect(
    studio.as("editor", "widgets.save", { ...site, widget: "calendar", name: "x", settings: {}, revision: 0 }),
  ).rejects.toMatchObject({ status: 403 });
});

test("a change that would strand a booking says which, and is stored once it is agreed to", async () => {
  const booked = await api.book("first-throw", "2026-03-11T10:30", {
    answers: { hands: "Left" },
    client: { name: "Nuala Byrne", email: "stranded@post.example" },
  });
  expect(booked.status).toBe(201);
  const opened = await read();
  const closed: BookingSetUp = {
    ...opened.part.value,
    places: opened.part.value.places.map((place) => ({
      ...place,
      closures: [...place.closures, { kind: "date", date: "2026-03-11", words: "kiln day" }],
    })),
  };
  await expect(save(opened, closed)).rejects.toMatchObject({
    code: "asks",
    fields: [{ message: expect.stringMatching(/^Nuala Byrne, .*, Wed,? 11 Mar,? 10:30: Closed .*kiln day/) }],
  });
  expect((await read()).part.version).toBe(opened.part.version);
  await save(opened, closed, { agreed: true });
  const after = await read();
  expect(after.part.version).toBe(opened.part.version + 1);
  // It stands out of its hours already: the next change says nothing of it.
  await save(after, renamed(after.part.value, "First throw"));
});
