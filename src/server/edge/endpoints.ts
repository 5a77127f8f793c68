// Every call a visitor's page, mail or calendar can make, by method and path. openapi.json describes them; a test holds
// the two together.

import { openApi } from "../booking/openapi";
import { bookingPage } from "../booking/page";
import { takePaymentEvent } from "../booking/payments";
import {
  days,
  getBooking,
  getBookingCalendar,
  postBooking,
  postHold,
  postOwnBooking,
  publicCall,
  publicSite,
  services,
  times,
  why,
} from "../booking/public";
import { type Answered, requestKey } from "../booking/requests";
import { calendarAt } from "../calendar/addresses";
import type { Context } from "../context";
import { deedPage } from "../popup/notices";
import { countSeen, type Deed, signUp } from "../popup/signups";
import { siteHeaders } from "../process/headers";
import { noticeCss } from "../release/notice";

/** One call, once its address, size and form are known to be fine. */
export interface VisitorCall {
  readonly context: Context;
  readonly siteKey: string;
  /** Network address of the caller. */
  readonly address: string;
  /** The language answers are written in. */
  readonly language: string;
  readonly params: Readonly<Record<string, string>>;
  readonly query: Readonly<Record<string, string>>;
  /** A JSON object, the text of a signed body, or null. */
  readonly body: unknown;
  header(name: string): string | null;
}

export interface Endpoint {
  readonly method: "GET" | "POST";
  /** Below /_w/v1, with parameters in braces, as in openapi.json. */
  readonly path: string;
  /** What its body is read as; without one, no body is read. */
  readonly body?: "json" | "signed";
  /** Whose pages may call: only the site's own, or also those of other sites that a place allows. */
  readonly fromPages: "own" | "allowed";
  /** Headers it reads besides those of every call. */
  readonly headers?: readonly string[];
  /** Its work depends on what is asked; the caller's limit pays for it. */
  readonly costly?: boolean;
  run(call: VisitorCall): Promise<Response>;
}

const fresh = (value: unknown, status = 200): Response =>
  Response.json(value, { status, headers: { "cache-control": "no-store" } });

/** A body with its ETag; 304 where the caller has it already. It is always asked for again, so never stale. */
function tagged(call: VisitorCall, body: string, etag: string, type: string): Response {
  const headers = { etag, "cache-control": "private, no-cache" };
  const known = call.header("if-none-match");
  if (known?.split(",", 50).some((one) => one.trim().replace(/^W\//, "") === etag))
    return new Response(null, { status: 304, headers });
  return new Response(body, { headers: { ...headers, "content-type": type } });
}

/** A page behind a letter's link. */
const page = (call: VisitorCall, { status, html }: { status: number; html: string }): Response =>
  new Response(html, {
    status,
    headers: {
      ...siteHeaders(call.context.settings, "'none'"),
      "content-type": "text/html; charset=utf-8",
      "cache-control": "no-store",
      // The token in the address goes to nobody else; without any referrer the form's own POST had no origin.
      "Referrer-Policy": "same-origin",
    },
  });

const param = (call: VisitorCall, name: string): string => call.params[name] ?? "";
const calendar = (call: VisitorCall) => publicCall(call.context, call.siteKey, param(call, "widget"), call.language);
const answered = ({ status, answer }: Answered) => fresh(answer, status);
const keyOf = (call: VisitorCall) => requestKey(call.header("idempotency-key"));

const ownBooking = "/booking/{widget}/bookings/{token}";
const bookingPageOf = (perform: boolean) => async (call: VisitorCall) =>
  page(call, await bookingPage(call.context, call.siteKey, param(call, "token"), perform, call.address));

const signupDeeds: readonly Deed[] = ["confirm", "withdraw", "return"];
const signupPages: readonly Endpoint[] = signupDeeds.flatMap((deed) =>
  (["GET", "POST"] as const).map(
    (method): Endpoint => ({
      method,
      path: `/signups/{token}/${deed}`,
      fromPages: "own",
      run: async (call) =>
        page(call, await deedPage(call.context, call.siteKey, param(call, "token"), deed, method === "POST")),
    }),
  ),
);

export const endpoints: readonly Endpoint[] = [
  {
    method: "GET",
    path: "/booking/{widget}/services",
    fromPages: "allowed",
    run: async (call) => fresh(services(await calendar(call))),
  },
  {
    method: "GET",
    path: "/booking/{widget}/version",
    fromPages: "allowed",
    // For one row's cost: whether anything has changed.
    run: async (call) => fresh((await publicSite(call.context, call.siteKey)).versions),
  },
  {
    method: "GET",
    path: "/booking/{widget}/days",
    fromPages: "allowed",
    costly: true,
    run: async (call) => {
      const { body, etag } = await days(await calendar(call), call.query);
      return tagged(call, body, etag, "application/json");
    },
  },
  {
    method: "GET",
    path: "/booking/{widget}/times",
    fromPages: "allowed",
    costly: true,
    run: async (call) => fresh(await times(await calendar(call), call.query)),
  },
  {
    method: "GET",
    path: "/booking/{widget}/why",
    fromPages: "allowed",
    costly: true,
    run: async (call) => fresh(await why(await calendar(call), call.query)),
  },
  {
    method: "POST",
    path: "/booking/{widget}/holds",
    body: "json",
    fromPages: "allowed",
    run: async (call) => answered(await postHold(await calendar(call), call.body, keyOf(call), call.address)),
  },
  {
    method: "POST",
    path: "/booking/{widget}/bookings",
    body: "json",
    fromPages: "allowed",
    run: async (call) => answered(await postBooking(await calendar(call), call.body, keyOf(call), call.address)),
  },
  {
    method: "GET",
    path: ownBooking,
    fromPages: "allowed",
    run: async (call) => fresh(await getBooking(call.context, call.siteKey, param(call, "token"))),
  },
  {
    method: "POST",
    path: ownBooking,
    body: "json",
    fromPages: "allowed",
    run: async (call) =>
      answered(
        await postOwnBooking(
          call.context,
          call.siteKey,
          param(call, "token"),
          call.body,
          keyOf(call),
          call.address,
          call.language,
        ),
      ),
  },
  { method: "GET", path: `${ownBooking}/page`, fromPages: "own", run: bookingPageOf(false) },
  { method: "POST", path: `${ownBooking}/page`, fromPages: "own", run: bookingPageOf(true) },
  {
    method: "GET",
    path: `${ownBooking}/booking.ics`,
    fromPages: "allowed",
    run: async (call) =>
      new Response(await getBookingCalendar(call.context, call.siteKey, param(call, "token")), {
        headers: {
          "content-type": "text/calendar; charset=utf-8",
          "content-disposition": 'attachment; filename="booking.ics"',
          "cache-control": "no-store",
        },
      }),
  },
  {
    method: "GET",
    path: "/calendars/{file}",
    fromPages: "own",
    run: async (call) => {
      const { text, etag } = await calendarAt(call.context, call.siteKey, param(call, "file").replace(/\.ics$/, ""));
      return tagged(call, text, etag, "text/calendar; charset=utf-8");
    },
  },
  {
    method: "POST",
    path: "/payments/events",
    body: "signed",
    fromPages: "own",
    headers: ["webitor-payment-signature"],
    run: async (call) =>
      fresh(
        await takePaymentEvent(
          call.context,
          call.siteKey,
          call.body as string,
          call.header("webitor-payment-signature"),
        ),
      ),
  },
  {
    method: "POST",
    path: "/signups",
    body: "json",
    fromPages: "own",
    run: async (call) => {
      await signUp(call.context, call.siteKey, call.body, call.address);
      return fresh({ taken: true }, 202);
    },
  },
  ...signupPages,
  {
    method: "POST",
    path: "/popup-counts",
    body: "json",
    fromPages: "own",
    run: async (call) => {
      await countSeen(call.context, call.siteKey, call.body, call.address);
      return new Response(null, { status: 204, headers: { "cache-control": "no-store" } });
    },
  },
  {
    method: "GET",
    path: "/notice.css",
    fromPages: "own",
    // The style sheet of the pages behind letters' links.
    run: async (call) =>
      new Response(await noticeCss(call.context, call.siteKey), {
        headers: { "content-type": "text/css; charset=utf-8", "cache-control": "no-cache" },
      }),
  },
  { method: "GET", path: "/openapi.json", fromPages: "allowed", run: async () => fresh(openApi) },
];
