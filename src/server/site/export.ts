// Taking a site, or one of its releases, out as a zip: small ones are made while they are sent; a large one is made by a
// job, lies in pieces for a day, and can be fetched, or fetched again, when it is whole.
import { and, eq, inArray } from "drizzle-orm";
import Joi from "joi";
import { isDuplicate } from "@/data/connection";
import { jobs } from "@/data/job/tables";
import { mediaRoom } from "@/data/site/queries";
import { sites } from "@/data/site/tables";
import { queueJob } from "@/server/job/queue";
import type { JobRun } from "@/server/job/run";
import { type Context, sha256 } from "../context";
import type { SiteCall } from "../operation";
import { notFound, Problem } from "../problem";
import { releaseParts, releaseSize } from "../release/export";
import { siteFileParts } from "./file";

/** What a zip of a site holds. */
export interface Exported {
  /** The release; empty for the site file. */
  readonly release: string;
}

interface Made {
  readonly name: string;
  /** Keys of the zip's pieces, in order. */
  readonly pieces: readonly string[];
  readonly bytes: number;
}

/** From here on a zip is made by a job. */
const largeBytes = 64 * 2 ** 20;
const pieceBytes = 4 * 2 ** 20;

export const exportPayload = Joi.object({ release: Joi.string().max(24).allow("").required() });

const sizeOf = async (call: SiteCall, { release }: Exported): Promise<number> =>
  release ? releaseSize(call, release) : (await mediaRoom(call.context.db, call.site.id)).bytes;

/** A job that makes the zip, or null where it is so small that it can be fetched at once. */
export async function beginExport(
  call: SiteCall,
  wanted: Exported,
  large = largeBytes,
): Promise<{ job: string | null }> {
  if ((await sizeOf(call, wanted)) < large) return { job: null };
  const { context, site } = call;
  const onlyOne = `export:${site.id}:${wanted.release}`;
  try {
    const job = await queueJob(context.db, {
      kind: "export",
      siteId: site.id,
      payload: { release: wanted.release },
      onlyOne,
      total: 100,
    });
    context.jobQueued();
    return { job };
  } catch (error) {
    if (!isDuplicate(error)) throw error;
    // Somebody asked already: both wait for the one that is made.
    const [running] = await context.db
      .select({ id: jobs.id })
      .from(jobs)
      .where(and(eq(jobs.onlyOne, onlyOne), inArray(jobs.state, ["queued", "running"])));
    return running ? { job: running.id } : beginExport(call, wanted, large);
  }
}

/** The parts of a zip, each time with the share of it that is made, in percent. */
type Parts = AsyncIterable<{ readonly part: Uint8Array; readonly percent: number }>;

/** Keeps the zip in pieces; equal zips are equal pieces, so a job that is done again keeps nothing twice. */
async function keepPieces(context: Context, parts: Parts, told: (percent: number) => Promise<void>) {
  const pieces: string[] = [];
  let waiting: Uint8Array[] = [];
  let size = 0;
  let bytes = 0;
  const keep = async () => {
    const piece = Buffer.concat(waiting);
    waiting = [];
    size = 0;
    const key = sha256(piece);
    await context.bytes.put(key, piece);
    pieces.push(key);
    bytes += piece.length;
  };
  for await (const { part, percent } of parts) {
    waiting.push(part);
    size += part.length;
    if (size < pieceBytes) continue;
    await keep();
    await told(percent);
  }
  if (size) await keep();
  return { pieces, bytes };
}

/** The job: makes the zip and says where its pieces are. */
export async function exportJob(context: Context, run: JobRun): Promise<void> {
  const [site] = await context.db
    .select()
    .from(sites)
    .where(eq(sites.id, run.job.siteId ?? ""));
  // The site was removed while the job waited.
  if (!site) return run.finish(context.db);
  const release = run.job.payload.release ?? "";
  const { name, parts } = release
    ? await releaseParts({ context, site }, release)
    : { name: `${site.key}.site.zip`, parts: siteFileParts(context, site) };
  const made = await keepPieces(context, parts, (percent) => run.progress(percent, 100));
  await run.finish(context.db, { name, ...made } satisfies Made);
}

/** A zip that was made, piece by piece. Throws 404 for one that is not whole, 410 for one that is no longer kept. */
export async function madeExport(
  call: SiteCall,
  job: string,
): Promise<Exported & { readonly name: string; readonly parts: AsyncGenerator<Uint8Array> }> {
  const { context, site } = call;
  const [row] = await context.db
    .select({ payload: jobs.payload, result: jobs.result, state: jobs.state })
    .from(jobs)
    .where(and(eq(jobs.siteId, site.id), eq(jobs.kind, "export"), eq(jobs.id, job)));
  const made = row?.state === "done" ? (row.result as Made | null) : null;
  if (!made) throw notFound("This file", "job");
  const kept = await context.bytes.touch(made.pieces);
  if (made.pieces.some((key) => !kept.has(key))) {
    const message = "This file is no longer kept: it was made more than a day ago. Make it anew.";
    throw new Problem(410, "exportGone", message, [{ path: "job", message }]);
  }
  async function* parts() {
    for (const key of (made as Made).pieces) {
      const piece = await context.bytes.get(key);
      if (!piece) throw new Error(`The piece ${key} is gone`);
      yield piece;
    }
  }
  return { release: row?.payload.release ?? "", name: made.name, parts: parts() };
}
