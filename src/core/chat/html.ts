// What stands in a page before the chat's script, and without it: a question that leads to a page with the same answers.

import { spokenIn } from "@/core/chat/answers/address";
import { escapeHtml } from "@/core/render/escape";
import type { Brief } from "./chat";
import { chatPageWords } from "./knows/page-words";

export const answersPath = (widget: string): string => `/_w/v1/chat/${widget}/answers`;

/** The name and purpose of a chat, and a form that asks one question. */
export function chatForm(
  widget: string,
  { name, helps, close }: Pick<Brief, "name" | "helps" | "close">,
  language: string,
  asked = "",
): string {
  const words = chatPageWords(spokenIn(language, { close }));
  return `<p class="w-chat-name">${escapeHtml(name)}</p><p class="w-chat-helps">${escapeHtml(helps)}</p><form class="w-chat-ask" method="get" action="${answersPath(widget)}"><label>${words.ask} <input name="q" required maxlength="500" value="${escapeHtml(asked)}"></label><button class="b-button" type="submit">${words.send}</button></form>`;
}
