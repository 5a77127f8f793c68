// Where an answer must not tell who is known here, its work does not either: the same statements and jobs, in the same order, for an
// address that is somebody's and for one that is nobody's. What is found out is found out behind the answer.
import { eq } from "drizzle-orm";
import { jobs, rateLimits } from "@/data/job/tables";
import { mails } from "@/data/mail/tables";
import { signups } from "@/data/popup/tables";
import { findSite } from "@/data/site/queries";
import type { Context } from "../context";
import { type TestStudio, testStudio } from "../testing/studio.test-kit";
import { sendForm } from "../testing/visitor.test-kit";
import { answerVisitor } from "./visitors";

const site = "wrenfield";
const known = "nuala@post.example";
const unknown = "nobody@post.example";

let studio: TestStudio;
let context: Context;
beforeAll(async () => {
  studio = await testStudio("asked");
  context = studio.context;
});
afterAll(() => studio.close());

type Asks = (statement: { readonly sql: string } | string, ...more: unknown[]) => unknown;
interface Client {
  query: Asks;
  execute: Asks;
}

/** The statements that `work` sends, without their values. */
async function statementsOf(work: () => Promise<unknown>): Promise<string[]> {
  const pool = (context.db as unknown as { $client: Client & { getConnection(): Promise<Client> } }).$client;
  const sent: string[] = [];
  const undo: (() => void)[] = [];
  const hear = (client: Client) => {
    for (const way of ["query", "execute"] as const) {
      const before = client[way];
      client[way] = (statement, ...more) => {
        sent.push(typeof statement === "string" ? statement : statement.sql);
        return before.call(client, statement, ...more);
      };
      undo.push(() => {
        client[way] = before;
      });
    }
  };
  hear(pool);
  const connect = pool.getConnection;
  pool.getConnection = async () => {
    const connection = await connect.call(pool);
    hear(connection);
    return connection;
  };
  await work();
  pool.getConnection = connect;
  for (const one of undo.reverse()) one();
  return sent;
}

let nth = 0;
async function chat(path: string, body: object): Promise<{ talk: string }> {
  const host = "wrenfield.localhost:4499";
  const headers = { host, "content-type": "application/json" };
  const request = new Request(`http://${host}/_w/v1/${path}`, { method: "POST", headers, body: JSON.stringify(body) });
  const answer = await answerVisitor(context, request, { siteKey: site, address: "10.4.0.1", path: `/${path}` });
  return (await answer.json()) as { talk: string };
}

/** Ways of asking for a letter by an address alone. */
const ways: Readonly<Record<string, { readonly is: string; readonly ask: (email: string) => Promise<unknown> }>> = {
  "the link to one’s own page": { is: known, ask: (email) => sendForm(context, "/account", { email }) },
  "the code of a conversation": {
    is: known,
    ask: async (email) => chat(`chat/talks/${talk}/codes`, { email }),
  },
  "the way back to an account": {
    is: "rowan@m.example",
    ask: (email) => studio.as("nobody", "account.askRecovery", { email }),
  },
};
let talk = "";

beforeAll(async () => {
  const row = await findSite(context.db, site);
  await context.db.insert(signups).values({
    ...{ id: context.newId(), siteId: row?.id ?? "", widgetId: "letters", email: known, name: "Nuala", answers: {} },
    ...{ state: "confirmed", page: "/", language: "en", consent: "", createdAt: new Date("2026-03-01T08:00:00Z") },
  });
  const { widgets } = (await studio.as("designer", "sites.frame", { site })) as {
    widgets: { id: string; kind: string }[];
  };
  const widget = widgets.find(({ kind }) => kind === "chat")?.id ?? "";
  const asked = { once: `once-${++nth}-abcdef`, talk: null, question: "where is my order?", page: "/", language: "en" };
  ({ talk } = await chat(`chat/${widget}/questions`, asked));
});

test.each(Object.entries(ways))("%s", async (_name, { is, ask }) => {
  const one = async (email: string) => {
    await context.db.delete(rateLimits);
    await context.db.delete(jobs);
    await context.db.delete(mails);
    const statements = await statementsOf(() => ask(email));
    const queued = await context.db.select({ kind: jobs.kind, payload: jobs.payload }).from(jobs);
    const shapes = queued.map(({ kind, payload }) => `${kind} ${Object.keys(payload).sort()}`);
    await studio.work();
    const letters = await context.db.select().from(mails).where(eq(mails.recipient, email));
    // What was asked is kept no longer than it takes.
    const kept = JSON.stringify(await context.db.select().from(jobs));
    return { statements, shapes, letters: letters.length, kept: kept.includes(email) };
  };
  // What is kept in memory from one call to the next is there for both.
  await one(unknown);
  const [theirs, nobodys] = [await one(is), await one(unknown)];
  expect(theirs.statements.length).toBeGreaterThan(0);
  expect(nobodys.statements).toEqual(theirs.statements);
  expect(nobodys.shapes).toEqual(theirs.shapes);
  expect([theirs.letters, nobodys.letters]).toEqual([1, 0]);
  expect([theirs.kept, nobodys.kept]).toEqual([false, false]);
});
