// What a page with widgets carries for its scripts, and which scripts that is.
import type { PageScript } from "@/core/render/markup";
import { headScript, loaderScript, openingScript, type PageData, type ReleasedWidget } from "@/core/widget/released";
import type { VisitorScripts } from "./assets";

export interface PageScripts {
  /** Address of the loader. */
  readonly script: string;
  readonly data: PageData;
  /** Names of all files it may load. */
  readonly files: readonly string[];
}

/** The script of the page's head as it stands in the page, where it needs one: its address, and names of its files. */
export function headScripts(
  blocks: readonly PageScript[],
  scripts: VisitorScripts,
  base: string,
): { readonly script: string; readonly files: readonly string[] } | null {
  const file = blocks.includes(headScript) ? scripts.entries[headScript] : undefined;
  return file === undefined ? null : { script: base + file, files: scripts.filesOf([headScript]) };
}

/**
 * The loader with its data for a page with these widgets and scripts of blocks; null for a page without. `base` is put before the loader's name. A rehearsal has everything at hand, since a draft of any kind may be sent to it.
 */
export function pageScripts(
  widgets: readonly ReleasedWidget[],
  needed: readonly PageScript[],
  scripts: VisitorScripts,
  base: string,
  about: Pick<PageData, "language" | "rehearsal">,
): PageScripts | null {
  const blocks = needed.filter((name) => name !== headScript);
  if (!widgets.length && !blocks.length && !about.rehearsal) return null;
  const opens = about.rehearsal || widgets.some(({ rule }) => rule);
  const wanted = about.rehearsal
    ? Object.keys(scripts.entries).filter((name) => name !== loaderScript && name !== headScript)
    : [...new Set([...widgets.map(({ kind }) => kind), ...blocks, ...(opens ? [openingScript] : [])])].sort();
  const file = (name: string): string => {
    const found = scripts.entries[name];
    if (found === undefined) throw new Error(`The build has no script for ${name}`);
    return found;
  };
  return {
    script: base + file(loaderScript),
    data: {
      ...about,
      widgets,
      // Seen from the loader, beside which they all lie.
      scripts: Object.fromEntries(wanted.map((name) => [name, `./${file(name)}`])),
    },
    files: scripts.filesOf([loaderScript, ...wanted]),
  };
}
