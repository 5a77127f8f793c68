// Arbitrary pages and edits for property tests.
import fc from "fast-check";
import type { Edit } from "./editing/edit";
import { type StepsEdit, stepsBetween } from "./edits/steps";
import { heldBy, kinds } from "./kinds";
import { firstIcons } from "./look/icon";
import type { LookField } from "./look/look";
import { everyNode, type Kind, type PageNode } from "./node";
import { paragraphs } from "./words/richtext";
import { withLineIds } from "./words/words";

const word = fc.stringMatching(/^[A-Za-z <>&"'éß]{0,14}$/);

const icon = fc.constantFrom(...Object.values(firstIcons));
const link = fc.constantFrom("https://a.example", "page:home", "#up", "tel:+353123", "widget:letters");

const contents: Readonly<Record<Kind, fc.Arbitrary<Record<string, unknown>>>> = {
  page: fc.constant({}),
  shop: fc.record({
    part: fc.constantFrom("list", "search", "add"),
    list: fc.constantFrom("newest", "chosen"),
    category: fc.constant(""),
    products: fc.subarray(["bell", "bowl"]),
    most: fc.integer({ min: 1, max: 48 }),
    filters: fc.boolean(),
  }),
  section: fc.record({ name: fc.constantFrom("Opening", "Prices", "Visit") }),
  columns: fc.constant({}),
  bar: fc.constant({}),
  stack: fc.constant({}),
  heading: fc.record({ text: word, level: fc.integer({ min: 1, max: 6 }) }),
  richText: fc.record({ doc: fc.array(word, { minLength: 1, maxLength: 3 }).map((texts) => paragraphs(...texts)) }),
  picture: fc.record({ media: fc.constant(null), alt: word }),
  video: fc.record(
    {
      source: fc.constantFrom(
        null,
        { from: "clip", provider: "clips", clip: "kln-0301" },
        { from: "page", address: "https://a.example/v", player: "https://a.example/p" },
      ),
      title: word,
      ratio: fc.constantFrom(1.7778, 0.5625),
      seconds: fc.constantFrom(0, 12),
      poster: fc.constant(null),
      alt: word,
      caption: word,
      titled: fc.boolean(),
      as: fc.constantFrom("here", "over", "button", "link"),
      text: word,
      auto: fc.boolean(),
      controls: fc.constantFrom("shown", "resting", "none"),
      fullScreen: fc.boolean(),
      captions: fc.array(fc.record({ language: fc.constantFrom("en", "de"), media: fc.constant(null) }), {
        maxLength: 2,
      }),
      chapters: fc.array(fc.record({ at: fc.constantFrom("0:05", "1:15"), text: word }), { maxLength: 3 }),
    },
    {
      requiredKeys: [
        "captions",
        "chapters",
        "source",
        "title",
        "ratio",
        "seconds",
        "poster",
        "alt",
        "as",
        "text",
        "controls",
      ],
    },
  ),
  code: fc.record({
    title: word,
    html: word,
    css: word,
    script: word,
    origins: fc.constantFrom([], ["https://a.example"]),
    purpose: fc.constantFrom("needed", "marketing"),
  }),
  embed: fc.record({
    address: fc.constantFrom("", "https://a.example/page", "http://b.example:8080/?q=1&r=2"),
    title: word,
    size: fc.constantFrom("fixed", "ratio", "window", "message"),
    rights: fc.subarray(["scripts", "own", "forms"]),
    devices: fc.subarray(["fullScreen", "camera"]),
    agreed: fc.boolean(),
    purpose: fc.constantFrom("needed", "preferences", "marketing"),
    sets: fc.subarray(["seen", "who"]),
    poster: fc.constant(null),
  }),
  button: fc.record({ text: word, link: fc.constantFrom("https://a.example", "page:home", "#up", "tel:+353123") }),
  list: fc.record({
    style: fc.constantFrom("bullets", "numbers", "rows"),
    items: fc.array(fc.record({ text: word, aside: word }), { maxLength: 4 }),
  }),
  divider: fc.constant({}),
  shared: fc.record({ shared: fc.constantFrom("visit", "prices"), fills: fc.constant([]) }),
  navigation: fc.constant({ arrangement: "bar", showName: true, label: "Main", menuWord: "Menu" }),
  quote: fc.record({ text: word, who: word }, { requiredKeys: ["text"] }),
  table: fc.record(
    {
      columns: fc.constant([{ id: "a" }, { id: "b" }]),
      rows: fc.array(fc.record({ a: word, b: word }, { requiredKeys: [] }), { maxLength: 4 }),
      headRow: fc.boolean(),
      headColumn: fc.boolean(),
      caption: word,
      onPhones: fc.constantFrom("scroll", "pairs"),
    },
    { requiredKeys: ["columns", "rows", "onPhones"] },
  ),
  questions: fc.record({ oneOpen: fc.boolean(), told: fc.boolean() }, { requiredKeys: [] }),
  question: fc.record({ title: word }),
  notice: fc.record({ text: word, icon, link, linkWords: word }, { requiredKeys: ["text"] }),
  icon: fc.record({ icon, label: word }, { requiredKeys: ["icon"] }),
  logo: fc.constant({ media: null }),
  gallery: fc.record({
    as: fc.constantFrom("grid", "rows", "strip"),
    items: fc.array(fc.record({ media: fc.constant(null), alt: word, caption: word }), { maxLength: 4 }),
  }),
  card: fc.record({ link, words: word }, { requiredKeys: [] }),
  slider: fc.record({ label: fc.constantFrom("Slides", "Kilns"), seconds: fc.constantFrom(0, 5) }),
  tabs: fc.constant({}),
  tab: fc.record({ title: word }),
  spacer: fc.constant({}),
  links: fc.record({
    as: fc.constantFrom("both", "icons", "column"),
    items: fc.array(fc.record({ text: word, icon, link }, { requiredKeys: ["text"] }), { maxLength: 3 }),
  }),
  file: fc.record({ media: fc.constant(null), text: word }),
  anchor: fc.record({ anchor: fc.constantFrom("here", "there") }),
  hours: fc.record({ as: fc.constantFrom("grouped", "days"), now: fc.boolean(), exceptions: fc.boolean() }),
  address: fc.record({
    map: fc.boolean(),
    phone: fc.boolean(),
    mail: fc.boolean(),
    metres: fc.integer({ min: 50, max: 50_000 }),
    mark: fc.constant([300, 200]),
    lines: fc.array(
      fc.record({
        sort: fc.constantFrom("street", "river", "rail"),
        name: word,
        points: fc.array(fc.tuple(fc.integer({ min: 0, max: 600 }), fc.integer({ min: 0, max: 400 })), {
          maxLength: 4,
        }),
      }),
      { maxLength: 3 },
    ),
  }),
  widget: fc.record({ widget: fc.constantFrom(null, "letters"), as: fc.constantFrom("button", "link"), text: word }),
};

const lookValues: Partial<Record<LookField, fc.Arbitrary<unknown>>> = {
  surface: fc.constantFrom("paper", "soft", "accent", "ink"),
  colour: fc.constantFrom("ink", "quiet", "accent"),
  size: fc.constantFrom(0.8, 1.2, 3),
  align: fc.constantFrom("start", "center", "end"),
  above: fc.integer({ min: 0, max: 320 }),
  gap: fc.integer({ min: 0, max: 160 }),
  split: fc.constantFrom("1:1", "2:1", "stacked"),
  hidden: fc.boolean(),
  tall: fc.boolean(),
  sticky: fc.boolean(),
  order: fc.constantFrom("first", "last"),
  columns: fc.integer({ min: 1, max: 8 }),
  height: fc.integer({ min: 0, max: 1200 }),
};

let nextId = 0;
const freshId = () => `t${nextId++}`;

/** A valid node of one of `mayBe`, its id fresh. */
function nodeOf(mayBe: readonly Kind[], depth: number): fc.Arbitrary<PageNode> {
  const choices = depth > 0 ? mayBe : mayBe.filter((kind) => !kinds[kind].holds);
  return fc.constantFrom(...(choices.length ? choices : mayBe)).chain((kind) => {
    const fields = Object.keys(lookValues).filter((field) => (kinds[kind].looks as readonly string[]).includes(field));
    const look = fc.record(
      Object.fromEntries(fields.map((field) => [field, lookValues[field as LookField] as fc.Arbitrary<unknown>])),
      { requiredKeys: [] },
    );
    const holds = heldBy(kind);
    const children = holds
      ? fc.array(nodeOf(holds, depth - 1), { maxLength: depth > 0 ? 3 : 0 })
      : fc.constant(undefined);
    return fc.record({ content: contents[kind], base: look, phone: fc.option(look, { nil: undefined }), children }).map(
      ({ content, base, phone, children: made }): PageNode => ({
        id: freshId(),
        kind,
        content,
        look: { base, ...(phone && Object.keys(phone).length ? { phone } : {}) },
        ...(made ? { children: made } : {}),
      }),
    );
  });
}

/** A valid page of a few sections. */
export const anyPage: fc.Arbitrary<PageNode> = fc
  .array(nodeOf(["section"], 3), { maxLength: 4 })
  .map((sections) =>
    withLineIds({ id: freshId(), kind: "page" as const, content: {}, look: { base: {} }, children: sections }),
  );

/** An edit aimed at `page`; it may be one that can't be made. */
export function anyEdit(page: PageNode): fc.Arbitrary<Edit> {
  const ids = [...everyNode(page)].map((node) => node.id);
  const id = fc.constantFrom(...ids, "gone");
  const index = fc.integer({ min: 0, max: 6 });
  const docs = [...everyNode(page)].filter((node) => node.kind === "richText");
  const lines = [...everyNode(page)].flatMap((node) =>
    node.kind === "list"
      ? (node.content.items as readonly { id: string }[]).map((item) => ({ node, item: item.id }))
      : [],
  );
  const line = lines.length ? fc.constantFrom(...lines) : fc.constant({ node: { id: "gone" }, item: "gone" });
  const at = fc.integer({ min: 0, max: 12 });
  return fc.oneof(
    fc.record({
      type: fc.constant("splice" as const),
      node: id,
      field: fc.constantFrom("text", "alt", "doc"),
      at,
      cut: at,
      put: word,
    }),
    fc.tuple(line, at, at, word).map(([{ node, item }, from, cut, put]) => ({
      type: "splice" as const,
      node: node.id,
      field: `items.${item}.text`,
      at: from,
      cut,
      put,
    })),
    fc.tuple(line, index, word).map(([{ node }, place, text]) => ({
      type: "addLine" as const,
      node: node.id,
      field: "items",
      index: place,
      line: { id: freshId(), text },
    })),
    line.map(({ node, item }) => ({ type: "removeLine" as const, node: node.id, field: "items", line: item })),
    fc.tuple(line, index).map(([{ node, item }, place]) => ({
      type: "moveLine" as const,
      node: node.id,
      field: "items",
      line: item,
      index: place,
    })),
    ...(docs.length
      ? [
          fc.tuple(fc.constantFrom(...docs), fc.array(word, { minLength: 1, maxLength: 3 })).map(
            ([node, texts]): StepsEdit =>
              stepsBetween(node.id, "doc", node.content.doc, paragraphs(...texts)) ?? {
                type: "steps",
                node: node.id,
                field: "doc",
                steps: [{ stepType: "unknown" }],
              },
          ),
        ]
      : []),
    fc.record({
      type: fc.constant("insert" as const),
      parent: id,
      index,
      node: nodeOf(["section", "heading", "stack", "list"], 2),
    }),
    fc.record({ type: fc.constant("remove" as const), node: id }),
    fc.record({ type: fc.constant("move" as const), node: id, parent: id, index }),
    fc.record({
      type: fc.constant("setContent" as const),
      node: id,
      field: fc.constantFrom("text", "name", "level", "nothing"),
      value: fc.oneof(word, fc.integer({ min: 0, max: 9 }), fc.constant(undefined)),
    }),
    fc.record({
      type: fc.constant("setLook" as const),
      node: id,
      width: fc.constantFrom("base" as const, "tablet" as const, "phone" as const),
      field: fc.constantFrom<LookField>("surface", "size", "above", "hidden"),
      value: fc.oneof(
        fc.constantFrom("soft", "ink"),
        fc.integer({ min: 0, max: 9 }),
        fc.boolean(),
        fc.constant(undefined),
      ),
    }),
  );
}
