// How long a site keeps what visitors sent: the setting, and the nightly job that carries it out.
import { asc, eq, gt } from "drizzle-orm";
import { type Retention, unconfirmedDays, usualRetention } from "@/core/site/retention";
import { retentionSchema } from "@/core/site/retention-schema";
import { widgetsOfKind } from "@/core/widget/settings";
import { inTransaction } from "@/data/connection";
import { widgetsOf } from "@/data/site/queries";
import {
  foldEdits,
  namedBytes,
  sweepBookings,
  sweepCarts,
  sweepConsents,
  sweepEnded,
  sweepEvents,
  sweepForms,
  sweepLetters,
  sweepMedia,
  sweepReleases,
  sweepSignups,
  sweepStates,
  sweepTalks,
  sweepUploads,
  sweepVariants,
} from "@/data/site/sweep";
import { sites } from "@/data/site/tables";
import { queueJob, queueOnly } from "@/server/job/queue";
import type { JobRun } from "@/server/job/run";
import { realNow } from "../bytes/store";
import type { Context } from "../context";
import { type SiteCall, siteOperation } from "../operation";
import { noteOn } from "../security/events";

/** Media that were put away can be had back for so many days. */
const removedMediaDays = 30;

/** The longest that any chat keeps conversations; of one that was removed they go after that. */
const usualTalkDays = 730;

const dayMs = 86_400_000;
const sweepKey = "sweep";
/** Letters about accounts, which no site's setting covers. */
const accountLettersDays = 30;

export const retentionOperations = {
  "retention.read": siteOperation("visitors.read", {}, async (call) => ({ ...usualRetention, ...call.site.retention })),
  "retention.change": siteOperation(
    "retention.change",
    { retention: retentionSchema.required() },
    async (call: SiteCall, { retention }: { retention: Retention }) => {
      await inTransaction(call.context.db, async (tx) => {
        await tx.update(sites).set({ retention }).where(eq(sites.id, call.site.id));
        await noteOn(call, "retentionChanged", tx);
      });
      return retention;
    },
    { sensitive: true },
  ),
};

/** Queues the first sweep, unless one waits already: each queues the next. */
export const beginSweeping = (context: Context): Promise<void> =>
  queueOnly(context.db, { kind: "sweep", siteId: null, payload: {}, onlyOne: sweepKey });

/** How long conversations are kept: as the site's chat says, in days. */
async function talkDays({ db }: Context, siteId: string): Promise<number> {
  const chats = widgetsOfKind(await widgetsOf(db, siteId), "chat");
  return Math.min(...chats.map(({ settings }) => settings.keepDays), usualTalkDays);
}

/** Clears away, site by site, what has been kept as long as its setting says. */
export async function sweep(context: Context): Promise<void> {
  const { db } = context;
  const now = context.now();
  const ago = (days: number) => new Date(now.getTime() - days * dayMs);
  for (let after = ""; ; ) {
    const [site] = await db
      .select({ id: sites.id, key: sites.key, retention: sites.retention })
      .from(sites)
      .where(gt(sites.id, after))
      .orderBy(asc(sites.id))
      .limit(1);
    if (!site) break;
    after = site.id;
    const kept = { ...usualRetention, ...site.retention };
    const unconfirmed = ago(Math.min(kept.signups, unconfirmedDays));
    const gone = {
      signups: await sweepSignups(db, site.id, ago(kept.signups), unconfirmed),
      conversations: await sweepTalks(db, site.id, ago(await talkDays(context, site.id))),
      forms: await sweepForms(db, site.id, ago(kept.forms)),
      bookings: await sweepBookings(db, site.id, ago(kept.bookings)),
      consents: await sweepConsents(db, site.id, ago(kept.consents)),
      baskets: await sweepCarts(db, site.id, now),
      letters: await sweepLetters(db, site.id, ago(kept.letters)),
      log: await sweepEvents(db, site.id, ago(kept.log)),
      media: await sweepMedia(db, site.id, ago(removedMediaDays)),
      edits: await foldEdits(db, site.id, ago(context.settings.keepEditsDays)),
      releases: await sweepReleases(db, site.id, context.settings.keepReleases, ago(1)),
      states: await sweepStates(db, site.id),
    };
    if (Object.values(gone).some(Boolean)) context.log.info({ site: site.key, ...gone }, "cleared away");
  }
  await sweepLetters(db, null, ago(accountLettersDays));
  await sweepEvents(db, null, ago(usualRetention.log));
  await sweepEnded(db, now);
  await sweepUploads(db, ago(1));
  await sweepBytes(context);
}

/** Bytes that were put so long ago and that nobody names are let go of: whoever puts them names them soon after. */
const unnamedHours = 24;
const bytesAtOnce = 500;

/** Lets go of bytes that no site and no release names any more. */
export async function sweepBytes(context: Context): Promise<number> {
  await sweepVariants(context.db);
  const before = new Date(realNow().getTime() - unnamedHours * 3_600_000);
  let gone = 0;
  for (let after = ""; ; ) {
    const keys = await context.bytes.putBefore(before, after, bytesAtOnce);
    after = keys.at(-1) ?? "";
    const hashes = [...new Set(keys.map((key) => key.slice(0, 64)))];
    const named = await namedBytes(context.db, hashes);
    const unnamed = keys.filter((key) => !named.has(key.slice(0, 64)));
    await context.bytes.remove(unnamed, before);
    gone += unnamed.length;
    if (keys.length < bytesAtOnce) break;
  }
  if (gone) context.log.info({ bytes: gone }, "bytes cleared away");
  return gone;
}

/** The job: sweeps, and queues the next sweep for tomorrow. */
export async function sweepJob(context: Context, run: JobRun): Promise<void> {
  await sweep(context);
  await inTransaction(context.db, async (tx) => {
    await run.finish(tx);
    const availableAt = new Date(Date.now() + dayMs);
    await queueJob(tx, { kind: "sweep", siteId: null, payload: {}, onlyOne: sweepKey, availableAt });
  });
}
