// Where something is paid: a page of the site's own, at a signed address.
import { type Context, isSigned, sign } from "../context";
import type { PaymentTarget } from "./payments";

type Paid = Exclude<PaymentTarget, "trial">;

const token = ({ settings }: Context, of: Paid, target: string) =>
  `${of}.${target}.${sign(settings, "pay", `${of} ${target}`)}`;

/** Path, on a site's host, where one thing is paid. */
export const payPath = (context: Context, of: Paid, target: string): string =>
  `/_w/v1/payments/page?p=${token(context, of, target)}`;

/** What a link is about; null where it is none of ours. */
export function readPayToken(context: Context, text: string): { readonly of: Paid; readonly target: string } | null {
  const [of, target = "", signature = ""] = text.split(".", 3);
  if ((of !== "order" && of !== "booking") || !/^[\w-]{1,24}$/.test(target)) return null;
  return isSigned(context.settings, "pay", `${of} ${target}`, signature) ? { of, target } : null;
}
