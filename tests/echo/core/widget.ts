// The echo as a kind of widget.
import { escapeHtml } from "@/core/render/markup";
import { defineWidget } from "@/core/widget/kind";
import { echoPart } from "./echo";

export const echo = defineWidget<"echo">({
  flow: (placed, widget, context) =>
    `<p${placed.attributes("w-echo")} data-w="${widget.id}">${escapeHtml((context.part(echoPart)?.before ?? "") + widget.settings.text)}</p>`,
  css: ".w-echo{font-style:italic}",
  released: (settings) => ({ text: settings.text }),
  shown: (_settings, parts) => parts.echo?.before ?? "",
  part: {},
});
