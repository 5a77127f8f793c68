// Where the business is: the address of the site's settings, and a map drawn by hand.
import Joi from "joi";
import { inLanguage } from "@/core/locale/words";
import { fieldHeight, fieldWidth, type MapDrawing, mapFields } from "@/core/map/drawing";
import { mapCss, mapSvg } from "@/core/map/svg";
import { escapeHtml } from "@/core/render/markup";
import { defineKind, type KindDefinition } from "../kind";
import { drawn } from "../look/shapes";

export interface AddressContent extends MapDrawing {
  readonly map: boolean;
  readonly phone: boolean;
  readonly mail: boolean;
}

const words = {
  en: { map: (name: string) => `Map: where ${name} is`, unset: "Address", open: "Open in a map" },
  de: { map: (name: string) => `Karte: wo ${name} ist`, unset: "Adresse", open: "In einer Karte öffnen" },
  fr: { map: (name: string) => `Plan : où se trouve ${name}`, unset: "Adresse", open: "Ouvrir dans un plan" },
};

export const address: KindDefinition = defineKind<AddressContent>({
  label: "Address",
  schema: Joi.object<AddressContent>({
    map: Joi.boolean().required(),
    phone: Joi.boolean().required(),
    mail: Joi.boolean().required(),
    ...mapFields,
  }),
  fresh: () => ({
    map: true,
    phone: true,
    mail: true,
    metres: 400,
    mark: [fieldWidth / 2, fieldHeight / 2],
    lines: [
      {
        id: "l1",
        sort: "street",
        name: "Our street",
        points: [
          [0, 230],
          [300, 215],
          [600, 240],
        ],
      },
      {
        id: "l2",
        sort: "lane",
        name: "",
        points: [
          [180, 0],
          [210, 220],
          [190, 400],
        ],
      },
    ],
  }),
  group: "Working parts",
  inFlow: true,
  looks: ["size", "colour", "gap", "above", "below", "hidden"],
  words: { lines: { parts: { name: "line" } } },
  fieldsNote: "Address, phone and place stand in the settings of the site.",
  fields: [
    { name: "phone", label: "", control: { kind: "flag", says: "Phone number" }, layout: true },
    { name: "mail", label: "", control: { kind: "flag", says: "Mail address" }, layout: true },
    { name: "map", label: "", control: { kind: "flag", says: "A map" }, layout: true },
    { name: "lines", label: "Map", control: { kind: "map" }, shown: ({ map }) => map, layout: true },
  ],
  problems: function* ({ map, lines }, site) {
    if (!site.tells("address")) yield { weight: "look", code: "check.noAddress" };
    if (map && !lines.some(({ points }) => points.length > 1)) yield { weight: "look", code: "check.emptyMap" };
  },
  draw: (_node, width) =>
    drawn(
      [
        { kind: "line", width: width * 0.5, height: 1.4 },
        { kind: "line", y: 2.6, width: width * 0.4, height: 1.4 },
        { kind: "box", y: 6, width, height: 10 },
        { kind: "key", x: width / 2 - 1.2, y: 9.5, width: 2.4, height: 2.4 },
      ],
      16,
    ),
  css: `.b-address{width:100%;display:flex;flex-direction:column;gap:var(--gap,1.2em);line-height:1.55;margin-block:var(--above,0) var(--below,0)}.b-address address{font-style:normal}.b-address a{color:inherit;text-underline-offset:.18em}.b-address p+p{margin-top:.5em}${mapCss}`,
  cssOf: ["hours"],
  render: (node, content, context) => {
    const { settings } = context;
    const said = inLanguage(words, context.language);
    const lines = (settings.address ?? "").split("\n").filter((line) => line.trim());
    const place = settings.place ? `geo:${settings.place.latitude},${settings.place.longitude}` : null;
    const parts = [
      lines.length ? `<p>${lines.map(escapeHtml).join("<br>")}</p>` : "",
      content.phone && settings.phone
        ? `<p><a href="tel:${escapeHtml(settings.phone.replace(/[^\d+]/g, ""))}">${escapeHtml(settings.phone)}</a></p>`
        : "",
      content.mail
        ? `<p><a href="mailto:${escapeHtml(settings.mailFrom)}">${escapeHtml(settings.mailFrom)}</a></p>`
        : "",
      place ? `<p><a href="${place}">${said.open}</a></p>` : "",
    ].join("");
    if (!parts && !content.map)
      return context.placeholder(`<div${context.attributes(node, "b-unset")}>${said.unset}</div>`);
    context.tell(context.business());
    const map = content.map ? mapSvg(content, said.map(context.siteName), context.newId) : "";
    return `<div${context.attributes(node, "b-address")}>${parts ? `<address>${parts}</address>` : ""}${map}</div>`;
  },
});
