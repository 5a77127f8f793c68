// Which header and which footer a page stands between: each says by rules where it stands, the most specific rule wins,
// and of equally specific ones that of the header that stands first in the list.
import Joi from "joi";
import { languageSchema } from "@/core/locale/schema";
import { pathMatches } from "@/core/opening/rule";
import type { PageNode } from "../node";

/** The two documents that stand around a page. */
export const headerFooterKinds = ["header", "footer"] as const;
export type HeaderOrFooter = (typeof headerFooterKinds)[number];

/** What a rule looks at, from the least specific to the most. */
export const ruleSorts = ["site", "language", "group", "path", "page"] as const;

export type StandingRule =
  | { readonly is: "site" }
  /** Pages in a language, by its BCP 47 tag. */
  | { readonly is: "language"; readonly language: string }
  /** Pages of a group, by its name. */
  | { readonly is: "group"; readonly group: string }
  /** Pages whose path fits a pattern, in which * stands for any run of characters. */
  | { readonly is: "path"; readonly path: string }
  | { readonly is: "page"; readonly page: string };

export interface Standing {
  readonly include: readonly StandingRule[];
  readonly exclude: readonly StandingRule[];
}

/** Where a header or footer stands that says nothing about it. */
export const everywhere: Standing = { include: [{ is: "site" }], exclude: [] };
export const nowhere: Standing = { include: [], exclude: [] };

export const groupNameSchema = Joi.string().trim().min(1).max(40).messages({
  "string.empty": "A group needs a name.",
  "string.max": "A group's name has at most 40 characters.",
});

const pathPattern = Joi.string()
  .max(121)
  .pattern(/^\/[\w*/.-]*$/)
  .messages({ "string.pattern.base": "Write a path such as /journal/*, where * stands for anything." });

/** What a rule of each sort looks at stands under the sort's own name, and nothing besides. */
const ruleSchema = Joi.object<StandingRule>({
  is: Joi.string()
    .valid(...ruleSorts)
    .required(),
  language: languageSchema,
  group: groupNameSchema,
  path: pathPattern,
  page: Joi.string().pattern(/^[\w-]{1,40}$/),
})
  .custom((rule: StandingRule, helpers) => {
    const named = Object.keys(rule).filter((key) => key !== "is");
    const wanted = rule.is === "site" ? [] : [rule.is];
    return named.join() === wanted.join() ? rule : helpers.error("rule.incomplete");
  })
  .messages({ "rule.incomplete": "A rule names exactly what it looks at." });

/** At most so many rules a side. */
export const mostRules = 40;

export const standingSchema: Joi.ObjectSchema<Standing> = Joi.object<Standing>({
  include: Joi.array().items(ruleSchema).max(mostRules).required(),
  exclude: Joi.array().items(ruleSchema).max(mostRules).required(),
});

/** A page as rules see it. */
export interface StandingPage {
  readonly id: string;
  /** Path on the site, "/classes". */
  readonly path: string;
  readonly groups: readonly string[];
  /** BCP 47 tag of the language it is in. */
  readonly language: string;
}

/** A header or footer as rules are judged: in the order of the list. */
export interface Standee {
  readonly id: string;
  readonly standing: Standing;
}

/** The rules of a header or footer, which stand in its root. */
export const standingOf = (root: Pick<PageNode, "content">): Standing =>
  (root.content.standing as Standing | undefined) ?? everywhere;

const holders: { readonly [Is in StandingRule["is"]]: (rule: never, page: StandingPage) => boolean } = {
  site: () => true,
  language: ({ language }: { language: string }, page) =>
    page.language === language || page.language.startsWith(`${language}-`),
  group: ({ group }: { group: string }, page) => page.groups.includes(group),
  path: ({ path }: { path: string }, page) => pathMatches(path, page.path),
  page: ({ page: id }: { page: string }, page) => id === page.id,
};

/** Whether a rule holds for a page. */
export const ruleHolds = (rule: StandingRule, page: StandingPage): boolean => holders[rule.is](rule as never, page);

/** How specific a rule is: by what it looks at, and of two patterns by how much of the path they spell out. */
function specificity(rule: StandingRule): number {
  const spelled = rule.is === "path" ? rule.path.replaceAll("*", "").length / 1000 : 0;
  return ruleSorts.indexOf(rule.is) + spelled;
}

/** What one header says of a page: its most specific rule that holds, and whether that takes the page in or leaves it out. */
export interface Claim {
  readonly rule: StandingRule;
  readonly stands: boolean;
}

function strongest(rules: readonly StandingRule[], page: StandingPage): StandingRule | null {
  let found: StandingRule | null = null;
  for (const rule of rules)
    if (ruleHolds(rule, page) && (!found || specificity(rule) > specificity(found))) found = rule;
  return found;
}

/** What a header says of a page; null where none of its rules holds. Of two equally specific rules the one that leaves out counts. */
export function claimOf(standing: Standing, page: StandingPage): Claim | null {
  const taken = strongest(standing.include, page);
  const left = strongest(standing.exclude, page);
  if (left && (!taken || specificity(left) >= specificity(taken))) return { rule: left, stands: false };
  return taken && { rule: taken, stands: true };
}

/** Which one stands at a page, and why: what each of them says of it. */
export interface Choice {
  /** Null where none does. */
  readonly chosen: string | null;
  readonly claims: readonly (Claim & { readonly of: string })[];
}

/** The header or footer of a page, of all there are. */
export function choiceFor(all: readonly Standee[], page: StandingPage): Choice {
  const claims = all.flatMap(({ id, standing }) => {
    const claim = claimOf(standing, page);
    return claim ? [{ of: id, ...claim }] : [];
  });
  let chosen: (typeof claims)[number] | null = null;
  for (const claim of claims)
    if (claim.stands && (!chosen || specificity(claim.rule) > specificity(chosen.rule))) chosen = claim;
  return { chosen: chosen?.of ?? null, claims };
}

/** A rule without effect, and why. */
export interface IdleRule {
  readonly of: string;
  readonly side: keyof Standing;
  readonly rule: StandingRule;
  readonly why: /** It holds for no page there is. */
    | { readonly code: "noPage" }
    /** On every page it holds for, one of these stands. */
    | { readonly code: "beaten"; readonly by: readonly string[] }
    /** On every page it holds for, another rule of the same header counts. */
    | { readonly code: "covered" }
    /** What it leaves out is not taken in anyway. */
    | { readonly code: "leavesOutNothing" };
}

const sameRule = (one: StandingRule, other: StandingRule) => JSON.stringify(one) === JSON.stringify(other);

/** A page with what the headers say of it, worked out once for all rules that are looked at. */
interface Judged {
  readonly page: StandingPage;
  readonly choice: Choice;
}

/** Why a rule that takes pages in never comes to count; null where it does. */
function whyIdleIn(own: Standee, rule: StandingRule, here: readonly Judged[]): IdleRule["why"] | null {
  const by = new Set<string>();
  for (const { choice } of here) {
    const claim = choice.claims.find(({ of }) => of === own.id);
    if (claim?.stands !== true || !sameRule(claim.rule, rule)) continue;
    if (choice.chosen === own.id) return null;
    if (choice.chosen !== null) by.add(choice.chosen);
  }
  return by.size ? { code: "beaten", by: [...by] } : { code: "covered" };
}

/** The same of one that leaves pages out: only where it is what counts can it change anything. */
function whyIdleOut(
  all: readonly Standee[],
  own: Standee,
  rule: StandingRule,
  here: readonly Judged[],
): IdleRule["why"] | null {
  const exclude = own.standing.exclude.filter((one) => one !== rule);
  const without = all.map((one) => (one === own ? { ...own, standing: { ...own.standing, exclude } } : one));
  for (const { page, choice } of here) {
    const claim = choice.claims.find(({ of }) => of === own.id);
    if (claim?.stands !== false || !sameRule(claim.rule, rule)) continue;
    if (choiceFor(without, page).chosen !== choice.chosen) return null;
  }
  return { code: "leavesOutNothing" };
}

/** Every rule that comes to count on none of these pages. */
export function idleRules(all: readonly Standee[], pages: readonly StandingPage[]): readonly IdleRule[] {
  const judged = pages.map((page): Judged => ({ page, choice: choiceFor(all, page) }));
  return all.flatMap((own) =>
    (["include", "exclude"] as const).flatMap((side) =>
      own.standing[side].flatMap((rule) => {
        const here = judged.filter(({ page }) => ruleHolds(rule, page));
        const why = !here.length
          ? ({ code: "noPage" } as const)
          : side === "include"
            ? whyIdleIn(own, rule, here)
            : whyIdleOut(all, own, rule, here);
        return why ? [{ of: own.id, side, rule, why }] : [];
      }),
    ),
  );
}

/** The rules once a page has moved from one path to another: those that name its path follow. */
export function movedStanding(standing: Standing, from: string, to: string): Standing | null {
  const follow = (rules: readonly StandingRule[]) =>
    rules.map((rule) => (rule.is === "path" && rule.path === from ? { ...rule, path: to } : rule));
  const names = [...standing.include, ...standing.exclude].some((rule) => rule.is === "path" && rule.path === from);
  return names ? { include: follow(standing.include), exclude: follow(standing.exclude) } : null;
}
