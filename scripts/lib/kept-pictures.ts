// What is made of the demo's pictures, kept in the state folder by their hashes: making it takes half a minute of a core, and
// tests, demo and bench want the same. Another way of making it is another folder.
import { createHash } from "node:crypto";
import { existsSync, mkdirSync, readdirSync, readFileSync, renameSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import sharp from "sharp";
import type { PictureForm, Turn } from "@/core/media/forms";
import { mediaVariants } from "@/data/bytes/tables";
import { type Context, sha256 } from "@/server/context";

/** What decides how a picture's forms come out. */
const makers = ["src/server/site/media.ts", "src/core/media/forms.ts"];

function folder(): string {
  const by = createHash("sha256").update(JSON.stringify(sharp.versions));
  for (const file of makers) by.update(readFileSync(file));
  return join(process.env.WEBITOR_KEPT_PICTURES ?? ".webitor/pictures", by.digest("hex").slice(0, 16));
}

/** Puts in what was made before, so that nothing of it is made again. */
export async function bringPictures(context: Context): Promise<void> {
  const from = folder();
  if (!existsSync(from)) return;
  for (const name of readdirSync(from)) {
    const [hash, form, turn, widthPx] = name.split("-");
    if (!widthPx) continue;
    const bytes = readFileSync(join(from, name));
    const made = sha256(bytes);
    await context.bytes.put(made, bytes);
    await context.db
      .insert(mediaVariants)
      .ignore()
      .values({
        ...{ hash: hash as string, form: form as PictureForm, turn: Number(turn) as Turn },
        ...{ widthPx: Number(widthPx), made },
      });
  }
}

/** Keeps what has been made. */
export async function keepPictures(context: Context): Promise<void> {
  const to = folder();
  mkdirSync(to, { recursive: true });
  for (const { hash, form, turn, widthPx, made } of await context.db.select().from(mediaVariants)) {
    const file = join(to, [hash, form, turn, widthPx].join("-"));
    if (existsSync(file)) continue;
    const bytes = await context.bytes.get(made);
    if (!bytes) continue;
    // Whole or not at all, whoever else keeps it at the same time.
    writeFileSync(`${file}.${process.pid}`, bytes);
    renameSync(`${file}.${process.pid}`, file);
  }
}
