// Who may open an account at the payment stand-in: whoever comes from this installation's studio, by a key that it signs.
import { type Context, isSigned, sign } from "../context";
import { countPoint } from "../limit";
import { serviceOrigin } from "./set-up";

const purpose = "stand-in-account";
/** Real time: how long a page of the studio stands open. */
const holdsMs = 24 * 3_600_000;

/** Where an account is opened for a site. */
export function accountAddress(context: Context, siteId: string): string {
  const until = Math.floor((Date.now() + holdsMs) / 1000);
  const about = `${siteId}.${until}`;
  return `${serviceOrigin(context)}/?key=${about}.${sign(context.settings, purpose, about)}`;
}

/** Whether a key lets its bearer open one more account; each is kept. */
export async function mayOpenAccount(context: Context, key: string): Promise<"yes" | "unknown" | "tooMany"> {
  const [, about = "", site = "", until = "", signature = ""] =
    /^(([\w-]{1,40})\.(\d{1,12}))\.([\w-]{43})$/.exec(key) ?? [];
  if (!about || !isSigned(context.settings, purpose, about, signature) || Number(until) * 1000 < Date.now())
    return "unknown";
  return (await countPoint(context, context.db, "standInAccount", site)).left >= 0 ? "yes" : "tooMany";
}
