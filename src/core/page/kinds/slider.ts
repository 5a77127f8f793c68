// Slides beside each other, of which one sees one or a few: a row that scrolls, and with its script arrows, dots and time.
import Joi from "joi";
import { inLanguage } from "@/core/locale/words";
import { escapeHtml } from "@/core/render/markup";
import { defineKind, type KindDefinition } from "../kind";
import { drawn } from "../look/shapes";

export interface SliderContent {
  /** Name for screen readers. */
  readonly label: string;
  /** Seconds until the next slide comes by itself; 0 for never. */
  readonly seconds: number;
}

const words = {
  en: { next: "Next slide", before: "Slide before", of: "%1 of %2", go: "Slide %1", stop: "Stop", run: "Run" },
  de: {
    next: "Nächste Folie",
    before: "Vorige Folie",
    of: "%1 von %2",
    go: "Folie %1",
    stop: "Anhalten",
    run: "Weiter",
  },
  fr: {
    next: "Vue suivante",
    before: "Vue précédente",
    of: "%1 sur %2",
    go: "Vue %1",
    stop: "Arrêter",
    run: "Reprendre",
  },
};

export const slider: KindDefinition = defineKind<SliderContent>({
  label: "Slider",
  schema: Joi.object<SliderContent>({
    label: Joi.string().trim().min(1).max(80).required().messages({ "string.empty": "A slider needs a name." }),
    seconds: Joi.number().integer().min(3).max(60).allow(0).required().messages({
      "number.min": "A slide stays at least 3 seconds, or 0 for as long as one likes.",
      "number.max": "A slide stays at most 60 seconds.",
    }),
  }),
  fresh: () => ({ label: "Slides", seconds: 0 }),
  group: "Arrangement",
  inFlow: true,
  holds: ["stack"],
  startsWith: ["stack", "stack", "stack"],
  looks: ["columns", "gap", "above", "below", "hidden"],
  words: { label: "line" },
  fields: [
    { name: "label", label: "Name", control: { kind: "line" }, hint: () => "For those who hear the page." },
    {
      name: "seconds",
      label: "Goes on",
      control: { kind: "value", of: { kind: "number", unit: "s", step: 1, min: 0, max: 60 } },
      hint: ({ seconds }) =>
        seconds ? "It waits while somebody points at it, is in it, or wants less motion." : "0: only when asked.",
      layout: true,
    },
  ],
  childTitle: (index) => `Slide ${index + 1}`,
  countedAs: (node) => `${node.children?.length ?? 0} slides`,
  nodeProblems: function* (node) {
    if (!node.children?.length || node.children.some((slide) => !slide.children?.length)) yield "check.emptySlide";
  },
  draw: (node, width, inner) => {
    const [first] = node.children ?? [];
    const one = first ? inner(first, width - 6) : drawn([], 10);
    const height = Math.max(8, one.height);
    return drawn(
      [
        ...one.shapes.map((shape) => ({ ...shape, x: shape.x + 3 })),
        ...[-1, 0, 1].map(
          (at) =>
            ({
              kind: at === 0 ? "bold" : "line",
              x: width / 2 + at * 4 - 1,
              y: height + 2,
              width: 2,
              height: 1.2,
            }) as const,
        ),
      ],
      height + 4,
    );
  },
  css: '.b-slider{width:100%;min-width:0;position:relative;margin-block:var(--above,0) var(--below,0)}.b-track{display:flex;gap:var(--gap,24px);overflow-x:auto;scroll-snap-type:x mandatory;overscroll-behavior-x:contain;scrollbar-width:thin}.b-track>*{flex:0 0 calc((100% - (var(--columns,1) - 1)*var(--gap,24px))/var(--columns,1));scroll-snap-align:start;min-width:0}.b-slider.runs .b-track{scrollbar-width:none}.b-steer{display:flex;align-items:center;gap:8px;margin-top:14px}.b-steer button{min-width:44px;height:44px;padding:0;border:1px solid currentColor;border-radius:var(--button-radius);background:transparent;color:inherit;font:600 1.1rem/1 var(--f-text);cursor:pointer}.b-steer button[hidden]{display:none}.b-steer .b-dots{display:flex;flex-wrap:wrap;margin-inline:auto}.b-steer .b-dots button{min-width:28px;width:28px;height:28px;border:0;position:relative}.b-steer .b-dots button::after{content:"";position:absolute;inset:10px;border-radius:50%;border:1.5px solid currentColor}.b-steer .b-dots button[aria-current]::after{background:currentColor}.b-left{position:absolute;inset-inline:0;top:0;height:3px;background:currentColor;transform-origin:0 0;transform:scaleX(0);opacity:.75}@media(max-width:600px){.b-track>*{flex-basis:calc((100% - (var(--columns-phone,1) - 1)*var(--gap,24px))/var(--columns-phone,1))}}@media(prefers-reduced-motion:no-preference){.b-track{scroll-behavior:smooth}}',
  render: (node, { label, seconds }, context) => {
    const name = escapeHtml(label);
    const said = escapeHtml(JSON.stringify(inLanguage(words, context.language)));
    const columns = Math.max(1, Number(node.look.base.columns ?? 1));
    const slides = context.children(node, () => ({ part: 1 / columns }));
    return `<div${context.attributes(node, "b-slider")}${context.script("slider")} data-seconds="${seconds}" data-words="${said}" role="group" aria-label="${name}"><div class="b-track" tabindex="0" role="group" aria-label="${name}">${slides}</div></div>`;
  },
});
