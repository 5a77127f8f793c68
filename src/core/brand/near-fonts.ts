// Letters that a visitor's machine has, made as wide and as high as those of a bundled family: what stands there until the
// family has come takes the room that it will take, and nothing moves when it does (CSS Fonts 5, 4.8 and CSS Fonts 4, 4.9).
import type { Family } from "@/core/brand/brand";
import type { Metrics } from "@/core/brand/metrics";

interface Local extends Metrics {
  readonly name: string;
  /** Names under which machines have it, or one that is as wide. */
  readonly known: readonly string[];
}

/** Read from the fonts' own tables, as are those of the families. */
const locals: Readonly<Record<Family["fallback"], readonly Local[]>> = {
  serif: [
    { name: "Georgia", known: ["Georgia", "Gelasio"], ascent: 0.917, descent: 0.2192, width: 0.4458 },
    {
      name: "Times New Roman",
      known: ["Times New Roman", "Liberation Serif", "Tinos"],
      ascent: 0.8911,
      descent: 0.2163,
      width: 0.4063,
    },
    { name: "Noto Serif", known: ["Noto Serif"], ascent: 1.069, descent: 0.293, width: 0.481 },
    { name: "DejaVu Serif", known: ["DejaVu Serif"], ascent: 0.9282, descent: 0.2358, width: 0.5166 },
  ],
  "sans-serif": [
    {
      name: "Arial",
      known: ["Arial", "Liberation Sans", "Arimo", "Helvetica"],
      ascent: 0.9053,
      descent: 0.2119,
      width: 0.4458,
    },
    { name: "Roboto", known: ["Roboto", "Roboto Regular"], ascent: 0.9277, descent: 0.2441, width: 0.4448 },
    { name: "DejaVu Sans", known: ["DejaVu Sans"], ascent: 0.9282, descent: 0.2358, width: 0.5083 },
  ],
};

const nearName = (family: Family, local: Local) => `${family.name} by ${local.name}`;

const percent = (share: number) => `${Math.round(share * 10_000) / 100}%`;

/** The value of `font-family` for a family: itself, then what is made like it, then whatever there is. */
export const familyStack = (family: Family): string =>
  [family, ...locals[family.fallback].map((local) => ({ name: nearName(family, local) }))]
    .map(({ name }) => `"${name}"`)
    .concat(family.fallback)
    .join(",");

const made = new Map<string, string>();

/** `@font-face` rules for what stands in for a family; of a font that a machine does not have, nothing comes. Made once. */
export function nearFaces(family: Family): string {
  const known = made.get(family.name);
  if (known !== undefined) return known;
  const faces = locals[family.fallback]
    .map((local) => {
      const scale = family.metrics.width / local.width;
      const sources = local.known.map((name) => `local("${name}")`).join(",");
      const { ascent, descent } = family.metrics;
      return `@font-face{font-family:"${nearName(family, local)}";src:${sources};size-adjust:${percent(scale)};ascent-override:${percent(ascent / scale)};descent-override:${percent(descent / scale)};line-gap-override:0%}`;
    })
    .join("");
  made.set(family.name, faces);
  return faces;
}
