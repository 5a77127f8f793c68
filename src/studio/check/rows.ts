"use client";
// Findings as the lists of Checks and Publish show them: of the layout with its repair, and of words, links and widgets.
import { useQuery } from "@tanstack/react-query";
import { type CheckGroup, checkWidths, isInShared, type LayoutFinding, layoutCodes } from "@/core/check/layout";
import type { Finding } from "@/core/check/problems";
import { type OpenSite, useSite } from "@/studio/frame/site-context";
import { ask } from "@/studio/kit/api";
import { reasonWords } from "@/studio/kit/reasons";
import type { Placed } from "./grouped";
import type { CheckedPage } from "./measuring";
import { isSample, placeOf } from "./places";
import { regionWords, widthsWords, words } from "./words";

/** One line of a list. */
export interface FindingRow extends Placed {
  readonly group: CheckGroup;
  readonly says: string;
  /** At which widths it is seen; empty where none was measured. */
  readonly widths: string;
  readonly firstWidth: number;
  readonly block: string;
  /** Where its block is selected. */
  readonly at: string;
  /** The page it can be looked at on. */
  readonly page: string | null;
  readonly layout: LayoutFinding | null;
  readonly content: Finding | null;
}

/** In which part findings stand that need no layout, by what their code is about. */
const contentGroups: readonly (readonly [code: RegExp, group: CheckGroup])[] = [
  [/link|Gone|place/i, "links"],
  [/picture|noDescription$/i, "pictures"],
];
const groupOf = (code: string): CheckGroup => contentGroups.find(([is]) => is.test(code))?.[1] ?? "words";

/** What measuring found, page by page. */
export const layoutRows = (site: string, pages: readonly CheckedPage[]): readonly FindingRow[] =>
  pages.flatMap(({ page, title, findings }) =>
    (findings ?? []).map((finding, index): FindingRow => {
      const where = [
        String(finding.values.block ?? ""),
        regionWords(finding),
        isInShared(finding) ? words.inShared : "",
      ];
      const [firstWidth = checkWidths[0]] = finding.widths;
      const href = `/s/${site}/pages/${page}`;
      const query = new URLSearchParams({
        ...(finding.node ? { select: finding.node } : {}),
        width: String(firstWidth),
      });
      return {
        key: `${page} ${index} ${finding.code} ${finding.node}`,
        weight: layoutCodes[finding.code].weight,
        group: layoutCodes[finding.code].group,
        sample: false,
        says: reasonWords({ code: finding.code, ...finding.values }),
        widths: widthsWords(finding.widths, checkWidths.length),
        firstWidth,
        place: { id: page, name: title, href },
        block: where.filter(Boolean).join(", "),
        at: `${href}?${query}`,
        page,
        layout: finding,
        content: null,
      };
    }),
  );

/** A finding that needs no layout, or one that is told as such. */
export function rowOf(site: OpenSite, finding: Finding, index: number): FindingRow {
  const { at, ...place } = placeOf(site, finding);
  const { code, widths } = finding.reason;
  return {
    key: `content ${index} ${code} ${finding.document} ${finding.node}`,
    weight: finding.weight,
    group: groupOf(code),
    sample: isSample(code),
    says: reasonWords(finding.reason),
    widths: Array.isArray(widths) ? widthsWords(widths.map(Number), checkWidths.length) : "",
    firstWidth: checkWidths[0],
    place,
    block: finding.section ?? "",
    at,
    page: site.pages.some(({ id }) => id === place.id) ? place.id : null,
    layout: null,
    content: finding,
  };
}

/** What is wrong with words, links and widgets; undefined until it is known. */
export function useContentRows(): readonly FindingRow[] | undefined {
  const site = useSite();
  const { data } = useQuery({
    queryKey: ["checks", site.key, "content"],
    queryFn: () => ask("checks.content", { site: site.key }),
  });
  return data?.findings.map((finding, index) => rowOf(site, finding, index));
}
