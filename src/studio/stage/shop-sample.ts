// What shows a shop's own products on a stage, loaded where a site has a shop.
import { useEffect, useState } from "react";
import type { sampleFill } from "@/core/storefront/sample";
import type { OpenSite } from "@/studio/frame/site-context";

export type ShopSampleFill = typeof sampleFill;
let come: ShopSampleFill | null = null;

/** Null for a site without a shop. */
export async function loadShopSample(shop: OpenSite["shop"]): Promise<ShopSampleFill | null> {
  if (shop) come ??= (await import("@/core/storefront/sample")).sampleFill;
  return shop ? come : null;
}

/** The same for a screen: null until it has come, and asked for again with the next screen where it could not be had. */
export function useShopSample(shop: OpenSite["shop"]): ShopSampleFill | null {
  const [fill, setFill] = useState(() => come);
  useEffect(() => {
    void loadShopSample(shop).then(
      (loaded) => setFill(() => loaded),
      () => {},
    );
  }, [shop]);
  return fill;
}
