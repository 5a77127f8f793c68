// Repairs as edits like any other: each document gets its own, and the way back is kept.
import { nanoid } from "nanoid";
import { type LayoutFinding, repairEdits } from "@/core/check/layout";
import { applyEdits, type Edit } from "@/core/page/editing/edit";
import type { OpenSite } from "@/studio/frame/site-context";
import { ask } from "@/studio/kit/api";
import { openForCheck } from "./opened-page";

export interface PageFinding {
  readonly page: string;
  readonly finding: LayoutFinding;
}

/** Edits that take repairs back, the last one first, each with the revision of its document that it was made in. */
export type WayBack = readonly { readonly document: string; readonly revision: number; readonly edits: Edit[] }[];

async function send(site: string, document: string, base: number, edits: readonly Edit[]): Promise<boolean> {
  const { stored } = await ask("pages.edit", { site, document, batch: nanoid(16), base, edits: [...edits] });
  return stored;
}

/** Repairs findings one after the other; answers how many are, and the way back. */
export async function repairAll(
  site: OpenSite,
  findings: readonly PageFinding[],
): Promise<{ readonly repaired: number; readonly back: WayBack }> {
  const back: { document: string; revision: number; edits: Edit[] }[] = [];
  for (const { page, finding } of findings) {
    // Opened anew for each: the one before changed it, and one header is of many pages. What lies behind words may be of
    // another document than the words are.
    const { header, main, footer } = (await openForCheck(site, page))?.documents ?? {};
    const document = [header, main, footer].find((one) => one && repairEdits(finding, one.body).length);
    if (!document) continue;
    const edits = repairEdits(finding, document.body);
    const { applied, inverses } = applyEdits(document.body, edits);
    if (!applied.length || !(await send(site.key, document.id, document.revision, applied))) continue;
    back.unshift({ document: document.id, revision: document.revision + 1, edits: [...inverses] });
  }
  return { repaired: back.length, back };
}

/** Takes repairs back, carried over what others did since. */
export const takeBack = (site: OpenSite, back: WayBack) =>
  ask("pages.replaceBack", { site: site.key, documents: back.map((one) => ({ ...one, edits: [...one.edits] })) });
