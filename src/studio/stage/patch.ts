// The stage's document: written once, then patched section by section after each edit.
import { Idiomorph } from "idiomorph";
import { topClass, topCss } from "@/core/page/header-footer/top";
import { hiddenCss } from "@/core/page/look/look";
import { framedWindowCss } from "@/core/page/look/window-height";
import type { Part } from "@/core/render/drawing";
import type { RenderedPage, Renderer } from "@/core/render/render";
import { phoneQuery, type StyleRule, tabletQuery } from "@/core/render/style";
import { noScrollBarCss } from "./hidden-frame";

type Region = "header" | "main" | "footer";
const regions: readonly Region[] = ["header", "main", "footer"];

/** What a frame shows now, so that only differences are touched. */
export interface StageState {
  readonly document: Document;
  readonly ghosts: boolean;
  readonly shown: Map<Region, readonly Part[]>;
  readonly rules: Set<StyleRule>;
  ground: string;
}

/** What is hidden at a width stays in sight for those who work on it, faintly: how else would one find it again. */
const ghost = "opacity:.32!important;outline:1px dashed currentColor!important;outline-offset:-1px!important";

/** Of a frame's document while something is dragged over it. */
export const draggingClass = "is-dragging";

/** Parts of a bar in which nothing stands are there to be dropped into, as long as something is dragged. */
const emptyParts = `.${draggingClass} .b-row{grid-template-columns:minmax(0,1fr) auto minmax(0,1fr)!important}.${draggingClass} .b-row>.b-stack:empty{display:flex!important;min-width:72px;min-height:36px;outline:1px dashed currentColor;outline-offset:-1px}`;

/** Where nothing stands yet there is room to drop something. */
const emptyMain = "#main:empty{min-height:320px}";

/** A frame's document with nothing in it yet. It is as high as its page, which so must not be as high as the frame. `ghosts` shows what is hidden there. */
export function openStage(document: Document, ghosts = false): StageState {
  document.open();
  document.write(
    `<!DOCTYPE html><html><head><base target="_blank"><style id="ground"></style><style id="base"></style><style id="tablet" media="${tabletQuery}"></style><style id="phone" media="${phoneQuery}"></style><style id="samples"></style><style>${framedWindowCss}${noScrollBarCss}html{cursor:default}a,button,summary{cursor:inherit}[contenteditable]{cursor:text;outline:none}.ProseMirror{outline:none;white-space:pre-wrap}[data-n]:empty::before{content:"\\200b"}${ghosts ? emptyMain + emptyParts : ""}</style></head><body><header></header><main id="main"></main><footer></footer></body></html>`,
  );
  document.close();
  return { document, ghosts, shown: new Map(), rules: new Set(), ground: "" };
}

/** Words that are only samples are dotted below, so that one sees on the stage what visitors would read. */
const sampleCss =
  "text-decoration:underline dotted 1.5px color-mix(in srgb,currentColor 55%,transparent);text-underline-offset:.22em";

/** Marks blocks with sample words, by their names on the stage. */
export function markSamples({ document }: StageState, nodes: readonly string[]): void {
  const style = document.getElementById("samples") as HTMLStyleElement;
  const css = nodes.length ? `${nodes.map((node) => `[data-n="${node}"]`).join()}{${sampleCss}}` : "";
  if (style.textContent !== css) style.textContent = css;
}

const sheet = (state: StageState, id: string) =>
  (state.document.getElementById(id) as HTMLStyleElement).sheet as CSSStyleSheet;

/** Adds rules that the frame does not have yet. Rules out of use stay: they match nothing. */
function addRules(state: StageState, parts: readonly Part[]) {
  for (const part of parts)
    for (const rule of part.rules) {
      if (state.rules.has(rule)) continue;
      state.rules.add(rule);
      for (const width of ["base", "tablet", "phone"] as const) {
        if (!rule[width]) continue;
        const list = sheet(state, width);
        const css = state.ghosts ? rule[width].replaceAll(hiddenCss, ghost) : rule[width];
        list.insertRule(`.${rule.className}{${css}}`, list.cssRules.length);
      }
    }
}

/** Folds open everything that an element lies in, so that it can be seen. */
export function unfold(element: Element): void {
  for (let at = element.closest("details"); at; at = at.parentElement?.closest("details") ?? null) at.open = true;
}

function elementOf(document: Document, html: string): Element {
  const template = document.createElement("template");
  template.innerHTML = html;
  return template.content.firstElementChild as Element;
}

/** Brings one section to its markup. `editing` is left alone. */
function morph(element: Element, html: string, editing: Element | null): void {
  Idiomorph.morph(element, html, {
    morphStyle: "outerHTML",
    callbacks: {
      // Its words are the typist's; its look still follows the sheet.
      beforeNodeMorphed: (node: Node, next: Node) => {
        if (node !== editing) return true;
        (node as Element).className =
          `${(next as Element).className}${editing.classList.contains("ProseMirror") ? " ProseMirror" : ""}`;
        return false;
      },
      // What was folded open to be worked on stays open.
      beforeAttributeUpdated: (name: string, of: Element) => !(name === "open" && of.tagName === "DETAILS"),
      beforeNodeRemoved: (node: Node) => node !== editing,
    },
  });
}

/**
 * Brings the frame to `page`. `editing` is the element whose words are being typed: it is left alone.
 */
export function patchStage(state: StageState, page: RenderedPage, renderer: Renderer, editing: Element | null): void {
  const used = new Set(regions.flatMap((region) => page.parts[region].flatMap((part) => [...part.kinds])));
  const ground = renderer.groundCss(used) + (page.top ? topCss(page.top) : "");
  if (ground !== state.ground) {
    state.ground = ground;
    (state.document.getElementById("ground") as HTMLStyleElement).textContent = ground;
  }
  const header = state.document.querySelector("body > header") as Element;
  const headerClass = page.top ? topClass(page.top) : "";
  if (header.className !== headerClass) header.className = headerClass;
  for (const region of regions) {
    const before = state.shown.get(region) ?? [];
    const all = page.parts[region];
    // What draws nothing has no element.
    const now = all.every(({ html }) => html) ? all : all.filter(({ html }) => html);
    if (before === now) continue;
    addRules(state, now);
    const holder = state.document.querySelector(`body > ${region}`) as Element;
    // Where the same sections stand in the same order, as after a letter, those that differ are all there is to do.
    if (before.length === now.length && now.every((part, index) => part.id === before[index]?.id)) {
      const changed = now.flatMap((part, index) => {
        const old = before[index];
        const element = old && old !== part && old.html !== part.html ? holder.children[index] : undefined;
        return element ? [{ part, element }] : [];
      });
      if (changed.every(({ part, element }) => (element as HTMLElement).dataset.n === part.id)) {
        state.shown.set(region, now);
        for (const { part, element } of changed) if (element.isConnected) morph(element, part.html, editing);
        continue;
      }
    }
    // By their ids: a patch may be called for while another one moves the focus, and so ends an edit.
    const elements = new Map([...holder.children].map((child) => [(child as HTMLElement).dataset.n, child]));
    const parts = new Map(before.map((part) => [part.id, part]));
    const kept = new Set<string | undefined>(now.map((part) => part.id));
    state.shown.set(region, now);
    for (const [id, element] of elements) if (!kept.has(id)) element.remove();
    now.forEach((part, index) => {
      const drawn = elements.get(part.id);
      const element = drawn?.isConnected ? drawn : elementOf(state.document, part.html);
      const old = drawn?.isConnected ? parts.get(part.id) : undefined;
      if (holder.children[index] !== element) holder.insertBefore(element, holder.children[index] ?? null);
      if (old && old !== part && old.html !== part.html) morph(element, part.html, editing);
    });
  }
}

/** Writes one section anew from what is shown: after its words were edited in place by an editor of its own. */
export function rewriteSection(state: StageState, element: Element): void {
  for (const [region, parts] of state.shown) {
    const holder = state.document.querySelector(`body > ${region}`) as Element;
    const section = [...holder.children].find((child) => child.contains(element)) as HTMLElement | undefined;
    const part = parts.find((one) => one.id === section?.dataset.n);
    if (section && part) section.replaceWith(elementOf(state.document, part.html));
  }
}
