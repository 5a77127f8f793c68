// The payment service that ships with Webitor, as its three ways to pay use it: what is asked, what is answered, and whether an event
// is really its own.
import { timingSafeEqual } from "node:crypto";
import Joi from "joi";
import { type ChargeEvent, chargeStates } from "@/core/payment/charge";
import { paymentModes } from "@/core/payment/connectors";
import { signEvent } from "@/standins/pay/service";
import type { Method, PayEvent, Payment } from "@/standins/pay/store";
import { Problem } from "../problem";
import type { Known, Line, PaymentService } from "./connector";

/** An event older than this is refused, in seconds of real time. */
const toleranceSeconds = 300;

type Shown = Pick<Payment, "id" | "amount" | "state" | "captured" | "why" | "refunds">;

/** A payment as it stands, as the events that would have led there. */
function eventsOf({ state, amount, captured, why, refunds }: Shown): readonly ChargeEvent[] {
  return [
    { is: state, amount: state === "captured" ? captured : amount, ...(why ? { why } : {}) },
    ...Object.entries(refunds).map(([refund, back]): ChargeEvent => ({ is: "refunded", refund, amount: back })),
  ];
}

const isShown = (value: unknown): value is Shown =>
  typeof value === "object" && value !== null && "state" in value && "refunds" in value;

async function call(line: Line, method: "GET" | "POST", path: string, once: string, body: unknown) {
  const answered = await line.context.payments.call(line.context, line.origin, {
    ...{ method, path, key: line.keys.secret, once, body },
  });
  if (answered.status === 401)
    throw new Problem(409, "paymentKey", "The payment service does not know this key any more. Look at its keys.");
  return answered;
}

/** Does something with a payment, and answers how it stands after that; a payment that stands otherwise says so itself. */
async function command(line: Line, known: string, name: string, once: string, body: unknown) {
  const { status, value } = await call(line, "POST", `/v1/payments/${known}/${name}`, once, body);
  if (isShown(value)) return eventsOf(value);
  throw new Problem(409, "paymentCommand", `The payment service refuses that (${status}).`);
}

const eventSchema = Joi.object<PayEvent>({
  id: Joi.string().max(60).required(),
  payment: Joi.string().max(60).required(),
  reference: Joi.string().max(60).required(),
  is: Joi.string()
    .valid(...chargeStates, "refunded")
    .required(),
  amount: Joi.number().integer().min(0).required(),
  currency: Joi.string().length(3).required(),
  mode: Joi.string()
    .valid(...paymentModes)
    .required(),
  why: Joi.string().max(60),
  refund: Joi.string().max(60),
});

const signaturePattern = /^[0-9a-f]{64}$/;

/** The service, for one of its ways to pay. */
export const serviceFor = (
  method: Method,
  { capture, shows }: { readonly capture: "now" | "later"; readonly shows: PaymentService["shows"] },
): PaymentService => ({
  shows,
  begin: async (line, payment): Promise<Known> => {
    const { status, value } = await call(line, "POST", "/v1/payments", payment.reference, {
      ...payment,
      method,
      capture,
    });
    if (!isShown(value))
      throw new Problem(409, "paymentBegun", `The payment service refuses this payment (${status}).`);
    return { known: value.id, page: `${line.origin}/pay/${value.id}`, events: eventsOf(value) };
  },
  ask: async (line, known) => {
    const { status, value } = await call(line, "GET", `/v1/payments/${known}`, "", null);
    if (!isShown(value)) throw new Problem(409, "paymentAsked", `The payment service does not know it (${status}).`);
    return eventsOf(value);
  },
  capture: (line, known) => command(line, known, "capture", "", {}),
  release: (line, known) => command(line, known, "release", "", {}),
  refund: (line, known, refund, amount) => command(line, known, "refunds", refund, { amount }),
  hear: ({ hook }, body, header) => {
    const [time, given] = [header("pay-time") ?? "", header("pay-signature") ?? ""];
    if (!/^\d{1,12}$/.test(time) || !signaturePattern.test(given)) return { fault: "This event is not signed." };
    const wanted = signEvent(hook, body, Number(time));
    if (!timingSafeEqual(Buffer.from(wanted), Buffer.from(given))) return { fault: "This signature is not right." };
    if (Math.abs(Date.now() / 1000 - Number(time)) > toleranceSeconds) return { fault: "This signature is too old." };
    let read: unknown;
    try {
      read = JSON.parse(body);
    } catch {
      return { fault: "The body is not JSON." };
    }
    const { error, value } = eventSchema.validate(read);
    if (error || !value) return { fault: `This is no event: ${error?.message ?? ""}` };
    const { id, reference, currency, mode, is, amount, why, refund } = value;
    if (is === "refunded" && !refund) return { fault: "A refund has its id." };
    const event: ChargeEvent =
      is === "refunded" ? { is, refund: refund ?? "", amount } : { is, amount, ...(why ? { why } : {}) };
    return { id, reference, currency, mode, event };
  },
  whose: async (line) => {
    const answered = await line.context.payments.call(line.context, line.origin, {
      ...{ method: "GET", path: "/v1/account", key: line.keys.secret, once: "", body: null },
    });
    const { name, mode } = (answered.value ?? {}) as { name?: unknown; mode?: unknown };
    const known = paymentModes.find((one) => one === mode);
    return answered.status === 200 && known ? { name: String(name), mode: known } : null;
  },
  rehearse: async (line, known, does, lateMs) => {
    const { value } = await call(line, "POST", `/v1/payments/${known}/try`, "", { does, lateMs });
    return String((value as { came?: unknown } | null)?.came ?? "nothing");
  },
});
