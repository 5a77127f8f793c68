// Figures of the shop: searching ten thousand products, and what a basket of twenty lines costs to work out.
import { Catalog, everything } from "@/core/catalog/find";
import type { CatalogFrame, Product } from "@/core/catalog/product";
import { anOption, aProduct, aVariant } from "@/core/catalog/sample.test-kit";
import { ProductIndex } from "@/core/catalog/words";
import { paragraphs } from "@/core/page/richtext";
import { reckon } from "@/core/shop/reckon";
import { newShop } from "@/core/shop/widget";

const makes = ["Bell", "River", "Thumb", "Tall", "Ferry", "Quay", "Net", "Bank", "Weir", "Reed"];
const things = ["mug", "bowl", "plate", "vase", "planter", "jug", "beaker", "dish", "tile", "lamp"];
const glazes = ["Ash", "Tide", "Ember", "Foam", "Slate", "Moss", "Clay", "Chalk"];

const frame: CatalogFrame = {
  categories: things.map((id) => ({ id, name: id, slug: id, parent: null, picture: null, words: "" })),
  attributes: [{ id: "glaze", name: "Glaze", filter: true }],
  synonyms: [["mug", "cup", "beaker"]],
};

const option = anOption("Size", ["Small"], ["Large", 400, 110]);

function tenThousand(): readonly Product[] {
  return Array.from({ length: 10_000 }, (_, nth) => {
    const make = makes[nth % makes.length] as string;
    const thing = things[Math.floor(nth / 10) % things.length] as string;
    const glaze = glazes[nth % glazes.length] as string;
    return aProduct(`p${nth}`, {
      name: `${make} ${thing} ${nth}`,
      price: 900 + ((nth * 37) % 9000),
      categories: [thing],
      attributes: { glaze: [glaze] },
      words: paragraphs(`A ${thing} with ${glaze} glaze, thrown at the river and fired twice. Number ${nth}.`),
      options: [option],
      variants: [aVariant(`p${nth}-s`, { choices: ["small"] }), aVariant(`p${nth}-l`, { choices: ["large"] })],
    });
  });
}

const percentile = (sorted: readonly number[], part: number) =>
  sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * part))] as number;

/** What a search with filters and counts takes of 10,000 products, in ms: the median and the 95th of a hundred. */
export function searchMs(): { median: number; p95: number } {
  const products = tenThousand();
  const index = new ProductIndex(products, frame, "en");
  const catalog = new Catalog({
    frame,
    products,
    hasStock: () => true,
    today: "2026-11-28",
    language: "en",
    search: (words) => index.search(words),
  });
  const asked = ["bell mug", "rivr bowl", "cups", "ember plate", "quay planter 4711", "bwol"];
  const taken = Array.from({ length: 100 }, (_, nth) => {
    const began = performance.now();
    catalog.find(
      {
        ...everything,
        words: asked[nth % asked.length] as string,
        values: nth % 2 ? { glaze: [glazes[nth % glazes.length] as string] } : {},
        order: nth % 3 ? "fitting" : "cheapest",
      },
      24,
    );
    return performance.now() - began;
  }).sort((a, b) => a - b);
  return { median: percentile(taken, 0.5), p95: percentile(taken, 0.95) };
}

/** What working out a basket of twenty lines with options, tax and sending takes, in µs. */
export function cartPriceUs(): number {
  const products = tenThousand().slice(0, 20);
  const shop = newShop("Europe/Dublin", "en-IE");
  const byVariant = new Map(products.flatMap((product) => product.variants.map(({ id }) => [id, product] as const)));
  const cart = {
    lines: products.map((product, nth) => ({
      id: `l${nth}`,
      product: product.id,
      variant: product.variants[nth % 2]?.id ?? "",
      quantity: 1 + (nth % 4),
      asked: {},
      seen: product.price + (nth % 2 ? 400 : 0),
    })),
  };
  const going = { to: { country: "IE", region: "", postcode: "H91 AB12" }, way: "parcel", taxNumber: "" };
  const around = {
    shop,
    language: "en-IE",
    currency: "EUR",
    today: "2026-11-28",
    now: { day: 20_785, minutes: 600 },
    isHoliday: () => false,
    productOf: (variant: string) => byVariant.get(variant),
    left: () => 99,
  };
  const rounds = 2000;
  for (let nth = 0; nth < 200; nth++) reckon(cart, going, around);
  const began = performance.now();
  for (let nth = 0; nth < rounds; nth++) reckon(cart, going, around);
  return ((performance.now() - began) * 1000) / rounds;
}
