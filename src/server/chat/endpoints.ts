// Visitors' calls on a chat, with what each is in OpenAPI; and the page that answers without script.

import { spokenIn } from "@/core/chat/answers/address";
import type { Reply } from "@/core/chat/answers/reply";
import { chatForm } from "@/core/chat/html";
import { chatPageWords } from "@/core/chat/knows/page-words";
import { escapeHtml } from "@/core/render/escape";
import { findSite } from "@/data/site/queries";
import {
  commands,
  get,
  html,
  instant,
  type Json,
  list,
  nullable,
  object,
  post,
  query,
  text,
  token,
  whole,
  yesNo,
} from "../edge/described";
import { type Endpoint, fresh, page, param, type VisitorCall } from "../edge/endpoint";
import { fromJoi } from "../edge/from-joi";
import { takeNetworkPoint } from "../limit";
import { notFound, Problem, problemResponse } from "../problem";
import { sitePage } from "../release/notice";
import { liveWidget } from "../widget/live";
import { otherSiteEndpoints } from "../widget/other-site-endpoints";
import { answer } from "./answer";
import { liveEngine } from "./engines";
import { codeSchema, mailOnly, sendCode } from "./proof";
import { chatForOtherSite, chatSnippet, originsOfChat } from "./snippet";
import {
  askChat,
  askSchema,
  callPerson,
  callSchema,
  eraseTalk,
  leaveMessage,
  leaveSchema,
  proveMail,
  rateLine,
  rateSchema,
  readTalk,
} from "./visitors";

const line: Json = object(
  {
    nth: whole,
    by: { enum: ["visitor", "chat", "person", "note"] },
    text,
    kind: text,
    at: instant,
    helped: nullable(yesNo),
    lines: list(object({ text, source: nullable(whole) })),
    sources: list(object({ title: text, href: text, words: text, kind: text })),
    buttons: list({ type: "object" }),
    picture: nullable(text),
  },
  ["lines", "sources", "buttons", "picture"],
);

const talk = { state: { enum: ["chat", "waiting", "person", "done"] }, person: text, typing: yesNo, lines: list(line) };
const _once: Json = { type: "string", pattern: "^[\\w-]{8,36}$" };
const talkToken: Json = { type: "string", pattern: "^[\\w-]{32}$" };

export const chatSchemas: Readonly<Record<string, Json>> = {
  ChatQuestion: fromJoi(askSchema),
  ChatAnswer: object({ talk: talkToken, ...talk }),
  ChatTalk: object(talk),
  ChatRating: fromJoi(rateSchema),
  ChatCall: fromJoi(callSchema),
  ChatMail: fromJoi(mailOnly),
  ChatCode: fromJoi(codeSchema),
  ChatMessage: fromJoi(leaveSchema),
};

const widget: Json = { name: "widget", in: "path", required: true, schema: text };

/** The answer to a question as a page, for browsers that run no script. */
async function answersPage(call: VisitorCall): Promise<Response> {
  const { context, siteKey, query: asked } = call;
  const site = await findSite(context.db, siteKey);
  if (!site) throw notFound("This site");
  await takeNetworkPoint(context, "chatAddress", site.id, call.address);
  const chat = await liveWidget(context, site, "chat", param(call, "widget"));
  const question = (asked.q ?? "").slice(0, 20_000);
  const words = chatPageWords(spokenIn(call.language, chat.settings.brief));
  const form = chatForm(chat.id, chat.settings.brief, call.language, question.slice(0, 500));
  let told = "";
  if (question.trim()) {
    const kept = await liveEngine(context, site, chat);
    const { reply } = await answer(context, site, kept, {
      question,
      before: null,
      page: site.settings.language,
      now: context.now().getTime(),
    });
    told = replyHtml(reply, words.sources, chat.id);
  }
  const main = `<section class="b-section"><div class="b-in"><h1 class="b-heading">${escapeHtml(question.trim().slice(0, 200) || words.title)}</h1>${told}<div class="w-chat">${form}</div></div></section>`;
  return page(call, { status: 200, html: await sitePage(context, siteKey, { title: words.title, main }) });
}

/** An answer in markup. Ways to go on that need a script are left out; questions become links. */
function replyHtml(reply: Reply, from: string, widgetId: string): string {
  const lines = reply.lines.map((one) => `<p>${escapeHtml(one.text)}</p>`).join("");
  const sources = reply.sources
    .filter(({ href }) => href)
    .map(({ href, title }) => `<li><a href="${escapeHtml(href)}">${escapeHtml(title)}</a></li>`)
    .join("");
  const ways = reply.buttons
    .flatMap((button) => {
      if (button.kind === "ask")
        return [
          `<li><a href="/_w/v1/chat/${widgetId}/answers?q=${encodeURIComponent(button.text)}">${escapeHtml(button.text)}</a></li>`,
        ];
      if (button.kind === "link" || (button.kind === "book" && button.href))
        return [`<li><a href="${escapeHtml(button.href)}">${escapeHtml(button.text)}</a></li>`];
      return [];
    })
    .join("");
  return `<div role="status">${lines}</div>${ways ? `<ul>${ways}</ul>` : ""}${sources ? `<p>${from}:</p><ul>${sources}</ul>` : ""}`;
}

const inPieces = "application/x-ndjson";

/**
 * The answer to a question; to whoever reads lines of JSON, sentence by sentence where it comes so: `{"says": …}` for each that may
 * be shown, and the whole answer, or the problem, as the last line.
 */
async function askedInPieces(call: VisitorCall): Promise<Response> {
  const widget = param(call, "widget");
  if (!call.header("accept")?.includes(inPieces)) return fresh(await askChat(call, widget));
  const pieces = new TransformStream<Uint8Array, Uint8Array>();
  const writer = pieces.writable.getWriter();
  const encoder = new TextEncoder();
  // Whoever has gone away hears no more of it; the answer is kept all the same.
  const write = (value: unknown) => writer.write(encoder.encode(`${JSON.stringify(value)}\n`)).catch(() => {});
  let begun: () => void = () => {};
  const first = new Promise<"pieces">((resolve) => {
    begun = () => resolve("pieces");
  });
  const whole = askChat(call, widget, (says) => {
    void write({ says });
    begun();
  });
  // What goes wrong before anything was said is answered as everywhere.
  const which = await Promise.race([first, whole]);
  if (which !== "pieces") return fresh(which);
  void whole
    .then(write, (error: unknown) => {
      if (!(error instanceof Problem)) call.context.log.error({ err: error }, "an answer broke off");
      return write(JSON.parse(problemResponse(error).body));
    })
    .finally(() => writer.close().catch(() => {}));
  return new Response(pieces.readable, { headers: { "content-type": inPieces, "cache-control": "no-store" } });
}

export const chatEndpoints: readonly Endpoint[] = [
  ...otherSiteEndpoints("chat", { name: "the chat", told: chatForOtherSite, snippet: chatSnippet }),
  {
    method: "POST",
    path: "/chat/{widget}/questions",
    says: post(
      "Asks a question, and begins a conversation where there is none",
      [widget],
      "ChatQuestion",
      200,
      "ChatAnswer",
    ),
    body: "json",
    fromPages: originsOfChat,
    costly: true,
    headers: ["accept"],
    run: askedInPieces,
  },
  {
    method: "GET",
    path: "/chat/talks/{token}",
    says: get(
      "What was said in a conversation after a line",
      [token, query("after", false, whole), query("typing", false)],
      "ChatTalk",
    ),
    fromPages: originsOfChat,
    run: async (call) => fresh(await readTalk(call, param(call, "token"))),
  },
  {
    method: "POST",
    path: "/chat/talks/{token}/ratings",
    says: post("Says whether an answer helped", [token], "ChatRating", 200, "Taken"),
    body: "json",
    fromPages: originsOfChat,
    run: async (call) => fresh(await rateLine(call, param(call, "token"))),
  },
  {
    method: "POST",
    path: "/chat/talks/{token}/calls",
    says: post("Calls a person", [token], "ChatCall", 200, "ChatAnswer"),
    body: "json",
    fromPages: originsOfChat,
    run: async (call) => fresh(await callPerson(call, param(call, "token"))),
  },
  {
    method: "POST",
    path: "/chat/talks/{token}/codes",
    says: post(
      "Asks for a code by letter, where something was ordered by a mail address",
      [token],
      "ChatMail",
      200,
      "Taken",
    ),
    body: "json",
    fromPages: originsOfChat,
    costly: true,
    run: async (call) => fresh(await sendCode(call, param(call, "token"))),
  },
  {
    method: "POST",
    path: "/chat/talks/{token}/proofs",
    says: post("Proves the mail address by its code; what was ordered is told", [token], "ChatCode", 200, "ChatAnswer"),
    body: "json",
    fromPages: originsOfChat,
    run: async (call) => fresh(await proveMail(call, param(call, "token"))),
  },
  {
    method: "POST",
    path: "/chat/talks/{token}/messages",
    says: post("Leaves a message", [token], "ChatMessage", 200, "ChatAnswer"),
    body: "json",
    fromPages: originsOfChat,
    run: async (call) => fresh(await leaveMessage(call, param(call, "token"))),
  },
  {
    method: "POST",
    path: "/chat/talks/{token}/erasures",
    says: {
      summary: "Forgets a conversation",
      parameters: [token],
      responses: {
        200: {
          description: "Done",
          content: { "application/json": { schema: { $ref: "#/components/schemas/Taken" } } },
        },
        ...commands,
      },
    },
    body: "json",
    fromPages: originsOfChat,
    run: async (call) => fresh(await eraseTalk(call, param(call, "token"))),
  },
  {
    method: "GET",
    path: "/chat/{widget}/answers",
    says: {
      summary: "The answer to a question as a page",
      parameters: [widget, query("q", false)],
      responses: {
        200: html("The page"),
        ...(get("", [], "ChatTalk").responses as object),
        404: html("There is no such chat"),
      },
    },
    fromPages: "own",
    costly: true,
    run: answersPage,
  },
];
