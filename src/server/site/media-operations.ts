// Media as the designer sees them: what is said of each, where each stands, another in the place of one everywhere, and away.
import { and, asc, eq, inArray, isNotNull, isNull, sql } from "drizzle-orm";
import Joi from "joi";
import { alikeGroups } from "@/core/media/alike";
import { mediaNamed, mediaOn, replaceMediumEdits, withMedium } from "@/core/media/uses";
import type { Edit } from "@/core/page/editing/edit";
import { applyEdits } from "@/core/page/editing/edit";
import { mediaHash } from "@/core/page/kinds/picture";
import { withLineIds } from "@/core/page/words/words";
import { mediaFields } from "@/core/site/schema";
import type { SiteSettings } from "@/core/site/site";
import type { SiteWidget } from "@/core/widget/settings";
import { type Executor, inTransaction } from "@/data/connection";
import { documents } from "@/data/page/tables";
import { media, sites } from "@/data/site/tables";
import { widgets } from "@/data/widget/tables";
import { siteParts } from "@/server/widget/parts";
import { type SiteCall, siteOperation } from "../operation";
import { storeBatch } from "../page/edits";
import { fieldProblem, notFound } from "../problem";
import { goodsMediaUses, replaceInGoods } from "../shop/catalog/goods";
import { refreshShown } from "../widget/shown";

/** Where a medium stands. */
export interface MediaUse {
  readonly of: "page" | "header" | "footer" | "shared" | "pattern" | "widget" | "part" | "settings";
  readonly id: string;
  readonly name: string;
}

const liveDocuments = (siteId: string) => and(eq(documents.siteId, siteId), isNull(documents.removedAt));

/** So many bodies are in memory at once, of those whose media were not worked out yet. */
const atOnce = 50;

/** Works out, once, which media stand in documents from before that was kept beside them. */
async function workOut(db: Executor, siteId: string): Promise<void> {
  for (;;) {
    const rows = await db
      .select({ id: documents.id, body: documents.body, revision: documents.revision })
      .from(documents)
      .where(and(liveDocuments(siteId), isNull(documents.media)))
      .limit(atOnce);
    for (const { id, body, revision } of rows)
      await db
        .update(documents)
        .set({ media: mediaOn(body) })
        .where(and(liveDocuments(siteId), eq(documents.id, id), eq(documents.revision, revision)));
    if (rows.length < atOnce) return;
  }
}

/** What a part that widgets share lists: a service, a person. */
interface Named {
  readonly name?: string;
}

/** Every place of every medium of a site, by its hash. */
async function usesOf(db: Executor, siteId: string): Promise<ReadonlyMap<string, readonly MediaUse[]>> {
  await workOut(db, siteId);
  const uses = new Map<string, MediaUse[]>();
  const add = (hashes: readonly string[], use: MediaUse) => {
    for (const hash of new Set(hashes)) uses.set(hash, [...(uses.get(hash) ?? []), use]);
  };
  for (const row of await db
    .select({
      id: documents.id,
      of: documents.kind,
      name: documents.title,
      media: documents.media,
      more: documents.more,
    })
    .from(documents)
    .where(liveDocuments(siteId)))
    add([...(row.media ?? []), ...mediaNamed(row.more)], { of: row.of, id: row.id, name: row.name });
  for (const row of await db
    .select({ id: widgets.id, name: widgets.name, settings: widgets.settings })
    .from(widgets)
    .where(eq(widgets.siteId, siteId)))
    add(mediaNamed(row.settings), { of: "widget", id: row.id, name: row.name });
  for (const { name, part } of siteParts)
    for (const list of Object.values((await part.load(db, siteId)) ?? {}))
      for (const one of list as readonly Named[]) add(mediaNamed(one), { of: "part", id: name, name: one.name ?? "" });
  for (const { hash, name } of await goodsMediaUses(db, siteId)) add([hash], { of: "part", id: "shop", name });
  const [site] = await db.select({ settings: sites.settings }).from(sites).where(eq(sites.id, siteId));
  add(mediaNamed(site?.settings), { of: "settings", id: "settings", name: "" });
  return uses;
}

const hash = mediaHash.required();
const hashes = Joi.array().items(mediaHash).min(1).max(500).unique().required();

const ofSite = (call: SiteCall, wanted: readonly string[]) =>
  and(eq(media.siteId, call.site.id), inArray(media.hash, [...wanted]));

async function checkHere(tx: Executor, call: SiteCall, wanted: string, field: string): Promise<void> {
  const [row] = await tx
    .select({ hash: media.hash })
    .from(media)
    .where(and(ofSite(call, [wanted]), isNull(media.removedAt)));
  if (!row) throw fieldProblem(field, "This is not among the site’s media any more. Look again.");
}

/** What another medium was put in the place of, for the way back. */
export interface MediumReplaced {
  readonly places: number;
  readonly documents: readonly {
    readonly document: string;
    readonly revision: number;
    readonly edits: readonly Edit[];
  }[];
  /** Widgets and settings that name it. */
  readonly widgets: readonly string[];
  readonly parts: readonly string[];
  readonly settings: boolean;
}

async function inDocuments(tx: Executor, call: SiteCall, from: string, to: string) {
  const rows = await tx
    .select({ id: documents.id })
    .from(documents)
    .where(
      and(liveDocuments(call.site.id), sql`(${documents.media} is null or instr(${documents.media}, ${from}) > 0)`),
    );
  const done: { document: string; revision: number; edits: readonly Edit[] }[] = [];
  let places = 0;
  for (const { id } of rows) {
    const [row] = await tx
      .select({ body: documents.body, revision: documents.revision })
      .from(documents)
      .where(and(liveDocuments(call.site.id), eq(documents.id, id)))
      .for("update");
    const body = row && withLineIds(row.body);
    const edits = body ? replaceMediumEdits(body, from, to) : [];
    if (!row || !body || !edits.length) continue;
    const { inverses } = applyEdits(body, edits);
    await storeBatch(tx, call, { document: id, batch: call.context.newId(), base: row.revision, edits });
    places += edits.length;
    done.push({ document: id, revision: row.revision + 1, edits: inverses });
  }
  return { places, documents: done };
}

/** Widgets whose settings name it, or of those only some. */
async function inWidgets(tx: Executor, call: SiteCall, from: string, to: string, only?: readonly string[]) {
  const rows = await tx.select().from(widgets).where(eq(widgets.siteId, call.site.id)).for("update");
  const changed = rows.filter(
    ({ id, settings }) => (only?.includes(id) ?? true) && mediaNamed(settings).includes(from),
  );
  for (const { id, settings } of changed)
    await tx
      .update(widgets)
      .set({
        settings: withMedium(settings, from, to) as SiteWidget["settings"],
        revision: sql`${widgets.revision} + 1`,
        changedAt: call.context.now(),
      })
      .where(and(eq(widgets.siteId, call.site.id), eq(widgets.id, id)));
  return changed.map(({ id }) => id);
}

async function inSettings(tx: Executor, call: SiteCall, from: string, to: string): Promise<boolean> {
  const [row] = await tx
    .select({ settings: sites.settings })
    .from(sites)
    .where(eq(sites.id, call.site.id))
    .for("update");
  if (!row || !mediaNamed(row.settings).includes(from)) return false;
  await tx
    .update(sites)
    .set({ settings: withMedium(row.settings, from, to) as SiteSettings, revision: sql`${sites.revision} + 1` })
    .where(eq(sites.id, call.site.id));
  return true;
}

/** Parts that widgets share, such as what can be booked; or of those only some. */
async function inParts(tx: Executor, call: SiteCall, from: string, to: string, only?: readonly string[]) {
  const changed: string[] = [];
  for (const { name, part } of siteParts) {
    if (only && !only.includes(name)) continue;
    const version = await part.version(tx, call.site.id);
    const value = await part.load(tx, call.site.id);
    if (!value || !mediaNamed(value).includes(from)) continue;
    // A picture takes nobody's hours away: there is nothing to agree to.
    await part.change(tx, call, { value: withMedium(value, from, to), version, agreed: true });
    changed.push(name);
  }
  if (changed.length) await refreshShown(tx, call.site.id);
  const command = { siteId: call.site.id, by: call.account.id, now: call.context.now() };
  if ((!only || only.includes("shop")) && (await replaceInGoods(tx, command, from, to))) changed.push("shop");
  return changed;
}

export const mediaOperations = {
  /** In how many places each medium stands; those that stand nowhere are left out. */
  "media.uses": siteOperation("media.read", {}, async ({ context, site }) => {
    const uses = await usesOf(context.db, site.id);
    return { uses: Object.fromEntries([...uses].map(([one, list]) => [one, list.length])) };
  }),
  "media.usesOf": siteOperation("media.read", { hash }, async ({ context, site }, input: { hash: string }) => ({
    uses: (await usesOf(context.db, site.id)).get(input.hash) ?? [],
  })),
  /** Groups of pictures that look the same: one in several sizes, or saved again in another kind. */
  "media.alike": siteOperation("media.read", {}, async ({ context, site }) => {
    const rows = await context.db
      .select({ hash: media.hash, print: media.print, widthPx: media.widthPx, heightPx: media.heightPx })
      .from(media)
      .where(and(eq(media.siteId, site.id), isNull(media.removedAt), isNotNull(media.print)))
      .orderBy(asc(media.createdAt), asc(media.hash));
    return { groups: alikeGroups(rows.flatMap(({ print, ...row }) => (print === null ? [] : [{ ...row, print }]))) };
  }),
  /** What is said of a medium: its name, description, tags, and the point that stays in view. */
  "media.change": siteOperation(
    "media.write",
    { ...mediaFields, hash, name: mediaFields.name.required() },
    async (
      call,
      input: {
        hash: string;
        name: string;
        alt?: string;
        decorative?: boolean;
        tags?: readonly string[];
        focus?: { readonly x: number; readonly y: number };
      },
    ) => {
      const { hash: wanted, name, alt = "", decorative = false, tags = [], focus = null } = input;
      const [result] = await call.context.db
        .update(media)
        .set({ name, alt, decorative, tags: tags.length ? tags : null, focus })
        .where(ofSite(call, [wanted]));
      if (!result.affectedRows) throw notFound("This medium", "hash");
      return { hash: wanted };
    },
  ),
  /** Puts one medium in the place of another on every page, in every widget and in the settings; crops stay. */
  "media.replace": siteOperation(
    "site.change",
    { from: hash, to: hash },
    async (call, { from, to }: { from: string; to: string }): Promise<MediumReplaced> => {
      if (from === to) throw fieldProblem("to", "This is the same picture. Choose another.");
      return inTransaction(call.context.db, async (tx) => {
        await checkHere(tx, call, to, "to");
        const changed = await inDocuments(tx, call, from, to);
        const ofWidgets = await inWidgets(tx, call, from, to);
        const parts = await inParts(tx, call, from, to);
        const settings = await inSettings(tx, call, from, to);
        return { ...changed, widgets: ofWidgets, parts, settings };
      });
    },
  ),
  /** The way back in widgets and settings; that of pages is their edits’ own. */
  "media.replaceBack": siteOperation(
    "site.change",
    {
      from: hash,
      to: hash,
      widgets: Joi.array().items(Joi.string().max(40)).max(200).required(),
      parts: Joi.array().items(Joi.string().max(40)).max(20).default([]),
      settings: Joi.boolean().required(),
    },
    async (
      call,
      input: { from: string; to: string; widgets: readonly string[]; parts: readonly string[]; settings: boolean },
    ) =>
      inTransaction(call.context.db, async (tx) => {
        await inWidgets(tx, call, input.from, input.to, input.widgets);
        await inParts(tx, call, input.from, input.to, input.parts);
        if (input.settings) await inSettings(tx, call, input.from, input.to);
        return { widgets: input.widgets.length };
      }),
  ),
  /** Puts media away that stand nowhere. */
  "media.remove": siteOperation("media.write", { hashes }, async (call, input: { hashes: readonly string[] }) =>
    inTransaction(call.context.db, async (tx) => {
      const uses = await usesOf(tx, call.site.id);
      const used = input.hashes.find((one) => uses.has(one));
      const place = used && uses.get(used)?.[0];
      if (place)
        throw fieldProblem(
          "hashes",
          `It still stands ${place.of === "settings" ? "in the site’s settings" : `on “${place.name}”`}. Put another in its place everywhere first.`,
        );
      await tx.update(media).set({ removedAt: call.context.now() }).where(ofSite(call, input.hashes));
      return { removed: input.hashes.length };
    }),
  ),
  "media.restore": siteOperation("media.write", { hashes }, async (call, input: { hashes: readonly string[] }) => {
    await call.context.db.update(media).set({ removedAt: null }).where(ofSite(call, input.hashes));
    return { restored: input.hashes.length };
  }),
};
