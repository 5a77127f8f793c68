// Forms: judged by their own fields, kept once, mailed, answered from the Desk, forgotten with their files.
import { eq } from "drizzle-orm";
import { newForm } from "@/core/form/form";
import { formAnswers, formFiles } from "@/data/form/tables";
import { rateLimits } from "@/data/job/tables";
import { mails } from "@/data/mail/tables";
import { findSite } from "@/data/site/queries";
import { namedBytes, sweepForms } from "@/data/site/sweep";
import { answerVisitor } from "../edge/visitors";
import { type TestStudio, testStudio } from "../testing/studio.test-kit";

let studio: TestStudio;
const site = "wrenfield";
let widget = "";

beforeAll(async () => {
  studio = await testStudio();
  const made = (await studio.as("designer", "widgets.add", { site, kind: "form", name: "Ask us" })) as { id: string };
  widget = made.id;
  await studio.as("designer", "widgets.save", {
    site,
    widget,
    revision: 0,
    name: "Ask us",
    settings: {
      ...newForm,
      fields: [
        ...newForm.fields,
        { key: "day", kind: "date", label: "Which day", required: false },
        { key: "people", kind: "number", label: "How many", required: false },
        { key: "glazes", kind: "several", label: "Glazes", required: false, options: ["blue", "ash"] },
        { key: "sketch", kind: "file", label: "A sketch", required: false },
        { key: "agree", kind: "tick", label: "I have read how you keep this", required: true },
      ],
      confirmation: { subject: "It has arrived", text: "We answer soon." },
    },
  });
  await studio.as("designer", "publish.start", { site });
  await studio.work();
});
afterAll(() => studio.close());
beforeEach(async () => {
  for (const table of [rateLimits, formAnswers, formFiles, mails]) await studio.context.db.delete(table);
});

let nth = 0;
const filled = () => ({
  _widget: widget,
  _language: "en-IE",
  _website: "",
  _page: "/visit",
  _once: `once-${++nth}-abcdefgh`,
  _elapsed: "5000",
  name: "Nuala",
  email: " Nuala@Post.example ",
  message: "May I come\r\nwith my class?",
  agree: "true",
});

function multipart(parts: Record<string, string | readonly string[]>, file?: { name: string; bytes: Uint8Array }) {
  const form = new FormData();
  for (const [key, value] of Object.entries(parts)) for (const one of [value].flat()) form.append(key, one);
  if (file) form.append("sketch", new Blob([file.bytes as Uint8Array<ArrayBuffer>]), file.name);
  return form;
}

async function send(body: BodyInit, headers: Record<string, string> = {}, address = "10.0.0.1") {
  const host = "wrenfield.localhost:4499";
  const request = new Request(`http://${host}/_w/v1/forms`, {
    method: "POST",
    headers: { host, origin: `http://${host}`, ...headers },
    body,
  });
  return answerVisitor(studio.context, request, { siteKey: site, address, path: "/forms" });
}
const faults = async (answer: Response) =>
  ((await answer.json()) as { fields: { path: string; message: string }[] }).fields.map(({ path, message }) => [
    path,
    message,
  ]);
const rows = () => studio.context.db.select().from(formAnswers);
const letters = () => studio.context.db.select().from(mails);
const pdf = new TextEncoder().encode("%PDF-1.4\ntrailer<<>>\n%%EOF\n");

test("a form is kept with its file, told to the site and to its sender; sent again it is the same one", async () => {
  const parts = { ...filled(), people: "12", glazes: ["blue", "ash"], day: "2026-04-01" };
  const answers = await Promise.all(
    [1, 2, 3, 4].map(() => send(multipart(parts, { name: "jug sketch.pdf", bytes: pdf }))),
  );
  expect(answers.map(({ status }) => status)).toEqual([202, 202, 202, 202]);
  const kept = await rows();
  expect(kept).toHaveLength(1);
  expect(kept[0]).toMatchObject({ state: "new", email: "nuala@post.example", name: "Nuala", page: "/visit" });
  expect(kept[0]?.answers.map(({ key, words }) => [key, words])).toEqual([
    ["name", "Nuala"],
    ["email", "nuala@post.example"],
    ["message", "May I come\nwith my class?"],
    ["day", "2026-04-01"],
    ["people", "12"],
    ["glazes", "blue, ash"],
    ["sketch", "jug sketch.pdf"],
    ["agree", "yes"],
  ]);
  const [file] = await studio.context.db.select().from(formFiles);
  expect(file).toMatchObject({ name: "jug sketch.pdf", type: "application/pdf", bytes: pdf.length });
  expect((await letters()).map(({ recipient, subject }) => [recipient, subject]).sort()).toEqual([
    ["hello@wrenfield.example", "Ask us: Nuala"],
    ["nuala@post.example", "It has arrived"],
  ]);
});

test("what is wrong is said at its field, all at once: no tick, no number, a file that is none", async () => {
  const { agree: _agree, ...parts } = filled();
  const answer = await send(
    multipart({ ...parts, people: "many", glazes: "red", email: "nobody" }, { name: "x.pdf", bytes: pdf.slice(5) }),
  );
  expect(answer.status).toBe(422);
  expect(Object.fromEntries(await faults(answer))).toMatchObject({
    "fields.agree": "This is needed.",
    "fields.people": "Write a number, such as 12 or 2.5.",
    "fields.glazes": "Please choose from the list.",
    "fields.email": expect.stringMatching(/\.$/),
    "fields.sketch": expect.stringMatching(/^This file is called a PDF and is none/),
  });
  expect(await rows()).toHaveLength(0);
});

test("bounds: a file over 10 MB, a body that is no form, a hundred and more parts, a machine, too many from one address", async () => {
  const large = new Uint8Array(10 * 1024 * 1024 + 1);
  large.set(pdf);
  expect(await faults(await send(multipart(filled(), { name: "x.pdf", bytes: large })))).toEqual([
    ["fields.sketch", "A file has at most 10 MB. Make it smaller, or send it by mail."],
  ]);
  expect((await send("--x\r\nnonsense", { "content-type": "multipart/form-data; boundary=x" })).status).toBe(400);
  expect((await send("a=b", { "content-type": "text/plain" })).status).toBe(415);
  // Words alone are read as browsers write them, and judged as any form.
  expect((await send("a=b", { "content-type": "application/x-www-form-urlencoded" })).status).toBe(422);
  const many = multipart(filled());
  for (let at = 0; at < 120; at++) many.append(`k${at}`, "x");
  expect((await send(many)).status).toBe(422);
  // Hundreds of thousands of parts in twelve megabytes are refused unparsed.
  const tiny = '--x\r\nContent-Disposition: form-data; name="a"\r\n\r\n\r\n';
  const swarm = `${tiny.repeat(200_000)}--x--\r\n`;
  expect(await faults(await send(swarm, { "content-type": "multipart/form-data; boundary=x" }))).toEqual([
    ["body", "A form has at most 100 parts."],
  ]);
  expect((await send("--x--", { "content-type": "multipart/form-data" })).status).toBe(400);
  const said = JSON.stringify({
    widget,
    page: "/",
    language: "en-IE",
    fields: { name: "N", email: "n@post.example", message: "m", agree: true, sketch: "only said.pdf" },
  });
  expect((await send(said, { "content-type": "application/json" })).status).toBe(202);
  expect(
    (await rows()).flatMap(({ answers }) => answers.filter(({ key, words }) => key === "sketch" && words)),
  ).toEqual([]);
  await studio.context.db.delete(formAnswers);
  await studio.context.db.delete(mails);
  expect((await send(multipart({ ...filled(), _website: "https://spam.example" }))).status).toBe(202);
  expect((await send(multipart({ ...filled(), _elapsed: "20" }))).status).toBe(202);
  expect(await rows()).toHaveLength(0);
  expect((await send(multipart({ ...filled(), _widget: "letters" }))).status).toBe(404);
  const statuses: number[] = [];
  for (let at = 0; at < 22; at++) statuses.push((await send(multipart(filled()), {}, "10.0.0.9")).status);
  expect(statuses.slice(0, 20)).toEqual(Array.from({ length: 20 }, () => 202));
  expect(statuses.slice(20)).toEqual([429, 429]);
  // One person is written to at most five times a day by public forms; the site hears of every form.
  expect((await letters()).filter(({ recipient }) => recipient === "nuala@post.example")).toHaveLength(5);
});

test("without script a browser is thanked by a page, or told on one what is wrong", async () => {
  const { _page, _once, _elapsed, ...plain } = filled();
  const headers = { "sec-fetch-mode": "navigate", referer: "http://wrenfield.localhost:4499/visit?x=1" };
  const thanked = await send(multipart(plain), headers);
  expect([thanked.status, thanked.headers.get("content-type")]).toEqual([200, "text/html; charset=utf-8"]);
  expect(await thanked.text()).toContain("It has arrived. We answer within two working days.");
  expect((await rows())[0]).toMatchObject({ page: "/visit" });
  const { agree: _agree, ...without } = plain;
  const told = await send(multipart(without), headers);
  expect(told.status).toBe(422);
  expect(await told.text()).toContain("This is needed.");
});

test("from the Desk it is read, answered by a letter, put aside; only by those who may", async () => {
  await send(multipart(filled()));
  const { rows: listed, counts } = (await studio.as("designer", "desk.forms", { site, before: null })) as {
    rows: { id: string; about: string; form: string }[];
    counts: Record<string, number>;
  };
  expect(counts).toEqual({ new: 1 });
  expect(listed).toMatchObject([{ about: "May I come\nwith my class?", form: "Ask us" }]);
  const found = async (words: string) =>
    ((await studio.as("designer", "desk.forms", { site, words, before: null })) as { rows: unknown[] }).rows.length;
  for (const words of ["NUALA", "may i come", "Cláss"]) expect(await found(words)).toBe(1);
  for (const words of ["somebody else", "%%%"]) expect(await found(words)).toBe(0);
  const answer = listed[0]?.id ?? "";
  await expect(studio.as("designer", "desk.answerForm", { site, answer, text: " " })).rejects.toMatchObject({
    fields: [{ path: "text", message: "Write an answer first." }],
  });
  await studio.as("designer", "desk.answerForm", { site, answer, text: "Of course.\nCome on Tuesday." });
  const written = (await letters()).find(({ text }) => text.startsWith("Of course."));
  expect(written).toMatchObject({ recipient: "nuala@post.example", subject: "Re: Wrenfield Clayworks" });
  expect(written?.text).toContain("> Your question: May I come\n> with my class?");
  expect(await studio.as("designer", "desk.form", { site, answer })).toMatchObject({
    state: "answered",
    reply: "Of course.\nCome on Tuesday.",
  });
  await studio.as("designer", "desk.formState", { site, answers: [answer], state: "done" });
  expect(
    ((await studio.as("designer", "desk.forms", { site, state: "new", before: null })) as { rows: unknown[] }).rows,
  ).toEqual([]);
});

test("a person who is erased takes forms and files along; what is old goes, and bytes that nothing names", async () => {
  await send(multipart(filled(), { name: "sketch.pdf", bytes: pdf }));
  const [file] = await studio.context.db.select().from(formFiles);
  const hash = file?.hash ?? "";
  expect((await namedBytes(studio.context.db, [hash])).has(hash)).toBe(true);
  expect(await studio.as("owner", "desk.erase", { site, email: "nuala@post.example" })).toMatchObject({ forms: 1 });
  expect(await studio.context.db.select().from(formFiles)).toEqual([]);
  expect((await namedBytes(studio.context.db, [hash])).has(hash)).toBe(false);
  await send(multipart(filled(), { name: "sketch.pdf", bytes: pdf }));
  const row = await findSite(studio.context.db, site);
  const later = new Date(studio.context.now().getTime() + 1000);
  expect(await sweepForms(studio.context.db, row?.id ?? "", later)).toBe(1);
  expect(
    await studio.context.db
      .select()
      .from(formFiles)
      .where(eq(formFiles.siteId, row?.id ?? "")),
  ).toEqual([]);
});

test("what a new one would begin as is told to be looked at, and nothing is stored", async () => {
  type Framed = { widgets: readonly { id: string; kind: string; settings: object }[] };
  const framed = async () => (await studio.as("editor", "sites.frame", { site })) as Framed;
  const before = await framed();
  const { widgets } = (await studio.as("editor", "widgets.fresh", { site, kinds: ["form", "popup"] })) as Framed;
  expect(widgets.map(({ kind }) => kind)).toEqual(["form", "popup"]);
  expect((await framed()).widgets).toEqual(before.widgets);
  const { id } = (await studio.as("designer", "widgets.add", { site, kind: "form", name: "Another" })) as {
    id: string;
  };
  expect((await framed()).widgets.find((one) => one.id === id)?.settings).toEqual(widgets[0]?.settings);
  await expect(studio.as("editor", "widgets.fresh", { site, kinds: ["form", "form"] })).rejects.toThrow();
});
