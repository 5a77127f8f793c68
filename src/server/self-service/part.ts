// Everything of whoever is signed in on a device, or the form that asks for the letter: as it stands on a page.
import { accountHtml, accountWords, askHtml } from "@/core/self-service/account";
import type { SiteRow } from "@/data/site/queries";
import type { Context } from "../context";
import { everythingOf } from "../desk/done";
import type { Done } from "../widget/half";
import { signedIn } from "./sessions";

/** What of a request it depends on. */
export interface OwnAsked {
  /** The Cookie header. */
  readonly cookie: string | null;
  /** The letter is on its way. */
  readonly sent: boolean;
}

/** So many addresses are told. */
const mostAddresses = 5;

/** The addresses somebody gave, the latest first, each once. */
const addressesIn = (done: readonly Done[]): readonly (readonly string[])[] =>
  [
    ...new Map(
      done.flatMap(({ address }) => (address ? [[address.join("\n").toLowerCase(), address] as const] : [])),
    ).values(),
  ].slice(0, mostAddresses);

/** Markup of what is somebody's own. */
export async function ownPart(context: Context, site: SiteRow, { cookie, sent }: OwnAsked): Promise<string> {
  const { language, zone } = site.settings;
  const email = await signedIn(context, context.db, site, cookie);
  if (!email) return askHtml(language, sent ? { said: accountWords(language).sent("") } : {});
  const day = new Intl.DateTimeFormat(language, { dateStyle: "medium", timeZone: zone });
  const done = await everythingOf({ context, site, email, language });
  return accountHtml(
    language,
    email,
    done.map(({ at, address: _address, files = [], ...one }) => ({ ...one, files, on: day.format(at) })),
    addressesIn(done),
  );
}
