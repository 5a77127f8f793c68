// Cookies of visitors: for the site's own host alone, and not for its scripts.
import { nanoid } from "nanoid";
import { type Context, isSigned, sign } from "../context";

type Has = Pick<Context, "settings">;

/** More of one name are not looked at: a browser has one, and another host may have planted some. */
const mostOfOneName = 5;

/** Every value of a cookie in a Cookie header (RFC 6265, section 4.2), in the order in which they came. */
export function cookiesIn(header: string | null | undefined, name: string): readonly string[] {
  return (header ?? "")
    .slice(0, 4096)
    .split(";", 50)
    .map((pair) => pair.trim().split("=", 2))
    .flatMap(([key, value = ""]) => (key === name ? [value] : []))
    .slice(0, mostOfOneName);
}

/**
 * The name of a site's cookie. It tells whose it is; and where there is HTTPS, browsers take one of this name from the host itself
 * alone, whatever other hosts of the domain set (RFC 6265bis, section 4.1.3.2).
 */
export const cookieName = ({ settings }: Has, siteKey: string, of: string): string =>
  `${settings.https ? "__Host-" : ""}${of}-${siteKey}`;

/** The Set-Cookie of one of a site's, for so many seconds; 0 takes it away. */
export function setCookie(context: Has, siteKey: string, of: string, value: string, seconds: number): string {
  const secure = context.settings.https ? "; Secure" : "";
  return `${cookieName(context, siteKey, of)}=${value}; Path=/; Max-Age=${seconds}; HttpOnly; SameSite=Lax${secure}`;
}

const tokenPattern = /^([\w-]{32})\.([\w-]{43})$/;
const signed = (siteKey: string, random: string) => `${siteKey} ${random}`;

/** A new token of a site's visitor, signed: one that was made elsewhere is none. */
export function newToken({ settings }: Has, siteKey: string, of: string): string {
  const random = nanoid(32);
  return `${random}.${sign(settings, `cookie-${of}`, signed(siteKey, random))}`;
}

/** The tokens of a site's cookie that are ours, in the order in which they came. */
export const tokensIn = (context: Has, siteKey: string, of: string, header: string | null | undefined) =>
  cookiesIn(header, cookieName(context, siteKey, of)).filter((token) => {
    const [, random = "", signature = ""] = tokenPattern.exec(token) ?? [];
    return random !== "" && isSigned(context.settings, `cookie-${of}`, signed(siteKey, random), signature);
  });
