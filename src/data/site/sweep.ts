// Clearing away what has been kept long enough, in small batches: no statement holds locks for long.
import { and, desc, eq, inArray, isNull, lt, ne, notExists, or, sql } from "drizzle-orm";
import { cartLimits } from "@/core/shop/shop";
import { accountLinks, securityEvents, sessions } from "../account/tables";
import {
  bookingDates,
  bookingHistory,
  bookingOccupancies,
  bookingRequests,
  bookingSessions,
  bookings,
  clientNotes,
} from "../booking/tables";
import { mediaVariants, uploadParts } from "../bytes/tables";
import { chatLines, chatTalks } from "../chat/tables";
import { type Database, inTransaction } from "../connection";
import { consents, consentVersions } from "../consent/tables";
import { formAnswers, formFiles } from "../form/tables";
import { jobs, rateLimits } from "../job/tables";
import { mails } from "../mail/tables";
import { documentEdits, presences } from "../page/tables";
import { signups } from "../popup/tables";
import { pageStates, releaseFiles, releases, releaseUnits } from "../release/tables";
import { shopBuyerFiles, shopCarts } from "../shop/tables";
import { media, sites } from "./tables";

const batch = 500;

/** Lets go of media that were put away before an instant. */
export async function sweepMedia(db: Database, siteId: string, before: Date): Promise<number> {
  return inBatches(async () => {
    const [result] = await db
      .delete(media)
      .where(and(eq(media.siteId, siteId), lt(media.removedAt, before)))
      .limit(batch);
    return result.affectedRows;
  });
}

/** Repeats `step` until it did less than a batch. */
async function inBatches(step: () => Promise<number>): Promise<number> {
  let all = 0;
  for (;;) {
    const done = await step();
    all += done;
    if (done < batch) return all;
  }
}

/** Removes unconfirmed signups older than `unconfirmed` and others older than `before`; of the withdrawn the address stays. */
export async function sweepSignups(db: Database, siteId: string, before: Date, unconfirmed: Date): Promise<number> {
  const gone = await inBatches(async () => {
    const [result] = await db
      .delete(signups)
      .where(
        and(
          eq(signups.siteId, siteId),
          or(
            and(eq(signups.state, "waiting"), lt(signups.createdAt, unconfirmed)),
            and(eq(signups.state, "confirmed"), lt(signups.createdAt, before)),
          ),
        ),
      )
      .limit(batch);
    return result.affectedRows;
  });
  await inBatches(async () => {
    const [result] = await db
      .update(signups)
      .set({ name: "", answers: {}, page: "/", consent: "" })
      .where(
        and(
          eq(signups.siteId, siteId),
          eq(signups.state, "withdrawn"),
          lt(signups.withdrawnAt, before),
          sql`(${signups.consent} <> '' or ${signups.name} <> '' or ${signups.answers} <> '{}')`,
        ),
      )
      .limit(batch);
    return result.affectedRows;
  });
  return gone;
}

/** Removes bookings that ended before `before` with all that hangs on them, and past sessions that nobody is in any more. */
export async function sweepBookings(db: Database, siteId: string, before: Date): Promise<number> {
  const gone = await inBatches(() =>
    inTransaction(db, async (tx) => {
      const rows = await tx
        .select({ id: bookings.id })
        .from(bookings)
        .where(and(eq(bookings.siteId, siteId), lt(bookings.endsAt, before)))
        .limit(batch)
        .for("update");
      const ids = rows.map(({ id }) => id);
      if (!ids.length) return 0;
      for (const table of [bookingDates, bookingHistory])
        await tx.delete(table).where(and(eq(table.siteId, siteId), inArray(table.bookingId, ids)));
      await tx.delete(bookings).where(and(eq(bookings.siteId, siteId), inArray(bookings.id, ids)));
      return ids.length;
    }),
  );
  // What was noted of a client goes with the last of their bookings.
  const theirs = db
    .select()
    .from(bookings)
    .where(and(eq(bookings.siteId, clientNotes.siteId), eq(bookings.email, clientNotes.email)));
  await db
    .delete(clientNotes)
    .where(and(eq(clientNotes.siteId, siteId), lt(clientNotes.createdAt, before), notExists(theirs)));
  await inBatches(() =>
    inTransaction(db, async (tx) => {
      const rows = await tx
        .select({ id: bookingSessions.id })
        .from(bookingSessions)
        .where(
          and(
            eq(bookingSessions.siteId, siteId),
            lt(bookingSessions.endsAt, before),
            notExists(tx.select().from(bookingDates).where(eq(bookingDates.sessionId, bookingSessions.id))),
          ),
        )
        .limit(batch)
        .for("update");
      const ids = rows.map(({ id }) => id);
      if (!ids.length) return 0;
      await tx
        .delete(bookingOccupancies)
        .where(and(eq(bookingOccupancies.siteId, siteId), inArray(bookingOccupancies.sessionId, ids)));
      await tx.delete(bookingSessions).where(and(eq(bookingSessions.siteId, siteId), inArray(bookingSessions.id, ids)));
      return ids.length;
    }),
  );
  return gone;
}

/** Removes forms that came before `before`, with the names of their files: the bytes go when nothing names them. */
export const sweepForms = (db: Database, siteId: string, before: Date): Promise<number> =>
  inBatches(() =>
    inTransaction(db, async (tx) => {
      const rows = await tx
        .select({ id: formAnswers.id })
        .from(formAnswers)
        .where(and(eq(formAnswers.siteId, siteId), lt(formAnswers.createdAt, before)))
        .limit(batch);
      const ids = rows.map(({ id }) => id);
      if (!ids.length) return 0;
      await tx.delete(formFiles).where(and(eq(formFiles.siteId, siteId), inArray(formFiles.answerId, ids)));
      await tx.delete(formAnswers).where(and(eq(formAnswers.siteId, siteId), inArray(formAnswers.id, ids)));
      return ids.length;
    }),
  );

/** Removes conversations in which nothing was said since `before`, with all that was said in them. */
export const sweepTalks = (db: Database, siteId: string, before: Date): Promise<number> =>
  inBatches(() =>
    inTransaction(db, async (tx) => {
      const rows = await tx
        .select({ id: chatTalks.id })
        .from(chatTalks)
        .where(and(eq(chatTalks.siteId, siteId), lt(chatTalks.lastAt, before)))
        .limit(batch);
      const ids = rows.map(({ id }) => id);
      if (!ids.length) return 0;
      await tx.delete(chatLines).where(and(eq(chatLines.siteId, siteId), inArray(chatLines.talkId, ids)));
      await tx.delete(chatTalks).where(and(eq(chatTalks.siteId, siteId), inArray(chatTalks.id, ids)));
      return ids.length;
    }),
  );

/** Removes letters written before `before`: of a site, or (with null) those about accounts. */
export const sweepLetters = (db: Database, siteId: string | null, before: Date): Promise<number> =>
  inBatches(async () => {
    const [result] = await db
      .delete(mails)
      .where(and(siteId === null ? isNull(mails.siteId) : eq(mails.siteId, siteId), lt(mails.createdAt, before)))
      .limit(batch);
    return result.affectedRows;
  });

/** Removes security events before `before`: of a site, or (with null) those of no site. */
export const sweepEvents = (db: Database, siteId: string | null, before: Date): Promise<number> =>
  inBatches(async () => {
    const [result] = await db
      .delete(securityEvents)
      .where(
        and(
          siteId === null ? isNull(securityEvents.siteId) : eq(securityEvents.siteId, siteId),
          lt(securityEvents.at, before),
        ),
      )
      .limit(batch);
    return result.affectedRows;
  });

/** Removes choices about consent made before an instant, and the texts that no choice is left of, but for the newest. */
export async function sweepConsents(db: Database, siteId: string, before: Date): Promise<number> {
  const gone = await inBatches(async () => {
    const [result] = await db
      .delete(consents)
      .where(and(eq(consents.siteId, siteId), lt(consents.at, before)))
      .limit(batch);
    return result.affectedRows;
  });
  const named = db
    .select({ version: consents.version })
    .from(consents)
    .where(and(eq(consents.siteId, siteId), eq(consents.version, consentVersions.version)));
  const [newest] = await db
    .select({ version: consentVersions.version })
    .from(consentVersions)
    .where(eq(consentVersions.siteId, siteId))
    .orderBy(desc(consentVersions.at))
    .limit(1);
  if (newest)
    await db
      .delete(consentVersions)
      .where(
        and(
          eq(consentVersions.siteId, siteId),
          lt(consentVersions.at, before),
          ne(consentVersions.version, newest.version),
          notExists(named),
        ),
      );
  return gone;
}

/** Removes what has ended by itself: sessions, links, answers kept for repeated requests, counters and done jobs. */
export async function sweepEnded(db: Database, now: Date): Promise<void> {
  const dayAgo = new Date(now.getTime() - 86_400_000);
  const steps = [
    () => db.delete(sessions).where(lt(sessions.expiresAt, now)).limit(batch),
    () => db.delete(accountLinks).where(lt(accountLinks.expiresAt, dayAgo)).limit(batch),
    () => db.delete(bookingRequests).where(lt(bookingRequests.createdAt, dayAgo)).limit(batch),
    () => db.delete(presences).where(lt(presences.seenAt, dayAgo)).limit(batch),
    // Counters and jobs follow the machine's clock, which a set one may differ from.
    () => db.delete(rateLimits).where(lt(rateLimits.expire, Date.now())).limit(batch),
    () =>
      db
        .delete(jobs)
        .where(and(inArray(jobs.state, ["done", "failed"]), lt(jobs.createdAt, new Date(Date.now() - 14 * 86_400_000))))
        .limit(batch),
  ];
  for (const step of steps) await inBatches(async () => (await step())[0].affectedRows);
}

/** Folds a site's edits from before `before` into the states they led to. */
export async function foldEdits(db: Database, siteId: string, before: Date): Promise<number> {
  await db.execute(sql`
    update documents d join (
      select document_id, max(revision) as last from document_edits
      where site_id = ${siteId} and created_at < ${before.getTime()} group by document_id
    ) e on e.document_id = d.id
    set d.folded_to = greatest(d.folded_to, e.last) where d.site_id = ${siteId}`);
  return inBatches(async () => {
    const [result] = await db
      .delete(documentEdits)
      .where(and(eq(documentEdits.siteId, siteId), lt(documentEdits.createdAt, before)))
      .limit(batch);
    return result.affectedRows;
  });
}

/**
 * Removes a site's releases but for the newest `keep` and the live one, and those that were begun before `before` and
 * never completed. Their files go first: what is listed can be gone back to.
 */
export async function sweepReleases(db: Database, siteId: string, keep: number, before: Date): Promise<number> {
  const [site] = await db.select({ live: sites.liveReleaseId }).from(sites).where(eq(sites.id, siteId));
  const rows = await db
    .select({ id: releases.id, state: releases.state, createdAt: releases.createdAt })
    .from(releases)
    .where(eq(releases.siteId, siteId))
    .orderBy(desc(releases.number));
  const complete = rows.filter(({ state }) => state === "complete");
  const kept = new Set([...complete.slice(0, keep).map(({ id }) => id), site?.live ?? ""]);
  const gone = rows.filter(({ id, state, createdAt }) => !kept.has(id) && (state === "complete" || createdAt < before));
  for (const { id } of gone) {
    // Out of the list first, so that nobody goes back to what is being taken apart.
    const [taken] = await db.delete(releases).where(
      and(
        eq(releases.id, id),
        notExists(
          db
            .select({ id: sites.id })
            .from(sites)
            .where(and(eq(sites.id, siteId), eq(sites.liveReleaseId, id))),
        ),
      ),
    );
    if (!taken.affectedRows) continue;
    for (const table of [releaseFiles, releaseUnits])
      await inBatches(async () => {
        const [result] = await db.delete(table).where(eq(table.releaseId, id)).limit(batch);
        return result.affectedRows;
      });
  }
  return gone.length;
}

/** Forgets the states of pages that none of a site's releases has. A release that is being begun is waited for. */
export const sweepStates = (db: Database, siteId: string): Promise<number> =>
  inBatches(() =>
    inTransaction(db, async (tx) => {
      await tx.select({ id: sites.id }).from(sites).where(eq(sites.id, siteId)).for("update");
      const held = sql`select 1 from release_units u where u.site_id = ${siteId} and u.hash = page_states.hash`;
      const [result] = await tx
        .delete(pageStates)
        .where(and(eq(pageStates.siteId, siteId), sql`not exists (${held})`))
        .limit(batch);
      return result.affectedRows;
    }),
  );

/** Of some hashes those that a release, a medium, a variant of one or a visitor’s file still names. */
export async function namedBytes(db: Database, hashes: readonly string[]): Promise<ReadonlySet<string>> {
  if (!hashes.length) return new Set();
  const some = [...hashes];
  const [files, originals, sent, bought, variants] = await Promise.all([
    db.selectDistinct({ hash: releaseFiles.blob }).from(releaseFiles).where(inArray(releaseFiles.blob, some)),
    db.selectDistinct({ hash: media.hash }).from(media).where(inArray(media.hash, some)),
    db.selectDistinct({ hash: formFiles.hash }).from(formFiles).where(inArray(formFiles.hash, some)),
    db.selectDistinct({ hash: shopBuyerFiles.hash }).from(shopBuyerFiles).where(inArray(shopBuyerFiles.hash, some)),
    db
      .selectDistinct({ hash: mediaVariants.made })
      .from(mediaVariants)
      .innerJoin(media, eq(media.hash, mediaVariants.hash))
      .where(inArray(mediaVariants.made, some)),
  ]);
  return new Set([...files, ...originals, ...sent, ...bought, ...variants].map(({ hash }) => hash));
}

/** Forgets parts of files that were never sent to their end. */
export const sweepUploads = (db: Database, before: Date): Promise<number> =>
  inBatches(async () => {
    const [result] = await db.delete(uploadParts).where(lt(uploadParts.createdAt, before)).limit(batch);
    return result.affectedRows;
  });

/** Forgets variants of media that no site has any more. */
export async function sweepVariants(db: Database): Promise<void> {
  await db.execute(sql`delete v from media_variants v left join media m on m.hash = v.hash where m.hash is null`);
}

/** Takes away baskets that have run out, which may hold an address, and files that nothing was bought with. */
export async function sweepCarts(db: Database, siteId: string, now: Date): Promise<number> {
  const before = new Date(now.getTime() - (cartLimits.days + 1) * 86_400_000);
  await inBatches(async () => {
    const [result] = await db
      .delete(shopBuyerFiles)
      .where(
        and(eq(shopBuyerFiles.siteId, siteId), isNull(shopBuyerFiles.orderId), lt(shopBuyerFiles.createdAt, before)),
      )
      .limit(batch);
    return result.affectedRows;
  });
  return inBatches(async () => {
    const [result] = await db
      .delete(shopCarts)
      .where(and(eq(shopCarts.siteId, siteId), lt(shopCarts.expiresAt, now)))
      .limit(batch);
    return result.affectedRows;
  });
}
