// What becomes of an order is told in a conversation once its mail address was proven by a code in a letter.
import { createHmac, randomInt, timingSafeEqual } from "node:crypto";
import { and, eq, sql } from "drizzle-orm";
import Joi from "joi";
import { spokenIn } from "@/core/chat/answers/address";
import { chatSays } from "@/core/chat/answers/say";
import { mailSchema } from "@/core/input/text";
import { chatLines, chatTalks } from "@/data/chat/tables";
import { inTransaction } from "@/data/connection";
import { findSite, type SiteRow } from "@/data/site/queries";
import { sites } from "@/data/site/tables";
import { queueJob } from "@/server/job/queue";
import type { JobRun } from "@/server/job/run";
import type { Context } from "../context";
import type { VisitorCall } from "../edge/endpoint";
import { countPoint, takeNetworkPoint } from "../limit";
import { writePlain } from "../mail/plain";
import { fieldProblem, notFound, validated } from "../problem";
import { ordersOf } from "../shop/orders/person-orders";
import { liveWidget } from "../widget/live";
import { addLines, lineOf, notifyDesk, type Talk, talkOf } from "./talks";

const lastsMs = 600_000;
const mostTries = 5;

/** Six digits are soon guessed from a hash that anybody can make: the installation's secret is in it. */
const hashOf = ({ settings }: Context, talk: string, email: string, code: string): string =>
  createHmac("sha256", `${settings.secret}/chat-code`).update(`${talk} ${email} ${code}`).digest("hex");

const same = (one: string, other: string): boolean =>
  one.length === other.length && timingSafeEqual(Buffer.from(one), Buffer.from(other));

async function talkFor(call: VisitorCall, ofToken: string): Promise<{ site: SiteRow; talk: Talk; language: string }> {
  const { context } = call;
  const site = await findSite(context.db, call.siteKey);
  if (!site) throw notFound("This site");
  await takeNetworkPoint(context, "chatCode", site.id, call.address);
  const talk = await talkOf(context.db, site.id, ofToken);
  const { settings } = await liveWidget(context, site, "chat", talk.widgetId);
  return { site, talk, language: spokenIn(call.language, settings.brief) };
}

export const mailOnly = Joi.object<{ email: string }>({ email: mailSchema.required() });

/** Has a code sent, where something was ordered by the address: found out behind the answer, which is the same in any case. */
export async function sendCode(call: VisitorCall, ofToken: string): Promise<{ taken: true }> {
  const { context } = call;
  const { email } = validated(mailOnly, call.body);
  const { site, talk, language } = await talkFor(call, ofToken);
  await queueJob(context.db, { kind: "chatCode", siteId: site.id, payload: { talk: talk.id, email, language } });
  context.jobQueued();
  return { taken: true };
}

/** The job: whoever has ordered gets a code; of whoever has not nothing is kept. */
export async function codeJob(context: Context, run: JobRun): Promise<void> {
  const { talk = "", email = "", language = "" } = run.job.payload;
  const siteId = run.job.siteId ?? "";
  const [site] = await context.db.select().from(sites).where(eq(sites.id, siteId));
  const known = site && (await ordersOf({ context, site, email, language })).length > 0;
  await inTransaction(context.db, async (tx) => {
    await run.forget(tx);
    if (!known || (await countPoint(context, tx, "accountPerson", email)).left < 0) return;
    const words = chatSays(language);
    const code = String(randomInt(0, 1_000_000)).padStart(6, "0");
    await tx
      .update(chatTalks)
      .set({
        code: hashOf(context, talk, email, code),
        codeEmail: email,
        codeUntil: new Date(context.now().getTime() + lastsMs),
        codeTries: 0,
      })
      .where(and(eq(chatTalks.siteId, siteId), eq(chatTalks.id, talk)));
    await writePlain(context, tx, site, {
      recipient: email,
      subject: `${words.codeTitle} · ${site.name}`,
      lines: [words.codeLetter(code)],
    });
  });
  context.jobQueued();
}

export const codeSchema = Joi.object<{ once: string; code: string }>({
  once: Joi.string()
    .pattern(/^[\w-]{8,36}$/)
    .required(),
  code: Joi.string().trim().max(40).required(),
});

/** Tells what was ordered by the address that the code proves; answers the conversation with it. */
export async function checkCode(call: VisitorCall, ofToken: string) {
  const { context } = call;
  const asked = validated(codeSchema, call.body);
  const { site, talk, language } = await talkFor(call, ofToken);
  const words = chatSays(language);
  const given = asked.code.replace(/\D/g, "");
  const mine = and(eq(chatTalks.siteId, site.id), eq(chatTalks.id, talk.id));
  // Sent again, it is told again.
  const [told] = await context.db
    .select()
    .from(chatLines)
    .where(and(eq(chatLines.siteId, site.id), eq(chatLines.talkId, talk.id), eq(chatLines.once, asked.once)));
  if (told) return { talk, lines: [told] };
  // Counted before it is compared, each by itself: of many at once no more are tried than may be.
  const [counted] = await context.db
    .update(chatTalks)
    .set({ codeTries: sql`${chatTalks.codeTries} + 1` })
    .where(and(mine, sql`${chatTalks.codeTries} < ${mostTries}`));
  const [row] = await context.db.select().from(chatTalks).where(mine);
  const over = !row?.code || !row.codeUntil || row.codeUntil <= context.now() || counted.affectedRows === 0;
  if (!row || over) throw fieldProblem("code", words.codeOver);
  const { code, codeEmail: email } = row;
  if (!same(code, hashOf(context, talk.id, email, given))) throw fieldProblem("code", words.codeWrong);
  const orders = await ordersOf({ context, site, email, language });
  const lines = orders.slice(0, 5).map(({ title, words: told }) => ({ text: `${title}: ${told}`, source: null }));
  const line = {
    ...lineOf(
      asked.once,
      {
        ...{ kind: "answer", lines, sources: [], buttons: [], picture: null, language, why: [], looked: [] },
        from: { of: "live", what: "order" },
        turn: talk.turn as never,
      },
      0,
    ),
    tookUs: 0,
  };
  return inTransaction(context.db, async (tx) => {
    // Used once: of two that come at the same time one has it.
    const [used] = await tx
      .update(chatTalks)
      .set({ code: "", codeUntil: null })
      .where(and(mine, eq(chatTalks.code, code)));
    if (used.affectedRows === 0) throw fieldProblem("code", words.codeOver);
    const done = await addLines(context, tx, talk, [line], () => ({ email }));
    if (done.fresh) await notifyDesk(tx, site.id, false);
    return done;
  });
}
