// The chat on pages of other sites: it is private; those that are listed get what draws it, all others a sentence.
import { eq } from "drizzle-orm";
import { newChat } from "@/core/chat/chat";
import { chatTalks } from "@/data/chat/tables";
import type { Gives, OperationName } from "@/server/operations";
import { answerVisitor } from "../edge/visitors";
import { type TestStudio, testStudio } from "../testing/studio.test-kit";

let studio: TestStudio;
let widget = "";
const site = "wrenfield";
/** The demo's place lists this one, too. */
const booksToo = "https://riverside-makers.example";
const listed = "https://boatyard.example";
const stranger = "https://somewhere-else.example";
const host = "wrenfield.localhost:4499";

const call = (path: string, origin: string | null, body?: object, method = body ? "POST" : "GET") =>
  answerVisitor(
    studio.context,
    new Request(`http://${host}/_w/v1/${path}`, {
      method,
      headers: { host, ...(origin ? { origin } : {}), ...(body ? { "content-type": "application/json" } : {}) },
      ...(body ? { body: JSON.stringify(body) } : {}),
    }),
    { siteKey: site, address: "203.0.113.9", path: `/${path}` },
  );
const as = async <N extends OperationName>(person: "designer" | "editor", name: N, input: object): Promise<Gives<N>> =>
  (await studio.as(person, name, { site, ...input })) as never;

async function list(sites: readonly string[], more: object = {}) {
  const { revision, settings } = await as("designer", "widgets.read", { widget });
  await as("designer", "widgets.save", { widget, name: "Ask", revision, settings: { ...settings, ...more, sites } });
}
const publish = async () => {
  await as("designer", "publish.start", {});
  await studio.work();
};
const question = (nth: number) => ({
  ...{ once: `away-${nth}-abcdef`, talk: null, question: "where can I park?", page: "/berths", language: "en" },
});

beforeAll(async () => {
  studio = await testStudio();
  widget = (await as("designer", "widgets.add", { kind: "chat", name: "Ask" })).id;
  const { greetings } = newChat("Wrenfield");
  await list([listed, booksToo], {
    greetings: [{ id: "visit", text: "On Visit.", include: ["/visit"], from: null, to: null }, ...greetings],
    starters: [
      { id: "here", text: "Where can I park?", include: [] },
      { id: "kiln", text: "Which clay at 1240?", include: ["/kiln-hire"] },
    ],
  });
  await publish();
});
afterAll(() => studio.close());

test("a listed site's page gets its words, what is for every page, and the brand's colours; nothing else", async () => {
  const response = await call(`chat/${widget}/elsewhere`, listed);
  expect(response.status).toBe(200);
  expect(response.headers.get("access-control-allow-origin")).toBe(listed);
  const { form, ...told } = await response.json();
  expect(told).toEqual({
    language: "en-IE",
    home: expect.stringContaining("wrenfield.localhost"),
    brand: expect.objectContaining({ "--c-accent": expect.stringMatching(/^#/) }),
  });
  expect(form).toMatchObject({ words: "Ask us", books: false });
  expect(form.greetings.map(({ id }: { id: string }) => id)).toEqual(["hello"]);
  expect(form.starters.map(({ id }: { id: string }) => id)).toEqual(["here"]);
  expect(form).not.toHaveProperty("sites");
  const other = await (await call(`chat/${widget}/elsewhere`, booksToo)).json();
  expect(other.form.books).toBe(true);
});

test("it answers there, keeps where it was asked, and goes on with its own token", async () => {
  const preflight = await call(`chat/${widget}/questions`, listed, undefined, "OPTIONS");
  expect(preflight.headers.get("access-control-allow-origin")).toBe(listed);
  const response = await call(`chat/${widget}/questions`, listed, question(1));
  expect(response.status).toBe(200);
  expect(response.headers.get("access-control-allow-origin")).toBe(listed);
  const { talk, lines } = await response.json();
  expect(lines.at(-1).text).toContain("boat slip");
  const [row] = await studio.context.db.select().from(chatTalks).where(eq(chatTalks.widgetId, widget));
  expect(row?.page).toBe(`${listed}/berths`);
  const read = await call(`chat/talks/${talk}`, listed);
  expect(read.headers.get("access-control-allow-origin")).toBe(listed);
  expect((await read.json()).lines).toHaveLength(2);
});

test.each([
  stranger,
  "https://boatyard.example.evil.example",
  "http://boatyard.example",
  "https://boatyard.example:8443",
  "null",
])("a page of %s reads why it has no chat, and gets no answer", async (origin) => {
  const response = await call(`chat/${widget}/elsewhere`, origin);
  expect(response.status).toBe(403);
  // Its script can read the sentence.
  expect(response.headers.get("access-control-allow-origin")).toBe(origin);
  expect((await response.json()).title).toContain(`may not stand on pages of ${origin}`);
  expect((await call(`chat/${widget}/questions`, origin, question(2))).status).toBe(403);
  const read = await call("chat/talks/0123456789abcdef0123456789abcdef", origin);
  expect(read.headers.get("access-control-allow-origin")).toBeNull();
  const preflight = await call(`chat/${widget}/questions`, origin, undefined, "OPTIONS");
  expect(preflight.headers.get("access-control-allow-origin")).toBeNull();
});

test("pages of the site itself go on as before", async () => {
  const own = `http://${host}`;
  expect((await call(`chat/${widget}/questions`, own, question(3))).status).toBe(200);
  expect((await call(`chat/${widget}/questions`, null, question(4))).status).toBe(200);
  const rows = await studio.context.db.select().from(chatTalks).where(eq(chatTalks.widgetId, widget));
  expect(rows.filter(({ page }) => page === "/berths")).toHaveLength(2);
});

test("the script is one file for everybody, and the page for whoever builds the other site holds both lines", async () => {
  const script = await call("chat/elsewhere.js", stranger);
  expect(script.headers.get("content-type")).toBe("text/javascript; charset=utf-8");
  expect(await script.text()).toContain("attachShadow");
  const page = await call(`chat/${widget}/snippet`, null);
  const html = await page.text();
  expect(html).toContain(`&lt;div data-chat=&quot;${widget}&quot;&gt;`);
  expect(html).toContain(`/_w/v1/chat/elsewhere.js`);
  expect(html).toContain(listed);
  expect(page.headers.get("content-security-policy")).toContain("frame-ancestors 'none'");
});

test("the workspace tells what a page would get; a list holds from the next release", async () => {
  const fresh = "https://fair.example";
  const would = (origin: string) => as("designer", "chat.tryElsewhere", { widget, origin });
  expect(await would(`${booksToo}/classes?x=1`)).toEqual({ origin: booksToo, shows: ["times"], refused: "" });
  expect(await would(listed)).toEqual({ origin: listed, shows: [], refused: "" });
  await list([fresh]);
  expect(await would(fresh)).toMatchObject({ refused: expect.stringContaining("from the next release") });
  await publish();
  expect(await would(fresh)).toMatchObject({ refused: "" });
  expect(await would(listed)).toMatchObject({ refused: expect.stringContaining(listed) });
  expect((await call(`chat/${widget}/questions`, listed, question(5))).status).toBe(403);
});

test("what is no origin is told at its line, what is no address at its field; editors do not ask", async () => {
  for (const wrong of ["boatyard", "https://boatyard.example/berths", "javascript:alert(1)", "ftp://boatyard.example"])
    await expect(list([wrong])).rejects.toMatchObject({
      fields: [
        { path: "settings.sites[0]", message: "Write another site as https://its-host.example, without a path." },
      ],
    });
  expect(await as("designer", "chat.tryElsewhere", { widget: "none", origin: listed })).toMatchObject({
    refused: expect.stringContaining("This chat"),
  });
  await expect(as("designer", "chat.tryElsewhere", { widget, origin: "boatyard" })).rejects.toMatchObject({
    fields: [{ path: "origin" }],
  });
  await expect(as("editor", "chat.tryElsewhere", { widget, origin: listed })).rejects.toMatchObject({ status: 403 });
});
