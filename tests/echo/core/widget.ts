// The echo as a kind of widget.
import { escapeHtml } from "@/core/render/markup";
import type { WidgetKind } from "@/core/widget/kind";

export const echo: WidgetKind<"echo"> = {
  label: "Echo",
  sentence: "Says one text.",
  drawing: [{ kind: "bold", x: 10, y: 15, width: 30, height: 3 }],
  placements: ["flow", "button", "over"],
  callWords: "Hear it",
  note: (settings) => settings.text,
  opensByItself: true,
  opens: (widget) => `data-opens="${widget.id}"`,
  flow: (placed, widget, context) =>
    `<p${placed.attributes("w-echo")} data-w="${widget.id}">${escapeHtml((context.part("echo")?.before ?? "") + widget.settings.text)}</p>`,
  css: ".w-echo{font-style:italic}",
  released: (settings) => ({ text: settings.text }),
  shown: (_settings, parts) => parts.echo?.before ?? "",
  part: {},
};
