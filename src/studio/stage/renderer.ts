// The renderer of the studio's stages: what releases are drawn with, for an open site.

import { useMemo } from "react";
import { foundClips } from "@/core/clips/found";
import { given } from "@/core/kind/service";
import { sourceLocale } from "@/core/locale/site-locale";
import { variantName } from "@/core/media/forms";
import type { PageNode } from "@/core/page/node";
import { createRenderer, type Renderer } from "@/core/render/render";
import type { SiteFrame } from "@/core/site/site";
import { type Hole, partFacts } from "@/core/storefront/part-facts";
import { shopParts } from "@/core/storefront/shown";
import { documentAddress, type OpenSite, standInHere } from "@/studio/frame/site-context";
import { words } from "@/studio/frame/words";
import { type ShopSampleFill, useShopSample } from "./shop-sample";

/** What stands on the stage where a part of the shop has nothing to show. */
const emptyPart = ({ part }: Hole): string => `<p class="s-small">${words.emptyShopPart(partFacts[part].label)}</p>`;

/**
 * The renderer the studio's stages use: the same as releases, with addresses of the studio and ids on nodes. `chosen`: the
 * site's header and footer are those of the page, whatever their rules say.
 */
export function stageRenderer(
  site: SiteFrame,
  {
    chosen = false,
    asVisitors = false,
    found = {},
    shop = null,
    sample = null,
  }: {
    readonly chosen?: boolean;
    /** What is empty draws nothing, as on released pages. */
    readonly asVisitors?: boolean;
    readonly found?: OpenSite["found"];
    readonly shop?: OpenSite["shop"];
    /** What shows the shop's products; without it their places are empty. */
    readonly sample?: ShopSampleFill | null;
  } = {},
): Renderer {
  const { language, currency } = site.settings;
  const fill =
    shop &&
    sample?.(shop, {
      ...{ language, currency, media: new Map(site.media.map((entry) => [entry.hash, entry])) },
      film: (hash) => documentAddress(site.key, hash),
    });
  return createRenderer(site, {
    locale: sourceLocale(site),
    marks: true,
    placeholders: !asVisitors,
    chosen,
    linkBase: "",
    origin: null,
    quick: true,
    mediaUrl: (hash, variant) => `/api/sites/${site.key}/media/${variantName(hash, variant)}`,
    documentUrl: ({ hash }) => documentAddress(site.key, hash),
    fontUrl: (file) => `/api/fonts/${file}`,
    standIn: standInHere,
    services: {
      ...given(foundClips, (widget) => found[widget]),
      ...given(shopParts, (hole, picture, quiet) => fill?.(hole, picture) || (quiet ? "" : emptyPart(hole))),
    },
  });
}

export function useStageRenderer(
  site: OpenSite,
  header: PageNode | undefined,
  footer: PageNode | undefined,
): Renderer | null {
  const { key, name, settings, brand, pages, widgets, media, parts, found, shop } = site;
  const sample = useShopSample(shop);
  return useMemo(
    () =>
      header && footer
        ? stageRenderer(
            { ...parts, key, name, settings, brand, pages, widgets, media, header, footer },
            { chosen: true, found, shop, sample },
          )
        : null,
    [key, name, settings, brand, pages, widgets, media, parts, found, shop, sample, header, footer],
  );
}
