// Consent as pages carry it: with everything that the site declares, whether somebody has put it into the table yet or not.
import { versionOf } from "@/core/consent/widget";
import { consentVersions } from "@/data/consent/tables";
import type { Releasing } from "@/server/widget/releasing";
import { declaredOn } from "./table";

/** Pages do not carry the day something was found: they would be made anew with every day. */
const notSeen = "2000-01-01";

export const consentReleasing: Releasing<"consent"> = {
  settings: async (db, siteId, settings, standIns) => {
    const known = new Set(settings.table.map(({ key }) => key));
    const found = await declaredOn(db, siteId, standIns, notSeen);
    const fresh = found.flatMap(({ entry }) => (known.has(entry.key) ? [] : [entry]));
    return fresh.length ? { ...settings, table: [...settings.table, ...fresh] } : settings;
  },
  // What visitors read when they chose: a choice names it by its version.
  published: async (db, siteId, settings, at) => {
    await db
      .insert(consentVersions)
      .ignore()
      .values({ siteId, version: versionOf(settings), settings, at });
  },
};
