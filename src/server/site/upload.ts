// A large file comes in parts: what has come stays, and after a broken connection only the rest is sent.
import { and, asc, count, eq } from "drizzle-orm";
import { uploadParts } from "@/data/bytes/tables";
import { sha256 } from "../context";
import type { SiteCall } from "../operation";
import { fieldProblem, Problem } from "../problem";
import { largestPicture } from "./media";

/** Size of a part, in bytes; the last one of a file may be smaller. */
export const partBytes = 1 << 20;
const mostParts = Math.ceil(largestPicture / partBytes);
/** So many parts of unfinished files a site may have. */
const mostWaiting = 10 * mostParts;

const uploadName = /^[0-9a-f]{64}$/;

function checked(upload: string): string {
  if (!uploadName.test(upload)) throw fieldProblem("upload", "An upload is named by the SHA-256 of its file.");
  return upload;
}

const partsOf = ({ site }: Pick<SiteCall, "site">, upload: string) =>
  and(eq(uploadParts.siteId, site.id), eq(uploadParts.upload, checked(upload)));

/** Numbers of the parts that have come, from 0. */
export async function partsThere(call: SiteCall, upload: string): Promise<readonly number[]> {
  const rows = await call.context.db
    .select({ part: uploadParts.part })
    .from(uploadParts)
    .where(partsOf(call, upload))
    .orderBy(asc(uploadParts.part));
  return rows.map(({ part }) => part);
}

/** Keeps a part; the same part again changes nothing. */
export async function keepPart(call: SiteCall, upload: string, part: number, bytes: Uint8Array): Promise<void> {
  const { db, now } = call.context;
  if (!Number.isInteger(part) || part < 0 || part >= mostParts)
    throw fieldProblem("part", `A file has at most ${mostParts} parts.`);
  if (!bytes.length || bytes.length > partBytes)
    throw fieldProblem("part", `A part has at most ${partBytes / 1024} kB, and something in it.`);
  const [waiting] = await db.select({ parts: count() }).from(uploadParts).where(eq(uploadParts.siteId, call.site.id));
  if ((waiting?.parts ?? 0) >= mostWaiting) {
    const message = "Many files of this site are half sent. Send them to their end, or try again tomorrow.";
    throw new Problem(429, "tooManyUploads", message, [{ path: "file", message }]);
  }
  await db
    .insert(uploadParts)
    .ignore()
    .values({ siteId: call.site.id, upload: checked(upload), part, bytes: Buffer.from(bytes), createdAt: now() });
}

/** The whole file of so many parts; 409 with what to do where it is not whole, or not the file that its name says. */
export async function wholeUpload(call: SiteCall, upload: string, parts: number): Promise<Uint8Array> {
  const rows = await call.context.db
    .select({ bytes: uploadParts.bytes })
    .from(uploadParts)
    .where(partsOf(call, upload))
    .orderBy(asc(uploadParts.part));
  const bytes = Buffer.concat(rows.map((row) => row.bytes));
  if (rows.length === parts && sha256(bytes) === upload) return bytes;
  // What does not fit together would never do.
  if (rows.length >= parts) await forgetUpload(call, upload);
  const message = "This file has not come whole. Send it again.";
  throw new Problem(409, "notWhole", message, [{ path: "file", message }]);
}

export async function forgetUpload(call: SiteCall, upload: string): Promise<void> {
  await call.context.db.delete(uploadParts).where(partsOf(call, upload));
}
