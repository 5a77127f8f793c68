// Files that releases share: fonts and the visitors' scripts, named by their content.
import { readFile } from "node:fs/promises";
import { createRequire } from "node:module";
import { basename, dirname, join } from "node:path";
import { type Family, families } from "@/core/brand/brand";
import { addressName } from "@/core/media/documents";
import type { MediaEntry } from "@/core/media/entry";
import { type Variant, variantName } from "@/core/media/forms";
import { fontFile, fontSubsets } from "@/core/render/render";
import { sha256 } from "../context";

export interface Asset {
  /** Path on the site, with the hash of the content. */
  readonly path: string;
  readonly type: string;
  readonly bytes: Buffer;
}

/** Path of a variant of a picture on its site. */
export const releasedPicture = (hash: string, variant: Variant): string =>
  `/_a/${variantName(hash.slice(0, 24), variant)}`;

/** Address of a file to take home, on the site: named by its bytes and called as it came. */
export const releasedDocument = ({ hash, name }: Pick<MediaEntry, "hash" | "name">): string =>
  `/_a/${hash.slice(0, 24)}-${addressName(name)}`;

/** How the paths of all variants of a picture begin. */
export const releasedPictures = (hash: string): string => `/_a/${hash.slice(0, 24)}-`;

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

/** The built scripts of visitors' pages. */
export interface VisitorScripts {
  /** Every file by its name. */
  readonly files: ReadonlyMap<string, Asset>;
  /** File names by what they are the script of: "loader", "opening", a kind of widget. */
  readonly entries: Readonly<Record<string, string>>;
  /** Names of the files that the scripts of these need, with what they share and what they may load later. */
  filesOf(names: readonly string[]): readonly string[];
}

interface Metafile {
  readonly outputs: Readonly<
    Record<string, { readonly entryPoint?: string; readonly imports: readonly { path: string }[] }>
  >;
}

const scriptsKept = new Map<string, Promise<VisitorScripts>>();

/** The visitors' scripts of a build, read once. */
export function visitorScripts(buildFolder: string): Promise<VisitorScripts> {
  let known = scriptsKept.get(buildFolder);
  if (!known) {
    known = readScripts(buildFolder);
    scriptsKept.set(buildFolder, known);
    known.catch(() => scriptsKept.delete(buildFolder));
  }
  return known;
}

async function readScripts(buildFolder: string): Promise<VisitorScripts> {
  const { outputs } = JSON.parse(await readFile(join(buildFolder, "visitor.json"), "utf8")) as Metafile;
  const files = new Map<string, Asset>();
  const entries: Record<string, string> = {};
  const imports = new Map<string, readonly string[]>();
  for (const [path, output] of Object.entries(outputs)) {
    const name = basename(path);
    const bytes = await readFile(join(buildFolder, "visitor", name));
    files.set(name, { path: `/_a/${name}`, type: "text/javascript; charset=utf-8", bytes });
    // What a script loads later, such as the words of a language, is an entry of the bundle's, too, but no script by itself.
    if (output.entryPoint && basename(output.entryPoint) === "main.ts")
      entries[basename(dirname(output.entryPoint))] = name;
    imports.set(
      name,
      output.imports.map((one) => basename(one.path)),
    );
  }
  return {
    files,
    entries,
    filesOf(names) {
      const found = new Set<string>();
      const add = (name: string | undefined) => {
        if (name === undefined || found.has(name)) return;
        found.add(name);
        for (const other of imports.get(name) ?? []) add(other);
      };
      for (const name of names) add(entries[name]);
      return [...found];
    },
  };
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
