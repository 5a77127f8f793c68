// The Desk: conversations as they go, a person taking over and handing back, what was not known.
import { and, count, eq, gt, inArray, like, or, type SQL, sql } from "drizzle-orm";
import Joi from "joi";
import { chatPageWords } from "@/core/chat/knows/page-words";
import { chatLines, chatTalks, type TalkState, talkStates } from "@/data/chat/tables";
import { inTransaction } from "@/data/connection";
import { pageOf } from "@/data/paging";
import { widgets } from "@/data/widget/tables";
import { writePlain } from "../mail/plain";
import { type SiteCall, siteOperation } from "../operation";
import { conflict, fieldProblem, notFound } from "../problem";
import { unknownOf } from "./operations";
import { addLines, linesAfter, longestLine, notifyDesk, type Talk } from "./talks";
import { transcript } from "./visitors";

const atOnce = 50;
const talkId = Joi.string().max(24).required();
const once = Joi.string()
  .pattern(/^[\w-]{8,36}$/)
  .required();

async function talkRow({ context: { db }, site }: SiteCall, id: string): Promise<Talk> {
  const [row] = await db
    .select()
    .from(chatTalks)
    .where(and(eq(chatTalks.siteId, site.id), eq(chatTalks.id, id)));
  if (!row) throw notFound("This conversation");
  return row;
}

/** What a line looks like on the Desk: with why it was said. */
const deskLine = ({ nth, by, text, kind, topic, page, reply, helped, createdAt }: typeof chatLines.$inferSelect) => ({
  nth,
  by,
  text,
  kind,
  topic,
  page,
  helped,
  at: createdAt.toISOString(),
  sources: reply?.sources ?? [],
  why: reply?.why ?? [],
  looked: reply?.looked ?? [],
});

const seenNow = (typed: Date | null) => typed !== null && Date.now() - typed.getTime() < 6000;

/** Somebody else has it: nobody answers in another's place without knowing. */
const otherHas = (talk: Talk) =>
  conflict("taken", `${talk.person} is answering this conversation. Ask them to hand it back first.`);

export const talkOperations = {
  /** Conversations, the newest first; those that wait for a person come first of all. */
  "desk.talks": siteOperation(
    "visitors.read",
    {
      state: Joi.string().valid(...talkStates, "unknown"),
      words: Joi.string().trim().allow("").max(120),
      before: Joi.string().max(24).allow(null).default(null),
    },
    async (
      call,
      { state, words, before }: { state?: TalkState | "unknown"; words?: string; before: string | null },
    ) => {
      const { db } = call.context;
      const siteId = call.site.id;
      const mine = and(
        eq(chatTalks.siteId, siteId),
        // One whose first question was never answered has nothing to read.
        gt(chatTalks.lines, 0),
        state === undefined
          ? undefined
          : state === "unknown"
            ? sql`${chatTalks.unknown} > 0`
            : eq(chatTalks.state, state),
        words
          ? or(
              like(chatTalks.email, `%${words.replace(/[\\%_]/g, "\\$&")}%`),
              like(chatTalks.name, `%${words.replace(/[\\%_]/g, "\\$&")}%`),
            )
          : undefined,
      ) as SQL;
      const list = { table: chatTalks, at: chatTalks.lastAt, id: chatTalks.id, mine };
      const { rows, more } = await pageOf(db, list, before, atOnce, (where, order) =>
        db
          .select({
            id: chatTalks.id,
            state: chatTalks.state,
            person: chatTalks.person,
            name: chatTalks.name,
            email: chatTalks.email,
            page: chatTalks.page,
            lines: chatTalks.lines,
            unread: chatTalks.unread,
            unknown: chatTalks.unknown,
            lastAt: chatTalks.lastAt,
            chat: widgets.name,
          })
          .from(chatTalks)
          .leftJoin(widgets, and(eq(widgets.siteId, chatTalks.siteId), eq(widgets.id, chatTalks.widgetId)))
          .where(where)
          .orderBy(...order)
          .limit(atOnce),
      );
      const firsts = rows.length
        ? await db
            .select({ talk: chatLines.talkId, text: chatLines.text })
            .from(chatLines)
            .where(
              and(
                eq(chatLines.siteId, siteId),
                eq(chatLines.nth, 0),
                inArray(
                  chatLines.talkId,
                  rows.map(({ id }) => id),
                ),
              ),
            )
        : [];
      const first = new Map(firsts.map(({ talk, text }) => [talk, text]));
      const states = await db
        .select({ state: chatTalks.state, all: count() })
        .from(chatTalks)
        .where(eq(chatTalks.siteId, siteId))
        .groupBy(chatTalks.state);
      return {
        more,
        counts: Object.fromEntries(states.map((one) => [one.state, one.all])) as Partial<Record<TalkState, number>>,
        rows: rows.map(({ lastAt, ...row }) => ({
          ...row,
          at: lastAt.toISOString(),
          about: (first.get(row.id) ?? "").slice(0, 160),
        })),
      };
    },
  ),
  /** One conversation with everything that was said. */
  "desk.talk": siteOperation("visitors.read", { talk: talkId }, async (call, input: { talk: string }) => {
    const talk = await talkRow(call, input.talk);
    const lines = await linesAfter(call.context.db, talk, -1);
    return {
      id: talk.id,
      state: talk.state,
      person: talk.person,
      mine: talk.userId === call.account.id,
      name: talk.name,
      email: talk.email,
      consent: talk.consent,
      page: talk.page,
      language: talk.language,
      unread: talk.unread,
      typing: seenNow(talk.visitorTypedAt),
      at: talk.createdAt.toISOString(),
      lines: lines.map(deskLine),
    };
  }),
  /** Nothing of it is unread any more. */
  "desk.talkSeen": siteOperation("visitors.change", { talk: talkId }, async (call, input: { talk: string }) => {
    const { context, site } = call;
    await inTransaction(context.db, async (tx) => {
      await tx
        .update(chatTalks)
        .set({ unread: 0 })
        .where(and(eq(chatTalks.siteId, site.id), eq(chatTalks.id, input.talk)));
      await notifyDesk(tx, site.id, false);
    });
    return {};
  }),
  /** A person answers from here on; the visitor sees who. Of two who take it at once, one does. */
  "desk.talkTake": siteOperation(
    "visitors.change",
    { talk: talkId, once },
    async (call, input: { talk: string; once: string }) => {
      const { context, site, account } = call;
      const talk = await talkRow(call, input.talk);
      await inTransaction(context.db, async (tx) => {
        const words = chatPageWords(talk.language);
        await addLines(
          context,
          tx,
          talk,
          [{ once: input.once, by: "note", text: words.taken(account.name), kind: "taken" }],
          (now) => {
            if (now.state === "person" && now.userId !== account.id) throw otherHas(now);
            return {
              ...{ state: "person", userId: account.id, person: account.name.slice(0, 120) },
              ...{ unread: 0, calledAt: null },
            };
          },
        );
        await notifyDesk(tx, site.id, false);
      });
      return {};
    },
  ),
  /** Says something to the visitor. */
  "desk.talkSay": siteOperation(
    "visitors.change",
    {
      talk: talkId,
      once,
      text: Joi.string()
        .trim()
        .min(1)
        .max(longestLine)
        .required()
        .messages({ "string.empty": "Write something first." }),
    },
    async (call, input: { talk: string; once: string; text: string }) => {
      const { context, site, account } = call;
      const talk = await talkRow(call, input.talk);
      await inTransaction(context.db, async (tx) => {
        await addLines(context, tx, talk, [{ once: input.once, by: "person", text: input.text }], (now) => {
          if (now.state !== "person") throw conflict("notTaken", "Take the conversation over first; then write.");
          if (now.userId !== account.id) throw otherHas(now);
          return { unread: 0 };
        });
        await notifyDesk(tx, site.id, false);
      });
      return {};
    },
  ),
  /** Tells the visitor that somebody is writing. */
  "desk.talkTyping": siteOperation("visitors.change", { talk: talkId }, async (call, input: { talk: string }) => {
    await call.context.db
      .update(chatTalks)
      .set({ personTypedAt: new Date() })
      .where(
        and(eq(chatTalks.siteId, call.site.id), eq(chatTalks.id, input.talk), eq(chatTalks.userId, call.account.id)),
      );
    return {};
  }),
  /** Hands it back to the chat, or ends it. */
  "desk.talkBack": siteOperation(
    "visitors.change",
    { talk: talkId, once, to: Joi.string().valid("chat", "done").required() },
    async (call, input: { talk: string; once: string; to: "chat" | "done" }) => {
      const { context, site, account } = call;
      const talk = await talkRow(call, input.talk);
      await inTransaction(context.db, async (tx) => {
        const words = chatPageWords(talk.language);
        const lines =
          talk.state === "person" ? [{ once: input.once, by: "note" as const, text: words.back, kind: "back" }] : [];
        await addLines(context, tx, talk, lines, (now) => {
          if (now.state === "person" && now.userId !== account.id) throw otherHas(now);
          return { state: input.to, userId: null, person: "", calledAt: null, unread: 0, turn: null };
        });
        await notifyDesk(tx, site.id, false);
      });
      return {};
    },
  ),
  /** Answers by mail whoever left an address, and keeps it with the conversation. */
  "desk.talkMail": siteOperation(
    "visitors.change",
    {
      talk: talkId,
      once,
      text: Joi.string()
        .trim()
        .min(1)
        .max(longestLine)
        .required()
        .messages({ "string.empty": "Write an answer first." }),
    },
    async (call, input: { talk: string; once: string; text: string }) => {
      const { context, site } = call;
      const talk = await talkRow(call, input.talk);
      if (!talk.email) throw fieldProblem("text", "Nobody left an address in this conversation.");
      const lines = await linesAfter(context.db, talk, -1);
      await inTransaction(context.db, async (tx) => {
        const done = await addLines(
          context,
          tx,
          talk,
          [{ once: input.once, by: "person", text: input.text, kind: "mailed" }],
          (now) => {
            if (now.state === "person" && now.userId !== call.account.id) throw otherHas(now);
            return { state: "done", unread: 0, userId: null, person: "", calledAt: null };
          },
        );
        if (!done.fresh) return;
        await writePlain(context, tx, site, {
          recipient: talk.email,
          subject: `Re: ${site.name}`,
          lines: [
            ...input.text.split("\n"),
            "",
            ...transcript(site.name, lines.slice(-12), talk.language).map((line) => `> ${line}`),
          ],
        });
        await notifyDesk(tx, site.id, false);
      });
      context.jobQueued();
      return {};
    },
  ),
  /** What was not known, gathered by what it means and counted. */
  "desk.unknown": siteOperation(
    "visitors.read",
    { days: Joi.number().integer().min(1).max(365).default(30) },
    async (call, input: { days: number }) => ({
      groups: (await unknownOf(call.context, call.site.id, call.site.settings.language, input.days)).slice(0, 50),
    }),
  ),
};
