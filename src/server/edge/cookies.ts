// Cookies of visitors: for the site's own host alone, and not for its scripts.
import { type Context, hostOrigin } from "../context";

/** A cookie's value in a Cookie header (RFC 6265, section 4.2); "" for none. */
export function cookieIn(header: string | null | undefined, name: string): string {
  for (const pair of (header ?? "").slice(0, 4096).split(";", 50)) {
    const [key, value = ""] = pair.trim().split("=", 2);
    if (key === name) return value;
  }
  return "";
}

/** The Set-Cookie of one, for so many seconds; 0 takes it away. */
export function setCookie(
  { settings }: Pick<Context, "settings">,
  name: string,
  value: string,
  seconds: number,
): string {
  const secure = hostOrigin(settings, settings.publicHost).startsWith("https:") ? "; Secure" : "";
  return `${name}=${value}; Path=/; Max-Age=${seconds}; HttpOnly; SameSite=Lax${secure}`;
}
