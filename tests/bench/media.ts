// How long a hundred pictures take from being dropped into Media until all of them are there.
import { randomBytes } from "node:crypto";
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import type { Page } from "@playwright/test";
import sharp from "sharp";
import { paced, took } from "./pace";

const [rounds, each] = [3, 25];

/** Files of pictures as cameras make them, of several hundred kB, no two alike. */
function photos(folder: string): Promise<readonly string[]> {
  return Promise.all(
    Array.from({ length: rounds * each }, async (_one, at) => {
      const path = join(folder, `drop-${at + 1}.jpg`);
      await sharp(randomBytes(400 * 300 * 3), { raw: { width: 400, height: 300, channels: 3 } })
        .resize(1600, 1200, { kernel: "cubic" })
        .jpeg({ quality: 78 })
        .toFile(path);
      return path;
    }),
  );
}

/** Seconds until a site's Media has all of them, in the window of somebody who is signed in: four times the median of three drops of a quarter. */
export async function mediaDropS(page: Page, address: string): Promise<number> {
  const folder = mkdtempSync(join(tmpdir(), "webitor-drop-"));
  const files = await photos(folder);
  await page.goto(address);
  const input = page.getByLabel("Pictures or files");
  await input.waitFor({ state: "attached" });
  const ms = await paced(rounds, (nth) =>
    took(async () => {
      await input.setInputFiles(files.slice(nth * each, (nth + 1) * each));
      await page.getByText(`${(nth + 1) * each} media are here.`).waitFor({ timeout: 300_000 });
    }),
  );
  rmSync(folder, { recursive: true });
  return (ms * 4) / 1000;
}
