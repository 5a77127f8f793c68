import { eq } from "drizzle-orm";
import Papa from "papaparse";
import { letter, usualLetter } from "@/core/popup/letters";
import type { Popup } from "@/core/popup/popup";
import { rateLimits } from "@/data/job/tables";
import { mails } from "@/data/mail/tables";
import { popupCounts, signups } from "@/data/popup/tables";
import { findSite } from "@/data/site/queries";
import { widgets } from "@/data/widget/tables";
import { onSite } from "../operation";
import { type TestStudio, testStudio } from "../testing/studio.test-kit";
import { signupsCsv } from "./desk";
import { commandPage } from "./notices";
import { commandUrl, countSeen, doSignupCommand, signUp } from "./signups";

let studio: TestStudio;
beforeAll(async () => {
  studio = await testStudio();
  await studio.as("designer", "publish.start", { site: "wrenfield" });
  await studio.work();
});
afterAll(() => studio.close());
beforeEach(async () => {
  await studio.context.db.delete(rateLimits);
  await studio.context.db.delete(signups);
  await studio.context.db.delete(mails);
  await studio.context.db.delete(popupCounts);
});

const call = (email: unknown, more: object = {}) => ({
  widget: "letters",
  page: "/",
  language: "en-IE",
  fields: { email, name: "Nuala" },
  website: "",
  elapsedMs: 4000,
  ...more,
});
const send = (email: unknown, more: object = {}, from = "10.0.0.1") =>
  signUp(studio.context, "wrenfield", call(email, more), from);
const all = () => studio.context.db.select().from(signups);
const letters = () => studio.context.db.select().from(mails);
async function token(command: "confirm" | "withdraw") {
  const site = await findSite(studio.context.db, "wrenfield");
  const [signup] = await all();
  if (!site || !signup) throw new Error("nothing there");
  return commandUrl(studio.context, site, signup.id, command).split("/").at(-2) as string;
}

test("a signup waits, its letter goes out with a link to confirm and one to withdraw", async () => {
  await send(" Nuala@Post.example ");
  expect(await all()).toMatchObject([
    {
      email: "nuala@post.example",
      name: "Nuala",
      state: "waiting",
      page: "/",
      consent: expect.stringContaining("kiln-opening days"),
    },
  ]);
  await studio.work();
  const [letter] = await letters();
  expect(letter).toMatchObject({ recipient: "nuala@post.example", state: "outbox" });
  expect(letter?.text).toMatch(/\/_w\/v1\/signups\/[\w-]+\.[\w-]+\/confirm/);
  expect(letter?.text).toContain(letter?.withdrawUrl);
});

test("two hundred at once with repeated addresses give exactly the distinct ones, one letter each", async () => {
  const addresses = Array.from({ length: 200 }, (_, index) => `learner${index % 40}@post.example`);
  await Promise.all(addresses.map((address, index) => send(address, {}, `10.0.${index % 40}.1`)));
  expect(await all()).toHaveLength(40);
  expect(await letters()).toHaveLength(40);
  const [counted] = await studio.context.db.select().from(popupCounts);
  expect(counted?.signedUp).toBe(40);
});

test("confirming twice is confirming once; withdrawing wins over an old letter", async () => {
  await send("nuala@post.example");
  const confirm = await token("confirm");
  expect(await doSignupCommand(studio.context, "wrenfield", confirm, "confirm")).toBe("confirmed");
  const [{ confirmedAt } = { confirmedAt: null }] = await all();
  expect(await doSignupCommand(studio.context, "wrenfield", confirm, "confirm")).toBe("confirmed");
  expect((await all())[0]?.confirmedAt).toEqual(confirmedAt);
  expect(await doSignupCommand(studio.context, "wrenfield", await token("withdraw"), "withdraw")).toBe("withdrawn");
  expect(await doSignupCommand(studio.context, "wrenfield", confirm, "confirm")).toBe("withdrawn");
});

test("opening a letter's link changes nothing, pressing its button does", async () => {
  await send("nuala@post.example");
  const confirm = await token("confirm");
  expect((await commandPage(studio.context, "wrenfield", confirm, "confirm", false)).html).toContain(
    "Confirm this address",
  );
  expect((await all())[0]?.state).toBe("waiting");
  expect((await commandPage(studio.context, "wrenfield", confirm, "confirm", true)).html).toContain(
    "Your address is confirmed",
  );
});

test("a token with one letter changed, or used for another command, opens nothing", async () => {
  await send("nuala@post.example");
  const confirm = await token("confirm");
  const changed = confirm.slice(0, -1) + (confirm.endsWith("A") ? "B" : "A");
  for (const [wrong, command] of [
    [changed, "confirm"],
    [confirm, "withdraw"],
    ["", "confirm"],
    ["a.b", "confirm"],
  ] as const)
    expect((await commandPage(studio.context, "wrenfield", wrong, command, true)).status).toBe(404);
  expect((await all())[0]?.state).toBe("waiting");
});

test("someone who withdrew is written to by no form again, and comes back by the link they have", async () => {
  await send("nuala@post.example");
  const link = await token("withdraw");
  await doSignupCommand(studio.context, "wrenfield", link, "withdraw");
  await send("nuala@post.example");
  expect(await all()).toMatchObject([{ state: "withdrawn" }]);
  expect(await letters()).toHaveLength(1);
  const page = await commandPage(studio.context, "wrenfield", link, "withdraw", false);
  expect(page.html).toContain('action="return"');
  await commandPage(studio.context, "wrenfield", link, "return", true);
  expect(await all()).toMatchObject([{ state: "confirmed", withdrawnAt: null }]);
});

test("a person is written to by public forms at most five times a day", async () => {
  const { db } = studio.context;
  for (let nth = 0; nth < 8; nth++) {
    await db.delete(signups);
    await send("nuala@post.example");
  }
  expect(await letters()).toHaveLength(5);
  // Somebody else's letters are not held back by it.
  await send("bram@hill.example");
  expect(await letters()).toHaveLength(6);
});

test.each([
  ["no address", call("nobody"), "fields.email"],
  ["an empty address", call(""), "fields.email"],
  ["an address of 300 letters", call(`${"a".repeat(300)}@post.example`), "fields.email"],
  [
    "a field the form has not",
    { ...call("a@b.example"), fields: { email: "a@b.example", isOwner: true } },
    "fields.isOwner",
  ],
  ["a page that is none", call("a@b.example", { page: "javascript:x" }), "page"],
  ["no widget", { ...call("a@b.example"), widget: undefined }, "widget"],
])("refuses %s at its field", async (_name, body, path) => {
  await expect(signUp(studio.context, "wrenfield", body, "10.1.0.1")).rejects.toMatchObject({
    status: 422,
    fields: expect.arrayContaining([expect.objectContaining({ path })]),
  });
  expect(await all()).toHaveLength(0);
});

test("a machine that fills the hidden field, or is too quick, hears the same and leaves nothing", async () => {
  await send("robot@post.example", { website: "https://spam.example" });
  await send("quick@post.example", { elapsedMs: 90 });
  expect(await all()).toHaveLength(0);
});

test("a popup of another site, or one that is not released, is not there", async () => {
  await expect(send("a@b.example", { widget: "winter" })).rejects.toMatchObject({ status: 404 });
  await expect(signUp(studio.context, "no-site", call("a@b.example"), "10.0.0.2")).rejects.toMatchObject({
    status: 404,
  });
});

test("one address of the network may try sixty times in ten minutes", async () => {
  const tries = await Promise.allSettled(
    Array.from({ length: 70 }, (_, index) => send(`r${index}@post.example`, {}, "10.9.9.9")),
  );
  const refused = tries.filter((one) => one.status === "rejected") as PromiseRejectedResult[];
  expect(refused).toHaveLength(10);
  expect(refused[0]?.reason).toMatchObject({ status: 429, headers: { "retry-after": expect.any(String) } });
});

test("what is seen is counted by day in the site's zone", async () => {
  await Promise.all(
    Array.from({ length: 20 }, () =>
      countSeen(studio.context, "wrenfield", { widget: "letters", what: "shown" }, "10.0.0.3"),
    ),
  );
  await countSeen(studio.context, "wrenfield", { widget: "letters", what: "closed" }, "10.0.0.3");
  const results = (await studio.as("designer", "widgets.results", {
    site: "wrenfield",
    widget: "letters",
    days: 7,
  })) as { days: string[]; series: Record<string, number[]> };
  expect(results.days).toHaveLength(7);
  expect([results.series.shown?.at(-1), results.series.closed?.at(-1)]).toEqual([20, 1]);
});

describe("on the Desk", () => {
  const window = (filter: object = {}) =>
    studio.as("designer", "desk.signups", { site: "wrenfield", offset: 0, limit: 100, ...filter }) as Promise<{
      all: number;
      rows: { email: string }[];
    }>;

  test("search and filters find what fits; a percent sign is only a percent sign", async () => {
    await send("nuala@post.example");
    await send("bram@hill.example");
    expect((await window({ words: "hill" })).rows.map((row) => row.email)).toEqual(["bram@hill.example"]);
    expect((await window({ words: "%" })).all).toBe(0);
    expect((await window({ state: "confirmed" })).all).toBe(0);
  });

  test("erasing a person takes their signups and mails, in whatever case the address is written", async () => {
    await send("nuala@post.example");
    await send("bram@hill.example");
    expect(await studio.as("designer", "desk.erase", { site: "wrenfield", email: "NUALA@post.example" })).toEqual({
      signups: 1,
      mails: 1,
      forms: 0,
      conversations: 0,
      orders: 0,
      bookings: 0,
    });
    expect((await window()).rows.map((row) => row.email)).toEqual(["bram@hill.example"]);
    expect((await letters()).map((letter) => letter.recipient)).toEqual(["bram@hill.example"]);
  });

  test("the CSV keeps commas, quotes and lines, and no cell is a formula", async () => {
    await send("nuala@post.example", { fields: { email: "nuala@post.example", name: '=HYPERLINK("x")' } });
    const [signup] = await all();
    await studio.context.db
      .update(signups)
      .set({ consent: 'one, "two"\nthree' })
      .where(eq(signups.id, signup?.id ?? ""));
    const call_ = await onSite(studio.incoming("designer"), "wrenfield", "visitors.read");
    let text = "";
    for await (const line of signupsCsv(call_, {})) text += line;
    const read = Papa.parse<string[]>(text, { newline: "\r\n", skipEmptyLines: true }).data;
    expect(read[1]?.[1]).toBe(`'=HYPERLINK("x")`);
    expect(read[1]?.[9]).toBe('one, "two"\nthree');
    expect(text.endsWith("\r\n")).toBe(true);
  });

  test("own answers have a column each in the CSV, under the label of their field, and stand on the Desk", async () => {
    const [row] = await studio.context.db.select().from(widgets).where(eq(widgets.id, "letters"));
    const settings = row?.settings as Popup;
    const asked = {
      ...settings,
      fields: [
        ...settings.fields,
        { key: "glaze", kind: "choice" as const, label: "Which glaze", required: false, options: ["blue", "green"] },
      ],
    };
    await studio.context.db.update(widgets).set({ settings: asked }).where(eq(widgets.id, "letters"));
    await send("nuala@post.example");
    const [signup] = await all();
    await studio.context.db
      .update(signups)
      .set({ answers: { ...signup?.answers, glaze: "blue, I think", agreed: true } })
      .where(eq(signups.id, signup?.id ?? ""));
    const call_ = await onSite(studio.incoming("designer"), "wrenfield", "visitors.read");
    let text = "";
    for await (const line of signupsCsv(call_, {})) text += line;
    const [heads, first] = Papa.parse<string[]>(text, { newline: "\r\n", skipEmptyLines: true }).data;
    expect(heads?.slice(10)).toEqual(["agreed", "Which glaze"]);
    expect(first?.slice(10)).toEqual(["yes", "blue, I think"]);
    expect((await window()).rows[0]).toMatchObject({
      answers: expect.arrayContaining([{ label: "Which glaze", answer: "blue, I think" }]),
    });
    await studio.context.db.update(widgets).set({ settings }).where(eq(widgets.id, "letters"));
  });
});

test("the confirmation letter is written in the designer's own words, with both links below them", () => {
  const given = {
    language: "de",
    site: "Wrenfield",
    commandUrl: "https://w.example/c",
    withdrawUrl: "https://w.example/w",
  };
  const own = { subject: "One click more", text: "Lovely to have you.\n\nHere it is:", button: "Yes, write to me" };
  const written = letter("confirm", { ...given, own });
  expect(written.subject).toBe("One click more");
  expect(written.text.split("\n").slice(0, 3)).toEqual(["Lovely to have you.", "Here it is:", "https://w.example/c"]);
  expect(written.html).toContain('<a href="https://w.example/c">Yes, write to me</a>');
  expect(written.text).toContain("https://w.example/w");
  // The welcome stays ours, and what one begins with is our letter in the site's language.
  expect(letter("welcome", { ...given, own }).subject).not.toBe(own.subject);
  expect(usualLetter("en-IE", "Wrenfield")).toMatchObject({ button: "Confirm my address" });
  const script = letter("confirm", { ...given, own: { ...own, text: "<script>alert(1)</script>" } });
  expect(script.html).not.toContain("<script>");
});
