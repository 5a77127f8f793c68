// Busy time from outside: calendars that were uploaded or are fetched, read again as time goes on. A feed that breaks
// keeps the last good state, and says so.
import { and, asc, count, eq, getTableColumns, isNotNull } from "drizzle-orm";
import Joi from "joi";
import { bookingId } from "@/core/booking/rules/schema";
import type { BrokenFeed } from "@/core/booking/rules/warnings";
import { type CalendarAsked, type CalendarRead, calendarLimits } from "@/core/calendar/read";
import { calendarWords } from "@/core/calendar/words";
import { type Outcome, refused } from "@/core/visitor/decision";
import { lockDiary, raiseDiary, versionsOf } from "@/data/booking/diary";
import { busyFeeds, busySpans } from "@/data/calendar/tables";
import { type Executor, inTransaction } from "@/data/connection";
import { sites } from "@/data/site/tables";
import { queueOnly } from "@/server/job/queue";
import type { JobRun } from "@/server/job/run";
import { setUpAt } from "../booking/set-up";
import { type Context, calendarHost } from "../context";
import { type SiteCall, siteOperation } from "../operation";
import { reachOf } from "../outside/reach";
import { fieldProblem, notFound, Problem, validated } from "../problem";
import { sandboxed } from "../sandbox/sandbox";
import { fetchCalendar } from "./fetch";

/** The largest calendar file, in bytes. */
export const largestCalendar = calendarLimits.bytes;

/** How often an address is asked again, and how often a file is read again so that new days come into reach. */
const everyMs = { address: 15 * 60_000, file: 24 * 3_600_000 };
const dayMs = 86_400_000;
/** Busy time is kept for as far as anyone may book. */
const daysAhead = 402;

type Feed = typeof busyFeeds.$inferSelect;

const here = (siteId: string, id: string) => and(eq(busyFeeds.siteId, siteId), eq(busyFeeds.id, id));

async function zoneOf(context: Context, siteId: string, resourceId: string): Promise<string> {
  const versions = await versionsOf(context.db, siteId);
  const setUp = await setUpAt(context.db, siteId, versions?.setUp ?? 0);
  const resource = setUp.resources.find(({ id }) => id === resourceId);
  if (!resource) throw fieldProblem("resource", "There is no resource with this id.");
  return setUp.places.find(({ id }) => id === resource.place)?.zone ?? "UTC";
}

/** Reads a calendar's file in a thread of its own: one from a stranger can't hold up the process, and is given up on. */
export async function readCalendarInSandbox(
  context: Pick<Context, "settings">,
  file: Uint8Array,
  asked: CalendarAsked,
): Promise<Outcome<CalendarRead>> {
  const found = await sandboxed(context.settings, "calendar", { file, asked }, {});
  if ("answer" in found) return found.answer;
  const { tooSlow, seconds, message } = found.givenUp;
  return tooSlow ? refused("calendar.tooSlow", { seconds }) : refused("calendar.broken", { message });
}

/** Reads a calendar's file for a feed's resource, as of now. */
async function read(context: Context, feed: Pick<Feed, "siteId" | "resourceId" | "owner">, file: Uint8Array) {
  const now = context.now().getTime();
  const [site] = await context.db.select({ key: sites.key }).from(sites).where(eq(sites.id, feed.siteId));
  return readCalendarInSandbox(context, file, {
    from: now - dayMs,
    to: now + daysAhead * dayMs,
    zone: await zoneOf(context, feed.siteId, feed.resourceId),
    owner: feed.owner,
    own: `@${calendarHost(context.settings, site?.key ?? "")}`,
  });
}

type Found = CalendarRead;

/**
 * Stores what was read in place of what was; a feed that was removed meanwhile stays removed. A new one begins in the
 * same transaction, with the job that reads it again: it is there whole or not at all.
 */
async function store(context: Context, feed: Feed, found: Found, values: Partial<Feed>, isNew = false): Promise<void> {
  const { siteId, id: feedId, resourceId } = feed;
  await inTransaction(context.db, async (tx) => {
    await lockDiary(tx, siteId);
    if (isNew) {
      await tx.insert(busyFeeds).values(feed);
      await queueRefresh(tx, feed);
    }
    const [result] = await tx
      .update(busyFeeds)
      .set({
        ...values,
        events: found.events,
        notes: found.notes,
        goodAt: context.now(),
        triedAt: context.now(),
        problem: null,
      })
      .where(here(siteId, feedId));
    if (result.affectedRows === 0) return;
    await tx.delete(busySpans).where(and(eq(busySpans.siteId, siteId), eq(busySpans.feedId, feedId)));
    for (let at = 0; at < found.busy.length; at += 1000)
      await tx.insert(busySpans).values(
        found.busy.slice(at, at + 1000).map(({ from, to }) => ({
          siteId,
          feedId,
          resourceId,
          from: new Date(from),
          to: new Date(to),
        })),
      );
    await raiseDiary(tx, siteId);
  });
}

/** Reads a feed again: fetched anew where it has an address, from its file where it has none. */
export async function refreshFeed(context: Context, siteId: string, id: string): Promise<void> {
  const [feed] = await context.db.select().from(busyFeeds).where(here(siteId, id));
  if (!feed) return;
  const fail = (outcome: Extract<Outcome<never>, { ok: false }>) =>
    context.db
      .update(busyFeeds)
      .set({ problem: calendarWords(outcome.reason).slice(0, 500), triedAt: context.now() })
      .where(here(siteId, id));
  let file = feed.file;
  const validators = { etag: feed.etag, lastModified: feed.lastModified };
  let fresh: Partial<Feed> = {};
  if (feed.address) {
    const fetched = await fetchCalendar(
      reachOf(context),
      feed.address,
      feed.file ? validators : { etag: null, lastModified: null },
    );
    if (!fetched.ok) return void (await fail(fetched));
    const { file: changed, etag, lastModified } = fetched.value;
    if (changed !== null) {
      file = changed;
      fresh = { file, etag, lastModified };
    }
  }
  if (file === null) return;
  const found = await read(context, feed, file).catch((error: unknown) => {
    // The resource was taken out of the set-up: the feed waits, in case it comes back.
    if (error instanceof Problem) return refused("calendar.noResource", { resource: feed.resourceId });
    throw error;
  });
  // What can't be read is not kept: the last good file stays, and its validators with it.
  if (!found.ok) return void (await fail(found));
  await store(context, feed, found.value, fresh);
}

const queueRefresh = (tx: Executor, feed: Pick<Feed, "siteId" | "id" | "address">) =>
  queueOnly(tx, {
    kind: "feed",
    siteId: feed.siteId,
    payload: { feed: feed.id },
    onlyOne: `feed:${feed.id}`,
    availableAt: new Date(Date.now() + (feed.address ? everyMs.address : everyMs.file)),
  });

/** The job: reads a feed again and comes back later, as long as the feed is there. */
export async function feedJob(context: Context, run: JobRun): Promise<void> {
  const siteId = run.job.siteId ?? "";
  const id = run.job.payload.feed ?? "";
  await refreshFeed(context, siteId, id);
  const [feed] = await context.db
    .select({ siteId: busyFeeds.siteId, id: busyFeeds.id, address: busyFeeds.address })
    .from(busyFeeds)
    .where(here(siteId, id));
  // Ending and coming back are one: a process that dies between them must not forget the feed.
  await context.db.transaction(async (tx) => {
    await run.finish(tx);
    if (feed) await queueRefresh(tx, feed);
  });
}

async function newFeed(
  call: SiteCall,
  given: { resource: string; name: string; owner: string; address: string | null },
): Promise<Feed> {
  const { context, site } = call;
  await zoneOf(context, site.id, given.resource);
  return {
    siteId: site.id,
    id: context.newId(),
    resourceId: given.resource,
    name: given.name,
    owner: given.owner,
    address: given.address,
    file: null,
    events: 0,
    notes: [],
    etag: null,
    lastModified: null,
    goodAt: null,
    triedAt: null,
    problem: null,
  };
}

/** Begins a feed with what was read of it; answers what the operations tell. */
async function begin(context: Context, feed: Feed, found: Found) {
  await store(context, feed, found, {}, true);
  context.jobQueued();
  return { feed: feed.id, events: found.events, busySpans: found.busy.length, notes: found.notes };
}

/** Begins a feed with an uploaded file; 422 at `text` for what can't be read. */
async function uploadFeed(call: SiteCall, given: Common, file: Buffer) {
  const feed = await newFeed(call, { ...given, address: null });
  const found = await read(call.context, feed, file);
  if (!found.ok) throw fieldProblem("text", calendarWords(found.reason));
  return begin(call.context, { ...feed, file }, found.value);
}

const common = {
  resource: bookingId.required(),
  name: Joi.string().trim().min(1).max(120).required(),
  owner: Joi.string().trim().email({ tlds: false }).allow("").max(200).required(),
};
interface Common {
  readonly resource: string;
  readonly name: string;
  readonly owner: string;
}

const commonSchema = Joi.object<Common>(common);

/** The same for a file that came by its own way: as the bytes it has. */
export const uploadFeedFile = (call: SiteCall, given: unknown, file: Uint8Array) =>
  uploadFeed(call, validated(commonSchema, given), Buffer.from(file));

/** The site's calendars whose last try failed. */
export const brokenFeeds = async (db: Executor, siteId: string): Promise<readonly BrokenFeed[]> =>
  (
    await db
      .select({ resource: busyFeeds.resourceId, name: busyFeeds.name, problem: busyFeeds.problem })
      .from(busyFeeds)
      .where(and(eq(busyFeeds.siteId, siteId), isNotNull(busyFeeds.problem)))
      .orderBy(asc(busyFeeds.name))
      .limit(100)
  ).map((feed) => ({ ...feed, problem: feed.problem ?? "" }));

export const feedOperations = {
  "feeds.list": siteOperation("feeds.read", {}, async (call) => {
    // All but the files, which may be ten megabytes each.
    const { file: _file, ...columns } = getTableColumns(busyFeeds);
    const rows = await call.context.db
      .select(columns)
      .from(busyFeeds)
      .where(eq(busyFeeds.siteId, call.site.id))
      .orderBy(asc(busyFeeds.name));
    const spans = await call.context.db
      .select({ feed: busySpans.feedId, all: count() })
      .from(busySpans)
      .where(eq(busySpans.siteId, call.site.id))
      .groupBy(busySpans.feedId);
    return rows.map((feed) => ({
      id: feed.id,
      resource: feed.resourceId,
      name: feed.name,
      owner: feed.owner,
      address: feed.address,
      events: feed.events,
      busySpans: spans.find((row) => row.feed === feed.id)?.all ?? 0,
      notes: feed.notes,
      goodAt: feed.goodAt?.toISOString() ?? null,
      triedAt: feed.triedAt?.toISOString() ?? null,
      problem: feed.problem,
    }));
  }),
  /** An uploaded file: refused as a whole when it can't be read. */
  "feeds.upload": siteOperation(
    "feeds.change",
    { ...common, text: Joi.string().required() },
    (call, { text, ...given }: Common & { text: string }) => uploadFeed(call, given, Buffer.from(text)),
  ),
  /** An address: tried at once, so that what is wrong with it is said at its field. */
  "feeds.add": siteOperation(
    "feeds.change",
    { ...common, address: Joi.string().trim().max(1000).required() },
    async (call, given: Common & { address: string }) => {
      const { context } = call;
      const feed = await newFeed(call, given);
      const fetched = await fetchCalendar(reachOf(context), given.address, {
        etag: null,
        lastModified: null,
      });
      if (!fetched.ok) throw fieldProblem("address", calendarWords(fetched.reason));
      const { etag, lastModified } = fetched.value;
      const file = fetched.value.file ?? Buffer.alloc(0);
      const found = await read(context, feed, file);
      if (!found.ok) throw fieldProblem("address", calendarWords(found.reason));
      return begin(context, { ...feed, file, etag, lastModified }, found.value);
    },
  ),
  "feeds.refresh": siteOperation(
    "feeds.change",
    { feed: Joi.string().max(24).required() },
    async (call, input: { feed: string }) => {
      await refreshFeed(call.context, call.site.id, input.feed);
      const [feed] = await call.context.db.select().from(busyFeeds).where(here(call.site.id, input.feed));
      if (!feed) throw notFound("This calendar");
      return { problem: feed.problem, goodAt: feed.goodAt?.toISOString() ?? null, events: feed.events };
    },
  ),
  "feeds.remove": siteOperation(
    "feeds.change",
    { feed: Joi.string().max(24).required() },
    async (call, input: { feed: string }) => {
      await inTransaction(call.context.db, async (tx) => {
        await lockDiary(tx, call.site.id);
        const [gone] = await tx.delete(busyFeeds).where(here(call.site.id, input.feed));
        if (gone.affectedRows === 0) throw notFound("This calendar");
        await tx.delete(busySpans).where(and(eq(busySpans.siteId, call.site.id), eq(busySpans.feedId, input.feed)));
        await raiseDiary(tx, call.site.id);
      });
      return { removed: input.feed };
    },
  ),
};
