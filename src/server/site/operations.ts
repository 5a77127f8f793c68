// Sites of a studio: the list, new ones, removing, the frame the composer works in, settings and brand.

import { and, count, desc, eq, gt, inArray, isNotNull, isNull, or, sql } from "drizzle-orm";
import Joi from "joi";
import { mayAs } from "@/core/account/rights";
import type { Brand } from "@/core/brand/brand";
import { brandSchema } from "@/core/brand/schema";
import { settingsSchema, siteKeySchema, siteNameSchema } from "@/core/site/schema";
import type { SiteSettings } from "@/core/site/site";
import { siteFromStarter } from "@/core/site/starter";
import { type StarterKey, starters } from "@/core/site/starters";
import { widgetKindNames } from "@/core/widget/all-facts";
import type { WidgetKindName } from "@/core/widget/settings";
import { memberSites, members } from "@/data/account/tables";
import { type Executor, inTransaction } from "@/data/connection";
import { announce } from "@/data/event/outbox";
import { documents } from "@/data/page/tables";
import { signups } from "@/data/popup/tables";
import { releases } from "@/data/release/tables";
import { mediaOf, pageMetaOf, removeSite, type SiteRow, widgetsOf } from "@/data/site/queries";
import { sites } from "@/data/site/tables";
import { ownStudio } from "../account/members";
import { foundIn } from "../check/states";
import { foundOf } from "../clips/found";
import { siteOrigin } from "../context";
import { takePoint } from "../limit";
import { chosenFor, siteOperation, type UserCall, userOperation } from "../operation";
import { conflict, fieldProblem } from "../problem";
import { countChanges } from "../release/units";
import { noteOn } from "../security/events";
import { shopSample } from "../shop/sample";
import { serverOf } from "../widget/kinds";
import { beginExport } from "./export";
import { copySite, storeNewSite } from "./file";
import { pictureStates } from "./picture";
import { roomOf, usageOf, warningOf } from "./quota";
import { checkPictures, rekeySite } from "./settings";
import { partsOf } from "./whole";

interface Waiting {
  readonly kind: WidgetKindName;
  readonly all: number;
}

/** What waits on the Desks of sites, kind by kind: counts without people. */
async function waitingIn(db: Executor, ids: readonly string[]): Promise<ReadonlyMap<string, readonly Waiting[]>> {
  const bySite = new Map<string, readonly Waiting[]>();
  for (const kind of widgetKindNames)
    for (const { siteId, all } of (await serverOf(kind).waiting?.(db, ids)) ?? [])
      bySite.set(siteId, [...(bySite.get(siteId) ?? []), { kind, all }]);
  return bySite;
}

/** What the cards on the Sites screen say: numbers that the database counts, for all sites at once. */
async function cardsOf(call: UserCall, rows: readonly SiteRow[]) {
  const { db, now, settings } = call.context;
  const ids = rows.map(({ id }) => id);
  if (!ids.length) return [];
  const live = await db
    .select({ siteId: releases.siteId, number: releases.number, createdAt: releases.createdAt })
    .from(releases)
    .innerJoin(sites, eq(sites.liveReleaseId, releases.id))
    .where(inArray(sites.id, ids));
  const week = new Date(now().getTime() - 7 * 86_400_000);
  const arrived = await db
    .select({ siteId: signups.siteId, all: count() })
    .from(signups)
    .where(and(inArray(signups.siteId, ids), gt(signups.createdAt, week)))
    .groupBy(signups.siteId);
  const changes = await countChanges(db, rows);
  const found = await foundIn(db, ids);
  const waiting = await waitingIn(db, ids);
  const states = await pictureStates(db, rows);
  const liveOf = new Map(live.map((release) => [release.siteId, release]));
  const arrivedOf = new Map(arrived.map(({ siteId, all }) => [siteId, all]));
  return rows.map((row) => {
    const release = liveOf.get(row.id);
    return {
      key: row.key,
      name: row.name,
      address: siteOrigin(settings, row.key),
      live: release ? { number: release.number, at: release.createdAt.toISOString() } : null,
      changes: changes.get(row.id) ?? 0,
      findings: found.get(row.id) ?? 0,
      /** What waits on the Desk, by the kind of widget it came by. */
      waiting: waiting.get(row.id) ?? [],
      signupsThisWeek: arrivedOf.get(row.id) ?? 0,
      /** Address of a picture of its home page, as the page stands. */
      picture: `/api/sites/${row.key}/picture/${states.get(row.id) ?? ""}.svg`,
    };
  });
}

/** The sites somebody works on, newest first. */
export async function visibleSites(call: UserCall): Promise<readonly SiteRow[]> {
  const rows = await call.context.db
    .select({ site: sites })
    .from(sites)
    .innerJoin(members, eq(members.studioId, sites.studioId))
    .leftJoin(memberSites, chosenFor(sites.id))
    .where(
      and(
        eq(members.userId, call.account.id),
        or(eq(members.role, "owner"), eq(members.sites, "all"), isNotNull(memberSites.siteId)),
      ),
    )
    .orderBy(desc(sites.createdAt), sites.name);
  return rows.map((row) => row.site);
}

export const siteOperations = {
  /** What waits on the site's Desk for somebody of the studio, by the kind that it came through. */
  "desk.waiting": siteOperation("visitors.read", {}, async ({ context, site }) => ({
    waiting: (await waitingIn(context.db, [site.id])).get(site.id) ?? [],
  })),
  "sites.list": userOperation({}, async (call) => {
    return cardsOf(call, await visibleSites(call));
  }),
  /** How much the studio keeps, and a sentence when it is nearly all it may. */
  "sites.room": userOperation({}, async (call) => {
    const { context } = call;
    const { studioId } = await ownStudio(call, "editor");
    const used = await usageOf(context.db, studioId);
    const room = roomOf(context.settings);
    return { used, room, warning: warningOf(used, room) };
  }),
  "sites.create": userOperation(
    {
      key: siteKeySchema.required(),
      name: siteNameSchema.required(),
      starter: Joi.string()
        .valid(...Object.keys(starters))
        .required(),
      settings: settingsSchema.required(),
    },
    async (call, input: { key: string; name: string; starter: StarterKey; settings: SiteSettings }) => {
      const studio = await ownStudio(call, "designer");
      const site = siteFromStarter(input.starter, input, call.context.newId);
      const by = { account: call.account.id, role: studio.role };
      await storeNewSite(call.context, studio.studioId, site, new Map(), by);
      return { key: site.key };
    },
  ),
  "sites.remove": siteOperation(
    "site.remove",
    { name: Joi.string().required() },
    async (call, input: { name: string }) => {
      if (input.name !== call.site.name)
        throw fieldProblem("name", `Type the site's name, “${call.site.name}”, to remove it.`);
      const { context, site } = call;
      await inTransaction(context.db, async (tx) => {
        await removeSite(tx, site.id);
        await announce(tx, site.id, "live", { key: site.key });
        await noteOn(call, "siteRemoved", tx);
      });
      context.liveChanged(site.key);
      return { removed: site.key };
    },
    { sensitive: true },
  ),
  /** All that the composer needs around the documents. */
  "sites.frame": siteOperation("site.read", {}, async (call) => {
    const { db } = call.context;
    const rows = await db
      .select({
        id: documents.id,
        kind: documents.kind,
        title: documents.title,
        slug: documents.slug,
        description: documents.description,
        inNavigation: documents.inNavigation,
        more: documents.more,
        revision: documents.revision,
      })
      .from(documents)
      .where(and(eq(documents.siteId, call.site.id), isNull(documents.removedAt)))
      .orderBy(documents.position, documents.id);
    const widgets = await widgetsOf(db, call.site.id);
    return {
      key: call.site.key,
      name: call.site.name,
      settings: call.site.settings,
      brand: call.site.brand,
      revision: call.site.revision,
      role: call.role,
      mayLayout: mayAs(call.role, "designer"),
      /** How far the server's clock is ahead of the world's, in ms: 0 unless it was set. */
      clockAheadMs: Math.round((call.context.now().getTime() - Date.now()) / 60_000) * 60_000,
      address: siteOrigin(call.context.settings, call.site.key),
      pages: rows.filter((row) => row.kind === "page").map((row) => ({ ...pageMetaOf(row), revision: row.revision })),
      headersFooters: rows.flatMap(({ id, kind, title }) =>
        kind === "header" || kind === "footer" ? [{ id, of: kind, name: title }] : [],
      ),
      shared: rows.filter((row) => row.kind === "shared").map(({ id, title }) => ({ id, name: title })),
      widgets,
      parts: await partsOf(db, call.site.id),
      media: await mediaOf(db, call.site.id),
      /** What its feeds of clips show. */
      found: Object.fromEntries(await foundOf(db, call.site.id, widgets, call.site.settings)),
      /** Some of what its shop sells, as the stage shows it; null for sites without a shop. */
      shop: await shopSample(call, widgets, rows.filter((row) => row.kind === "page").map(pageMetaOf)),
    };
  }),
  /** A copy with pages, media, widgets and what can be booked; without releases and what visitors sent. */
  "sites.copy": siteOperation(
    "site.export",
    { key: siteKeySchema.required(), name: siteNameSchema.required() },
    async (call, input: { key: string; name: string }) => {
      const studio = await ownStudio(call, "designer");
      await takePoint(call.context, "heavyMember", call.account.id);
      const { held } = await copySite(call, studio, input);
      return { key: input.key, held };
    },
    { whole: "sites.copy" },
  ),
  /** Gives the site another key; its old address leads to the new one. */
  "sites.rekey": siteOperation(
    "site.change",
    { key: siteKeySchema.required() },
    async (call, input: { key: string }) => {
      await rekeySite(call, input.key);
      return { key: input.key, address: siteOrigin(call.context.settings, input.key) };
    },
  ),
  /** Begins to make the site file where it is large; otherwise it can be fetched at once. */
  "sites.export": siteOperation("site.export", {}, async (call) => {
    await takePoint(call.context, "heavyMember", call.account.id);
    return beginExport(call, { release: "" });
  }),
  "sites.settings": siteOperation(
    "site.change",
    { name: siteNameSchema.required(), settings: settingsSchema.required() },
    async (call, input: { name: string; settings: SiteSettings }) => {
      await checkPictures(call, input.settings);
      await call.context.db
        .update(sites)
        .set({ ...input, revision: sql`${sites.revision} + 1` })
        .where(eq(sites.id, call.site.id));
      return input;
    },
  ),
  "brand.save": siteOperation(
    "site.change",
    { brand: brandSchema.required(), revision: Joi.number().integer().required() },
    async (call, input: { brand: Brand; revision: number }) => {
      const [result] = await call.context.db
        .update(sites)
        .set({ brand: input.brand, revision: input.revision + 1 })
        .where(and(eq(sites.id, call.site.id), eq(sites.revision, input.revision)));
      if (result.affectedRows === 0)
        throw conflict(
          "brandChanged",
          "The brand was changed somewhere else meanwhile. Load it again; your values stay on this screen until then.",
        );
      return { revision: input.revision + 1 };
    },
  ),
};
