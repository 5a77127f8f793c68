// One icon of the set, in a colour of Brand.
import Joi from "joi";
import { escapeHtml } from "@/core/render/markup";
import { defineKind, type KindDefinition } from "../kind";
import { firstIcons, type Icon, iconSchema, iconSvg } from "../look/icon";
import { drawn } from "../look/shapes";

export interface IconContent {
  readonly icon: Icon;
  /** What it means, for those who do not see it; absent where the words beside it say so. */
  readonly label?: string;
}

export const icon: KindDefinition = defineKind<IconContent>({
  label: "Icon",
  schema: Joi.object<IconContent>({ icon: iconSchema.required(), label: Joi.string().allow("").max(120) }),
  fresh: () => ({ icon: firstIcons.star }),
  group: "Pictures",
  inFlow: true,
  pressed: true,
  looks: ["size", "colour", "align", "above", "below", "hidden"],
  words: { icon: "value", label: "line" },
  fields: [
    { name: "icon", label: "Icon", control: { kind: "icon" } },
    {
      name: "label",
      label: "Means",
      control: { kind: "line" },
      hint: ({ label }) => (label ? undefined : "Empty where the words beside it say so."),
      optional: true,
    },
  ],
  draw: () => drawn([{ kind: "key", width: 4, height: 4 }], 4),
  css: ".b-icon{display:flex;align-self:var(--place,flex-start);font-size:2rem;line-height:1;color:var(--mark);margin-block:var(--above,0) var(--below,0)}.b-glyph{width:1em;height:1em;flex:none}",
  render: (node, content, context) =>
    `<span${context.attributes(node, "b-icon")}>${iconSvg(content.icon, content.label ? escapeHtml(content.label) : undefined)}</span>`,
});
