// What becomes of an order is told in a conversation, to whom its mail address belongs and to nobody else.
import { eq } from "drizzle-orm";
import { chatTalks } from "@/data/chat/tables";
import { rateLimits } from "@/data/job/tables";
import { mails } from "@/data/mail/tables";
import { withClock } from "../booking/api.test-kit";
import type { Context } from "../context";
import { answerVisitor } from "../edge/visitors";
import { type TestStudio, testStudio, work } from "../testing/studio.test-kit";

let studio: TestStudio;
let context: Context & { set(now: string): void };
let widget = "";
const site = "wrenfield";
const email = "nuala@post.example";

interface Told {
  readonly talk: string;
  readonly lines: readonly { readonly text: string; readonly buttons?: readonly { readonly kind: string }[] }[];
  readonly fields?: readonly { readonly path: string; readonly message: string }[];
}

let nth = 0;
const once = () => `once-${++nth}-abcdef`;
async function call(path: string, body: object): Promise<{ status: number; told: Told }> {
  const host = "wrenfield.localhost:4499";
  const request = new Request(`http://${host}/_w/v1/${path}`, {
    method: "POST",
    headers: { host, "content-type": "application/json" },
    body: JSON.stringify(body),
  });
  const answer = await answerVisitor(context, request, { siteKey: site, address: "10.4.0.1", path: `/${path}` });
  // Whether there is anything to be told is found out behind the answer.
  if (path.endsWith("/codes")) await work(context);
  return { status: answer.status, told: (await answer.json()) as Told };
}
const talk = async () =>
  (
    await call(`chat/${widget}/questions`, {
      ...{ once: once(), talk: null, question: "where is my order?", page: "/", language: "en" },
    })
  ).told.talk;
const letters = () => studio.context.db.select().from(mails).where(eq(mails.recipient, email));
/** The code of the one letter that is there; it is taken away, as letters stand in no order. */
const code = async () => {
  const [letter, ...others] = await letters();
  expect(others).toEqual([]);
  await studio.context.db.delete(mails).where(eq(mails.recipient, email));
  return /\b\d{6}\b/.exec(letter?.text ?? "")?.[0] ?? "";
};
const wrongOf = (right: string) => String((Number(right) + 1) % 1_000_000).padStart(6, "0");

beforeAll(async () => {
  studio = await testStudio("asked");
  context = withClock(studio.context, "2026-03-05T18:40:00Z");
  const { widgets } = (await studio.as("designer", "sites.frame", { site })) as {
    widgets: { id: string; kind: string }[];
  };
  widget = widgets.find(({ kind }) => kind === "chat")?.id ?? "";
});
afterAll(() => studio.close());
beforeEach(async () => {
  context.set("2026-03-05T18:40:00Z");
  for (const table of [rateLimits, mails]) await studio.context.db.delete(table);
});

test("asked about an order, it offers to tell it here; the code from the letter proves the address, once", async () => {
  const asked = await call(`chat/${widget}/questions`, {
    ...{ once: once(), talk: null, question: "where is my order?", page: "/", language: "en" },
  });
  expect(asked.told.lines[1]?.buttons?.map(({ kind }) => kind)).toEqual(["prove", "link"]);
  const mine = asked.told.talk;
  expect((await call(`chat/talks/${mine}/codes`, { email })).told).toEqual({ taken: true });
  const right = await code();
  expect(right).toMatch(/^\d{6}$/);
  // Of the code only a hash is kept, and it is no hash that anybody could make.
  expect(JSON.stringify(await context.db.select().from(chatTalks))).not.toContain(right);
  const key = once();
  const shown = await call(`chat/talks/${mine}/proofs`, {
    once: key,
    code: ` ${right.slice(0, 3)} ${right.slice(3)} `,
  });
  expect(shown.told.lines.at(-1)?.text).toMatch(/^Order 10\d\d: €42\.00 · /);
  // Sent again it is told again; another time the code is used.
  expect((await call(`chat/talks/${mine}/proofs`, { once: key, code: right })).told.lines.at(-1)?.text).toMatch(
    /^Order/,
  );
  expect((await call(`chat/talks/${mine}/proofs`, { once: once(), code: right })).told.fields).toMatchObject([
    { path: "code", message: "This code holds no longer. Ask for a new one." },
  ]);
  const [kept] = await context.db.select().from(chatTalks).where(eq(chatTalks.email, email));
  expect(kept).toBeDefined();
});

test("who ordered nothing gets the same answer, and no letter", async () => {
  const mine = await talk();
  expect(await call(`chat/talks/${mine}/codes`, { email: "nobody@post.example" })).toEqual({
    status: 200,
    told: { taken: true },
  });
  expect(await context.db.select().from(mails)).toEqual([]);
});

test("a wrong code is told so, and after five even the right one is no use, however many come at once", async () => {
  const mine = await talk();
  await call(`chat/talks/${mine}/codes`, { email });
  const right = await code();
  const first = await call(`chat/talks/${mine}/proofs`, { once: once(), code: wrongOf(right) });
  expect(first).toMatchObject({
    status: 422,
    told: { fields: [{ path: "code", message: expect.stringContaining("not the code") }] },
  });
  const many = await Promise.all(
    Array.from({ length: 12 }, () => call(`chat/talks/${mine}/proofs`, { once: once(), code: wrongOf(right) })),
  );
  const messages = many.map(({ told }) => told.fields?.[0]?.message ?? "");
  expect(messages.filter((one) => one.includes("not the code"))).toHaveLength(4);
  expect(messages.filter((one) => one.includes("no longer"))).toHaveLength(8);
  expect((await call(`chat/talks/${mine}/proofs`, { once: once(), code: right })).status).toBe(422);
  // A new one begins anew.
  await call(`chat/talks/${mine}/codes`, { email });
  expect((await call(`chat/talks/${mine}/proofs`, { once: once(), code: await code() })).status).toBe(200);
});

test("of two who send the right code at once one is told; a code holds ten minutes, and in its conversation alone", async () => {
  const [mine, other] = [await talk(), await talk()];
  await call(`chat/talks/${mine}/codes`, { email });
  const right = await code();
  expect((await call(`chat/talks/${other}/proofs`, { once: once(), code: right })).status).toBe(422);
  const both = await Promise.all([1, 2].map(() => call(`chat/talks/${mine}/proofs`, { once: once(), code: right })));
  expect(both.map(({ status }) => status).sort()).toEqual([200, 422]);
  await call(`chat/talks/${other}/codes`, { email });
  const late = await code();
  context.set("2026-03-05T18:51:00Z");
  expect((await call(`chat/talks/${other}/proofs`, { once: once(), code: late })).status).toBe(422);
});

test("five letters an hour are sent to one address, whoever asks for them", async () => {
  for (let at = 0; at < 8; at++) await call(`chat/talks/${await talk()}/codes`, { email });
  expect(await letters()).toHaveLength(5);
});

test.each([
  ["codes", { email: "no address" }, "email"],
  ["codes", {}, "email"],
  ["proofs", { once: "once-0-abcdef", code: "x".repeat(41) }, "code"],
  ["proofs", { once: "!", code: "123456" }, "once"],
] as const)("%s: %j is refused at its field", async (path, body, field) => {
  const { status, told } = await call(`chat/talks/${await talk()}/${path}`, body);
  expect([status, told.fields?.[0]?.path]).toEqual([422, field]);
});

test("a conversation that is nobody's proves nothing", async () => {
  const token = "x".repeat(32);
  expect((await call(`chat/talks/${token}/codes`, { email })).status).toBe(404);
  expect((await call(`chat/talks/${token}/proofs`, { once: once(), code: "123456" })).status).toBe(404);
});
