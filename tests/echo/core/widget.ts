// The echo as a kind of widget.
import Joi from "joi";
import { freshOpening } from "@/core/opening/opening";
import { oneOf, openingFields } from "@/core/opening/schema";
import { escapeHtml } from "@/core/render/markup";
import type { WidgetKind } from "@/core/widget/kind";
import type { Echo, EchoPart } from "./echo";

const text = Joi.string().trim().min(1).max(80).required();

export const echo: WidgetKind<"echo"> = {
  label: "Echo",
  sentence: "Says one text.",
  drawing: [{ kind: "bold", x: 10, y: 15, width: 30, height: 3 }],
  placements: ["flow", "button", "over"],
  callWords: "Hear it",
  schema: Joi.object<Echo>({ enabled: Joi.boolean().required(), text, ...openingFields }),
  fresh: ({ name }) => ({ enabled: true, text: `Hello from ${name}`, ...freshOpening }),
  note: (settings) => settings.text,
  opening: ({ triggers, conditions, restraint, priority }) => ({ triggers, conditions, restraint, priority }),
  withOpening: (settings, opening) => ({ ...settings, ...opening }),
  opens: (widget) => `data-opens="${widget.id}"`,
  flow: (placed, widget, context) =>
    `<p${placed.attributes("w-echo")} data-w="${widget.id}">${escapeHtml((context.part("echo")?.before ?? "") + widget.settings.text)}</p>`,
  css: ".w-echo{font-style:italic}",
  released: (settings) => ({ text: settings.text }),
  shown: (_settings, parts) => parts.echo?.before ?? "",
  part: {
    schema: Joi.object<EchoPart>({ before: oneOf("", "> ", ">> ") }),
    fresh: () => ({ before: "" }),
    faults: () => [],
    ids: () => [],
    media: () => [],
  },
};
