// A file to take home, with its kind and size.
import Joi from "joi";
import { escapeHtml } from "@/core/render/markup";
import { defineKind, type KindDefinition } from "../kind";
import { firstIcons, iconSvg } from "../look/icon";
import { drawn } from "../look/shapes";
import { mediaHash } from "./picture";

export interface FileContent {
  /** SHA-256 of the file; null until one is chosen. */
  readonly media: string | null;
  /** What it is; the file's own name without words. */
  readonly text: string;
}

export const file: KindDefinition = defineKind<FileContent>({
  label: "File download",
  schema: Joi.object<FileContent>({
    media: mediaHash.allow(null).required(),
    text: Joi.string().allow("").max(120).required(),
  }),
  fresh: () => ({ media: null, text: "Download" }),
  group: "Ways on",
  inFlow: true,
  pressed: true,
  looks: ["size", "colour", "align", "above", "below", "hidden"],
  words: { media: "value", text: "line" },
  onPage: "text",
  fields: [
    { name: "media", label: "File", control: { kind: "file" } },
    {
      name: "text",
      label: "Words",
      control: { kind: "line" },
      hint: ({ text }) => (text ? undefined : "Without words the file’s name stands there."),
    },
  ],
  refs: ({ media }) => (media ? [{ of: "media", id: media, path: "media" }] : []),
  problems: function* ({ media }, site) {
    if (media === null) yield { weight: "stops", code: "check.noFile" };
    else if (site.has("media", media) && !site.isDocument(media)) yield { weight: "stops", code: "check.noFile" };
  },
  draw: (_node, width) =>
    drawn(
      [
        { kind: "key", width: 3, height: 4 },
        { kind: "bold", x: 5, y: 0.2, width: width * 0.5, height: 1.4 },
        { kind: "line", x: 5, y: 2.6, width: width * 0.3, height: 1.2 },
      ],
      4,
    ),
  css: ".b-file{display:inline-flex;align-items:center;gap:.8em;align-self:var(--place,flex-start);max-width:100%;min-height:44px;color:inherit;text-decoration:none;line-height:1.35;margin-block:var(--above,0) var(--below,0)}.b-file .b-glyph{font-size:1.7em;color:var(--mark)}.b-file strong{text-decoration:underline;text-underline-offset:.18em;overflow-wrap:anywhere}.b-file small{display:block;color:var(--quiet);font-size:.85em}",
  cssOf: ["icon"],
  render: (node, { media, text }, context) => {
    const found = media ? context.file(media) : null;
    const words = `<strong${context.written("text")}>${escapeHtml(text || (found?.name ?? ""))}</strong>`;
    const about = found ? `<small>${escapeHtml(found.about)}</small>` : "";
    const target = found ? ` href="${found.href}" download="${escapeHtml(found.name)}"` : "";
    return `<a${context.attributes(node, "b-file")}${target}>${iconSvg(firstIcons.download)}<span>${words}${about}</span></a>`;
  },
});
