// What the log tells: faults without the names and addresses of people, and a burst of one fault as one line.
import { jest } from "@jest/globals";
import { sql } from "drizzle-orm";
import { signups } from "@/data/popup/tables";
import { createLog } from "./log";
import { note } from "./security/events";
import { type TestStudio, testStudio } from "./testing/studio.test-kit";

let studio: TestStudio;
beforeAll(async () => {
  studio = await testStudio();
});
afterAll(() => studio.close());

const listening = () => {
  const lines: Record<string, unknown>[] = [];
  const log = createLog({ logLevel: "info" }, { write: (line) => void lines.push(JSON.parse(line)) });
  return { log, lines };
};

test("failed queries appear without their parameters, also where the database repeats them", async () => {
  const { log, lines } = listening();
  const secret = "nuala@post.example";
  const row = {
    id: "same",
    siteId: "s",
    widgetId: "w",
    email: secret,
    name: "Nuala Byrne",
    answers: { email: secret },
    state: "waiting" as const,
    page: "/",
    language: "en",
    consent: "",
    createdAt: new Date(0),
  };
  await studio.context.db.insert(signups).values(row);
  const { db } = studio.context;
  const failing: (() => Promise<unknown>)[] = [
    async () => db.insert(signups).values(row),
    async () => db.execute(sql`select nothing from nowhere where name = ${"Nuala Byrne"}`),
    async () => db.execute(sql`select cast(${secret} as nonsense)`),
  ];
  for (const work of failing) await work().catch((error: unknown) => log.error({ err: error }, "failed"));
  expect(lines).toHaveLength(3);
  const said = JSON.stringify(lines);
  expect(said).not.toMatch(/nuala|Byrne/i);
  expect(said).toMatch(/insert into `signups`/i);
  expect(said).toMatch(/ER_DUP_ENTRY/);
});

test("the same fault in a burst is one line, and one with the count", () => {
  jest.useFakeTimers();
  try {
    const { log, lines } = listening();
    for (let nth = 0; nth < 5000; nth++) log.error({ err: new Error("the disk is full") }, "failed");
    log.error({ err: new Error("something else") }, "failed");
    log.info("not a fault");
    expect(lines).toHaveLength(3);
    jest.advanceTimersByTime(11_000);
    expect(lines).toHaveLength(4);
    expect(lines[3]).toMatchObject({ again: 4999, msg: "failed" });
    log.error({ err: new Error("the disk is full") }, "failed");
    expect(lines).toHaveLength(5);
  } finally {
    jest.useRealTimers();
  }
});

test("a security event is a structured line with the reference that owners see, and no whole address", async () => {
  const { log, lines } = listening();
  const reference = await note(
    { ...studio.context, log },
    { kind: "signInRefused", studioId: studio.studioId, userId: "owner", address: "198.51.100.77" },
  );
  expect(lines[0]).toMatchObject({ security: "signInRefused", reference, network: "198.51.100.0/24", msg: "security" });
  const events = (await studio.as("owner", "people.events", { before: null })) as { rows: { reference: string }[] };
  expect(events.rows.map((event) => event.reference)).toContain(reference);
});
