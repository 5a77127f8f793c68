// The site's opening hours, with the days that depart from them, and whether it is open now.
import Joi from "joi";
import { escapeHtml } from "@/core/render/markup";
import { spanWords, weekRows } from "@/core/site/facts";
import { dayWords, hoursWords } from "@/core/site/hours-words";
import { defineKind, type KindDefinition } from "../kind";
import { drawn } from "../look/shapes";

export interface HoursContent {
  readonly as: "grouped" | "days";
  /** Whether it says “Open now, until 17:00”. */
  readonly now: boolean;
  readonly exceptions: boolean;
}

export const hours: KindDefinition = defineKind<HoursContent>({
  label: "Opening hours",
  schema: Joi.object<HoursContent>({
    as: Joi.string().valid("grouped", "days").required(),
    now: Joi.boolean().required(),
    exceptions: Joi.boolean().required(),
  }),
  fresh: () => ({ as: "grouped", now: true, exceptions: true }),
  group: "Working parts",
  inFlow: true,
  looks: ["size", "colour", "above", "below", "hidden"],
  words: {},
  fieldsNote: "The hours stand in the settings of the site, and so are the same everywhere.",
  fields: [
    {
      name: "as",
      label: "As",
      control: {
        kind: "choice",
        options: [
          ["grouped", "days in a row together"],
          ["days", "every day"],
        ],
      },
      layout: true,
    },
    { name: "now", label: "", control: { kind: "flag", says: "Say whether it is open now" }, layout: true },
    { name: "exceptions", label: "", control: { kind: "flag", says: "Show other hours and closures" }, layout: true },
  ],
  problems: function* (_content, site) {
    if (!site.tells("hours")) yield { weight: "look", code: "check.noHours" };
  },
  draw: (_node, width) =>
    drawn(
      [0, 3, 6].flatMap((y) => [
        { kind: "line", y, width: width * 0.45, height: 1.4 } as const,
        { kind: "line", x: width * 0.65, y, width: width * 0.35, height: 1.4 } as const,
      ]),
      8,
    ),
  css: ".b-hours{width:100%;line-height:1.5;margin-block:var(--above,0) var(--below,0)}.b-now[hidden]{display:block;visibility:hidden}.b-hours dl{margin:0}.b-hours dl>div{display:flex;justify-content:space-between;gap:1.5em;padding:.55em 0;border-bottom:1px solid var(--c-line)}.b-hours dt,.b-hours dd{margin:0}.b-hours dd{font-variant-numeric:tabular-nums;text-align:end}.b-hours .b-today{font-weight:650}.b-now{font-weight:650;margin-bottom:.4em}.b-other{color:var(--quiet);font-size:.92em;margin-top:1em}.b-unset{align-self:var(--place,flex-start);border:1px dashed color-mix(in srgb,currentColor 45%,transparent);padding:.8em 1.3em}",
  render: (node, { as, now, exceptions }, context) => {
    const { settings, language } = context;
    const words = hoursWords(language);
    if (!settings.hours) return context.placeholder(`<div${context.attributes(node, "b-unset")}>${words.title}</div>`);
    context.tell(context.business());
    const row = (label: string, says: string, attributes = "") =>
      `<div${attributes}><dt>${escapeHtml(label)}</dt><dd>${escapeHtml(says)}</dd></div>`;
    const week = weekRows(settings.hours, language, words.closed, as === "grouped")
      .map(({ first, last, label, says }) => row(label, says, ` data-from="${first}" data-to="${last}"`))
      .join("");
    const others = (exceptions ? (settings.exceptions ?? []) : []).map(({ from, to, spans, words: why }) => {
      const days = from === to ? dayWords(from, language) : `${dayWords(from, language)} – ${dayWords(to, language)}`;
      return row(why ? `${days}: ${why}` : days, spanWords(spans, words.closed), ` data-until="${to}"`);
    });
    const other = others.length
      ? `<div class="b-other"><strong>${words.exceptions}</strong><dl>${others.join("")}</dl></div>`
      : "";
    const told = escapeHtml(
      JSON.stringify({ hours: settings.hours, exceptions: settings.exceptions ?? [], zone: settings.zone }),
    );
    const script = now || other ? `${context.script("hours")} data-hours="${told}"` : "";
    return `<div${context.attributes(node, "b-hours")}${script}>${now ? '<p class="b-now" hidden>&nbsp;</p>' : ""}<dl>${week}</dl>${other}</div>`;
  },
});
