// What payers' browsers and payment services call of a site.
import { html, type Json, json, object, problem, reading, text } from "../edge/described";
import { type Endpoint, type FormBody, fresh, page, type VisitorCall } from "../edge/endpoint";
import { takeNetworkPoint } from "../limit";
import { Problem } from "../problem";
import { noticePage } from "../release/notice";
import { changeWay, type Paying, payingPage } from "./page";
import { receiveEvent } from "./settle";

export const paymentSchemas: Readonly<Record<string, Json>> = {
  PaymentEvent: { type: "object", description: "As the payment service writes it" },
  PaymentOutcome: object({ outcome: text }),
  PayCommand: { type: "object", properties: { p: text, by: text }, required: ["p", "by"], additionalProperties: false },
};

const seeOther = (to: string) =>
  new Response(null, { status: 303, headers: { location: encodeURI(decodeURI(to)), "cache-control": "no-store" } });

const shown = (call: VisitorCall, paying: Paying) => ("onTo" in paying ? seeOther(paying.onTo) : page(call, paying));

/** A link that is none of ours, as a page. */
async function refused(call: VisitorCall, error: unknown): Promise<Response> {
  if (!(error instanceof Problem)) throw error;
  const notice = { title: error.message, text: error.fields.map(({ message }) => message).join(" "), then: null };
  return page(call, { status: error.status, html: await noticePage(call.context, call.siteKey, notice) });
}

const counted = (call: VisitorCall) => takeNetworkPoint(call.context, "payAddress", call.siteKey, call.address);

const token: Json = {
  name: "p",
  in: "query",
  required: true,
  schema: text,
  description: "The signed part of the link",
};

export const paymentEndpoints: readonly Endpoint[] = [
  {
    method: "GET",
    path: "/payments/page",
    says: {
      summary: "The page on which an order or a booking is paid",
      parameters: [token],
      responses: { ...reading, 200: html("The page"), 303: { description: "It is paid: on to what was paid for" } },
    },
    fromPages: "any",
    costly: true,
    run: async (call) => {
      try {
        await counted(call);
        return shown(call, await payingPage(call.context, call.siteKey, call.query.p ?? "", "go" in call.query));
      } catch (error) {
        return refused(call, error);
      }
    },
  },
  {
    method: "POST",
    path: "/payments/page",
    says: {
      summary: "Chooses another way to pay",
      requestBody: {
        required: true,
        content: { ...json("PayCommand"), "application/x-www-form-urlencoded": { schema: { type: "object" } } },
      },
      responses: { ...reading, 303: { description: "On to that way" } },
    },
    body: "form",
    fromPages: "own",
    costly: true,
    run: async (call) => {
      const { fields } = call.body as FormBody;
      const [p, by] = [String(fields.p ?? "").slice(0, 200), String(fields.by ?? "").slice(0, 20)];
      try {
        await counted(call);
        return seeOther(await changeWay(call.context, call.siteKey, p, by));
      } catch (error) {
        return refused(call, error);
      }
    },
  },
  {
    method: "POST",
    path: "/payments/events",
    says: {
      summary: "Signed events of a payment service",
      parameters: [
        { name: "by", in: "query", required: true, schema: text },
        { name: "mode", in: "query", required: true, schema: { enum: ["test", "live"] } },
        { name: "Pay-Time", in: "header", required: true, schema: text },
        { name: "Pay-Signature", in: "header", required: true, schema: text },
      ],
      requestBody: { required: true, content: json("PaymentEvent") },
      responses: {
        ...reading,
        200: { description: "Taken in; the same again changes nothing", content: json("PaymentOutcome") },
        401: problem("The signature is missing, wrong or too old"),
        422: problem("It is not what was asked for"),
      },
    },
    body: "signed",
    fromPages: "own",
    headers: ["pay-time", "pay-signature"],
    run: async (call) =>
      fresh(
        await receiveEvent(
          call.context,
          call.siteKey,
          call.query.by ?? "",
          call.query.mode ?? "",
          call.body as string,
          call.header,
        ),
      ),
  },
];
