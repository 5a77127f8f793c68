// Opening hours on a page that differ from the settings: the page takes those of the settings, or the settings those of the page.
import { nanoid } from "nanoid";
import type { Finding } from "@/core/check/problems";
import { applyEdits, type Edit } from "@/core/page/editing/edit";
import { findNode, type PageNode } from "@/core/page/node";
import { weekRows } from "@/core/site/facts";
import { hoursWords } from "@/core/site/hours-words";
import type { WeekHours } from "@/core/site/open-hours";
import { type HoursRow, toldHours, withTold } from "@/core/site/told-hours";
import type { OpenSite } from "@/studio/frame/site-context";
import { ask } from "@/studio/kit/api";
import type { WayBack } from "./repairing";

export const isHours = (finding: Finding | null): finding is Finding => finding?.reason.code === "check.hoursDiffer";

/** The hours of the settings as rows of a list. */
const rowsOf = (hours: WeekHours, language: string) =>
  weekRows(hours, language, hoursWords(language).closed, true).map(({ label, says }, at) => ({
    id: `l${at + 1}`,
    text: label,
    aside: says,
  }));

/** The document and the list that a finding is about; null where somebody took it away. */
async function listOf(site: OpenSite, { document, node }: Finding) {
  const page = site.pages.find(({ id }) => id === document)?.id ?? site.pages[0]?.id ?? "";
  const headerFooter = site.headersFooters.some(({ id }) => id === document) ? { headerFooter: document ?? "" } : {};
  const { documents } = await ask("pages.open", { site: site.key, page, ...headerFooter });
  for (const one of documents) {
    const list = node === null ? null : findNode(one.body, node);
    if (list) return { document: one, list };
  }
  return null;
}

/** Puts the hours of the settings into the list; how to take it back, null where it is gone. */
export async function pageTakesHours(site: OpenSite, finding: Finding): Promise<WayBack | null> {
  const found = await listOf(site, finding);
  const { hours, language } = site.settings;
  if (!found || !hours) return null;
  const edit: Edit = { type: "setContent", node: found.list.id, field: "items", value: rowsOf(hours, language) };
  const { applied, inverses } = applyEdits(found.document.body, [edit]);
  if (!applied.length) return null;
  const { id, revision } = found.document;
  const { stored } = await ask("pages.edit", {
    site: site.key,
    document: id,
    batch: nanoid(16),
    base: revision,
    edits: [...applied],
  });
  return stored ? { documents: [{ document: id, revision: revision + 1, edits: [...inverses] }], headers: [] } : null;
}

const rowsIn = (list: PageNode): readonly HoursRow[] => (list.content.items ?? []) as readonly HoursRow[];

/** Puts the hours of the list into the settings; how to take it back, null where it is gone. */
export async function settingsTakeHours(site: OpenSite, finding: Finding): Promise<WayBack | null> {
  const found = await listOf(site, finding);
  const { settings } = site;
  const told = found && toldHours(rowsIn(found.list), settings.language);
  if (!told || !settings.hours) return null;
  const hours = withTold(told, settings.hours);
  await ask("sites.settings", { site: site.key, name: site.name, settings: { ...settings, hours } });
  return { documents: [], headers: [], hours: settings.hours };
}
