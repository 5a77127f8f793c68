// A stand-in for a payment service: accounts with keys for two modes, payments that are opened once by their key, taken, promised,
// given back, and told of by signed events.
import { createHash, createHmac, randomBytes, timingSafeEqual } from "node:crypto";
import { type ChargeState, isOpen } from "@/core/payment/charge";
import { keyMode, type PaymentMode, paymentModes } from "@/core/payment/connectors";
import { type BehaviourName, behaviours, isBehaviour } from "./behaviours";
import { type Account, type Change, methods, type PayEvent, type Payment, type PayStore, type Telling } from "./store";

/** Late events come after anything that waits for half an hour. */
const lateMs = 45 * 60_000;
/** Whoever tries card after card is told that it is over at some time: each try is an event. */
const mostTold = 60;
/** Behind the one that should have come after it. */
const behindMs = 1500;

const sha256 = (text: string) => createHash("sha256").update(text).digest("hex");
const random = (bytes: number) => randomBytes(bytes).toString("hex");

/** The keys of a new account, by mode: secret ones for calls, and what its events are signed with. They are not kept. */
export interface AccountKeys {
  readonly account: string;
  readonly secret: Readonly<Record<PaymentMode, string>>;
  readonly hook: Readonly<Record<PaymentMode, string>>;
}

const byMode = (make: (mode: PaymentMode) => string) =>
  Object.fromEntries(paymentModes.map((mode) => [mode, make(mode)])) as Record<PaymentMode, string>;

/** Opens an account. */
export async function openAccount(store: PayStore, name: string): Promise<AccountKeys> {
  const account = random(6);
  const secret = byMode((mode) => `${mode}.secret.${account}.${random(16)}`);
  const hook = byMode((mode) => `${mode}.hook.${account}.${random(16)}`);
  const kept: Account = { id: account, name, secrets: byMode((mode) => sha256(secret[mode])), hooks: hook };
  await store.change("account", account, () => ({ keep: kept, give: null }));
  return { account, secret, hook };
}

/** The signature of an event: HMAC-SHA-256 over the second it was sent in and its body, so that an old one can't be sent again. */
export const signEvent = (hook: string, body: string, atSeconds: number): string =>
  createHmac("sha256", hook).update(`${atSeconds}\n${body}`).digest("hex");

/** The account and mode of a secret key; null where it is none. */
async function keyOf(store: PayStore, key: string): Promise<{ account: Account; mode: PaymentMode } | null> {
  const mode = keyMode(key, "secret");
  const account = mode && (await store.read("account", key.split(".", 3)[2] ?? ""));
  if (!mode || !account) return null;
  const [given, wanted] = [sha256(key), account.secrets[mode]].map((hash) => Buffer.from(hash));
  return given && wanted && timingSafeEqual(given, wanted) ? { account, mode } : null;
}

export interface Called {
  readonly method: string;
  /** Below the host: "/v1/payments". */
  readonly path: string;
  readonly key: string;
  /** Of calls that make something: the same again is the same thing. */
  readonly once: string;
  readonly body: unknown;
}

export interface Answered {
  readonly status: number;
  readonly value: unknown;
}

const refusal = (status: number, code: string): Answered => ({ status, value: { error: code } });

/** What a shop is told of a payment that it asks for. */
const shown = ({ id, reference, amount, currency, mode, state, captured, why, refunds }: Payment) => ({
  ...{ id, reference, amount, currency, mode, state, captured, why, refunds },
});

function event(payment: Payment, nth: number, is: PayEvent["is"], more: Partial<PayEvent> = {}): Telling {
  const { id, reference, amount, currency, mode, account, notify } = payment;
  const body: PayEvent = { id: `${id}-${nth}`, payment: id, reference, is, amount, currency, mode, ...more };
  return { account, mode, to: notify, body: JSON.stringify(body), afterMs: 0 };
}

/** What becomes of a payment as its payer does something with it. */
function played(payment: Payment, name: BehaviourName, delay: number): Change<Payment, Played> {
  if (!isOpen(payment.state) || payment.told >= mostTold) return { give: "over" };
  const { does, tells, ...rest } = behaviours[name];
  const nth = payment.told + 1;
  if (does === "declines") {
    const why = "why" in rest ? rest.why : "refused";
    const keep: Payment = { ...payment, state: "declined", why, told: nth, waiting: null };
    return { keep, tell: [event(payment, nth, "declined", { why })], give: "declined" };
  }
  if (does === "factor" && payment.waiting === null)
    return {
      keep: { ...payment, state: "asksFactor", told: nth, waiting: name },
      tell: [event(payment, nth, "asksFactor")],
      give: "factor",
    };
  const state: ChargeState = payment.capture === "now" ? "captured" : "authorised";
  const captured = state === "captured" ? payment.amount : 0;
  const told = event(payment, nth, state);
  const ways: Readonly<Record<typeof tells, readonly Telling[]>> = {
    atOnce: [told],
    late: [{ ...told, afterMs: delay }],
    twice: [told, told],
    mixed: [told, { ...event(payment, nth + 1, "asksFactor"), afterMs: behindMs }],
    never: [],
  };
  return {
    keep: { ...payment, state, captured, why: "", told: nth + 1, waiting: null },
    tell: ways[tells],
    give: does === "hangs" ? "hangs" : "paid",
  };
}

export type Played = "paid" | "declined" | "factor" | "hangs" | "over" | "unknown";

/** A payer pays, by what their card or choice does. */
export const play = (store: PayStore, id: string, name: BehaviourName, delay = lateMs): Promise<Played> =>
  store.change("payment", id, (payment) => (payment ? played(payment, name, delay) : { give: "unknown" }));

/** A payer types the code that was asked for: six digits are right, but not six naughts. */
export const playFactor = (store: PayStore, id: string, code: string): Promise<Played> =>
  store.change("payment", id, (payment) => {
    if (!payment) return { give: "unknown" };
    if (!payment.waiting || !isOpen(payment.state)) return { give: "over" };
    if (!/^\d{6}$/.test(code)) return { give: "factor" };
    return code === "000000"
      ? played({ ...payment, waiting: null }, "refused", 0)
      : played(payment, payment.waiting, lateMs);
  });

const textOf = (value: unknown, most: number) => (typeof value === "string" && value.length <= most ? value : "");
const amountOf = (value: unknown) => (Number.isSafeInteger(value) && (value as number) > 0 ? (value as number) : 0);

function opened(store: PayStore, called: Called, account: Account, mode: PaymentMode): Payment | null {
  const body = (called.body ?? {}) as Record<string, unknown>;
  const method = methods.find((one) => one === body.method);
  const [reference, title, returnTo, notify] = [
    textOf(body.reference, 60),
    textOf(body.title, 200),
    textOf(body.returnTo, 800),
    textOf(body.notify, 400),
  ];
  const currency = textOf(body.currency, 3);
  const amount = amountOf(body.amount);
  if (!method || !reference || !title || !amount || !/^[A-Z]{3}$/.test(currency) || !called.once) return null;
  if (!/^https?:/.test(URL.parse(returnTo)?.protocol ?? "") || !store.mayTell(notify)) return null;
  const id = `p${sha256(`${account.id} ${mode} ${called.once}`).slice(0, 22)}`;
  return {
    ...{ id, account: account.id, mode, reference, amount, currency, method, title, returnTo, notify },
    ...{ capture: body.capture === "later" ? "later" : "now", state: "opened", captured: 0, why: "" },
    ...{ refunds: {}, waiting: null, told: 0 },
  };
}

type Command = (payment: Payment, called: Called) => Change<Payment, Answered>;

/** What can be done with a payment that is there. Each done again answers the same. */
const commands: Readonly<Record<string, Command>> = {
  capture: (payment) => {
    if (payment.state === "captured") return { give: { status: 200, value: shown(payment) } };
    if (payment.state !== "authorised") return { give: refusal(409, "nothingPromised") };
    const nth = payment.told + 1;
    const keep: Payment = { ...payment, state: "captured", captured: payment.amount, told: nth };
    return { keep, tell: [event(payment, nth, "captured")], give: { status: 200, value: shown(keep) } };
  },
  release: (payment) => {
    if (payment.state === "captured") return { give: { status: 409, value: shown(payment) } };
    if (payment.state === "released") return { give: { status: 200, value: shown(payment) } };
    const nth = payment.told + 1;
    const keep: Payment = { ...payment, state: "released", told: nth, waiting: null };
    return { keep, tell: [event(payment, nth, "released")], give: { status: 200, value: shown(keep) } };
  },
  refunds: (payment, { body, once }) => {
    if (payment.refunds[once] !== undefined) return { give: { status: 200, value: shown(payment) } };
    const amount = amountOf((body as { amount?: unknown } | null)?.amount);
    const back = Object.values(payment.refunds).reduce((sum, one) => sum + one, 0);
    if (!once || !amount || amount > payment.captured - back) return { give: refusal(422, "amount") };
    const nth = payment.told + 1;
    const keep: Payment = { ...payment, refunds: { ...payment.refunds, [once]: amount }, told: nth };
    const tell = [event(payment, nth, "refunded", { refund: once, amount })];
    return { keep, tell, give: { status: 201, value: shown(keep) } };
  },
  /** Only in test mode: pays without a page. */
  try: (payment, { body }) => {
    const { does, lateMs: delay } = (body ?? {}) as { does?: unknown; lateMs?: unknown };
    if (payment.mode !== "test" || typeof does !== "string" || !isBehaviour(does))
      return { give: refusal(422, "behaviour") };
    // A code that is asked for is typed at once.
    const first = played(payment, does, amountOf(delay) || lateMs);
    const asked = first.give === "factor" && first.keep ? played(first.keep, does, 0) : first;
    const tell = asked === first ? first.tell : [...(first.tell ?? []), ...(asked.tell ?? [])];
    return {
      ...(asked.keep ? { keep: asked.keep } : {}),
      ...(tell ? { tell } : {}),
      give: { status: 200, value: { came: asked.give } },
    };
  },
};

/** Answers a call of a shop's server. */
export async function answerCall(store: PayStore, called: Called): Promise<Answered> {
  const who = await keyOf(store, called.key);
  if (!who) return refusal(401, "key");
  const { account, mode } = who;
  if (called.method === "GET" && called.path === "/v1/account")
    return { status: 200, value: { name: account.name, mode, account: account.id } };
  if (called.method === "POST" && called.path === "/v1/payments") {
    const made = opened(store, called, account, mode);
    if (!made) return refusal(422, "payment");
    return store.change("payment", made.id, (now) =>
      now && now.amount !== made.amount
        ? { give: refusal(409, "otherAmount") }
        : { ...(now ? {} : { keep: made }), give: { status: now ? 200 : 201, value: shown(now ?? made) } },
    );
  }
  const [, id = "", command = ""] = /^\/v1\/payments\/(\w{1,40})(?:\/(\w{1,20}))?$/.exec(called.path) ?? [];
  const payment = id ? await store.read("payment", id) : null;
  if (!payment || payment.account !== account.id || payment.mode !== mode) return refusal(404, "payment");
  if (called.method === "GET" && !command) return { status: 200, value: shown(payment) };
  const run = Object.hasOwn(commands, command) && called.method === "POST" ? commands[command] : undefined;
  if (!run) return refusal(404, "call");
  return store.change("payment", id, (now) => run(now ?? payment, called));
}

/** An event as it goes out: to whom, with its body and its headers. */
export async function eventToSend(
  store: PayStore,
  { account, mode, to, body }: Omit<Telling, "afterMs">,
  nowMs: number,
): Promise<{ readonly to: string; readonly body: string; readonly headers: Readonly<Record<string, string>> } | null> {
  const found = await store.read("account", account);
  if (!found) return null;
  const at = Math.floor(nowMs / 1000);
  return { to, body, headers: { "pay-time": String(at), "pay-signature": signEvent(found.hooks[mode], body, at) } };
}
