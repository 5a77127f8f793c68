// Figures of the shop: searching ten thousand products, and what a basket of twenty lines costs to work out.
import { Catalog, everything, type ProductQuery } from "@/core/catalog/find";
import type { CatalogFrame, Product } from "@/core/catalog/product";
import { anOption, aProduct, aVariant } from "@/core/catalog/sample.test-kit";
import { ProductIndex } from "@/core/catalog/words";
import { paragraphs } from "@/core/page/words/richtext";
import { newShop } from "@/core/shop/new-shop";
import { reckon } from "@/core/shop/reckon";
import { multiPurpose } from "@/core/voucher/purpose";
import { median, paced, percentile, took } from "./pace";

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

/** What a search with filters and counts takes of 10,000 products, in ms: the median of a hundred, and the 95th of a round. */
export async function searchMs(): Promise<{ median: number; p95: number }> {
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
  let p95 = 0;
  const middle = await paced(3, async () => {
    const taken: number[] = [];
    for (let nth = 0; nth < 100; nth++) {
      const query: ProductQuery = {
        ...everything,
        words: asked[nth % asked.length] as string,
        values: nth % 2 ? { glaze: [glazes[nth % glazes.length] as string] } : {},
        order: nth % 3 ? "fitting" : "cheapest",
      };
      taken.push(await took(() => catalog.find(query, 24)));
    }
    p95 = percentile(taken, 0.95);
    return median(taken);
  });
  return { median: middle, p95 };
}

/** What working out a basket of twenty lines with options, tax and sending takes, in µs. */
export async function cartPriceUs(): Promise<number> {
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
    vouchersAre: multiPurpose,
    isHoliday: () => false,
    productOf: (variant: string) => byVariant.get(variant),
    left: () => 99,
  };
  const rounds = 500;
  for (let nth = 0; nth < 200; nth++) reckon(cart, going, around);
  const many = () => {
    for (let nth = 0; nth < rounds; nth++) reckon(cart, going, around);
  };
  return ((await paced(5, () => took(many))) * 1000) / rounds;
}
