// The second demo site's shop: parts for bicycles, priced without tax as in its country, with the city's sales tax from its own table; and
// a repair that is paid before it holds.

import sharp from "sharp";
import type { Resource, Service } from "@/core/booking/booking";
import type { Product } from "@/core/catalog/product";
import { paragraphs } from "@/core/page/words/richtext";
import { newShop } from "@/core/shop/new-shop";
import type { Shop } from "@/core/shop/shop";
import { findSite } from "@/data/site/queries";
import type { Context } from "@/server/context";
import { addPicture } from "@/server/site/media";
import { type callAs, operator } from "./lib/studio";

type Account = Parameters<typeof callAs>[1];

interface Part {
  readonly name: string;
  readonly sku: string;
  /** Minor units. */
  readonly price: number;
  readonly grams: number;
  readonly stock: number;
  readonly category: "wheels" | "drive" | "brakes" | "cockpit";
  readonly words: string;
  readonly shape: string;
}

const ink = "#25313a";
const rust = "#b8532f";
const steel = "#8d9aa3";

/** A part drawn flat on a bench, 4:5. */
const drawn = (shape: string): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 400 500" width="1200" height="1500"><rect width="400" height="500" fill="#e9e4d8"/><rect y="372" width="400" height="128" fill="#d8d0bf"/><ellipse cx="200" cy="384" rx="120" ry="14" fill="#000" opacity=".12"/><g fill="none" stroke="${ink}" stroke-width="14" stroke-linecap="round" stroke-linejoin="round">${shape}</g></svg>`;

const ring = (r: number, width: number, colour: string, cy = 250) =>
  `<circle cx="200" cy="${cy}" r="${r}" stroke="${colour}" stroke-width="${width}"/>`;

const parts: readonly Part[] = [
  {
    ...{ name: "City tire 28″", sku: "TIRE-28", price: 3400, grams: 640, stock: 14, category: "wheels" },
    words: "Folding, with a belt against glass. What we fit most.",
    shape: `${ring(118, 34, ink)}${ring(92, 3, steel)}`,
  },
  {
    ...{ name: "Inner tube 28″", sku: "TUBE-28", price: 750, grams: 150, stock: 60, category: "wheels" },
    words: "With the common valve. Bring the old one if you are not sure.",
    shape: `${ring(96, 22, "#3c4a54")}<path d="M200 154v34" stroke="${steel}" stroke-width="8"/>`,
  },
  {
    ...{ name: "Rim tape", sku: "RIM-TAPE", price: 450, grams: 30, stock: 33, category: "wheels" },
    words: "Cotton, a pair.",
    shape: `${ring(74, 30, rust, 270)}${ring(40, 4, "#8a3d22", 270)}`,
  },
  {
    ...{ name: "Chain, 9 speeds", sku: "CHAIN-9", price: 2900, grams: 290, stock: 9, category: "drive" },
    words: "With its closing link. We measure yours for nothing.",
    shape: `<path d="M80 210c60-70 180-70 240 0s-60 150-120 90-180-20-120-90z" stroke="${steel}" stroke-width="20" stroke-dasharray="4 26"/>`,
  },
  {
    ...{ name: "Cassette, 9 speeds", sku: "CAS-9", price: 4200, grams: 350, stock: 5, category: "drive" },
    words: "11 to 32 teeth, nickel.",
    shape: [110, 88, 66, 44].map((r) => ring(r, 8, r % 44 ? steel : ink)).join(""),
  },
  {
    ...{ name: "Pedals, a pair", sku: "PEDALS", price: 2600, grams: 420, stock: 11, category: "drive" },
    words: "Flat, with grip for wet shoes.",
    shape: `<rect x="90" y="190" width="90" height="120" rx="10"/><rect x="220" y="190" width="90" height="120" rx="10"/><path d="M180 250h40" stroke="${rust}"/>`,
  },
  {
    ...{ name: "Brake pads, a pair", sku: "PADS", price: 1200, grams: 60, stock: 40, category: "brakes" },
    words: "For rims. Fitted in ten minutes while you wait.",
    shape: `<path d="M110 220h70v60h-70zM220 220h70v60h-70z" stroke="${ink}" fill="${rust}"/>`,
  },
  {
    ...{ name: "Brake cable", sku: "CABLE-B", price: 900, grams: 80, stock: 25, category: "brakes" },
    words: "Stainless, with its housing.",
    shape: `<path d="M90 340c0-120 60-200 110-200s110 80 110 200-160 60-160-30" stroke="${steel}" stroke-width="9"/>`,
  },
  {
    ...{ name: "Bell", sku: "BELL", price: 1500, grams: 70, stock: 18, category: "cockpit" },
    words: "Brass. Heard over the train.",
    shape: `<path d="M120 290a80 80 0 0 1 160 0z" fill="#c79a3b"/><path d="M200 210v-26M110 304h180" stroke="${ink}"/>`,
  },
  {
    ...{ name: "Front light", sku: "LIGHT-F", price: 3900, grams: 95, stock: 7, category: "cockpit" },
    words: "Charges by cable, shines four hours.",
    shape: `<rect x="130" y="200" width="110" height="90" rx="18" fill="${ink}"/><path d="M256 210l60-30M260 246h64M256 282l60 30" stroke="#c79a3b"/>`,
  },
  {
    ...{ name: "Bar tape", sku: "TAPE", price: 1800, grams: 90, stock: 3, category: "cockpit" },
    words: "Cork, in rust red, with plugs.",
    shape: `${ring(70, 44, rust, 260)}${ring(70, 3, "#8a3d22", 260)}`,
  },
  {
    ...{ name: "Saddle", sku: "SADDLE", price: 5400, grams: 520, stock: 4, category: "cockpit" },
    words: "Leather that wears in. Try it on the stand.",
    shape: `<path d="M90 230c30-40 90-40 130-20s70 10 90 20c-10 40-60 30-90 40s-110 10-130-40z" fill="#6b4630"/><path d="M140 286l120 24" stroke="${steel}" stroke-width="8"/>`,
  },
];

const categories = [
  ["wheels", "Wheels"],
  ["drive", "Drive"],
  ["brakes", "Brakes"],
  ["cockpit", "Cockpit"],
].map(([id = "", name = ""]) => ({ id, name, slug: id, parent: null, picture: null, words: "" }));

/** Sets the shop of parts up; it is live with the next release. */
export async function openParts(context: Context, owner: Account, key: string): Promise<void> {
  const site = await findSite(context.db, key);
  if (!site) throw new Error("The site is missing.");
  const operate = operator(context, owner, key);
  await operate("shop.saveFrame", {
    revision: 0,
    frame: {
      categories,
      attributes: [],
      synonyms: [
        ["tire", "tyre"],
        ["bell", "horn"],
      ],
    },
  });
  for (const part of parts) {
    const bytes = await sharp(Buffer.from(drawn(part.shape)))
      .jpeg({ quality: 82 })
      .toBuffer();
    const { hash } = await addPicture(context, site, `${part.sku.toLowerCase()}.jpg`, bytes);
    const { product: id } = await operate("shop.addProduct", { name: part.name });
    const { product, revision } = (await operate("shop.product", { product: id })) as {
      product: Product;
      revision: number;
    };
    const [variant] = product.variants;
    if (!variant) throw new Error("A new product has no variant.");
    const next: Product = {
      ...product,
      ...{ state: "on", price: part.price, grams: part.grams, counted: true, lowAt: 4, categories: [part.category] },
      ...{ words: paragraphs(part.words), pictures: [{ media: hash, alt: "" }] },
      variants: [{ ...variant, sku: part.sku }],
    };
    await operate("shop.saveProduct", { product: next, revision, stock: { [variant.id]: part.stock } });
  }
  const name = "Parts";
  const { id: widget } = await operate("widgets.add", { kind: "shop", name });
  const fresh = newShop(site.settings.zone, site.settings.language);
  const { pages } = await operate("shop.makePages", { widget });
  const [home, ...others] = fresh.zones;
  const shop: Shop = {
    ...fresh,
    ...{ enabled: true, pages },
    // What the state and the city ask together.
    tax: {
      ...fresh.tax,
      classes: fresh.tax.classes.map((one) => (one.id === "standard" ? { ...one, rates: { "US-IL": 10_250 } } : one)),
    },
    zones: home
      ? [
          {
            ...home,
            methods: [
              ...home.methods,
              {
                id: "fetch",
                name: "Fetch it at the bench",
                kind: "pickup",
                where: "Behind the bakery",
                amount: 0,
                service: "fetch",
              },
            ],
          },
          ...others,
        ]
      : others,
    look: { ...fresh.look, ratio: "1:1", button: "below", columns: { wide: 4, tablet: 3, phone: 2 } },
    prefixes: { order: "OD-", invoice: "OD" },
    seller: "412 Oddlane\nBehind the bakery",
  };
  await operate("widgets.save", { widget, name, revision: 0, settings: shop });
}

/** One repair is paid before it holds, by the same ways as parts; and parts are fetched at times of the calendar. */
export async function setUpBench(context: Context, owner: Account, key: string, service: string): Promise<void> {
  const operate = operator(context, owner, key);
  const { setUp } = await operate("booking.readSetUp", {});
  await operate("booking.replaceSetUp", {
    setUp: {
      ...setUp,
      services: [
        ...(setUp.services as Service[]).map((one) => (one.id === service ? { ...one, confirm: "payment" } : one)),
        ...(setUp.services as Service[]).slice(0, 1).map((one) => ({
          ...one,
          ...{ id: "fetch", name: "Fetch an order", words: "", category: "Parts", price: null, tax: null },
          ...{ durationMinutes: 15, starts: { everyMinutes: 15 }, reminderHours: null },
          needs: [{ name: "counter", oneOf: ["counter"] }],
        })),
      ],
      resources: [
        ...(setUp.resources as Resource[]),
        ...(setUp.resources as Resource[])
          .slice(0, 1)
          .map((one) => ({ ...one, id: "counter", name: "The counter", kind: "thing", daysAhead: 14 })),
      ],
    },
  });
}
