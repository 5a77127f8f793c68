// The chats of the demo: set up as a designer would, with a test set, and what visitors asked in the last weeks.
import { and, eq } from "drizzle-orm";
import { type Chat, type ChatSource, type TestQuestion, usualCrawl } from "@/core/chat/chat";
import { chatSourcePages, chatSources } from "@/data/chat/tables";
import { inTransaction } from "@/data/connection";
import { findSite } from "@/data/site/queries";
import { widgets } from "@/data/widget/tables";
import { sourcesSoon } from "@/server/chat/sources";
import { type Context, standInOrigins } from "@/server/context";
import { answerVisitor } from "@/server/edge/visitors";
import { addDocument } from "@/server/site/media";
import { oddlaneChat, wrenfieldChat } from "./demo-sites/chat";
import { type callAs, operator } from "./lib/studio";

type Account = Parameters<typeof callAs>[1];

const page = (path: string, says = "") => ({ of: "page", path, says }) as const;
const live = (what: "hours" | "times" | "price") => ({ of: "live", what }) as const;
const row = (table: string, named: string) => ({ of: "row", table, row: named }) as const;
const own = (answer: string) => ({ of: "own", answer }) as const;
const unknown = { of: "unknown" } as const;

const wrenfieldTests: readonly Omit<TestQuestion, "id">[] = [
  { question: "When are you open on Sunday?", expects: live("hours") },
  { question: "which clay at 1240?", expects: row("clays", "Stoneware") },
  { question: "can I bring my dog", expects: own("dogs") },
  { question: "How much is a six week course?", expects: live("price") },
  { question: "Is a wheel free on Saturday?", expects: live("times") },
  { question: "where do I park", expects: page("/visit", "boat slip") },
  { question: "und am Sonntag?", before: "when are you open on saturday", expects: live("hours") },
  { question: "What should I wear?", expects: page("/classes", "muddy") },
  { question: "can my kids come along", expects: page("/classes", "twelve years") },
  { question: "who works on Tuesdays in the north studio?", expects: row("tutors", "Maren") },
  { question: "cheapest clay", expects: row("clays", "Red earthenware") },
  { question: "how big are the kiln shelves", expects: page("/kiln-hire", "48 by 42") },
  { question: "do you ship to Australia", expects: unknown },
  { question: "is the tea organic", expects: unknown },
];

const oddlaneTests: readonly Omit<TestQuestion, "id">[] = [
  { question: "how much is a flat tire", expects: live("price") },
  { question: "do you repair e-bikes", expects: page("/prices", "Brakes, wheels and chains") },
  { question: "parts under 10 dollars for city", expects: row("parts", "Bell") },
  { question: "do you sell helmets", expects: unknown },
];

const numbered = (tests: readonly Omit<TestQuestion, "id">[]) =>
  tests.map((test, at) => ({ id: `t${at + 1}`, ...test }));

const chats: Readonly<Record<string, { readonly name: string; readonly settings: Chat }>> = {
  wrenfield: {
    name: "Ask the workshop",
    settings: { ...wrenfieldChat, tests: numbered(wrenfieldTests), stopBelow: 80 },
  },
  oddlane: { name: "Ask the bench", settings: { ...oddlaneChat, tests: numbered(oddlaneTests) } },
};

const houseRules = `# House rules

For everybody who works at Wrenfield, in a course or by themselves.

## Lockers

Each student of a course has a locker beside the drying room. Lockers are emptied on the last Friday of June.

## Left pots

Pots that nobody collects are kept for five weeks. After that they are crushed and become clay again.

## Noise

Music is played by whoever sweeps the floor that day.
`;

/** What the workshop’s chat reads besides the site: the firing house on the quay, and the house rules. */
async function elsewhereOf(context: Context): Promise<readonly ChatSource[]> {
  const site = await findSite(context.db, "wrenfield");
  if (!site) return [];
  const { hash } = await addDocument(context, site, "House rules.md", Buffer.from(houseRules));
  const address = `${standInOrigins(context.settings)("quayside")}/`;
  return [
    { id: "quayside", of: "site", address, ...usualCrawl },
    { id: "rules", of: "file", file: hash },
  ];
}

/** Sets the chat of a site up; it goes live with the next release. */
export async function setUpChat(context: Context, account: Account, key: string): Promise<void> {
  const chat = chats[key];
  if (!chat) return;
  const more =
    key === "wrenfield"
      ? {
          sources: await elsewhereOf(context),
          // The boatyard across the water shows it, too (`/carries` of the stand-in).
          sites: [standInOrigins(context.settings)("neighbours"), "https://riverside-makers.example"],
        }
      : {};
  const operate = operator(context, account, key);
  const { id } = await operate("widgets.add", { kind: "chat", name: chat.name });
  const { revision } = await operate("widgets.read", { widget: id });
  await operate("widgets.save", { widget: id, name: chat.name, revision, settings: { ...chat.settings, ...more } });
}

/** What visitors asked, one conversation a line; a mark at its end says whether the last answer helped. */
const talks: readonly (readonly [daysAgo: number, page: string, ...questions: string[]])[] = [
  [20, "/", "when are you open", "and on sunday?"],
  [18, "/classes", "what should I wear? +"],
  [16, "/classes", "is a wheel free on saturday +"],
  [15, "/kiln-hire", "which clay at 1240? +", "and at 1060?"],
  [13, "/classes", "can my kids come along"],
  [12, "/", "do you ship to Australia -"],
  [11, "/visit", "where do I park +"],
  [9, "/shop", "do you post pots to Canada", "shipping to canada?"],
  [8, "/classes", "how much is a six week course +"],
  [6, "/classes", "can I bring my dog +"],
  [5, "/", "is the tea organic -"],
  [4, "/kiln-hire", "how long does a firing take +"],
  [3, "/classes", "do you have a student discount"],
  [2, "/", "are you open on friday", "and saturday?"],
  [1, "/classes", "student discount?", "do students pay less"],
];

/** Conversations of the last weeks, asked as visitors ask. Needs a live release with the chat. */
export async function demoTalks(context: Context): Promise<void> {
  const site = await findSite(context.db, "wrenfield");
  if (!site) return;
  const [chat] = await context.db
    .select({ id: widgets.id })
    .from(widgets)
    .where(and(eq(widgets.siteId, site.id), eq(widgets.kind, "chat")));
  if (!chat) return;
  const now = context.now().getTime();
  let nth = 0;
  for (const [daysAgo, path, ...questions] of talks) {
    let talk: string | null = null;
    for (const [at, said] of questions.entries()) {
      const then: Context = { ...context, now: () => new Date(now - daysAgo * 86_400_000 + at * 45_000) };
      const call = async (to: string, body: unknown) => {
        const host = `wrenfield.${context.settings.sitesHost}`;
        const request = new Request(`http://${host}/_w/v1/${to}`, {
          method: "POST",
          headers: { host, "content-type": "application/json" },
          body: JSON.stringify(body),
        });
        const answer = await answerVisitor(then, request, {
          siteKey: "wrenfield",
          address: `10.9.0.${++nth}`,
          path: `/${to}`,
        });
        return (await answer.json()) as { talk: string; lines: readonly { nth: number; by: string }[] };
      };
      const question = said.replace(/ [+-]$/, "");
      const answered = await call(`chat/${chat.id}/questions`, {
        once: `demo-talk-${nth}-${at}`,
        talk,
        question,
        page: path,
        language: "en-IE",
      });
      talk = answered.talk;
      const line = answered.lines.find(({ by }) => by === "chat");
      if (line && question !== said)
        await call(`chat/talks/${talk}/ratings`, { nth: line.nth, helped: said.endsWith("+") });
    }
  }
  await inTransaction(context.db, async (tx) => {
    // The other site could not be read while nothing answered yet: that is no failure to wait after.
    await tx.delete(chatSourcePages).where(eq(chatSourcePages.siteId, site.id));
    await tx.delete(chatSources).where(eq(chatSources.siteId, site.id));
    await sourcesSoon(tx, site.id);
  });
}
