// Files that releases share: fonts and the visitors' scripts, named by their content.
import { readFile } from "node:fs/promises";
import { createRequire } from "node:module";
import { dirname, join } from "node:path";
import { type Family, families } from "@/core/brand/brand";
import { fontFile, fontSubsets } from "@/core/render/render";
import { sha256 } from "../context";

export interface Asset {
  /** Path on the site, with the hash of the content. */
  readonly path: string;
  readonly type: string;
  readonly bytes: Buffer;
}

const kept = new Map<string, Promise<Asset>>();

function once(key: string, make: () => Promise<Asset>): Promise<Asset> {
  const known = kept.get(key);
  if (known) return known;
  const made = make();
  kept.set(key, made);
  // A failure is not kept: the next one asks again.
  made.catch(() => kept.delete(key));
  return made;
}

const packageFolder = (name: string) =>
  dirname(createRequire(join(process.cwd(), "package.json")).resolve(`${name}/package.json`));

const familyOf = (file: string): Family | undefined =>
  Object.values(families).find((family) =>
    (Object.keys(fontSubsets) as (keyof typeof fontSubsets)[]).some((subset) => fontFile(family, subset) === file),
  );

/** A bundled font file by its name; null for any other name. */
export function fontAsset(file: string): Promise<Asset> | null {
  const family = familyOf(file);
  if (!family) return null;
  return once(file, async () => {
    const bytes = await readFile(join(packageFolder(`@fontsource-variable/${family.packageName}`), "files", file));
    return { path: `/_a/${sha256(bytes).slice(0, 12)}-${file}`, type: "font/woff2", bytes };
  });
}

/** The script that a page with popups loads. */
export function popupScript(buildFolder: string): Promise<Asset> {
  return once("popup.js", async () => {
    const bytes = await readFile(join(buildFolder, "popup.js"));
    return { path: `/_a/popup-${sha256(bytes).slice(0, 12)}.js`, type: "text/javascript; charset=utf-8", bytes };
  });
}

/** All font files of the families a brand uses, by file name. */
export async function fontAssets(used: readonly Family[]): Promise<ReadonlyMap<string, Asset>> {
  const assets = new Map<string, Asset>();
  for (const family of used)
    for (const subset of Object.keys(fontSubsets) as (keyof typeof fontSubsets)[]) {
      const file = fontFile(family, subset);
      const asset = fontAsset(file);
      if (asset) assets.set(file, await asset);
    }
  return assets;
}
