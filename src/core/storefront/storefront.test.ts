// The parts of a shop as pages show them: whole and valid, in every language there is, whatever a product is called; and what search
// engines are told.
import fc from "fast-check";
import { Catalog, everything } from "@/core/catalog/find";
import type { Product } from "@/core/catalog/product";
import { anOption, aProduct, aVariant } from "@/core/catalog/sample.test-kit";
import { paragraphs } from "@/core/page/words/richtext";
import { expectValid } from "@/core/render/valid.test-kit";
import { newShop } from "@/core/shop/new-shop";
import { reckon } from "@/core/shop/reckon";
import { newLook } from "@/core/shop/shop";
import { multiPurpose } from "@/core/voucher/purpose";
import { crumbsData, productData, productHead } from "./head";
import { lists } from "./part";
import { type Hole, holeHtml, holesIn, partFacts, partNames } from "./part-facts";
import { filled, fillHoles } from "./parts";
import type { ShopView } from "./view";

const nasty = `"Bell" <mug> & 'cup' --> {x}`;
const mug = aProduct("mug", {
  name: nasty,
  slug: "mug",
  words: paragraphs("Thrown by hand.", "<script>alert(1)</script>"),
  options: [anOption("Glaze", ["Ash"], ["Tide", 100])],
  variants: [aVariant("m1", { choices: ["ash"], sku: "M-A" }), aVariant("m2", { choices: ["tide"], sku: "M-T" })],
  earlierPrice: 2400,
  categories: ["mugs"],
  attributes: { glaze: ["Ash", "Tide"] },
  asks: [{ id: "name", label: "Name to stamp", required: true, most: 12 }],
  notice: "Made to order",
  pictures: [{ media: "a", alt: "" }],
});
const clay = aProduct("clay", { name: "Clay", sale: { unit: "kg", least: 1000, step: 200 }, price: 180 });
const frame = {
  categories: [{ id: "mugs", name: "Mugs & cups", slug: "mugs", parent: null, picture: null, words: "All of them." }],
  attributes: [{ id: "glaze", name: "Glaze", filter: true }],
  synonyms: [],
};
const shop = newShop("Europe/Dublin", "en-IE");
const left = (variant: string) => (variant === "m2" ? 0 : null);

function viewOf(language: string, more: Partial<ShopView> = {}): ShopView {
  const catalog = new Catalog({
    frame,
    products: [mug, clay],
    hasStock: () => true,
    today: "2026-11-28",
    language,
    search: () => [],
  });
  const { shown: cart } = reckon(
    {
      lines: [
        { id: "l1", product: "mug", variant: "m1", quantity: 2, asked: { name: "Ana" }, seen: 1700 },
        { id: "l2", product: "clay", variant: "clay-1", quantity: 3400, asked: {}, seen: 180 },
      ],
    },
    { to: { country: "IE", region: "", postcode: "" }, way: "", taxNumber: "" },
    {
      shop,
      language,
      currency: "EUR",
      today: "2026-11-28",
      now: { day: 20_785, minutes: 600 },
      vouchersAre: multiPurpose,
      isHoliday: () => false,
      productOf: (variant) => [mug, clay].find(({ variants }) => variants.some(({ id }) => id === variant)),
      left,
    },
  );
  return {
    language,
    currency: "EUR",
    origin: "https://wrenfield.example",
    shop: {
      look: newLook,
      taxIncluded: true,
      currencies: [{ code: "GBP", rate: 0.86 }],
      paths: {
        catalog: "/shop",
        category: "/c",
        product: "/p",
        search: "/search",
        cart: "/basket",
        checkout: "/checkout",
        thanks: "/thanks",
        order: "/order",
        account: "/mine",
      },
      countries: ["IE", "DE"],
      reminds: true,
      terms: { title: "Terms", path: "/terms" },
    },
    payments: [{ by: "transfer", words: "Within seven days.", most: null }],
    catalog,
    isNew: () => true,
    left,
    picture: (_media, { className, alt }) =>
      `<img class="${className}" src="/a.webp" alt="${alt.replace(/[&<>"]/g, "")}">`,
    film: (media) => `/${media}.mp4`,
    pictureAddress: () => "/a.webp",
    query: everything,
    category: null,
    product: mug,
    variant: null,
    cart,
    typed: null,
    faults: { email: "This is needed.", "address.postcode": "A postcode here looks like H91 AB12.", way: "Choose." },
    order: null,
    account: "",
    fetchTimes: null,
    once: "once",
    ...more,
  };
}

const hole = (part: Hole["part"], more: Partial<Hole> = {}): Hole => ({
  part,
  list: "asked",
  category: "mugs",
  products: [],
  most: 8,
  filters: true,
  ...more,
});

test.each(["en", "de-AT", "fr", "da"])(
  "every part is valid HTML in %s, and lets nothing out of a name",
  async (language) => {
    const view = viewOf(language);
    for (const part of partNames) {
      const html = filled(hole(part), view);
      await expectValid(html);
      expect(html).not.toContain("<mug>");
      expect(html).not.toContain("<script>");
      if (part !== "order") expect(html).not.toBe("");
    }
    for (const list of lists) await expectValid(filled(hole("list", { list, products: ["clay"] }), view));
    await expectValid(filled(hole("cart"), viewOf(language, { cart: null })));
  },
);

test("prices, what is left, and what changed stand where one looks for them", () => {
  const view = viewOf("en-IE");
  expect(filled(hole("price"), view)).toContain("€18.00");
  expect(filled(hole("price"), view)).toContain("≈ £15.48");
  expect(filled(hole("add"), view)).toMatch(/value="m2"[^>]*disabled/);
  // The button alone leads on where something has to be chosen.
  expect(filled(hole("buy"), view)).toContain('<a class="b-button" href="/shop/mug">');
  expect(filled(hole("stock"), view)).toContain('class="s-stock"');
  // Options by themselves are links; the button on the same page adds what they show.
  const plain = { ...(view.product as Product), asks: [] };
  const chosen = { ...view, product: plain, variant: plain.variants[1] ?? null, left: () => 3 };
  expect(filled(hole("options"), chosen)).toMatch(/href="\/shop\/mug\?v=[^"]+" aria-current="true"/);
  expect(filled(hole("buy"), chosen)).toContain(`name="variant" value="${plain.variants[1]?.id}"`);
  expect(filled(hole("buy"), { ...chosen, left: () => 0 })).not.toContain("<form");
  expect(filled(hole("options"), { ...chosen, product: { ...plain, variants: plain.variants.slice(0, 1) } })).toBe("");
  expect(filled(hole("filters"), { ...chosen, product: null })).toContain('<details class="s-filters">');
  // What goes with it has a heading, so that no level is left out below the product's name.
  const related = { ...view, catalog: Object.assign(Object.create(view.catalog), { related: () => [plain] }) };
  expect(filled(hole("list", { list: "related" }), related)).toMatch(
    /^<h2 class="b-heading">Goes well with it<\/h2><ul/,
  );
  expect(filled(hole("list", { list: "related" }), { ...view, product: null })).toBe("");
  expect(filled(hole("cart"), view)).toContain("cost €17.00 before and costs €18.00 now");
  expect(filled(hole("cart"), view)).toContain("€42.12");
  expect(filled(hole("mark"), view)).toContain("Basket, 3 things");
  const checkout = filled(hole("checkout"), view);
  expect(checkout).toContain('autocomplete="shipping postal-code"');
  expect(checkout).toContain("3 things are missing or wrong");
});

test("a text shows its tables, pictures and films; what is gone from the media shows nothing", async () => {
  const view = viewOf("en-IE");
  const cell = (type: "tableHeader" | "tableCell", text: string) => ({
    type,
    content: [{ type: "paragraph" as const, content: [{ type: "text" as const, text }] }],
  });
  const words: Product["words"] = {
    type: "doc",
    content: [
      { type: "heading", attrs: { level: 2 }, content: [{ type: "text", text: "Care & <use>" }] },
      {
        type: "table",
        content: [
          { type: "tableRow", content: [cell("tableHeader", "Size"), cell("tableHeader", "Holds")] },
          { type: "tableRow", content: [cell("tableHeader", "Small"), cell("tableCell", "<b>0.2 l</b>")] },
        ],
      },
      { type: "picture", attrs: { media: "p", alt: 'A "kiln"' } },
      { type: "film", attrs: { media: "f", alt: "Throwing <it>" } },
    ],
  };
  const product = { ...(view.product as Product), words };
  const shown = filled(hole("words"), { ...view, product });
  await expectValid(shown);
  expect(shown).toContain('<h2 class="b-heading">Care &amp; &lt;use&gt;</h2>');
  expect(shown).toContain('<th scope="col">Size</th>');
  expect(shown).toContain('<th scope="row">Small</th><td>&lt;b&gt;0.2 l&lt;/b&gt;</td>');
  expect(shown).toMatch(/<video src="\/f\.mp4" controls[^>]*aria-label="Throwing &lt;it&gt;"/);
  const gone = filled(hole("words"), { ...view, product, picture: () => "", film: () => "" });
  expect(gone).not.toMatch(/<figure|<video|<img/);
});

test("words are looked for on the page for it, and a page of one’s own shows what is theirs", () => {
  const asked = viewOf("en-IE", { query: { ...everything, words: "mug" }, product: null });
  expect(filled(hole("search"), asked)).toContain('action="/search"');
  // What is chosen of what was found stays there; without words it is the whole catalog.
  expect(filled(hole("list"), asked)).toMatch(/href="\/search\?[^"]*q=mug/);
  expect(filled(hole("list"), viewOf("en-IE", { product: null }))).not.toContain("/search");
  const { paths } = asked.shop;
  const without = { ...asked, shop: { ...asked.shop, paths: { ...paths, search: null, account: null } } };
  expect(filled(hole("search"), without)).toContain('action="/shop"');
  expect(filled(hole("checkout"), without)).toContain('href="/_w/v1/account"');
  expect(filled(hole("checkout"), asked)).toContain('href="/mine"');
  expect(filled(hole("account"), asked)).toContain('type="email"');
  expect(filled(hole("account"), viewOf("en-IE", { account: "<p>Nuala</p>" }))).toBe(
    '<div class="s-own"><p>Nuala</p></div>',
  );
});

test("JSON-LD has what schema.org and search engines require of a product, an offer and the way to it", () => {
  const view = viewOf("en-IE");
  const product = productData(view) as { offers: Record<string, string>[] } & Record<string, unknown>;
  for (const field of ["@context", "@type", "name", "image", "url", "offers"]) expect(product[field]).toBeTruthy();
  for (const offer of product.offers)
    for (const field of ["@type", "price", "priceCurrency", "availability", "url"]) expect(offer[field]).toBeTruthy();
  expect(product.offers.map(({ price, availability }) => [price, availability])).toEqual([
    ["18.00", "https://schema.org/InStock"],
    ["19.00", "https://schema.org/OutOfStock"],
  ]);
  expect(crumbsData(view)).toMatchObject({
    "@type": "BreadcrumbList",
    itemListElement: [
      { position: 1, item: "https://wrenfield.example/shop" },
      { position: 2, name: "Mugs & cups", item: "https://wrenfield.example/mugs".replace("/mugs", "/shop/mugs") },
      { position: 3, item: "https://wrenfield.example/shop/mug" },
    ],
  });
});

test("a product's page has its own head, whatever the pattern's said", () => {
  const pattern =
    '<html><head><title>Product · Wrenfield</title><meta name="robots" content="noindex"><link rel="canonical" href="https://wrenfield.example/p"><meta property="og:title" content="Product"></head><body></body></html>';
  const page = productHead(pattern, viewOf("en-IE"), "Wrenfield");
  expect(page).not.toContain("noindex");
  expect(page).toContain('<link rel="canonical" href="https://wrenfield.example/shop/mug">');
  expect(page).toContain('content="https://wrenfield.example/a.webp"');
  expect(page.match(/<title>/g)).toHaveLength(1);
  expect(page).not.toContain("<mug>");
});

test("a hole comes out of a page as it went in, whatever is written in it", () => {
  fc.assert(
    fc.property(
      fc.string(),
      fc.array(fc.string(), { maxLength: 4 }),
      fc.constantFrom(...partNames),
      (text, ids, part) => {
        const one = hole(part, { category: text, products: ids });
        const page = `<main>before ${holeHtml(one)} between ${holeHtml(hole("search"))} after</main>`;
        expect(holesIn(page)).toEqual([one, hole("search")]);
      },
    ),
  );
  expect(fillHoles(`a${holeHtml(hole("title"))}b`, viewOf("en"))).toMatch(/^a<h1.*b$/);
  expect(Object.values(partFacts).every(({ label }) => label.length > 2)).toBe(true);
});
