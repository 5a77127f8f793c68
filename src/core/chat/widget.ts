// The chat as a kind of widget: one a site.
import { ownOrigin } from "@/core/kind/holder";
import { escapeHtml } from "@/core/render/escape";
import { defineWidget } from "@/core/widget/kind";
import { chatCss } from "./css";
import { chatForm } from "./html";
import type { ReleasedChat } from "./released";

export const chat = defineWidget<"chat">({
  refs: function* ({ brief, answers, sources }) {
    for (const [at, source] of sources.entries())
      if (source.of === "file") yield { of: "media", id: source.file, path: `sources[${at}].file` };
    if (brief.picture) yield { of: "media", id: brief.picture, path: "brief.picture" };
    for (const [at, answer] of answers.entries()) {
      if (answer.picture) yield { of: "media", id: answer.picture, path: `answers[${at}].picture` };
      if (answer.widget) yield { of: "widget", id: answer.widget, path: `answers[${at}].widget` };
    }
  },
  sends: function* () {
    const stays = { as: "storage", days: null } as const;
    yield { origin: ownOrigin, purpose: "needed", sets: ["chat"], what: "Your conversation", stays };
  },
  // A popover needs no script: the button opens it, Escape closes it, the focus comes back.
  opens: (widget, context) => {
    const behind = context.putBehind(`widget-${widget.id}`, (id) => {
      const { brief, floating } = widget.settings;
      return `<div class="w-chat-over${floating?.corner === "start" ? " w-chat-start" : ""}" id="${id}" popover role="dialog" aria-label="${escapeHtml(brief.name)}"><div class="w-chat" data-w="${widget.id}">${chatForm(widget.id, brief, context.language)}</div></div>`;
    });
    return `popovertarget="${behind}"`;
  },
  flow: (placed, widget, context) =>
    `<div${placed.attributes("w-chat")} data-w="${widget.id}">${chatForm(widget.id, widget.settings.brief, context.language)}</div>`,
  css: chatCss,
  released: ({ brief, greetings, starters, answers }, { picture, zone }): ReleasedChat => ({
    name: brief.name,
    helps: brief.helps,
    picture: brief.picture ? (picture(brief.picture)?.small ?? "") : "",
    pictures: Object.fromEntries(
      answers.flatMap(({ picture: hash }) => {
        const found = hash === undefined ? null : picture(hash);
        return found ? [[hash, { src: found.small, alt: found.alt }]] : [];
      }),
    ),
    close: brief.close,
    greetings,
    starters,
    collects: brief.collects,
    consent: brief.consent,
    zone,
  }),
});
