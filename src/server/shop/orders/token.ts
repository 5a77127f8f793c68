// Links to orders: an id and a signature.
import { type Context, isSigned, sign } from "@/server/context";

/** The part of an address that leads to an order: its id and a signature. */
export const orderToken = ({ settings }: Context, id: string): string => `${id}.${sign(settings, "order", id)}`;

/** The id of an order in the token of a link; null where it is none of ours. */
export function readOrderToken({ settings }: Context, token: string): string | null {
  const [id = "", signature = ""] = token.split(".", 2);
  return /^[\w-]{1,24}$/.test(id) && isSigned(settings, "order", id, signature) ? id : null;
}
