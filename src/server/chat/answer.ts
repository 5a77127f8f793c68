// Answers one question: heard by the engine of the live release, with what other engines tell.

import type { Reply } from "@/core/chat/answers/reply";
import type { ChatEngine, Knowledge } from "@/core/chat/engine";
import type { Turn } from "@/core/chat/understands/interpret";
import type { SiteWidget } from "@/core/widget/settings";
import type { SiteRow } from "@/data/site/queries";
import type { Context } from "../context";
import { liveFor } from "./live";

export interface Answered {
  readonly reply: Reply;
  /** From the question to the answer, in µs. */
  readonly tookUs: number;
}

/** What a question is answered with: an engine, what it knows, and the calendars that visitors have. */
export interface Asking {
  readonly engine: ChatEngine;
  readonly knowledge: Knowledge;
  readonly widgets: readonly SiteWidget[];
}

export async function answer(
  context: Context,
  row: SiteRow,
  { engine, knowledge, widgets }: Asking,
  asked: { readonly question: string; readonly before: Turn | null; readonly page: string; readonly now: number },
): Promise<Answered> {
  const began = performance.now();
  const { heard, need } = engine.hear(asked);
  const live = await liveFor(context, row, widgets, knowledge.subjects, need);
  const reply = engine.reply(heard, live, asked.now);
  return { reply, tookUs: Math.round((performance.now() - began) * 1000) };
}

/** What an answer came from, in a word for figures: "page:/classes", "live:hours"; "" for nothing. */
export function topicOf({ from }: Reply): string {
  if (!from) return "";
  const of = {
    passage: () => `page:${(from as { href: string }).href}`,
    row: () => `table:${(from as { table: string }).table}`,
    own: () => `own:${(from as { answer: string }).answer}`,
    live: () => `live:${(from as { what: string }).what}`,
    brief: () => `brief:${(from as { topic: string }).topic}`,
  } as const;
  return of[from.of]().slice(0, 400);
}
