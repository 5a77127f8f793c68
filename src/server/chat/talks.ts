// Conversations: who said what, and who answers. A browser knows its own by a token, of which only the hash is kept.
import { and, asc, eq, gt, sql } from "drizzle-orm";
import { nanoid } from "nanoid";
import type { Reply } from "@/core/chat/answers/reply";
import type { Turn } from "@/core/chat/understands/interpret";
import type { WidgetOf } from "@/core/widget/settings";
import { chatLines, chatTalks, type KeptReply, type Speaker, type TalkState } from "@/data/chat/tables";
import type { Executor } from "@/data/connection";
import { announce } from "@/data/event/outbox";
import type { SiteRow } from "@/data/site/queries";
import { type Context, sha256 } from "../context";
import { conflict, notFound } from "../problem";
import { topicOf } from "./answer";

export type Talk = typeof chatTalks.$inferSelect;
export type Line = typeof chatLines.$inferSelect;

/** So long is one conversation at most, in lines. */
export const mostLines = 400;

/** The longest line that a person or a visitor writes. */
export const longestLine = 4000;

const newToken = (): string => nanoid(32);

/** The conversation of a token; 404 where there is none of it, or it was erased. */
export async function talkOf(db: Executor, siteId: string, token: string): Promise<Talk> {
  const [row] = await db
    .select()
    .from(chatTalks)
    .where(and(eq(chatTalks.siteId, siteId), eq(chatTalks.token, sha256(token))));
  if (!row) throw notFound("This conversation", "talk");
  return row;
}

/** Begins a conversation; answers it with its token, which is told once. */
export async function beginTalk(
  context: Context,
  db: Executor,
  site: SiteRow,
  widget: WidgetOf<"chat">,
  of: { readonly page: string; readonly language: string },
): Promise<{ talk: Talk; token: string }> {
  const token = newToken();
  const now = context.now();
  const row = {
    id: context.newId(),
    siteId: site.id,
    widgetId: widget.id,
    token: sha256(token),
    state: "chat" as const,
    page: of.page,
    language: of.language,
    turn: null,
    createdAt: now,
    lastAt: now,
  };
  await db.insert(chatTalks).values(row);
  return { talk: await talkOf(db, site.id, token), token };
}

/** A line before it has its place. */
export interface Said {
  readonly once: string;
  readonly by: Speaker;
  readonly text: string;
  readonly kind?: string;
  readonly topic?: string;
  readonly page?: string;
  readonly reply?: KeptReply | null;
  readonly tookUs?: number;
}

export interface Change {
  readonly state?: TalkState;
  readonly turn?: Turn | null;
  readonly userId?: string | null;
  readonly person?: string;
  readonly calledAt?: Date | null;
  readonly email?: string;
  readonly name?: string;
  readonly consent?: string;
  /** Lines of the visitor's that nobody has seen. */
  readonly unread?: number | "more";
  readonly unknown?: "more";
}

/**
 * Adds lines to a conversation, in the caller's transaction with its row locked; sent again, they are added once. Answers the
 * lines as they stand, and whether they are new.
 */
export async function addLines(
  context: Context,
  tx: Executor,
  talk: Pick<Talk, "id" | "siteId">,
  /** What is said; where that depends on how the conversation stands meanwhile, told from its locked row. */
  given: readonly Said[] | ((now: Talk) => readonly Said[]),
  change: (now: Talk) => Change = () => ({}),
): Promise<{ readonly talk: Talk; readonly lines: readonly Line[]; readonly fresh: boolean }> {
  const mine = and(eq(chatTalks.siteId, talk.siteId), eq(chatTalks.id, talk.id));
  const [locked] = await tx.select().from(chatTalks).where(mine).for("update");
  if (!locked) throw notFound("This conversation", "talk");
  const lines = typeof given === "function" ? given(locked) : given;
  const first = lines[0];
  const known = first
    ? await tx
        .select()
        .from(chatLines)
        .where(and(eq(chatLines.siteId, talk.siteId), eq(chatLines.talkId, talk.id), eq(chatLines.once, first.once)))
    : [];
  if (known[0]) {
    const nth = known[0].nth;
    const rows = await linesAfter(tx, locked, nth - 1);
    return { talk: locked, lines: rows.filter(({ once }) => once.startsWith(first?.once ?? "")), fresh: false };
  }
  if (locked.lines + lines.length > mostLines)
    throw conflict("talkFull", "This conversation has become very long. Please start a new one.");
  const now = context.now();
  const rows = lines.map((line, at) => ({
    siteId: talk.siteId,
    talkId: talk.id,
    nth: locked.lines + at,
    once: line.once,
    by: line.by,
    text: line.text,
    kind: line.kind ?? "",
    topic: line.topic ?? "",
    page: line.page ?? "",
    reply: line.reply ?? null,
    helped: null,
    tookUs: line.tookUs ?? null,
    createdAt: now,
  }));
  if (rows.length) await tx.insert(chatLines).values(rows);
  const { unread, unknown, ...set } = change(locked);
  await tx
    .update(chatTalks)
    .set({
      ...set,
      lines: locked.lines + rows.length,
      lastAt: now,
      ...(unread === undefined ? {} : { unread: unread === "more" ? sql`${chatTalks.unread} + 1` : unread }),
      ...(unknown ? { unknown: sql`${chatTalks.unknown} + 1` } : {}),
    })
    .where(mine);
  const [after] = await tx.select().from(chatTalks).where(mine);
  return { talk: after ?? locked, lines: rows, fresh: true };
}

/** The lines of a conversation after one of them, in their order. */
export const linesAfter = (db: Executor, talk: Pick<Talk, "id" | "siteId">, nth: number): Promise<Line[]> =>
  db
    .select()
    .from(chatLines)
    .where(and(eq(chatLines.siteId, talk.siteId), eq(chatLines.talkId, talk.id), gt(chatLines.nth, nth)))
    .orderBy(asc(chatLines.nth))
    .limit(mostLines);

/** Tells the Desk that a conversation has gone on. */
export const notifyDesk = (db: Executor, siteId: string, arrival: boolean): Promise<void> =>
  announce(db, siteId, "desk", { of: "chat", arrival });

/** Forgets conversations with all that was said in them. */
export async function forgetTalks(tx: Executor, siteId: string, ids: readonly string[]): Promise<number> {
  let gone = 0;
  for (const id of ids) {
    await tx.delete(chatLines).where(and(eq(chatLines.siteId, siteId), eq(chatLines.talkId, id)));
    const [result] = await tx.delete(chatTalks).where(and(eq(chatTalks.siteId, siteId), eq(chatTalks.id, id)));
    gone += result.affectedRows;
  }
  return gone;
}

/** An answer as a line of the chat's. */
export const lineOf = (once: string, reply: Reply, tookUs: number): Said => ({
  once,
  by: "chat",
  text: reply.lines.map(({ text }) => text).join("\n"),
  kind: reply.kind,
  topic: topicOf(reply),
  reply: {
    lines: reply.lines,
    sources: reply.sources,
    buttons: reply.buttons,
    picture: reply.picture,
    why: reply.why,
    looked: reply.looked,
  },
  tookUs,
});

/** What a visitor's browser is told of a line: without the reasons, which are the site's own. */
export const publicLine = ({ nth, by, text, kind, reply, helped, createdAt }: Line) => ({
  nth,
  by,
  text,
  kind,
  at: createdAt.toISOString(),
  helped,
  ...(reply ? { lines: reply.lines, sources: reply.sources, buttons: reply.buttons, picture: reply.picture } : {}),
});
