// Visitors without a password: a letter brings a link, which is used once and signs a device in; there they see everything that is theirs,
// have the same basket, and can be forgotten.
import { and, eq, inArray } from "drizzle-orm";
import { mailSchema } from "@/core/input/text";
import { accountWords, askHtml, enterHtml, ownMain, ownRoot } from "@/core/self-service/account";
import { shopWords } from "@/core/storefront/words";
import { type Executor, inTransaction } from "@/data/connection";
import { visitorSessions } from "@/data/self-service/tables";
import { findSite, type SiteRow } from "@/data/site/queries";
import { queueJob } from "@/server/job/queue";
import type { Context } from "../context";
import { forget } from "../desk/done";
import { setCookie } from "../edge/cookies";
import { commands, html, type Json, reading, text } from "../edge/described";
import { type Endpoint, type FormBody, page, type VisitorCall } from "../edge/endpoint";
import { takeNetworkPoint } from "../limit";
import { notFound } from "../problem";
import { noticePage, sitePage } from "../release/notice";
import { cartCookieUnset, cartNamed, keepCart, ownCart, readCart } from "../shop/cart/carts";
import { liveShop } from "../shop/pages/live";
import { ownPart } from "./part";
import { deviceCookie, devicesIn, idOf, lasts, makeSession, signedIn, whose } from "./sessions";

/** What was put in before signing in goes along, where the basket of theirs is empty. */
async function takeCartAlong(context: Context, tx: Executor, siteId: string, from: string, to: string) {
  const [old, own] = [await readCart(context, tx, siteId, from, true), await readCart(context, tx, siteId, to, true)];
  if (old.id === own.id || !old.cart.lines.length || own.cart.lines.length) return;
  await keepCart(context, tx, siteId, own, { ...own.cart, lines: old.cart.lines });
  await keepCart(context, tx, siteId, old, { ...old.cart, lines: [] });
}

async function siteFor({ context, siteKey }: VisitorCall): Promise<SiteRow> {
  const site = await findSite(context.db, siteKey);
  if (!site) throw notFound("This site");
  return site;
}

async function shown(call: VisitorCall, inner: string, status = 200): Promise<Response> {
  const { title } = accountWords(call.language);
  return page(call, {
    status,
    html: await sitePage(call.context, call.siteKey, { title, main: ownMain(title, inner) }),
  });
}

const onTo = (path: string, cookies: readonly string[]): Response => {
  const headers = new Headers({ location: path, "cache-control": "no-store" });
  for (const one of cookies) headers.append("set-cookie", one);
  return new Response(null, { status: 303, headers });
};

const fieldsOf = (call: VisitorCall) => (call.body as FormBody).fields;

/** The page that a shop has for it, if it has one; null for none. */
const composed = async (context: Context, site: SiteRow): Promise<string | null> =>
  (await liveShop(context, site))?.shown.paths.account ?? null;

const post = (path: string, summary: string, run: (call: VisitorCall) => Promise<Response>): Endpoint => ({
  method: "POST",
  path,
  says: {
    summary,
    requestBody: { required: true, content: { "application/x-www-form-urlencoded": { schema: { type: "object" } } } },
    responses: { ...commands, 200: html("What comes next"), 303: { description: "On to the page that comes next" } },
  },
  body: "form",
  fromPages: "own",
  headers: ["cookie"],
  costly: true,
  run: async (call) => {
    await takeNetworkPoint(call.context, "accountAddress", call.siteKey, call.address);
    return run(call);
  },
});

const linkParameter: Json = { name: "t", in: "query", required: true, schema: text };

export const ownEndpoints: readonly Endpoint[] = [
  {
    method: "GET",
    path: "/account",
    says: {
      summary: "What is a visitor's own here, or the form that asks for a link",
      responses: { ...reading, 200: html("The page"), 303: { description: "On to the page that the site has for it" } },
    },
    fromPages: "any",
    headers: ["cookie"],
    costly: true,
    run: async (call) => {
      const { context } = call;
      const site = await siteFor(call);
      const path = await composed(context, site);
      return path
        ? onTo(path, [])
        : shown(call, await ownPart(context, site, { cookie: call.header("cookie"), sent: false }));
    },
  },
  post("/account", "Asks for the link", async (call) => {
    const { language } = call;
    const typed = String(fieldsOf(call).email ?? "").slice(0, 300);
    const { value, error } = mailSchema.required().validate(typed);
    if (error)
      return shown(call, askHtml(language, { fault: shopWords(language).badEmail, email: typed.slice(0, 254) }), 422);
    const site = await siteFor(call);
    // Whether anything of theirs is here is found out behind the answer, which tells nobody, by its time neither.
    await queueJob(call.context.db, { kind: "ownLink", siteId: site.id, payload: { email: value as string } });
    call.context.jobQueued();
    const path = await composed(call.context, site);
    if (path) return onTo(`${path}?sent=1`, []);
    return shown(call, askHtml(language, { said: accountWords(language).sent(value as string) }));
  }),
  {
    method: "GET",
    path: "/account/enter",
    says: {
      summary: "Behind the link of a letter: asks before it is used",
      parameters: [linkParameter],
      responses: { ...reading, 200: html("The page"), 410: html("The link is used, or over") },
    },
    fromPages: "any",
    run: async (call) => {
      const { context, language } = call;
      const site = await siteFor(call);
      const token = call.query.t ?? "";
      const email = await whose(context, context.db, site.id, "link", token);
      return email
        ? shown(call, enterHtml(language, token, email))
        : shown(call, askHtml(language, { said: accountWords(language).over }), 410);
    },
  },
  post("/account/enter", "Uses the link, and signs the device in", async (call) => {
    const { context, language } = call;
    const site = await siteFor(call);
    const token = String(fieldsOf(call).t ?? "");
    const before = await cartNamed(context, context.db, site, call.header("cookie"));
    const entered = await inTransaction(context.db, async (tx) => {
      const email = await whose(context, tx, site.id, "link", token);
      const [used] = await tx
        .delete(visitorSessions)
        .where(
          and(eq(visitorSessions.siteId, site.id), eq(visitorSessions.id, idOf(token)), eq(visitorSessions.of, "link")),
        );
      // Of two who press at once, one has used it.
      if (!email || !used.affectedRows) return null;
      const own = await ownCart(context, tx, site.id, email);
      if (before) await takeCartAlong(context, tx, site.id, before.id, own);
      return { device: await makeSession(context, tx, site.id, "device", email) };
    });
    if (!entered) return shown(call, askHtml(language, { said: accountWords(language).over }), 410);
    return onTo(ownRoot, [
      setCookie(context, site.key, deviceCookie, entered.device, lasts.device / 1000),
      // What the browser named until now may be known to others.
      cartCookieUnset(context, site),
    ]);
  }),
  post("/account/leave", "Signs the device out", async (call) => {
    const { context } = call;
    const site = await siteFor(call);
    const ids = devicesIn(context, site, call.header("cookie")).map(idOf);
    if (ids.length)
      await context.db
        .delete(visitorSessions)
        .where(and(eq(visitorSessions.siteId, site.id), inArray(visitorSessions.id, ids)));
    return onTo(ownRoot, [setCookie(context, site.key, deviceCookie, "", 0), cartCookieUnset(context, site)]);
  }),
  post("/account/forget", "Forgets whoever is signed in", async (call) => {
    const { context, language } = call;
    const site = await siteFor(call);
    const words = accountWords(language);
    const email = await signedIn(context, context.db, site, call.header("cookie"));
    if (!email || fieldsOf(call).agreed !== "true") return onTo(ownRoot, []);
    await forget(context, site.id, email);
    const notice = { title: words.title, text: words.forgotten, then: { href: "/", words: words.toShop } };
    const answer = page(call, { status: 200, html: await noticePage(context, call.siteKey, notice) });
    answer.headers.append("set-cookie", setCookie(context, site.key, deviceCookie, "", 0));
    answer.headers.append("set-cookie", cartCookieUnset(context, site));
    return answer;
  }),
];
