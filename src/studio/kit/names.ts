// Languages, currencies, zones and countries by their names, for lists to choose from.
import { offeredLanguages } from "@/core/locale/country";

const named = (type: "language" | "currency" | "region", code: string): string => {
  try {
    return new Intl.DisplayNames("en-GB", { type }).of(code) ?? code;
  } catch {
    return code;
  }
};

export const languageName = (tag: string) => named("language", tag);
export const currencyName = (code: string) => `${named("currency", code)} (${code})`;

const sorted = (list: readonly (readonly [string, string])[]) =>
  [...list].sort(([, one], [, other]) => one.localeCompare(other));

/** A code that is not among those offered stays choosable. */
const including = (codes: readonly string[], current: string) =>
  codes.includes(current) ? codes : [current, ...codes];

export const languageOptions = (current: string) =>
  sorted(including(offeredLanguages, current).map((tag) => [tag, languageName(tag)] as const));

const supported = (kind: "currency" | "timeZone"): readonly string[] =>
  typeof Intl.supportedValuesOf === "function" ? Intl.supportedValuesOf(kind) : [];

export const currencyOptions = (current: string) =>
  sorted(including(supported("currency"), current).map((code) => [code, currencyName(code)] as const));

/** "Europe/Dublin" as "Dublin, Europe"; the last part is what people look for. */
export const zoneName = (zone: string): string => {
  const parts = zone.replaceAll("_", " ").split("/");
  return parts.length > 1 ? `${parts.at(-1)}, ${parts.slice(0, -1).join(", ")}` : zone;
};

export const zoneOptions = (current: string) =>
  sorted(including(supported("timeZone"), current).map((zone) => [zone, zoneName(zone)] as const));
