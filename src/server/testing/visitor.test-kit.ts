// What a visitor's browser sends and gets, without a browser.
import type { Context } from "@/server/context";
import { answerVisitor } from "@/server/edge/visitors";

const site = "wrenfield";
const host = `${site}.localhost:4499`;

export interface Sent {
  readonly status: number;
  readonly location: string;
  /** The whole Set-Cookie; "" for none. */
  readonly set: string;
  /** The basket after it. */
  readonly cookie: string;
  readonly text: string;
  readonly headers: Headers;
}

/** A form as a browser sends it, with the basket it has. */
export async function sendForm(
  context: Context,
  path: string,
  fields: Record<string, string> | FormData,
  { cookie = "", address = "10.0.0.1" }: { readonly cookie?: string; readonly address?: string } = {},
): Promise<Sent> {
  const response = await answerVisitor(
    context,
    new Request(`http://${host}/_w/v1${path}`, {
      method: "POST",
      headers: { host, origin: `http://${host}`, "sec-fetch-mode": "navigate", ...(cookie ? { cookie } : {}) },
      body: fields instanceof FormData ? fields : new URLSearchParams(fields),
    }),
    { siteKey: site, address, path },
  );
  const set = response.headers.get("set-cookie") ?? "";
  return {
    set,
    status: response.status,
    location: response.headers.get("location") ?? "",
    cookie: set ? (set.split(";", 1)[0] ?? "") : cookie,
    text: await response.text(),
    headers: response.headers,
  };
}

/** What stands at an address of the site's calls, query and all. */
export const getPage = (context: Context, path: string, address = "10.0.0.7"): Promise<Response> =>
  answerVisitor(context, new Request(`http://${host}${path}`, { headers: { host } }), {
    siteKey: site,
    address,
    path: path.replace("/_w/v1", "").split("?", 1)[0] ?? "",
  });
