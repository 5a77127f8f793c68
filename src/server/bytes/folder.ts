// Bytes as files of a folder, two letters of their hash a subfolder. A file is there whole or not at all.
import { mkdir, readdir, readFile, rename, rm, stat, utimes, writeFile } from "node:fs/promises";
import { dirname, join } from "node:path";
import { nanoid } from "nanoid";
import { type ByteStore, keyForm, realNow } from "./store";

const missing = (error: unknown) => (error as NodeJS.ErrnoException).code === "ENOENT";

/** Null for a file that is not there. */
const unlessMissing = <T>(work: Promise<T>): Promise<T | null> =>
  work.catch((error: unknown) => {
    if (missing(error)) return null;
    throw error;
  });

export function folderStore(folder: string): ByteStore {
  const pathOf = (key: string): string => {
    if (!keyForm.test(key)) throw new Error(`No key of bytes: ${key}`);
    return join(folder, key.slice(0, 2), key);
  };
  const usedNow = async (key: string): Promise<boolean> => {
    const now = realNow();
    return (await unlessMissing(utimes(pathOf(key), now, now).then(() => true))) ?? false;
  };
  return {
    async put(key, bytes) {
      if (await usedNow(key)) return;
      const path = pathOf(key);
      await mkdir(dirname(path), { recursive: true });
      // Written beside its place and moved there: whoever reads it finds all of it.
      const beside = `${path}.${nanoid(8)}.part`;
      await writeFile(beside, bytes, { flush: true });
      await rename(beside, path);
    },
    async putAll(entries) {
      for (const [key, bytes] of entries) await this.put(key, bytes);
    },
    get: (key) => unlessMissing(readFile(pathOf(key))),
    async touch(keys) {
      const found = await Promise.all(keys.map(async (key) => ((await usedNow(key)) ? key : null)));
      return new Set(found.filter((key): key is string => key !== null));
    },
    async putBefore(moment, after, limit) {
      const found: string[] = [];
      const shelves = ((await unlessMissing(readdir(folder))) ?? []).sort();
      for (const shelf of shelves.filter((name) => name >= after.slice(0, 2))) {
        for (const key of (await readdir(join(folder, shelf))).sort()) {
          if (key <= after || !keyForm.test(key)) continue;
          const file = await unlessMissing(stat(pathOf(key)));
          if (file && file.mtime < moment) found.push(key);
          if (found.length === limit) return found;
        }
      }
      return found;
    },
    async remove(keys, unlessPutSince) {
      for (const key of keys) {
        const file = await unlessMissing(stat(pathOf(key)));
        if (file && file.mtime < unlessPutSince) await rm(pathOf(key), { force: true });
      }
    },
  };
}
