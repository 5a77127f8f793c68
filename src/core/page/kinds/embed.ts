// A page from elsewhere, shown in a frame: what it may do is set right by right, and where consent is needed it waits for it.
import Joi from "joi";
import { type Category, categories } from "@/core/consent/category";
import type { ReleasedEmbed } from "@/core/embed/released";
import {
  allowOf,
  type Device,
  deviceNames,
  devices,
  type Right,
  rightNames,
  rights,
  sandboxOf,
} from "@/core/embed/rights";
import { waitingCss, waitingHtml } from "@/core/embed/waiting";
import { type Cut, cutSchema } from "@/core/media/cut";
import { escapeHtml } from "@/core/render/markup";
import { hostOf } from "@/core/video/source";
import { defineKind, type KindDefinition } from "../kind";
import { drawn } from "../look/shapes";
import { windowHeight } from "../look/window-height";
import { mediaHash } from "./picture";

export interface EmbedContent {
  /** "" until one is chosen. */
  readonly address: string;
  /** What it is, for those who do not see it. */
  readonly title: string;
  /** By the look "height", by the look "shape", as high as the window, or as high as it says itself. */
  readonly size: "fixed" | "ratio" | "window" | "message";
  readonly rights: readonly Right[];
  readonly devices: readonly Device[];
  /** One may show it: its owner agrees. */
  readonly agreed: boolean;
  readonly purpose: Category;
  /** Names of the cookies that it sets, as the server has seen. */
  readonly sets: readonly string[];
  readonly poster: string | null;
  readonly cut?: Cut;
}

const usualHeightPx = 420;

const needsYes = ({ purpose }: EmbedContent) => purpose !== "needed";

function releasedOf(content: EmbedContent): ReleasedEmbed {
  return {
    src: content.address,
    title: content.title,
    sandbox: sandboxOf(content.rights),
    allow: allowOf(content.devices),
    ...(needsYes(content) ? { purpose: content.purpose } : {}),
    ...(content.size === "message" ? { grows: true } : {}),
  };
}

const frameHtml = ({ src, title, sandbox, allow }: ReleasedEmbed): string =>
  `<iframe src="${escapeHtml(src)}" title="${escapeHtml(title)}" sandbox="${sandbox}"${allow ? ` allow="${allow}"` : ""} loading="lazy" referrerpolicy="strict-origin-when-cross-origin"></iframe>`;

export const embed: KindDefinition = defineKind<EmbedContent>({
  label: "Embedded page",
  schema: Joi.object<EmbedContent>({
    address: Joi.string()
      .allow("")
      .pattern(/^https?:\/\/[^\s"'<>\\]{3,1900}$/)
      .required()
      .messages({ "string.pattern.base": "Write the address as https://host.example/page." }),
    title: Joi.string().allow("").max(120).required(),
    size: Joi.string().valid("fixed", "ratio", "window", "message").required(),
    rights: Joi.array()
      .items(Joi.string().valid(...rightNames))
      .unique()
      .required(),
    devices: Joi.array()
      .items(Joi.string().valid(...deviceNames))
      .unique()
      .required(),
    agreed: Joi.boolean().required(),
    purpose: Joi.string()
      .valid(...categories)
      .required(),
    sets: Joi.array().items(Joi.string().max(200)).max(50).required(),
    poster: mediaHash.allow(null).required(),
    cut: cutSchema,
  }),
  fresh: () => ({
    address: "",
    title: "",
    size: "fixed",
    rights: ["scripts", "own", "forms", "windows"],
    devices: ["fullScreen"],
    agreed: false,
    purpose: "marketing",
    sets: [],
    poster: null,
  }),
  group: "Working parts",
  inFlow: true,
  looks: ["height", "ratio", "part", "align", "corners", "edge", "order", "above", "below", "hidden"],
  words: { title: "line", poster: "value", cut: "value" },
  title: ({ title }) => title,
  fields: [
    { name: "address", label: "Page", control: { kind: "embed" }, layout: true },
    {
      name: "title",
      label: "Title",
      stacked: true,
      control: { kind: "line" },
      hint: ({ title }) => (title ? undefined : "Say what it is, for those who do not see it."),
    },
    {
      name: "size",
      label: "As high",
      control: {
        kind: "choice",
        options: [
          ["fixed", "as set below"],
          ["ratio", "by its shape"],
          ["window", "as the window"],
          ["message", "as it says itself"],
        ],
      },
      layout: true,
    },
    {
      name: "rights",
      label: "It may",
      control: {
        kind: "ticks",
        options: rightNames.map((right) => [right, rights[right].says, rights[right].why] as const),
      },
      layout: true,
    },
    {
      name: "devices",
      label: "It may, of the visitor’s device",
      control: { kind: "ticks", options: deviceNames.map((device) => [device, devices[device].says, ""] as const) },
      layout: true,
    },
    {
      name: "purpose",
      label: "It is for",
      control: {
        kind: "choice",
        options: [
          ["needed", "needed at once"],
          ["preferences", "preferences"],
          ["statistics", "statistics"],
          ["marketing", "marketing"],
        ],
      },
      hint: (content) => (needsYes(content) ? "It waits for the visitor’s yes, behind its poster." : undefined),
      layout: true,
    },
    { name: "poster", label: "Poster", control: { kind: "picture", cut: "cut", none: "No poster" }, shown: needsYes },
    {
      name: "agreed",
      label: "",
      control: { kind: "flag", says: "We may show it: whoever owns it agrees" },
      layout: true,
    },
  ],
  refs: function* ({ poster }) {
    if (poster) yield { of: "media", id: poster, path: "poster" };
  },
  sends: function* ({ address, purpose, sets }) {
    if (address) yield { origin: new URL(address).origin, purpose, sets };
  },
  problems: function* (content) {
    if (!content.address) return yield { weight: "stops", code: "check.noEmbed" };
    if (!content.title) yield { weight: "stops", code: "check.noEmbedTitle" };
    if (!content.agreed)
      yield { weight: "look", code: "check.embedNotAgreed", values: { host: hostOf(content.address) } };
    if (content.address.startsWith("http:"))
      yield { weight: "look", code: "check.embedInsecure", values: { host: hostOf(content.address) } };
  },
  draw: (_node, width) =>
    drawn(
      [
        { kind: "box", width, height: 16 },
        { kind: "line", x: 2, y: 2, width: width * 0.4, height: 1.2 },
      ],
      16,
    ),
  css: `.b-embed{margin-block:var(--above,0) var(--below,0);width:var(--part,100%);align-self:var(--place,auto);overflow:hidden}.b-embed iframe{display:block;width:100%;height:100%;border:0}.b-embed.as-fixed{height:var(--height,${usualHeightPx}px)}.b-embed.as-ratio{aspect-ratio:var(--ratio,16/9)}.b-embed.as-window{height:${windowHeight}}.b-embed.as-message{min-height:var(--height,200px)}.b-embed.as-message iframe{min-height:inherit}${waitingCss}`,
  cssOf: ["video", "button"],
  render: (node, content, context) => {
    const looks = context.attributes(node, `b-embed as-${content.size}`);
    if (!content.address) return context.placeholder(`<div${looks}><div class="b-none"></div></div>`);
    context.frames(
      new URL(content.address).origin,
      content.devices.map((device) => devices[device].token),
    );
    const released = releasedOf(content);
    const waits = needsYes(content);
    const script =
      waits || released.grows ? `${context.script("embed")} data-frame="${escapeHtml(JSON.stringify(released))}"` : "";
    return `<div${looks}${script}>${waits ? waitingHtml({ ...content, host: hostOf(content.address), leaves: content.sets.length }, context) : frameHtml(released)}</div>`;
  },
});
