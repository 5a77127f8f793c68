// npm run site:schema: writes docs/site-file.schema.json from the schemas that Webitor itself reads with.
import { writeFileSync } from "node:fs";
import type Joi from "joi";
import { bookingWidgetSchema } from "@/core/booking/rules/schema";
import { kindNames } from "@/core/page/kind-names";
import { heldBy, kinds } from "@/core/page/kinds";
import { lookProperties } from "@/core/page/look/look";
import { maxDepth, maxNodes } from "@/core/page/validate";
import { popupSchema } from "@/core/popup/schema";
import { siteFileSchema } from "@/core/site/schema";
import { fromJoi } from "@/server/edge/from-joi";

type Json = Record<string, unknown>;

/** Forms of values that Joi checks by code, by the names they stand under. */
const formsByName: Readonly<Record<string, string>> = {
  language: "^[a-z]{2,3}(-[A-Za-z0-9]{2,8}){0,3}$",
  languages: "^[a-z]{2,3}(-[A-Za-z0-9]{2,8}){0,3}$",
  link: "^(page:|#|https?://|mailto:|tel:)\\S+$",
};

/** Adds those forms to every property of such a name that is a text, or a list of texts. */
function withForms(json: Json): Json {
  for (const [name, value] of Object.entries((json.properties as Record<string, Json> | undefined) ?? {})) {
    const text = value.type === "array" ? (value.items as Json) : value;
    const pattern = Object.hasOwn(formsByName, name) ? formsByName[name] : undefined;
    if (pattern && text.type === "string") text.pattern = pattern;
    withForms(value);
  }
  return json;
}

/** Joi's schema as JSON Schema; what Joi checks by code is said in docs/site-file.md. */
const converted = (schema: Joi.Schema): Json => withForms(fromJoi(schema));

const exactly = (properties: Json, optional: readonly string[] = []): Json => ({
  type: "object",
  additionalProperties: false,
  required: Object.keys(properties).filter((name) => !optional.includes(name)),
  properties,
});
const oneOfKinds = (key: string, forms: Readonly<Record<string, Json>>): Json => ({
  oneOf: Object.entries(forms).map(([value, properties]) => exactly({ [key]: { const: value }, ...properties })),
});
const seconds = { type: "number", minimum: 0, maximum: 3600 };
const id = { type: "string", pattern: "^[\\w-]{1,40}$" };

/** Parts whose form depends on one of their values: Joi's conditions do not convert, so they are written out. */
const triggerForms = oneOfKinds("on", {
  after: { seconds },
  scroll: { percent: { type: "integer", minimum: 1, maximum: 100 } },
  leave: {},
  click: { block: id },
  idle: { seconds },
});
const thanksForms = oneOfKinds("kind", {
  words: { title: { type: "string", minLength: 1, maxLength: 120 }, text: { type: "string", maxLength: 600 } },
  page: { page: id },
});
const fieldForm = exactly(
  {
    key: { type: "string", pattern: "^[a-z][a-z0-9_]{0,30}$" },
    kind: { enum: ["email", "name", "choice", "tick"] },
    label: { type: "string", minLength: 1, maxLength: 120 },
    required: { type: "boolean" },
    options: {
      type: "array",
      minItems: 2,
      maxItems: 20,
      uniqueItems: true,
      items: { type: "string", minLength: 1, maxLength: 80 },
    },
  },
  ["options"],
);

const text = (most: number, least = 0): Json => ({
  type: "string",
  ...(least ? { minLength: least } : {}),
  maxLength: most,
});
const date = { type: "string", pattern: "^\\d{4}-\\d{2}-\\d{2}$" };
const time = { type: "string", pattern: "^([01]\\d|2[0-3]):[0-5]\\d$" };
const wall = { type: "string", pattern: "^\\d{4}-\\d{2}-\\d{2}T([01]\\d|2[0-3]):[0-5]\\d$" };
const monthDay = { type: "string", pattern: "^\\d{2}-\\d{2}$" };
const whole = (minimum: number, maximum: number): Json => ({ type: "integer", minimum, maximum });
const orNull = (schema: Json): Json => ({ anyOf: [schema, { type: "null" }] });

const closureForms = oneOfKinds("kind", {
  date: { date, words: text(200) },
  span: { from: wall, to: wall, words: text(200) },
  yearly: { from: monthDay, to: monthDay, words: text(200) },
});
const noticeForms = oneOfKinds("kind", { none: {}, hours: { hours: whole(1, 2400) }, nextDay: {} });
const startsForms: Json = {
  oneOf: [
    exactly({ everyMinutes: whole(5, 1440) }),
    exactly({ at: { type: "array", minItems: 1, maxItems: 96, uniqueItems: true, items: time } }),
  ],
};
const asked = {
  key: { type: "string", pattern: "^[a-z][a-z0-9_]{0,30}$" },
  label: text(200, 1),
  required: { type: "boolean" },
};
const options = { type: "array", minItems: 2, maxItems: 30, uniqueItems: true, items: text(120, 1) };
const bound = orNull({ type: "number" });
const questionForms = oneOfKinds("kind", {
  words: asked,
  number: { ...asked, min: bound, max: bound },
  choice: { ...asked, options },
  several: { ...asked, options },
  tick: asked,
  date: asked,
});
const courseForm = orNull({
  type: "array",
  minItems: 1,
  maxItems: 60,
  items: { type: "array", minItems: 2, maxItems: 60, items: wall },
});

/** Contents whose schema no converter can say: documents that hold each other. */
const forms: Readonly<Record<string, Json>> = {
  richText: { type: "object", required: ["doc"], properties: { doc: { type: "object" } } },
};

/** The JSON Schema of a site.json (draft 2019-09). */
export function siteFileJsonSchema(): Json {
  const looks = (fields: readonly string[]) => ({
    type: "object",
    additionalProperties: false,
    properties: Object.fromEntries(
      fields.map((field) => [field, converted(lookProperties[field as keyof typeof lookProperties].schema)]),
    ),
  });
  const nodes = kindNames.map((name) => {
    const kind = kinds[name];
    const holds = heldBy(name);
    return [
      name,
      {
        type: "object",
        additionalProperties: false,
        required: ["id", "kind", "content", "look", ...(holds ? ["children"] : [])],
        properties: {
          id: { type: "string", pattern: "^[\\w-]{1,40}$" },
          kind: { const: name },
          content: forms[name] ?? converted(kind.schema),
          look: {
            type: "object",
            additionalProperties: false,
            required: ["base"],
            properties: Object.fromEntries(["base", "tablet", "phone"].map((width) => [width, looks(kind.looks)])),
          },
          ...(holds
            ? { children: { type: "array", items: { oneOf: holds.map((held) => ({ $ref: `#/$defs/${held}` })) } } }
            : {}),
        },
      },
    ];
  });
  const whole = converted(siteFileSchema) as { properties: Json & { pages: { items: { properties: Json } } } };
  const tree = { $ref: "#/$defs/page" };
  const popupForm = converted(popupSchema) as { properties: Record<string, Json> };
  const popup = popupForm.properties;
  (popup.triggers as Json).items = triggerForms;
  (popup.fields as Json).items = fieldForm;
  popup.thanks = thanksForms;
  const conditions = (popup.conditions as { properties: Record<string, Json> }).properties;
  for (const end of ["from", "to"]) (conditions[end] as Json).pattern = wall.pattern;
  const widget = { id, name: text(80, 1) };
  (whole.properties.widgets as Json).items = oneOfKinds("kind", {
    popup: { ...widget, settings: popupForm },
    booking: { ...widget, settings: converted(bookingWidgetSchema) },
  });
  type Parts = Record<"places" | "services" | "resources", { items: { properties: Record<string, Json> } }>;
  const booking = (whole.properties.booking as { properties: Parts }).properties;
  (booking.places.items.properties.closures as Json).items = closureForms;
  booking.services.items.properties.starts = startsForms;
  booking.services.items.properties.course = courseForm;
  (booking.services.items.properties.questions as Json).items = questionForms;
  booking.resources.items.properties.notice = noticeForms;
  // Running text nests without end: as in the block, its form is said in docs/site-file.md.
  const shop = (whole.properties.shop as { properties: { products: { items: { properties: Json } } } }).properties;
  shop.products.items.properties.words = { type: "object" };
  const { slug } = whole.properties.pages.items.properties;
  whole.properties.pages.items.properties.slug = { anyOf: [{ const: "" }, slug] };
  whole.properties.locales = { type: "array", minItems: 1, maxItems: 1, items: { type: "string" } };
  whole.properties.header = tree;
  whole.properties.footer = tree;
  whole.properties.pages.items.properties.body = tree;
  return {
    $schema: "https://json-schema.org/draft/2019-09/schema",
    title: "Webitor site file, format 1",
    description: `site.json. Trees hold at most ${maxNodes} blocks, ${maxDepth} levels deep.`,
    ...whole,
    $defs: Object.fromEntries(nodes),
  };
}

if (process.argv[1]?.endsWith("site-file-schema.ts"))
  writeFileSync("docs/site-file.schema.json", `${JSON.stringify(siteFileJsonSchema(), null, 2)}\n`);
