// What measuring a page's real layout can find: its codes and weights, how findings of several widths become one, and the
// edits that repair one. Measuring itself needs a browser (studio/check/measure).
import Joi from "joi";
import type { Edit } from "@/core/page/editing/edit";
import { kinds } from "@/core/page/kinds";
import type { LookField, Width } from "@/core/page/look/look";
import { findNode, type PageNode } from "@/core/page/node";
import { within } from "@/core/page/shared/placement";
import { phoneMaxPx, tabletMaxPx } from "@/core/visitor/visitor";
import type { Finding } from "./problems";

/** A picture enlarged by less is not seen to be. */
export const enlargedFrom = 1.08;

/** Widths at which pages are measured, in CSS px. */
export const checkWidths = [320, 390, 560, 820, 1180, 1440] as const;

/** Each code with its weight, and the part of the Checks screen it stands in. */
export const layoutCodes = {
  /** The page scrolls sideways by `px`. */
  "layout.sideways": { weight: "stops", group: "layout" },
  /** Words are cut off by `px`. */
  "layout.cut": { weight: "look", group: "words" },
  /** Words lie over other words. */
  "layout.over": { weight: "look", group: "words" },
  /** Something to press is `px` high or wide, and too near to another. */
  "layout.target": { weight: "look", group: "layout" },
  /** A line has about `characters`. */
  "layout.longLine": { weight: "look", group: "words" },
  /** Words have a contrast of `ratio` on what really lies below them. */
  "layout.contrast": { weight: "look", group: "contrast" },
  "layout.unlabelled": { weight: "look", group: "words" },
  /** A picture of `own` px is shown `shown` px wide. */
  "layout.enlarged": { weight: "look", group: "pictures" },
  /** A picture is sent `times` as wide as it is shown. */
  "layout.heavy": { weight: "look", group: "pictures" },
  /** A heading `level` follows one of level `before`. */
  "layout.headingOrder": { weight: "look", group: "words" },
  /** A link leads to a place that is not on the page. */
  "layout.anchorGone": { weight: "look", group: "links" },
} as const satisfies Readonly<Record<string, { readonly weight: "stops" | "look"; readonly group: CheckGroup }>>;

export type LayoutCode = keyof typeof layoutCodes;
export const checkGroups = ["layout", "words", "contrast", "pictures", "links"] as const;
export type CheckGroup = (typeof checkGroups)[number];

export type Region = "header" | "main" | "footer";

/** How a finding is repaired: a value of a block's look or content. */
export type LayoutRepair =
  | { readonly set: "look"; readonly node: string; readonly field: LookField; readonly value: string | number }
  | {
      readonly set: "content";
      readonly node: string;
      readonly field: string;
      readonly value: unknown;
      /** The one number of the value that is meant: it is raised to it, and the rest stays as it is by then. */
      readonly raises?: string;
    };

/** What was found at one width. */
export interface LayoutFound {
  readonly code: LayoutCode;
  /** The block as the stage names it; null where it is none's. */
  readonly node: string | null;
  readonly region: Region;
  readonly values: Readonly<Record<string, string | number>>;
  readonly repair?: LayoutRepair;
  /** What cures it as well, the smallest change first. */
  readonly otherwise?: readonly LayoutRepair[];
}

/** One trouble of a page, at all widths where it was found. */
export interface LayoutFinding extends LayoutFound {
  readonly widths: readonly number[];
}

/** By what a finding is the same one at another width, and after an edit. */
export const findingKey = ({ code, node, region, values }: LayoutFound): string =>
  `${code} ${region} ${node} ${values.state ?? ""} ${values.what ?? ""}`;

/** The value that tells how bad it is, and whether more of it is worse. */
const worse: Partial<Record<LayoutCode, readonly [value: string, sign: 1 | -1]>> = {
  "layout.sideways": ["px", 1],
  "layout.cut": ["px", 1],
  "layout.target": ["px", -1],
  "layout.longLine": ["characters", 1],
  "layout.contrast": ["ratio", -1],
  "layout.enlarged": ["shown", 1],
  "layout.heavy": ["times", 1],
};

/** Whether a trouble is worse than the same one at another width or before. */
export function isWorse(one: LayoutFound, than: LayoutFound): boolean {
  const [value, sign] = worse[one.code] ?? ["", 1];
  return Number(one.values[value]) * sign > Number(than.values[value]) * sign;
}

/** Findings of several widths as one for each trouble, with the values of the worst. */
export function gathered(byWidth: ReadonlyMap<number, readonly LayoutFound[]>): readonly LayoutFinding[] {
  const findings = new Map<string, LayoutFinding>();
  for (const [widthPx, list] of byWidth)
    for (const found of list) {
      const before = findings.get(findingKey(found));
      const taken = !before || isWorse(found, before) ? found : before;
      const widths = [...new Set([...(before?.widths ?? []), widthPx])].sort((one, other) => one - other);
      findings.set(findingKey(found), { ...taken, widths });
    }
  return [...findings.values()];
}

/** The width of looks at which a repair holds: the narrowest class that all widths of a finding are in. */
export function repairWidth(widths: readonly number[]): Width {
  const widest = Math.max(...widths);
  if (widest <= phoneMaxPx) return "phone";
  return widest <= tabletMaxPx ? "tablet" : "base";
}

/** Whether a finding stands inside of a shared section, whose blocks are its own document's. */
export const isInShared = ({ node }: Pick<LayoutFound, "node">): boolean => node?.includes(within) ?? false;

/** What a repair puts into a field: where several raise one number, the highest of them holds, whichever comes last. */
function repairedValue({ field, value, raises }: LayoutRepair & { readonly set: "content" }, node: PageNode): unknown {
  const now = node.content[field] as Readonly<Record<string, unknown>> | undefined;
  if (raises === undefined || now === undefined) return value;
  const wanted = (value as Readonly<Record<string, unknown>>)[raises];
  return { ...now, [raises]: Math.max(Number(now[raises]), Number(wanted)) };
}

/** The edits that repair a finding in the document with this root; none where it has no repair or its block is not there. */
export function repairEdits({ repair, widths }: LayoutFinding, root: PageNode): readonly Edit[] {
  const node = repair && findNode(root, repair.node);
  if (!repair || !node) return [];
  if (repair.set === "content")
    return [{ type: "setContent", node: node.id, field: repair.field, value: repairedValue(repair, node) }];
  const { field, value } = repair;
  if (!kinds[node.kind].looks.includes(field)) return [];
  const width = repairWidth(widths);
  const edits: Edit[] = [{ type: "setLook", node: node.id, width, field, value }];
  // A narrower width that says otherwise would stay as it is.
  for (const narrower of ["tablet", "phone"] as const)
    if (narrower !== width && width !== "phone" && node.look[narrower]?.[field] !== undefined)
      edits.push({ type: "setLook", node: node.id, width: narrower, field });
  return edits;
}

/** A finding as those that need no layout are told: at the page it was found on. */
export const asFinding = (page: string, { code, node, values, widths }: LayoutFinding): Finding => ({
  weight: layoutCodes[code].weight,
  document: page,
  node,
  widget: null,
  reason: { code, ...values, widths: widths.map(String) },
});

const text = (most: number) => Joi.string().allow("").max(most);

const repairSchema = Joi.object({
  set: Joi.string().valid("look", "content").required(),
  node: text(200).required(),
  field: text(60).required(),
  value: Joi.any().required(),
  raises: text(60),
});

/** Findings as a browser sends them to be kept: bounded, since they are shown to others. */
export const layoutFindingsSchema: Joi.ArraySchema = Joi.array()
  .items(
    Joi.object({
      code: Joi.string()
        .valid(...Object.keys(layoutCodes))
        .required(),
      node: text(200).allow(null).required(),
      region: Joi.string().valid("header", "main", "footer").required(),
      widths: Joi.array()
        .items(Joi.number().valid(...checkWidths))
        .min(1)
        .max(checkWidths.length)
        .required(),
      values: Joi.object()
        .pattern(/^[a-z]{1,20}$/, Joi.alternatives(Joi.number(), text(200)))
        .max(8)
        .required(),
      repair: repairSchema,
      otherwise: Joi.array().items(repairSchema).max(8),
    }),
  )
  .max(200)
  .required();
