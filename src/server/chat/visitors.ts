// What a visitor's browser asks of a chat: a question, what was said since, a rating, a person, to leave a message, to be forgotten.
import { and, eq } from "drizzle-orm";
import Joi from "joi";
import { spokenIn } from "@/core/chat/answers/address";
import { type HandOver, handOver, type SiteFacts } from "@/core/chat/answers/reply";
import { chatSays } from "@/core/chat/answers/say";
import { usualWaitMinutes } from "@/core/chat/chat";
import { chatPageWords } from "@/core/chat/knows/page-words";
import { mailSchema } from "@/core/input/text";
import { languageSchema } from "@/core/locale/schema";
import type { WidgetOf } from "@/core/widget/settings";
import { chatLines, chatTalks } from "@/data/chat/tables";
import { inTransaction } from "@/data/connection";
import { findSite, type SiteRow } from "@/data/site/queries";
import { type Context, hostOrigin } from "../context";
import type { VisitorCall } from "../edge/endpoint";
import { countPoint, takeNetworkPoint } from "../limit";
import { writePlain } from "../mail/plain";
import { fieldProblem, notFound, Problem, validated } from "../problem";
import { liveWidget } from "../widget/live";
import { answer } from "./answer";
import { liveEngine } from "./engines";
import { reword } from "./model";
import { checkCode } from "./proof";
import { askedOn } from "./snippet";
import {
  addLines,
  beginTalk,
  type Change,
  forgetTalks,
  type Line,
  lineOf,
  linesAfter,
  longestLine,
  notifyDesk,
  publicLine,
  type Talk,
  talkOf,
} from "./talks";

const once = Joi.string()
  .pattern(/^[\w-]{8,36}$/)
  .required();
const token = Joi.string().pattern(/^[\w-]{32}$/);
const page = Joi.string()
  .pattern(/^\/[^\s]{0,398}$/)
  .required()
  .messages({ "string.pattern.base": "A page is a path such as /visit." });

export const askSchema = Joi.object<{
  once: string;
  talk?: string | null;
  question: string;
  page: string;
  language: string;
}>({
  once,
  talk: token.allow(null),
  // What is longer than can be read is answered with a sentence, not refused.
  question: Joi.string().max(20_000).required().messages({ "string.empty": "Write a question first." }),
  page,
  language: languageSchema.required(),
});

async function siteOf({ context, siteKey }: VisitorCall): Promise<SiteRow> {
  const site = await findSite(context.db, siteKey);
  if (!site) throw notFound("This site");
  return site;
}

/** What a browser is told of a conversation. */
function told(talk: Talk, lines: readonly Line[]) {
  const typed = talk.personTypedAt?.getTime() ?? 0;
  return {
    state: talk.state,
    person: talk.state === "person" ? talk.person : "",
    typing: talk.state === "person" && Date.now() - typed < 6000,
    lines: lines.map(publicLine),
  };
}

/** Whether a person answers. While one is waited for, the chat goes on. */
const isPersons = ({ state }: Pick<Talk, "state">): boolean => state === "person";

/** A person is called: waited for from now on, where nobody is yet. */
const calling = ({ state, calledAt }: Talk, now: Date): Change =>
  state === "person"
    ? {}
    : { state: "waiting", calledAt: state === "waiting" && calledAt ? calledAt : now, unread: "more" };

/**
 * Asks a question: answered at once, or by the person who has taken over. `says` hears sentences of the answer that may be shown
 * before the rest of it is there.
 */
export async function askChat(call: VisitorCall, widgetId: string, says?: (sentence: string) => void) {
  const { context } = call;
  const given = validated(askSchema, call.body);
  const asked = { ...given, page: askedOn(call, given.page) };
  const site = await siteOf(call);
  await takeNetworkPoint(context, "chatAddress", site.id, call.address);
  const widget = await liveWidget(context, site, "chat", widgetId);
  const begun = asked.talk
    ? { talk: await talkOf(context.db, site.id, asked.talk), token: asked.talk }
    : await beginTalk(context, context.db, site, widget, asked);
  const { talk } = begun;
  const question = asked.question.slice(0, longestLine);
  if (isPersons(talk)) {
    const { talk: now, lines } = await inTransaction(context.db, async (tx) => {
      const done = await addLines(
        context,
        tx,
        talk,
        [{ once: asked.once, by: "visitor", text: question, page: asked.page }],
        () => ({
          unread: "more",
        }),
      );
      if (done.fresh) await notifyDesk(tx, site.id, true);
      return done;
    });
    return { talk: begun.token, ...told(now, lines) };
  }
  const kept = await liveEngine(context, site, widget);
  const { reply: own, tookUs } = await answer(context, site, kept, {
    question: asked.question,
    before: talk.turn,
    page: asked.language,
    now: context.now().getTime(),
  });
  const reply = await reword(context, site, widget.settings.model, kept, question, own, says);
  const calls = reply.kind === "person" && handingOver(context, widget, kept.knowledge.facts, asked.language).there;
  const lined = lineOf(`${asked.once}-a`, reply, tookUs);
  const { talk: now, lines } = await inTransaction(context.db, async (tx) => {
    const done = await addLines(
      context,
      tx,
      talk,
      // Somebody may have taken over while the answer was found: then they answer.
      (before) =>
        isPersons(before)
          ? [{ once: asked.once, by: "visitor", text: question, page: asked.page }]
          : [
              {
                ...{ once: asked.once, by: "visitor", text: question, page: asked.page },
                ...{ kind: reply.kind, topic: lined.topic ?? "" },
              },
              lined,
            ],
      (before) =>
        isPersons(before)
          ? { unread: "more" }
          : {
              turn: reply.turn,
              // Whoever comes to the Desk sees what was said while they were waited for.
              ...(before.state === "waiting" ? { unread: "more" as const } : {}),
              ...(calls ? calling(before, context.now()) : {}),
              ...(reply.turn.unknown > 0 ? { unknown: "more" as const } : {}),
            },
    );
    if (done.fresh) await notifyDesk(tx, site.id, calls || isPersons(done.talk));
    return done;
  });
  return { talk: begun.token, ...told(now, lines) };
}

/** How a question goes to a person now, in the language and form of address of a page. */
const handingOver = (
  context: Context,
  { settings: { brief } }: WidgetOf<"chat">,
  facts: SiteFacts,
  language: string,
): HandOver => handOver({ brief, facts, now: context.now().getTime() }, spokenIn(language, brief));

/** Says once that nobody has come, when that was waited for as long as the brief says. */
async function tellNobodyCame(call: VisitorCall, site: SiteRow, talk: Talk): Promise<Talk> {
  const { context } = call;
  const { state, calledAt } = talk;
  if (state !== "waiting" || !calledAt) return talk;
  const widget = await liveWidget(context, site, "chat", talk.widgetId).catch((error) => {
    // Switched off meanwhile: what was said can be read all the same.
    if (error instanceof Problem && error.status === 404) return null;
    throw error;
  });
  if (!widget) return talk;
  const { brief } = widget.settings;
  const waited = context.now().getTime() - calledAt.getTime();
  if (waited < (brief.person.waitMinutes ?? usualWaitMinutes) * 60_000) return talk;
  const { nobody } = chatSays(spokenIn(talk.language, brief));
  const done = await inTransaction(context.db, (tx) =>
    addLines(
      context,
      tx,
      talk,
      // Somebody may have come, or been called anew, meanwhile.
      (now) =>
        now.state === "waiting" && now.calledAt?.getTime() === calledAt.getTime()
          ? [{ once: `nobody-${calledAt.getTime()}`, by: "note", text: nobody, kind: "away" }]
          : [],
      (now) => (now.calledAt?.getTime() === calledAt.getTime() ? { calledAt: null } : {}),
    ),
  );
  return done.talk;
}

const sinceSchema = Joi.object<{ after: number; typing: string }>({
  after: Joi.number().integer().min(-1).max(100_000).default(-1),
  typing: Joi.string().valid("0", "1").default("0"),
});

/** What was said since a line, and how the conversation stands. */
export async function readTalk(call: VisitorCall, ofToken: string) {
  const { context } = call;
  const { after, typing } = validated(sinceSchema, call.query);
  const site = await siteOf(call);
  const talk = await talkOf(context.db, site.id, ofToken);
  // Told to the Desk by what it asks for anyway: a row a few seconds, and only while a person is in it.
  if (typing === "1" && talk.state === "person")
    await context.db
      .update(chatTalks)
      .set({ visitorTypedAt: new Date() })
      .where(and(eq(chatTalks.siteId, site.id), eq(chatTalks.id, talk.id)));
  const now = await tellNobodyCame(call, site, talk);
  return told(now, await linesAfter(context.db, now, after));
}

export const rateSchema = Joi.object<{ nth: number; helped: boolean }>({
  nth: Joi.number().integer().min(0).max(100_000).required(),
  helped: Joi.boolean().required(),
});

/** Says whether an answer helped. */
export async function rateLine(call: VisitorCall, ofToken: string) {
  const { context } = call;
  const { nth, helped } = validated(rateSchema, call.body);
  const site = await siteOf(call);
  await takeNetworkPoint(context, "chatAddress", site.id, call.address);
  const talk = await talkOf(context.db, site.id, ofToken);
  const [result] = await context.db
    .update(chatLines)
    .set({ helped })
    .where(
      and(
        eq(chatLines.siteId, site.id),
        eq(chatLines.talkId, talk.id),
        eq(chatLines.nth, nth),
        eq(chatLines.by, "chat"),
      ),
    );
  if (!result.affectedRows) {
    const lines = await linesAfter(context.db, talk, nth - 1);
    if (lines[0]?.nth !== nth || lines[0].by !== "chat")
      throw fieldProblem("nth", "There is no such answer in this conversation.");
  }
  return { taken: true };
}

export const callSchema = Joi.object<{ once: string }>({ once });

/** Calls a person: on the Desk where somebody is there; else it says when, and takes a message. */
export async function callPerson(call: VisitorCall, ofToken: string) {
  const { context } = call;
  const asked = validated(callSchema, call.body);
  const site = await siteOf(call);
  await takeNetworkPoint(context, "chatAddress", site.id, call.address);
  const talk = await talkOf(context.db, site.id, ofToken);
  const widget = await liveWidget(context, site, "chat", talk.widgetId);
  const { knowledge } = await liveEngine(context, site, widget);
  const { there, text } = handingOver(context, widget, knowledge.facts, call.language);
  const { talk: now, lines } = await inTransaction(context.db, async (tx) => {
    const done = await addLines(
      context,
      tx,
      talk,
      [{ once: asked.once, by: "note", text, kind: there ? "called" : "away" }],
      (before) => (there ? calling(before, context.now()) : {}),
    );
    if (done.fresh) await notifyDesk(tx, site.id, there);
    return done;
  });
  return { talk: ofToken, ...told(now, lines) };
}

export const leaveSchema = Joi.object<{
  once: string;
  name: string;
  email: string;
  wish: string;
  copy: boolean;
  agreed: boolean;
}>({
  once,
  name: Joi.string().trim().allow("").max(120).required(),
  email: mailSchema.required(),
  wish: Joi.string().trim().min(1).max(2000).required().messages({ "string.empty": "Write your message first." }),
  copy: Joi.boolean().required(),
  agreed: Joi.boolean().required(),
});

/** Takes a message for when somebody is there; with a copy of the conversation by mail where that is wished. */
export async function leaveMessage(call: VisitorCall, ofToken: string) {
  const { context } = call;
  const left = validated(leaveSchema, call.body);
  const site = await siteOf(call);
  await takeNetworkPoint(context, "chatLeave", site.id, call.address);
  const talk = await talkOf(context.db, site.id, ofToken);
  const widget = await liveWidget(context, site, "chat", talk.widgetId);
  const { brief } = widget.settings;
  if (brief.consent && !left.agreed) throw fieldProblem("agreed", "Please agree to this first.");
  const before = await linesAfter(context.db, talk, -1);
  const { talk: now, lines } = await inTransaction(context.db, async (tx) => {
    const done = await addLines(
      context,
      tx,
      talk,
      [
        { once: left.once, by: "visitor", text: left.wish, kind: "message", page: talk.page },
        { once: `${left.once}-a`, by: "note", text: chatPageWords(spokenIn(call.language, brief)).left, kind: "left" },
      ],
      (before) => ({
        // Whoever answers just now goes on.
        state: before.state === "person" ? "person" : "waiting",
        calledAt: null,
        unread: "more",
        email: left.email,
        name: brief.collects.includes("name") ? left.name : "",
        consent: brief.consent,
      }),
    );
    if (!done.fresh) return done;
    await notifyDesk(tx, site.id, true);
    const desk = `${hostOrigin(context.settings, context.settings.publicHost)}/s/${site.key}/desk`;
    await writePlain(context, tx, site, {
      recipient: site.settings.mailFrom,
      subject: `${brief.name}: ${left.name || left.email}`,
      lines: [`${left.name} <${left.email}>`.trim(), ...left.wish.split("\n"), desk],
    });
    if (left.copy && (await countPoint(context, tx, "letterPerson", left.email)).left >= 0)
      await writePlain(context, tx, site, {
        recipient: left.email,
        subject: `${brief.name} · ${site.name}`,
        lines: transcript(brief.name, [...before, ...done.lines], call.language),
      });
    return done;
  });
  context.jobQueued();
  return { talk: ofToken, ...told(now, lines) };
}

/** A conversation as lines of a letter. */
export function transcript(
  name: string,
  lines: readonly Pick<Line, "by" | "text">[],
  language: string,
): readonly string[] {
  const words = chatPageWords(language);
  const speaker = { visitor: words.you, chat: name, person: name, note: "" } as const;
  return lines.map(({ by, text }) => (speaker[by] ? `${speaker[by]}: ${text}` : text));
}

/** Tells what was ordered, to whom the mail address of it belongs. */
export async function proveMail(call: VisitorCall, ofToken: string) {
  const { talk, lines } = await checkCode(call, ofToken);
  return { talk: ofToken, ...told(talk, lines) };
}

/** Forgets a conversation: its visitor wishes it. */
export async function eraseTalk(call: VisitorCall, ofToken: string) {
  const { context } = call;
  const site = await siteOf(call);
  const talk = await talkOf(context.db, site.id, ofToken);
  await inTransaction(context.db, async (tx) => {
    await forgetTalks(tx, site.id, [talk.id]);
    await notifyDesk(tx, site.id, false);
  });
  return { taken: true };
}
