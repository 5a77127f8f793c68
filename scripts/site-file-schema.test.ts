import { readFileSync } from "node:fs";
import Ajv from "ajv/dist/2019.js";
import { readSiteFile } from "@/core/site/read";
import { siteFileJsonSchema } from "./site-file-schema";

const published = JSON.parse(readFileSync("docs/site-file.schema.json", "utf8"));
const demo = (key: string) => JSON.parse(readFileSync(`demo/${key}/site.json`, "utf8"));
const validate = new Ajv({ strict: false, allErrors: true, validateFormats: false }).compile(published);

test("the published schema is the one the code makes", () => {
  expect(JSON.parse(JSON.stringify(siteFileJsonSchema()))).toEqual(published);
});

test.each(["wrenfield", "oddlane"])("the demo site %s fits it", (key) => {
  validate(demo(key));
  expect(validate.errors ?? []).toEqual([]);
});

test.each<[string, (site: ReturnType<typeof demo>) => void]>([
  ["an unknown part", (site) => Object.assign(site, { hats: 1 })],
  ["another format", (site) => Object.assign(site, { format: 2 })],
  ["a colour in words", (site) => Object.assign(site.brand.colours, { ink: "black" })],
  ["a heading of level 9", (site) => Object.assign(site.pages[0].body.children[0], { kind: "hero" })],
  ["a slug with blanks", (site) => Object.assign(site.pages[1], { slug: "kiln hire" })],
  ["an overlay of 140 %", (site) => Object.assign(site.widgets[0].settings.look, { overlayStrength: 140 })],
])("schema and reader both refuse %s", (_name, spoil) => {
  const site = demo("wrenfield");
  spoil(site);
  expect(validate(site)).toBe(false);
  expect(readSiteFile(JSON.stringify(site)).ok).toBe(false);
});
