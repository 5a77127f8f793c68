// npm run site:schema: writes docs/site-file.schema.json from the schemas that Webitor itself reads with.
import { writeFileSync } from "node:fs";
import type Joi from "joi";
import parse from "joi-to-json";
import { kinds } from "@/core/page/kinds";
import { lookRules } from "@/core/page/look";
import { maxDepth, maxNodes } from "@/core/page/validate";
import { siteFileSchema } from "@/core/site/schema";

type Json = Record<string, unknown>;

/** Joi's schema as JSON Schema; what Joi checks by code is said in docs/site-file.md. */
function converted(schema: Joi.Schema): Json {
  const { $schema: _dialect, ...rest } = (parse as unknown as (schema: Joi.Schema, target: string) => Json)(
    schema,
    "json-draft-2019-09",
  );
  return rest;
}

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

/** The JSON Schema of a site.json (draft 2019-09). */
export function siteFileJsonSchema(): Json {
  const looks = (fields: readonly string[]) => ({
    type: "object",
    additionalProperties: false,
    properties: Object.fromEntries(
      fields.map((field) => [field, converted(lookRules[field as keyof typeof lookRules].schema)]),
    ),
  });
  const nodes = Object.values(kinds).map((kind) => [
    kind.kind,
    {
      type: "object",
      additionalProperties: false,
      required: ["id", "kind", "content", "look", ...(kind.holds ? ["children"] : [])],
      properties: {
        id: { type: "string", pattern: "^[\\w-]{1,40}$" },
        kind: { const: kind.kind },
        content:
          kind.kind === "richText"
            ? { type: "object", required: ["doc"], properties: { doc: { type: "object" } } }
            : converted(kind.content),
        look: {
          type: "object",
          additionalProperties: false,
          required: ["base"],
          properties: Object.fromEntries(["base", "tablet", "phone"].map((width) => [width, looks(kind.looks)])),
        },
        ...(kind.holds
          ? { children: { type: "array", items: { oneOf: kind.holds.map((held) => ({ $ref: `#/$defs/${held}` })) } } }
          : {}),
      },
    },
  ]);
  const whole = converted(siteFileSchema) as { properties: Json & { pages: { items: { properties: Json } } } };
  const tree = { $ref: "#/$defs/page" };
  const popup = (
    whole.properties.widgets as { items: { properties: { settings: { properties: Record<string, Json> } } } }
  ).items.properties.settings.properties;
  (popup.triggers as Json).items = triggerForms;
  (popup.fields as Json).items = fieldForm;
  popup.thanks = thanksForms;
  const { slug } = whole.properties.pages.items.properties;
  whole.properties.pages.items.properties.slug = { anyOf: [{ const: "" }, slug] };
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
