// How long a hundred pictures take from being dropped into Media until all of them are there.
import { randomBytes } from "node:crypto";
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import type { Page } from "@playwright/test";
import sharp from "sharp";

const count = 100;

/** Files of pictures as cameras make them, of several hundred kB, no two alike. */
function photos(folder: string): Promise<readonly string[]> {
  return Promise.all(
    Array.from({ length: count }, async (_one, at) => {
      const path = join(folder, `drop-${at + 1}.jpg`);
      await sharp(randomBytes(400 * 300 * 3), { raw: { width: 400, height: 300, channels: 3 } })
        .resize(1600, 1200, { kernel: "cubic" })
        .jpeg({ quality: 78 })
        .toFile(path);
      return path;
    }),
  );
}

/** Seconds until a site's Media has all of them, in the window of somebody who is signed in. */
export async function mediaDropS(page: Page, address: string): Promise<number> {
  const folder = mkdtempSync(join(tmpdir(), "webitor-drop-"));
  const files = await photos(folder);
  await page.goto(address);
  const input = page.getByLabel("Pictures or files");
  await input.waitFor({ state: "attached" });
  const begin = performance.now();
  await input.setInputFiles([...files]);
  await page.getByText(`${count} media are here.`).waitFor({ timeout: 300_000 });
  const seconds = (performance.now() - begin) / 1000;
  rmSync(folder, { recursive: true });
  return seconds;
}
