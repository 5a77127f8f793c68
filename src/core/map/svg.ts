// A drawn map as SVG, in the colours of the ground it stands on. Nothing of it comes from outside.
import { escapeHtml } from "@/core/render/markup";
import { fieldHeight, fieldWidth, type LineSort, type MapDrawing, type MapLine, scaleBar } from "./drawing";

/** Rules of the map: which line is how wide and in which colour. Casings are drawn under all lines, so that crossings join. */
export const mapCss =
  ".b-map{display:block;width:100%;height:auto;background:color-mix(in srgb,currentColor 6%,var(--c-paper));border-radius:var(--radius);color:var(--c-ink)}.b-map path{fill:none;stroke-linecap:round;stroke-linejoin:round}.m-case{stroke:color-mix(in srgb,var(--c-ink) 26%,var(--c-paper));stroke-width:18}.m-street{stroke:var(--c-paper);stroke-width:15}.m-case.of-lane{stroke-width:11}.m-lane{stroke:var(--c-paper);stroke-width:8}.m-river{stroke:color-mix(in srgb,#3a7ca5 45%,var(--c-paper));stroke-width:34}.m-rail{stroke:color-mix(in srgb,var(--c-ink) 60%,var(--c-paper));stroke-width:3;stroke-dasharray:9 6}.m-path{stroke:color-mix(in srgb,var(--c-ink) 50%,var(--c-paper));stroke-width:3;stroke-dasharray:2 7}.b-map text{font:600 17px/1 var(--f-text);fill:var(--c-ink);paint-order:stroke;stroke:var(--c-paper);stroke-width:4px;stroke-linejoin:round}.b-map .m-mark{fill:var(--c-accent);stroke:var(--c-paper);stroke-width:3}.m-dot{fill:var(--c-onAccent)}.b-map .m-bar{stroke:var(--c-ink);stroke-width:2}";

/** Lines of these sorts have an edge of their own. */
const cased: ReadonlySet<LineSort> = new Set(["street", "lane"]);
/** Which lies under which. */
const order: readonly LineSort[] = ["river", "rail", "path", "lane", "street"];

/** A smooth line through its points (Catmull-Rom as cubic Béziers), straight between two. */
export function pathData(points: MapLine["points"]): string {
  const [first] = points;
  if (!first) return "";
  let data = `M${first[0]} ${first[1]}`;
  const at = (index: number) => points[Math.max(0, Math.min(points.length - 1, index))] as readonly [number, number];
  const rounded = (value: number) => Math.round(value * 10) / 10;
  for (let index = 0; index < points.length - 1; index++) {
    const [[x0, y0], [x1, y1], [x2, y2], [x3, y3]] = [at(index - 1), at(index), at(index + 1), at(index + 2)];
    data += `C${rounded(x1 + (x2 - x0) / 6)} ${rounded(y1 + (y2 - y0) / 6)} ${rounded(x2 - (x3 - x1) / 6)} ${rounded(y2 - (y3 - y1) / 6)} ${x2} ${y2}`;
  }
  return data;
}

/** Names read from left to right: a line drawn the other way is written backwards along. */
const readable = (points: MapLine["points"]): MapLine["points"] => {
  const [first, last] = [points[0], points.at(-1)];
  return first && last && first[0] > last[0] ? [...points].reverse() : points;
};

/** The map; `title` names it for those who do not see it, `newId` gives ids that no other element has. */
export function mapSvg(drawing: MapDrawing, title: string, newId: (stem: string) => string): string {
  const lines = drawing.lines
    .filter(({ points }) => points.length > 1)
    .sort((one, other) => order.indexOf(one.sort) - order.indexOf(other.sort));
  const drawn = (line: MapLine, className: string) => `<path class="${className}" d="${pathData(line.points)}"/>`;
  const cases = lines.filter(({ sort }) => cased.has(sort)).map((line) => drawn(line, `m-case of-${line.sort}`));
  const bodies = lines.map((line) => drawn(line, `m-${line.sort}`));
  // Water lies under the edges of streets, everything else above them.
  const water = lines.filter(({ sort }) => sort === "river").length;
  const names = lines
    .filter(({ name }) => name)
    .map(({ name, points }) => {
      const id = newId("line");
      return `<path id="${id}" d="${pathData(readable(points))}"/><text dy="6"><textPath href="#${id}" startOffset="50%" text-anchor="middle">${escapeHtml(name)}</textPath></text>`;
    });
  const [x, y] = drawing.mark;
  const mark = `<path class="m-mark" d="M${x} ${y}c-3-12-17-19-17-33a17 17 0 0 1 34 0c0 14-14 21-17 33z"/><circle class="m-dot" cx="${x}" cy="${y - 33}" r="6"/>`;
  const bar = scaleBar(drawing.metres);
  const foot = fieldHeight - 16;
  const length = bar.metres >= 1000 ? `${bar.metres / 1000} km` : `${bar.metres} m`;
  const scale = `<path class="m-bar" d="M16 ${foot - 6}v6h${bar.units}v-6"/><text x="22" y="${foot - 8}">${length}</text>`;
  return `<svg class="b-map" viewBox="0 0 ${fieldWidth} ${fieldHeight}" role="img" aria-label="${escapeHtml(title)}">${[...bodies.slice(0, water), ...cases, ...bodies.slice(water), ...names].join("")}${mark}${scale}</svg>`;
}
