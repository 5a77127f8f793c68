// A shop as the stage shows it: some of its own products, and a basket with the first of them, worked out by the same rules.

import { Catalog, everything } from "@/core/catalog/find";
import { priceOf } from "@/core/catalog/price";
import type { CatalogFrame, Product } from "@/core/catalog/product";
import { isPicture, type MediaEntry } from "@/core/media/entry";
import type { OfferedPayment } from "@/core/payment/connectors";
import type { RenderedPicture } from "@/core/render/markup";
import { reckon } from "@/core/shop/reckon";
import type { Shop } from "@/core/shop/shop";
import { multiPurpose } from "@/core/voucher/purpose";
import type { Hole } from "./part-facts";
import { filled } from "./parts";
import { productPicture } from "./picture";
import type { ShopShown, ShopView } from "./view";

const sampleWays: readonly OfferedPayment[] = (["card", "transfer"] as const).map((by) => ({
  by,
  words: "",
  most: null,
}));

/** What the stage knows of a shop. */
export interface ShopSample {
  readonly shop: Shop;
  readonly shown: ShopShown;
  readonly frame: CatalogFrame;
  readonly products: readonly Product[];
  readonly left: Readonly<Record<string, number | null>>;
  /** The local day. */
  readonly today: string;
}

interface Stage {
  readonly language: string;
  readonly currency: string;
  readonly media: ReadonlyMap<string, MediaEntry>;
  /** Address of a film. */
  film(media: string): string;
}

/** Draws holes as the stage shows them. */
export function sampleFill(sample: ShopSample, { language, currency, media, film }: Stage) {
  const { shop, frame, products, today } = sample;
  const left = (variant: string) => sample.left[variant] ?? null;
  const catalog = new Catalog({
    frame,
    products,
    hasStock: ({ variants }) => variants.some(({ id }) => (left(id) ?? 1) > 0),
    today,
    language,
    search: () => [],
  });
  const firsts = catalog.products.filter(({ variants }) => variants.some(({ id }) => (left(id) ?? 1) > 0)).slice(0, 2);
  const { shown: cart } = reckon(
    {
      lines: firsts.flatMap((product) => {
        const variant = product.variants.find(({ id }) => (left(id) ?? 1) > 0);
        if (!variant) return [];
        return [
          {
            id: product.id,
            product: product.id,
            variant: variant.id,
            quantity: product.sale.least,
            asked: {},
            seen: priceOf(product, variant).value,
          },
        ];
      }),
    },
    { to: { country: shop.tax.home, region: "", postcode: "" }, way: "", taxNumber: "" },
    {
      shop,
      language,
      currency,
      today,
      now: { day: Date.parse(`${today}T00:00:00Z`) / 86_400_000, minutes: 600 },
      vouchersAre: multiPurpose,
      isHoliday: () => false,
      productOf: (variant) => products.find(({ variants }) => variants.some(({ id }) => id === variant)),
      left,
    },
  );
  return (hole: Hole, picture: (media: string) => RenderedPicture | null): string => {
    const view: ShopView = {
      language,
      currency,
      origin: "",
      shop: sample.shown,
      payments: sampleWays,
      catalog,
      isNew: () => false,
      left,
      picture: (hash, asked) => {
        const [entry, found] = [media.get(hash), picture(hash)];
        return entry && found && isPicture(entry) ? productPicture(found, entry, asked) : "";
      },
      film: (hash) => (media.has(hash) ? film(hash) : ""),
      pictureAddress: () => "",
      query: everything,
      category: null,
      product: catalog.products[0] ?? null,
      variant: null,
      cart,
      typed: null,
      faults: {},
      order: null,
      account: "",
      fetchTimes: null,
      once: "",
    };
    return filled(hole, view);
  };
}
