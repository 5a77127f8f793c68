// What a site gives its chat to know: its pages as passages and tables, and what it offers by name.
import type { BookingSetUp } from "@/core/booking/booking";
import { localesOf } from "@/core/locale/site-locale";
import { pathMatches } from "@/core/opening/rule";
import type { SiteSettings } from "@/core/site/site";
import { type SiteWidget, widgetsOfKind } from "@/core/widget/settings";
import type { SiteFacts } from "../answers/reply";
import type { Chat } from "../chat";
import type { Subject } from "../understands/subject";
import type { Passage, Source } from "./passage";
import type { ReadPage } from "./read-page";
import { type ChatTable, recogniseTable } from "./table";

/** A page with what was read off it. */
export interface KnownPage {
  /** "/classes" */
  readonly path: string;
  readonly title: string;
  readonly read: ReadPage;
}

/** A page of another site, or a file, with what was read of it. */
export interface SourcePage {
  readonly kind: "elsewhere" | "file";
  /** Unlike any other's: its address, or the file's hash. */
  readonly key: string;
  readonly title: string;
  /** Where a visitor can read it; "" for nowhere. */
  readonly href: string;
  readonly read: ReadPage;
}

export const otherSource = ({ kind, key, title, href }: Omit<SourcePage, "read">): Source => ({
  ...{ id: `${kind}:${key}`, kind, title, href },
});

/** Whether a chat reads a page. */
export const readsPage = ({ leaveOut }: Pick<Chat, "leaveOut">, path: string): boolean =>
  !leaveOut.some((pattern) => pathMatches(pattern, path));

export const pageSource = ({ path, title }: Pick<KnownPage, "path" | "title">): Source => ({
  id: `page:${path}`,
  kind: "page",
  title,
  href: path,
});

/** The passages of a source: one for each of its sections. */
export const passagesOf = (source: Source, { sections }: Pick<ReadPage, "sections">): readonly Passage[] =>
  sections.map((section, at) => ({ ...section, id: `${source.id}#${at}`, source: source.id }));

/** The tables that stand in a source, as a chat asks them. */
const tablesIn = ({ id, title, href }: Source, { tables }: ReadPage): readonly ChatTable[] =>
  tables.flatMap(({ headings, columns, rows }, at) => {
    const table = recogniseTable(
      { id: `${id}#${at}`, name: headings.at(-1) ?? title, href },
      columns.length ? columns : (rows[0] ?? []).map(() => ""),
      rows,
    );
    return table.columns.length > 1 ? [table] : [];
  });

export const tablesOf = (page: KnownPage): readonly ChatTable[] => tablesIn(pageSource(page), page.read);
export const tablesOfSources = (one: SourcePage): readonly ChatTable[] => tablesIn(otherSource(one), one.read);

/** What can be booked on a site's pages. */
export function bookedSubjects(
  setUp: BookingSetUp | null | undefined,
  widgets: readonly SiteWidget[],
  pages: readonly KnownPage[],
): readonly Subject[] {
  if (!setUp) return [];
  const calendars = widgetsOfKind(widgets, "booking").filter(({ settings }) => settings.enabled);
  return setUp.services.flatMap((service): Subject[] => {
    const calendar = calendars.find(({ settings }) => settings.services.includes(service.id));
    if (!service.online || !calendar) return [];
    const page = pages.find(({ read }) => read.widgets.includes(calendar.id));
    const price = service.lengths?.[0]?.price ?? service.price;
    const needs = service.needs.flatMap(({ name, oneOf }) => [
      name,
      ...oneOf.flatMap((id) => setUp.resources.find((resource) => resource.id === id)?.name ?? []),
    ]);
    return [
      {
        kind: "service",
        id: service.id,
        name: service.name,
        aka: [
          ...new Set([
            ...needs,
            ...(service.category ? [service.category] : []),
            ...(service.course ? ["course"] : []),
          ]),
        ],
        href: page?.path ?? "",
        price: price?.amount ?? null,
        earlier: price?.earlier ?? null,
      },
    ];
  });
}

/** What a calendar says where it stands: each service by its name, and the notices of its places. */
export function bookedPassages(
  setUp: BookingSetUp | null | undefined,
  subjects: readonly Subject[],
  pages: readonly KnownPage[],
): readonly { readonly source: Source; readonly passages: readonly Passage[] }[] {
  const found: { source: Source; passages: readonly Passage[] }[] = [];
  for (const page of pages) {
    const services = subjects.flatMap(({ kind, id, href }) =>
      kind === "service" && href === page.path ? (setUp?.services.find((one) => one.id === id) ?? []) : [],
    );
    if (!services.length) continue;
    const source: Source = { ...pageSource(page), id: `booked:${page.path}` };
    const places = (setUp?.places ?? []).filter(
      ({ id, notice }) => notice && services.some(({ place }) => place === id),
    );
    const passage = (id: string, headings: readonly string[], lines: readonly string[]): Passage => ({
      ...{ id: `${source.id}#${id}`, source: source.id, headings, lines, question: false, shows: [] },
    });
    found.push({
      source,
      passages: [
        ...places.map(({ id, notice }) =>
          passage(`place-${id}`, [page.read.sections[0]?.headings[0] ?? page.title], [notice]),
        ),
        ...services.flatMap(({ id, name, words }) => (words ? [passage(id, [name], [words])] : [])),
      ],
    });
  }
  return found;
}

/** What the settings of a site say. */
export const siteFacts = (name: string, settings: SiteSettings): SiteFacts => ({
  name,
  about: `${name}. ${settings.description}`,
  language: settings.language,
  languages: localesOf({ settings }).map(({ tag }) => tag),
  zone: settings.zone,
  currency: settings.currency,
  hours: settings.hours
    ? { hours: settings.hours, ...(settings.exceptions ? { exceptions: settings.exceptions } : {}) }
    : null,
  address: (settings.address ?? "").split("\n").filter((line) => line.trim()),
  phone: settings.phone ?? "",
  mail: settings.mailFrom,
});
