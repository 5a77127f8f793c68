// The payment stand-in as a host of its own: calls of shops' servers, and the pages of payers and owners.
import type { IncomingMessage, ServerResponse } from "node:http";
import { json, type Piece, says, send } from "../answer";
import { cardDoes, isBehaviour } from "./behaviours";
import { accountPage, factorPage, keysPage, lostPage, overPage, payPage, silentPage } from "./pages";
import { answerCall, openAccount, type Played, play, playFactor } from "./service";
import type { Payment, PayStore } from "./store";

const mostBytes = 16_384;
/** How long a bank that does not answer keeps one waiting, in ms. */
const silenceMs = 4000;

async function readBody(request: IncomingMessage): Promise<string | null> {
  const chunks: Buffer[] = [];
  let size = 0;
  for await (const chunk of request as AsyncIterable<Buffer>) {
    size += chunk.length;
    if (size > mostBytes) return null;
    chunks.push(chunk);
  }
  return Buffer.concat(chunks).toString("utf8");
}

const seeOther = (to: string): Piece => ({
  status: 303,
  type: "text/plain; charset=utf-8",
  body: "",
  headers: { Location: to, "Cache-Control": "no-store" },
});

async function call(store: PayStore, request: IncomingMessage, path: string, text: string): Promise<Piece> {
  let body: unknown = null;
  if (text)
    try {
      body = JSON.parse(text);
    } catch {
      return json({ error: "json" }, { status: 400 });
    }
  const { status, value } = await answerCall(store, {
    method: request.method ?? "GET",
    path,
    key: /^Bearer (\S{1,120})$/.exec(request.headers.authorization ?? "")?.[1] ?? "",
    once: String(request.headers["idempotency-key"] ?? "").slice(0, 80),
    body,
  });
  return json(value, { status, headers: { "Cache-Control": "no-store" } });
}

/** Where a payer goes after what they did. */
async function next(payment: Payment, came: Played, fault: string): Promise<Piece> {
  if (came === "factor") return seeOther(`/pay/${payment.id}/code`);
  if (came !== "hangs")
    return came === "unknown" ? lostPage() : fault ? payPage(payment, fault) : seeOther(payment.returnTo);
  await new Promise((resolve) => setTimeout(resolve, silenceMs));
  return silentPage();
}

/** What is wrong with a card as it was typed; "" for nothing. */
function cardFault(form: URLSearchParams, payment: Payment): string {
  const card = cardDoes((form.get("number") ?? "").replace(/[\s-]/g, ""));
  if (!card) return "This is no card number. Is a digit missing or swapped?";
  if (card.test && payment.mode === "live") return "This is a card for trying it; it pays nothing here.";
  if (!/^\s*(0[1-9]|1[0-2])\s*\/\s*(\d{2}|20\d{2})\s*$/.test(form.get("until") ?? ""))
    return "Write the month and year it is valid until, as 08/29.";
  return /^\d{3,4}$/.test((form.get("code") ?? "").trim()) ? "" : "The security code has three or four digits.";
}

async function pay(store: PayStore, payment: Payment, form: URLSearchParams): Promise<Piece> {
  if (form.has("back")) return seeOther(payment.returnTo);
  if (payment.method === "card") {
    const fault = cardFault(form, payment);
    if (fault) return payPage(payment, fault);
    const card = cardDoes((form.get("number") ?? "").replace(/[\s-]/g, ""));
    return next(payment, await play(store, payment.id, card?.name ?? "pays"), "");
  }
  const does = payment.mode === "test" ? (form.get("does") ?? "") : "pays";
  return next(payment, await play(store, payment.id, isBehaviour(does) ? does : "pays"), "");
}

const refusals = {
  unknown: "This address is not valid any more. Open it anew from the studio: Widgets, Payments.",
  tooMany: "Very many accounts were opened for this site. Try again in an hour.",
} as const;

async function answer(
  store: PayStore,
  request: IncomingMessage,
  path: string,
  key: string,
  mayOpen: MayOpen,
): Promise<Piece> {
  const text = request.method === "POST" ? await readBody(request) : "";
  if (text === null) return says(413, "Too large.");
  if (path.startsWith("/v1/")) return call(store, request, path, text);
  const form = new URLSearchParams(text);
  if (path === "/") return accountPage(key);
  if (path === "/accounts" && request.method === "POST") {
    const given = form.get("key") ?? "";
    const name = (form.get("name") ?? "").trim().slice(0, 60);
    if (!name) return accountPage(given, "The account needs a name.");
    const may = await mayOpen(given);
    return may === "yes" ? keysPage(await openAccount(store, name)) : accountPage(given, refusals[may]);
  }
  const [, id = "", code] = /^\/pay\/(\w{1,40})(\/code)?$/.exec(path) ?? [];
  const payment = id ? await store.read("payment", id) : null;
  if (!payment) return lostPage();
  if (request.method === "POST") {
    if (!code) return pay(store, payment, form);
    const came = await playFactor(store, id, (form.get("code") ?? "").trim());
    return came === "factor" ? factorPage(payment, "The code has six digits.") : next(payment, came, "");
  }
  const open = payment.state === "opened" || payment.state === "asksFactor" || payment.state === "declined";
  if (!open) return overPage(payment);
  return code ? factorPage(payment) : payPage(payment);
}

/** Whether a key of the installation lets its bearer open one more account. */
export type MayOpen = (key: string) => Promise<"yes" | "unknown" | "tooMany">;

/** Answers a request on the payment stand-in's host. */
export async function servePay(
  store: PayStore,
  request: IncomingMessage,
  response: ServerResponse,
  mayOpen: MayOpen,
): Promise<void> {
  const { method = "GET" } = request;
  if (method !== "GET" && method !== "HEAD" && method !== "POST")
    return send(response, says(405, "Not here."), method === "HEAD");
  const [path = "/", query = ""] = (request.url ?? "/").split("?", 2);
  const key = new URLSearchParams(query).get("key") ?? "";
  send(response, await answer(store, request, path, key, mayOpen), method === "HEAD");
}
