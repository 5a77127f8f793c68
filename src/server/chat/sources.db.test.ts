// Other sites and files of a chat: read as they ask to be, against one that keeps its manners and one that has none; stopped,
// resumed, gone through again, and killed in the middle.
import { and, eq, sql } from "drizzle-orm";
import { strToU8, zipSync } from "fflate";
import { PDFDocument, StandardFonts } from "pdf-lib";
import type { Chat, ChatSource } from "@/core/chat/chat";
import { chatSourcePages, chatSources } from "@/data/chat/tables";
import { jobs } from "@/data/job/tables";
import { findSite } from "@/data/site/queries";
import { JobLost } from "@/server/job/queue";
import { withClock } from "../booking/api.test-kit";
import type { Context } from "../context";
import { addDocument } from "../site/media";
import { operatorIn, type StandIns, startStandIns } from "../testing/stand-ins.test-kit";
import { isOfThisRun, type TestStudio, testStudio } from "../testing/studio.test-kit";
import { sourceKey } from "./read-sources";
import { goOnWith, sourcesJob, stopSource } from "./sources";

let studio: TestStudio;
let standIns: StandIns;
let context: Context & { set(now: string): void };
let siteId = "";
let studioId = "";
let chatId = "";
const site = "wrenfield";

const operate = operatorIn(site, () => ({ studio, context }));

const host = (label: string) => `http://${label}.localhost:${context.settings.port}`;
const other = (label: string, part: Partial<Extract<ChatSource, { of: "site" }>> = {}): ChatSource => ({
  ...{ id: label, of: "site", address: `${host(label)}/`, mostPages: 60, mostDepth: 5, everyDays: 7, leaveOut: [] },
  ...part,
});

async function set(part: Partial<Chat>): Promise<void> {
  const { revision, name, settings } = await operate("widgets.read", { widget: chatId });
  await operate("widgets.save", { widget: chatId, name, revision, settings: { ...settings, ...part } });
}

/** Runs the job as a process would, again and again until nothing is due; `stop` ends it before. */
async function work(stop: () => boolean = () => false, most = 60): Promise<void> {
  for (let nth = 0; nth < most && !stop(); nth++) {
    const [job] = await context.db
      .select()
      .from(jobs)
      .where(and(eq(jobs.siteId, siteId), eq(jobs.kind, "chatSources"), eq(jobs.state, "queued")));
    if (!job) return;
    // Clock: what comes again much later is for later, by the real time of jobs.
    if (job.availableAt.getTime() > Date.now() + 30_000) return;
    await context.db.delete(jobs).where(eq(jobs.id, job.id));
    const run = {
      job: job as never,
      progress: async () => {
        if (stop()) throw new JobLost("killed");
      },
      finish: async () => {},
      forget: async () => {},
    };
    await sourcesJob(context, run).catch((error: Error) => {
      if (!(error instanceof JobLost)) throw error;
    });
  }
}

const state = async (source: ChatSource) => (await operate("chat.source", { source })).found;
/** Paths that were read, and why others were not. */
async function told(source: ChatSource): Promise<{ read: string[]; left: Record<string, string> }> {
  const { pages } = await state(source);
  const path = (address: string) => address.replace(/^http:\/\/[^/]+/, "");
  const of = (which: string) => pages.filter((page: { state: string }) => page.state === which);
  return {
    read: of("read").map(({ address }: { address: string }) => path(address)),
    left: Object.fromEntries(
      of("left").map(({ address, reason }: { address: string; reason: string }) => [path(address), reason]),
    ),
  };
}

async function answerTo(
  question: string,
): Promise<{ kind: string; text: string; sources: { href: string; kind: string; title: string }[] }> {
  const { settings } = await operate("widgets.read", { widget: chatId });
  const reply = await operate("chat.try", { settings, question, language: "en" });
  return {
    kind: reply.kind,
    text: reply.lines.map(({ text }: { text: string }) => text).join(" "),
    sources: reply.sources,
  };
}

beforeAll(async () => {
  studio = await testStudio();
  standIns = await startStandIns(studio.context);
  const settings = { ...standIns.context.settings, crawlPauseMs: 0 };
  context = withClock({ ...standIns.context, settings }, "2026-03-05T12:00:00Z");
  const row = await findSite(context.db, site);
  siteId = row?.id ?? "";
  studioId = row?.studioId ?? "";
  chatId = (await operate("widgets.add", { kind: "chat", name: "Ask us" })).id;
});
afterEach(() => {
  standIns.instead = null;
});
afterAll(async () => {
  await standIns.close();
  await studio.close();
});

describe("another site of the business", () => {
  test("is read as it asks to be, and what is left out says why", async () => {
    await set({ sources: [other("quayside")] });
    await work();
    expect(await state(other("quayside"))).toMatchObject({ state: "done", problem: null, due: 0 });
    const { read, left } = await told(other("quayside"));
    expect(read.sort()).toEqual(["/", "/about/history", "/bringing-pots", "/firing", "/glazes", "/questions"]);
    expect(left).toMatchObject({
      "/old-prices": "It asks not to be found.",
      "/staff/rota": "Its robots.txt asks not to read it.",
      "/leaflet.pdf": "A file (pdf) and no page.",
      "/print/firing": expect.stringMatching(/^It says the same as .*\/firing\.$/),
      "/firing?from=home": expect.stringMatching(/^The same stands at .*\/firing\.$/),
    });
    expect(standIns.asked).not.toContain("quayside /staff/rota");
  });

  test("questions are answered from it, with its address, and from its tables", async () => {
    const breaks = await answerTo("What happens if a pot breaks in the kiln?");
    expect(breaks.text).toContain("fired again for nothing");
    expect(breaks.sources[0]).toMatchObject({ href: `${host("quayside")}/questions`, kind: "elsewhere" });
    expect((await answerTo("How much is a full shelf of bisque?")).text).toContain("€16");
    expect((await answerTo("What did a full shelf cost last year?")).text).not.toContain("21");
    expect((await answerTo("where is the key of the firing house")).text).not.toContain("brick");
  });

  test("gone through again it is asked by its validators; only what changed is another", async () => {
    const before = await context.db.select().from(chatSources).where(eq(chatSources.siteId, siteId));
    const statuses: number[] = [];
    standIns.instead = (request, response) => {
      response.on("finish", () => statuses.push(response.statusCode));
      if (request.url !== "/questions") return false;
      const body = "<main><h1>Questions</h1><h2>Is there parking?</h2><p>Park behind the crane.</p></main>";
      response.writeHead(200, { "content-type": "text/html" }).end(body);
      return true;
    };
    // Not due before its days are over.
    context.set("2026-03-08T12:00:00Z");
    await context.db.transaction((tx) => import("./sources").then(({ sourcesSoon }) => sourcesSoon(tx, siteId)));
    await work();
    expect(statuses).toEqual([]);
    context.set("2026-03-13T12:00:00Z");
    await context.db.transaction((tx) => import("./sources").then(({ sourcesSoon }) => sourcesSoon(tx, siteId)));
    await work();
    expect(statuses.filter((status) => status === 304)).toHaveLength(5);
    const [after] = await context.db.select().from(chatSources).where(eq(chatSources.siteId, siteId));
    expect(after).toMatchObject({ state: "done", round: 2, version: (before[0]?.version ?? 0) + 1 });
    expect((await told(other("quayside"))).read.sort()).toHaveLength(6);
    expect((await answerTo("Can I park at the firing house behind the crane?")).text).toContain("behind the crane");
    expect((await answerTo("What happens if a pot breaks in the kiln?")).text).not.toContain("again for nothing");
  });

  test("a page that is gone is forgotten; one that can’t be had just now is not", async () => {
    standIns.instead = (request, response) => {
      if (request.url === "/bringing-pots") return !!response.writeHead(410).end();
      if (request.url === "/glazes") return !!response.writeHead(500).end();
      return false;
    };
    await operate("chat.sourceGo", { source: other("quayside") });
    await work();
    const { read, left } = await told(other("quayside"));
    expect(read).not.toContain("/bringing-pots");
    expect(left["/bringing-pots"]).toBe("It was removed.");
    expect(read).toContain("/glazes");
    expect((await answerTo("how much is a litre of tide green")).text).toContain("€13");
  });

  test("robots.txt that is not given out: nothing is read, and it is tried again later and later", async () => {
    standIns.instead = (request, response) => {
      if (request.url === "/robots.txt") return !!response.writeHead(503).end();
      return false;
    };
    await operate("chat.sourceGo", { source: other("quayside") });
    standIns.asked.length = 0;
    await work();
    expect(standIns.asked).toEqual(["quayside /robots.txt"]);
    const found = await state(other("quayside"));
    expect(found).toMatchObject({
      state: "failed",
      problem: expect.stringContaining("does not give out its robots.txt"),
    });
    expect(Date.parse(found.nextAt) - context.now().getTime()).toBe(1_800_000);
    // What was known is still answered from.
    expect((await answerTo("how much is a litre of tide green")).text).toContain("€13");
    const [finding] = (await operate("checks.content", {})).findings.filter(
      ({ reason }: { reason: { code: string } }) => reason.code === "check.chatSource",
    );
    expect(finding.reason.problem).toContain("robots.txt");
  });

  test("begun at its sitemap, it reads what that names", async () => {
    const source = other("quayside", { id: "map", address: `${host("quayside")}/sitemap.xml`, mostDepth: 0 });
    await set({ sources: [source] });
    await work();
    expect((await told(source)).read.sort()).toEqual(["/", "/bringing-pots", "/firing", "/glazes", "/questions"]);
  });

  test("counts, depth and patterns hold, and set otherwise it is gone through anew", async () => {
    const source = other("quayside", { mostPages: 2 });
    await set({ sources: [source] });
    await work();
    expect((await told(source)).read).toHaveLength(2);
    expect(Object.values((await told(source)).left)).toContain(
      "2 pages were read before it, as many as were asked for.",
    );
    const patterned = other("quayside", { leaveOut: ["/glazes", "/about/*"] });
    await set({ sources: [patterned] });
    await work();
    const { read, left } = await told(patterned);
    expect(read).not.toContain("/glazes");
    expect(left["/about/history"]).toBe("Left out by /about/*.");
  });

  test("stopped it stays where it is, resumed it goes on there, whatever happens in between", async () => {
    const source = other("quayside", { mostDepth: 4 });
    await set({ sources: [source] });
    await work(() => standIns.asked.filter((one) => one.startsWith("quayside /")).length > 1e6, 0);
    let pages = 0;
    standIns.asked.length = 0;
    standIns.instead = (request) => {
      if (request.url !== "/robots.txt" && request.url !== "/sitemap.xml") pages += 1;
      return false;
    };
    // The process is killed after two pages.
    await work(() => pages >= 2);
    await stopSource(context, siteId, source);
    const stopped = await state(source);
    expect(stopped.state).toBe("stopped");
    expect(stopped.due).toBeGreaterThan(0);
    await context.db.transaction((tx) => import("./sources").then(({ sourcesSoon }) => sourcesSoon(tx, siteId)));
    await work();
    expect((await state(source)).read).toBe(stopped.read);
    await goOnWith(context, siteId, source);
    await work();
    expect(await state(source)).toMatchObject({ state: "done", due: 0 });
    // No page was asked for twice.
    const asked = standIns.asked.filter((one) => !/robots|sitemap/.test(one));
    expect(asked.filter((one) => one === "quayside /bringing-pots")).toHaveLength(1);
  });

  test("who asks to be left alone is asked later, and is left out after three times", async () => {
    let busy = 0;
    standIns.instead = (request, response) => {
      if (request.url !== "/glazes") return false;
      busy += 1;
      return !!response.writeHead(429, { "retry-after": "120" }).end();
    };
    const source = other("quayside", { mostDepth: 3 });
    await set({ sources: [source] });
    await work();
    expect(busy).toBe(1);
    const queued = async () =>
      (
        await context.db
          .select()
          .from(jobs)
          .where(and(eq(jobs.siteId, siteId), eq(jobs.kind, "chatSources"), eq(jobs.state, "queued")))
      )[0];
    expect(isOfThisRun(((await queued())?.availableAt.getTime() ?? 0) - 100_000)).toBe(false);
    for (let nth = 0; nth < 2; nth++) {
      await context.db
        .update(jobs)
        .set({ availableAt: new Date(0) })
        .where(eq(jobs.id, (await queued())?.id ?? ""));
      await work();
    }
    expect(busy).toBe(3);
    // What was read of it before stays.
    expect((await told(source)).read).toContain("/glazes");
    expect((await state(source)).state).toBe("done");
  });
});

test("what goes wrong within is told of that source, tried again later, and the others go on", async () => {
  const broken = other("quayside", { mostPages: 7 });
  const source = other("maze", { id: "one", address: `${host("maze")}/orders`, mostPages: 1, mostDepth: 0 });
  await set({ sources: [broken, source] });
  await work();
  // What was kept of a page can't be read any more.
  await context.db
    .update(chatSourcePages)
    .set({ read: sql`'no packed JSON'` })
    .where(and(eq(chatSourcePages.siteId, siteId), eq(chatSourcePages.sourceKey, sourceKey(broken))));
  await operate("chat.sourceGo", { source: broken });
  await operate("chat.sourceGo", { source });
  await work();
  const found = await state(broken);
  expect(found).toMatchObject({ state: "failed", problem: expect.stringContaining("It is tried again.") });
  expect(Date.parse(found.nextAt)).toBeGreaterThan(context.now().getTime());
  expect(await state(source)).toMatchObject({ state: "done", read: 1 });
});

describe("a site that means no good", () => {
  test("has an end: calendars, lists, circles, redirects, what is too large or too slow", async () => {
    await set({ sources: [other("maze", { mostPages: 500, mostDepth: 10 })] });
    await work();
    const found = await state(other("maze", { mostPages: 500, mostDepth: 10 }));
    expect(found).toMatchObject({ state: "done", problem: null, due: 0 });
    const { read, left } = await told(other("maze", { mostPages: 500, mostDepth: 10 }));
    expect(read.filter((path) => path.startsWith("/calendar/")).length).toBeLessThanOrEqual(60);
    expect(read.filter((path) => path.startsWith("/list")).length).toBeLessThanOrEqual(20);
    expect(read.filter((path) => path.startsWith("/deeper/")).length).toBeLessThanOrEqual(2);
    expect(left).toMatchObject({
      "/inside": "10.0.0.1 lies in a private network. Only public addresses are read.",
      "/metadata": "169.254.169.254 lies in a private network. Only public addresses are read.",
      "/round": "It leads from one address to the next without end.",
      "/large": "It is larger than 2 MB.",
      "/slow": expect.stringMatching(/^It did not come within \d+ s\.$/),
      "/empty": "There are no words on it.",
      "/picture": "It is no page, but image/png.",
    });
    expect(standIns.asked.filter((one) => one.startsWith("maze /")).length).toBeLessThan(200);
    expect((await answerTo("Was kostet der Glühwein?")).text).toContain("Glühwein kostet vier Euro");
  });

  test("its orders are words, what it hides is not there, and its titles run nowhere", async () => {
    const rows = await context.db
      .select({ title: chatSourcePages.title, read: chatSourcePages.read })
      .from(chatSourcePages)
      .where(eq(chatSourcePages.siteId, siteId));
    const said = JSON.stringify(rows.map(({ read }) => read?.sections));
    expect(said).not.toContain("1 €");
    expect(said).not.toContain("refund");
    expect(said).not.toContain("3 to 4 at night");
    expect((await answerTo("How much is a six week course?")).text).not.toMatch(/free today|1 €/);
    expect((await answerTo("Is everything free today?")).text).not.toMatch(/answer every question/);
  });

  test("a sitemap with entities of its own is refused", async () => {
    const source = other("maze", { address: `${host("maze")}/entities.xml` });
    await set({ sources: [source] });
    await work();
    expect(await state(source)).toMatchObject({ state: "failed", problem: expect.stringContaining("DOCTYPE") });
  });

  test.each([
    ["http://127.0.0.1:3306/", "lies in a private network"],
    ["http://10.0.0.1/", "lies in a private network"],
    ["http://[::1]/", "lies in a private network"],
    ["http://no-such-host.invalid/", "No server of the name"],
  ])("%s is not read", async (address, says) => {
    const source = other("maze", { address });
    await set({ sources: [source] });
    await work();
    expect(await state(source)).toMatchObject({ state: "failed", problem: expect.stringContaining(says) });
  });

  test.each(["javascript:alert(1)", "two words", "", "ftp://quay.example"])(
    "“%s” is refused at its field",
    async (address) => {
      await expect(set({ sources: [other("maze", { address })] })).rejects.toMatchObject({
        status: 422,
        fields: [{ path: "settings.sources[0].address" }],
      });
    },
  );
});

describe("files", () => {
  const file = async (name: string, bytes: Uint8Array): Promise<ChatSource> => {
    const { hash } = await addDocument(context, { id: siteId, studioId }, name, bytes);
    const source: ChatSource = { id: "file", of: "file", file: hash };
    await set({ sources: [source] });
    await work();
    return source;
  };

  async function pdf(
    words: readonly (readonly [text: string, size: number, y: number, x?: number])[],
  ): Promise<Uint8Array> {
    const document = await PDFDocument.create();
    const font = await document.embedFont(StandardFonts.Helvetica);
    const page = document.addPage([420, 600]);
    for (const [text, size, y, x = 40] of words) page.drawText(text, { x, y, size, font });
    return document.save();
  }

  test("a PDF is read by its headings, over the ends of its lines", async () => {
    const source = await file(
      "House rules.pdf",
      await pdf([
        ["House rules", 24, 540],
        ["Lockers", 15, 500],
        ["Each student has a locker beside the drying", 10, 480],
        ["room. The code is changed on the first of May.", 10, 467],
        ["Late pick-up", 15, 430],
        ["Pots that nobody collects are kept for five weeks.", 10, 410],
        ["Drying shelf", 10, 380],
        ["2 weeks", 10, 380, 200],
      ]),
    );
    expect(await state(source)).toMatchObject({ state: "done", read: 1 });
    const { text, sources } = await answerTo("Is there a locker for students?");
    expect(text).toContain("Each student has a locker beside the drying room.");
    expect(sources[0]).toMatchObject({ kind: "file", href: "" });
    expect((await answerTo("how long are pots kept that nobody collects")).text).toContain("five weeks");
  });

  test("plain text, Markdown and DOCX are read alike", async () => {
    const words = "Lockers are emptied on the last Friday of June.";
    const document = `<?xml version="1.0"?><w:document xmlns:w="http://schemas.openxmlformats.org/wordprocessingml/2006/main"><w:body><w:p><w:pPr><w:pStyle w:val="Heading1"/></w:pPr><w:r><w:t>Lockers</w:t></w:r></w:p><w:p><w:r><w:t>${words}</w:t></w:r></w:p></w:body></w:document>`;
    const docx = zipSync({
      "[Content_Types].xml": strToU8(
        '<?xml version="1.0"?><Types xmlns="http://schemas.openxmlformats.org/package/2006/content-types"><Default Extension="rels" ContentType="application/vnd.openxmlformats-package.relationships+xml"/><Override PartName="/word/document.xml" ContentType="application/vnd.openxmlformats-officedocument.wordprocessingml.document.main+xml"/></Types>',
      ),
      "_rels/.rels": strToU8(
        '<?xml version="1.0"?><Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships"><Relationship Id="r1" Type="http://schemas.openxmlformats.org/officeDocument/2006/relationships/officeDocument" Target="word/document.xml"/></Relationships>',
      ),
      "word/document.xml": strToU8(document),
    });
    for (const [name, bytes] of [
      ["rules.txt", strToU8(`LOCKERS\n${words}`)],
      ["rules.md", strToU8(`# Lockers\n\n${words}\n\n<script>alert(1)</script>`)],
      ["rules.docx", docx],
    ] as const) {
      const source = await file(name, bytes);
      expect([name, await state(source)]).toMatchObject([name, { state: "done", problem: null }]);
      expect((await answerTo("when are the lockers emptied")).text).toContain("last Friday of June");
    }
  });

  test.each([
    ["a PDF without text", async () => pdf([]), "scan.pdf", "no text in this file"],
    [
      "a PDF that is broken",
      async () => strToU8("%PDF-1.4\nnothing of it\n%%EOF\n"),
      "broken.pdf",
      "could not be read",
    ],
    ["a DOCX that is none", async () => zipSync({ "a.txt": strToU8("a") }), "none.docx", "could not be read"],
    ["text of spaces", async () => strToU8("  \n \n"), "empty.txt", "no text in this file"],
  ])("%s: a sentence that helps", async (_name, make, name, says) => {
    const source = await file(name, await make());
    expect(await state(source)).toMatchObject({ state: "failed", problem: expect.stringContaining(says) });
  });
});

test("what neither the studio nor the live site names is forgotten", async () => {
  await set({ sources: [] });
  await work();
  expect(await context.db.select().from(chatSources).where(eq(chatSources.siteId, siteId))).toEqual([]);
  expect(await context.db.select().from(chatSourcePages).where(eq(chatSourcePages.siteId, siteId))).toEqual([]);
});

test("a source that no chat has is neither read nor stopped", async () => {
  const source = other("quayside");
  expect(await state(source)).toBeNull();
  for (const command of ["chat.sourceGo", "chat.sourceStop"] as const)
    await expect(operate(command, { source })).rejects.toMatchObject({ status: 404 });
  expect(sourceKey(source)).toHaveLength(64);
});
