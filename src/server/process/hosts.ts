// Which part of Webitor a request's Host names. Anything unclear is nobody's.
import { isStandIn, type StandInLabel } from "@/standins/hosts";
import type { Settings } from "../settings";

export type Host =
  | { readonly kind: "studio" }
  | { readonly kind: "site"; readonly key: string }
  | { readonly kind: "rehearsal"; readonly key: string }
  /** An outside host that ships as a stand-in. */
  | { readonly kind: "standIn"; readonly label: StandInLabel };

const keyPattern = /^[a-z][a-z0-9-]{1,38}[a-z0-9]$/;

/** What stands before a host in a name below it; null for other names. */
const belowHost = (name: string, host: string): string | null =>
  name.endsWith(`.${host}`) ? name.slice(0, -host.length - 1) : null;

/** The host a Host header names ("wrenfield.localhost:4400"); null for any other. */
export function readHost(
  header: string | undefined,
  settings: Pick<Settings, "publicHost" | "sitesHost" | "standIns">,
): Host | null {
  if (!header) return null;
  const name = header.toLowerCase().replace(/:\d{1,5}$/, "");
  if (name === settings.publicHost) return { kind: "studio" };
  const standIn = settings.standIns ? belowHost(name, settings.publicHost) : null;
  if (standIn !== null && isStandIn(standIn)) return { kind: "standIn", label: standIn };
  const below = belowHost(name, settings.sitesHost);
  if (below === null) return null;
  const labels = below.split(".");
  const key = labels.at(-1) as string;
  if (!keyPattern.test(key)) return null;
  if (labels.length === 1) return { kind: "site", key };
  return labels.length === 2 && labels[0] === "rehearse" ? { kind: "rehearsal", key } : null;
}

/** The path of a request target, decoded once; null for what is no plain path (dot segments, backslashes, NUL, bad %). */
export function readPath(target: string): string | null {
  const end = target.search(/[?#]/);
  let path: string;
  try {
    path = decodeURIComponent(end < 0 ? target : target.slice(0, end));
  } catch {
    return null;
  }
  if (!path.startsWith("/") || path.startsWith("//") || path.includes("\\") || path.includes("\0")) return null;
  if (path.split("/").some((part) => part === "." || part === "..")) return null;
  return path;
}
