// Style rules of looks: equal looks share one class, so a rule is written once however many blocks use it.
import { declarations } from "@/core/page/look/look";
import type { Looks } from "@/core/page/node";
import { phoneMaxPx, tabletMaxPx } from "@/core/visitor/visitor";

/** One class with its declarations per width; "" where a width adds nothing. */
export interface StyleRule {
  readonly className: string;
  readonly base: string;
  readonly tablet: string;
  readonly phone: string;
}

/** 53-bit string hash (cyrb53, public domain): short class names that depend on nothing but the declarations. */
function hash(text: string): string {
  let high = 0xdeadbeef;
  let low = 0x41c6ce57;
  for (let index = 0; index < text.length; index++) {
    const code = text.charCodeAt(index);
    high = Math.imul(high ^ code, 2654435761);
    low = Math.imul(low ^ code, 1597334677);
  }
  high = Math.imul(high ^ (high >>> 16), 2246822507) ^ Math.imul(low ^ (low >>> 13), 3266489909);
  low = Math.imul(low ^ (low >>> 16), 2246822507) ^ Math.imul(high ^ (high >>> 13), 3266489909);
  return (4294967296 * (2097151 & low) + (high >>> 0)).toString(36);
}

const rulesByText = new Map<string, StyleRule>();
const rulesByLook = new WeakMap<Looks, StyleRule | null>();

/** One rule for equal declarations. */
function keptRule(base: string, tablet: string, phone: string): StyleRule {
  const text = `${base}|${tablet}|${phone}`;
  const rule = rulesByText.get(text) ?? { className: `l${hash(text)}`, base, tablet, phone };
  rulesByText.set(text, rule);
  return rule;
}

/** The rule for a look, or null where nothing is set. A phone's declarations include what the tablet's left open. */
export function styleRule(look: Looks): StyleRule | null {
  const known = rulesByLook.get(look);
  if (known !== undefined) return known;
  const base = declarations(look.base, "base");
  const tablet = look.tablet ? declarations(look.tablet, "tablet") : "";
  const phone = look.phone ? declarations(look.phone, "phone") : "";
  const rule = base || tablet || phone ? keptRule(base, tablet, phone) : null;
  rulesByLook.set(look, rule);
  return rule;
}

/** The rule of declarations that hold at every width. */
export const ruleOf = (base: string): StyleRule => keptRule(base, "", "");

export const tabletQuery = `(max-width:${tabletMaxPx}px)`;
export const phoneQuery = `(max-width:${phoneMaxPx}px)`;

/** CSS of rules in the order base, tablet, phone, so that the narrower width always has the last word. */
export function styleSheet(rules: Iterable<StyleRule>): string {
  let base = "";
  let tablet = "";
  let phone = "";
  for (const rule of rules) {
    if (rule.base) base += `.${rule.className}{${rule.base}}`;
    if (rule.tablet) tablet += `.${rule.className}{${rule.tablet}}`;
    if (rule.phone) phone += `.${rule.className}{${rule.phone}}`;
  }
  return `${base}${tablet && `@media${tabletQuery}{${tablet}}`}${phone && `@media${phoneQuery}{${phone}}`}`;
}
