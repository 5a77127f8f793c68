// Bytes in the database: nothing else to run, and one backup.
import { and, asc, eq, gt, inArray, lt } from "drizzle-orm";
import { storedBytes } from "@/data/bytes/tables";
import type { Database } from "@/data/connection";
import { type ByteStore, realNow } from "./store";

/** Of many bytes so many are sent with one statement. */
const bytesAtOnce = 256 << 10;

export const databaseStore = (db: Database): ByteStore => ({
  async put(key, bytes) {
    // Bytes that are there already are not sent again.
    const [known] = await db.update(storedBytes).set({ putAt: realNow() }).where(eq(storedBytes.key, key));
    if (known.affectedRows) return;
    await db
      .insert(storedBytes)
      .values({ key, bytes: Buffer.from(bytes), putAt: realNow() })
      .onDuplicateKeyUpdate({ set: { putAt: realNow() } });
  },
  async putAll(entries) {
    const kept = await this.touch([...entries.keys()]);
    let rows: (typeof storedBytes.$inferInsert)[] = [];
    let size = 0;
    const send = async () => {
      if (rows.length)
        await db
          .insert(storedBytes)
          .values(rows)
          .onDuplicateKeyUpdate({ set: { putAt: realNow() } });
      rows = [];
      size = 0;
    };
    // In one order, so that two who put the same don't wait for each other.
    for (const [key, bytes] of [...entries].sort(([one], [other]) => (one < other ? -1 : 1))) {
      if (kept.has(key)) continue;
      rows.push({ key, bytes: Buffer.from(bytes), putAt: realNow() });
      size += bytes.length;
      if (size >= bytesAtOnce) await send();
    }
    await send();
  },
  async get(key) {
    const [row] = await db.select({ bytes: storedBytes.bytes }).from(storedBytes).where(eq(storedBytes.key, key));
    return row?.bytes ?? null;
  },
  async touch(keys) {
    if (!keys.length) return new Set();
    const here = inArray(storedBytes.key, [...keys]);
    const [found] = await db.update(storedBytes).set({ putAt: realNow() }).where(here);
    if (!found.affectedRows) return new Set();
    return new Set((await db.select({ key: storedBytes.key }).from(storedBytes).where(here)).map(({ key }) => key));
  },
  async putBefore(moment, after, limit) {
    const rows = await db
      .select({ key: storedBytes.key })
      .from(storedBytes)
      .where(and(lt(storedBytes.putAt, moment), gt(storedBytes.key, after)))
      .orderBy(asc(storedBytes.key))
      .limit(limit);
    return rows.map(({ key }) => key);
  },
  async remove(keys, unlessPutSince) {
    if (!keys.length) return;
    await db.delete(storedBytes).where(and(inArray(storedBytes.key, [...keys]), lt(storedBytes.putAt, unlessPutSince)));
  },
});
