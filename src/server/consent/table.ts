// What there is to ask on a site: what its pages and widgets declare, beside the table that somebody keeps.
import { and, eq, isNull } from "drizzle-orm";
import type { Entry } from "@/core/consent/consent";
import { declaredEntries } from "@/core/consent/declared";
import { sentByWidget, sentOn } from "@/core/consent/sends";
import type { Sends, StandIns } from "@/core/kind/holder";
import type { Executor } from "@/data/connection";
import { documents } from "@/data/page/tables";
import { widgetsOf } from "@/data/site/queries";

/** So many bodies are in memory at once, of those whose origins were not worked out yet. */
const atOnce = 50;

const live = (siteId: string) => and(eq(documents.siteId, siteId), isNull(documents.removedAt));

/** Works out, once, what documents declare from before that was kept beside them. */
async function workOut(db: Executor, siteId: string): Promise<void> {
  for (;;) {
    const rows = await db
      .select({ id: documents.id, body: documents.body, revision: documents.revision })
      .from(documents)
      .where(and(live(siteId), isNull(documents.sends)))
      .limit(atOnce);
    for (const { id, body, revision } of rows)
      await db
        .update(documents)
        .set({ sends: sentOn(body) })
        .where(and(live(siteId), eq(documents.id, id), eq(documents.revision, revision)));
    if (rows.length < atOnce) return;
  }
}

export interface Found {
  readonly entry: Entry;
  /** Titles of the pages, headers and footers, and names of the widgets, that it stands on. */
  readonly places: readonly string[];
}

/** What a site declares now, with where; `day` is today, "2026-03-05". No page is read to know it. */
export async function declaredOn(
  db: Executor,
  siteId: string,
  standIns: StandIns,
  day: string,
): Promise<readonly Found[]> {
  await workOut(db, siteId);
  const rows = await db
    .select({ title: documents.title, kind: documents.kind, sends: documents.sends })
    .from(documents)
    .where(live(siteId));
  const sent: { readonly sends: readonly Sends[]; readonly place: string }[] = [
    ...rows.filter(({ kind }) => kind !== "pattern").map(({ title, sends }) => ({ sends: sends ?? [], place: title })),
    ...(await widgetsOf(db, siteId))
      .filter(({ settings }) => settings.enabled)
      .map((widget) => ({ sends: sentByWidget(widget, standIns), place: widget.name })),
  ];
  const places = new Map<string, Set<string>>();
  for (const { sends, place } of sent)
    for (const { key } of declaredEntries(sends, day)) places.set(key, (places.get(key) ?? new Set()).add(place));
  return declaredEntries(
    sent.flatMap(({ sends }) => sends),
    day,
  ).map((entry) => ({ entry, places: [...(places.get(entry.key) ?? [])] }));
}
