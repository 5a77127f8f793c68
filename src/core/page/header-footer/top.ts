// How a header behaves while the page is scrolled: its last row stays in view, may be see-through over the first section,
// and may be lower and of other colours once it is scrolled. Everything moves by transforms, so that nothing of the page shifts.
import Joi from "joi";
import { type Surface, surfaces } from "@/core/brand/brand";
import { lookProperties } from "../look/look";
import type { PageNode } from "../node";

export interface Top {
  /** Scrolls away; stays in view; comes back when one scrolls up. */
  readonly stays: "no" | "always" | "back";
  /** Of its last row, in px. */
  readonly heightPx: number;
  /** See-through over the first section; its words are those of this surface. */
  readonly through?: Surface;
  /** From so far on, in px, it is scrolled. */
  readonly afterPx: number;
  /** What it is then. */
  readonly scrolled: {
    readonly heightPx: number;
    /** The row's own surface where it says nothing. */
    readonly surface?: Surface;
    readonly shadow: boolean;
  };
}

const height = Joi.number().integer().min(40).max(200).required().messages({
  "number.min": "A header is at least 40 px high.",
  "number.max": "A header is at most 200 px high.",
});
const surface = Joi.string().valid(...surfaces);

export const topSchema: Joi.ObjectSchema<Top> = Joi.object<Top>({
  stays: Joi.string().valid("no", "always", "back").required(),
  heightPx: height,
  through: surface,
  afterPx: Joi.number().integer().min(0).max(2000).required(),
  scrolled: Joi.object({ heightPx: height, surface, shadow: Joi.boolean().required() }).required(),
});

/** How a header starts to stay. */
export const freshTop: Top = {
  stays: "always",
  heightPx: 76,
  afterPx: 40,
  scrolled: { heightPx: 76, shadow: false },
};

/** How the header with this root behaves; null where it scrolls away as any section. */
export const topOf = (root: Pick<PageNode, "content">): Top | null => (root.content.top as Top | undefined) ?? null;

/** Whether anything about it changes while one scrolls, so that its script is needed. */
export function needsScript({ stays, through, heightPx, scrolled }: Top): boolean {
  const changes =
    through !== undefined || scrolled.surface !== undefined || scrolled.shadow || scrolled.heightPx !== heightPx;
  return stays === "back" || (stays === "always" && changes);
}

/** Classes of the `header` element. */
export const topClass = ({ stays, through }: Top): string =>
  ["b-top", stays === "no" ? "" : `stays-${stays}`, through ? "b-through" : ""].filter(Boolean).join(" ");

/** What a surface says of the words on it, without its ground. */
const wordsOn = (value: Surface) =>
  (lookProperties.surface.css(value as never, "base") as string).replace(/^background:[^;]*;/, "");

const row = "header.b-top>.b-section:last-child";

/**
 * The rules of one header. Its height holds whatever stands in it, and what follows begins where it would without it being
 * see-through, so the first section makes room for it inside its own ground.
 */
export function topCss({ stays, heightPx, through, scrolled }: Top): string {
  const rules = [
    `header.b-top{display:contents}${row}{z-index:4;height:${heightPx}px;min-height:0;padding-block:0;background:none}`,
    `${row}::before{content:"";position:absolute;inset:0;z-index:-1;background:var(--ground)}`,
  ];
  if (stays === "no") rules.push(`${row}{isolation:isolate}`);
  else {
    // Places that are jumped to do not come to lie behind it.
    rules.push(`html{scroll-padding-top:${scrolled.heightPx + 16}px}${row}{position:sticky;top:0}`);
    rules.push(
      `@media(prefers-reduced-motion:no-preference){${row},${row}::before,${row}>.b-in{transition:transform .22s,opacity .22s,color .22s}}`,
    );
  }
  if (stays === "back") rules.push(`.away ${row}:not(:focus-within){transform:translateY(-105%)}`);
  if (through) {
    rules.push(`${row}{margin-bottom:-${heightPx}px;pointer-events:none}${row}>.b-in{pointer-events:auto}`);
    rules.push(`html:not(.past) ${row}{${wordsOn(through)}}html:not(.past) ${row}::before{opacity:0}`);
    rules.push(`header.b-through+main>.b-section:first-child::before{content:"";height:${heightPx}px}`);
  }
  if (stays !== "no") {
    const { surface } = scrolled;
    if (surface) rules.push(`.past ${row}{${wordsOn(surface)}}`);
    if (scrolled.shadow) rules.push(`.past ${row}::before{box-shadow:0 2px 16px #0003}`);
    if (scrolled.heightPx !== heightPx) {
      const scale = Math.round((scrolled.heightPx / heightPx) * 10_000) / 10_000;
      rules.push(
        `.past ${row}{pointer-events:none}${row}>.b-in{pointer-events:auto}.past ${row}::before{transform-origin:top;transform:scaleY(${scale})}.past ${row}>.b-in{transform:translateY(${(scrolled.heightPx - heightPx) / 2}px)}`,
      );
    }
    rules.push(
      ".past header.b-top .b-logo:has(.scrolled) img{display:none}.past header.b-top .b-logo .scrolled{display:block}",
    );
  }
  return rules.join("");
}
