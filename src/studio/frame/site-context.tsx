"use client";
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { createContext, type ReactNode, useContext, useMemo } from "react";
import { sourceLocale } from "@/core/locale/site-locale";
// The site whose screens are open: its frame from the server, and what rendering needs of it.
import { variantName } from "@/core/media/forms";
import type { PageNode } from "@/core/page/node";
import { createRenderer, type Renderer } from "@/core/render/render";
import type { SiteFrame } from "@/core/site/site";
import { type Hole, parts as shopParts } from "@/core/storefront/parts";
import { sampleFill } from "@/core/storefront/sample";
import type { Gives } from "@/server/operations";
import { ask, Refusal } from "@/studio/kit/api";
import { Loading } from "@/studio/kit/kit";
import { NotHere } from "./not-here";
import { words } from "./words";

export type OpenSite = Gives<"sites.frame">;

const SiteContext = createContext<OpenSite | null>(null);

export function SiteProvider({ site, children }: { site: string; children: ReactNode }) {
  const { data, error } = useQuery({ queryKey: ["frame", site], queryFn: () => ask("sites.frame", { site }) });
  if (error && !data)
    return (
      <NotHere
        {...(error instanceof Refusal && error.status === 404 ? {} : { title: words.notShown })}
        why={error.message}
      />
    );
  return data ? <SiteContext.Provider value={data}>{children}</SiteContext.Provider> : <Loading what={words.theSite} />;
}

export function useSite(): OpenSite {
  const site = useContext(SiteContext);
  if (!site) throw new Error("useSite stands inside a SiteProvider");
  return site;
}

/** Reads the frame (and what is derived from it) anew after a deed that changed it. */
export function useRefresh() {
  const client = useQueryClient();
  const { key } = useSite();
  return () =>
    Promise.all([
      client.invalidateQueries({ queryKey: ["frame", key] }),
      client.invalidateQueries({ queryKey: ["changes", key] }),
      client.invalidateQueries({ queryKey: ["sites"] }),
    ]);
}

/** What stands on the stage where a part of the shop has nothing to show. */
const emptyPart = ({ part }: Hole): string => `<p class="s-small">${words.emptyShopPart(shopParts[part].label)}</p>`;

/** Where the studio has a file that is no picture. */
export const documentAddress = (site: string, hash: string): string => `/api/sites/${site}/media/${hash}?document`;

/** Origin of a stand-in for an outside host: they answer below the studio's own. */
export const standInHere = (label: string): string => `${location.protocol}//${label}.${location.host}`;

/**
 * The renderer the studio's stages use: the same as releases, with addresses of the studio and ids on nodes. `chosen`: the
 * site's header and footer are those of the page, whatever their rules say.
 */
export function stageRenderer(
  site: SiteFrame,
  {
    chosen = false,
    found = {},
    shop = null,
  }: { readonly chosen?: boolean; readonly found?: OpenSite["found"]; readonly shop?: OpenSite["shop"] } = {},
): Renderer {
  const { language, currency } = site.settings;
  const fill =
    shop &&
    sampleFill(shop, {
      ...{ language, currency, media: new Map(site.media.map((entry) => [entry.hash, entry])) },
      film: (hash) => documentAddress(site.key, hash),
    });
  return createRenderer(site, {
    locale: sourceLocale(site),
    marks: true,
    chosen,
    linkBase: "",
    origin: null,
    quick: true,
    mediaUrl: (hash, variant) => `/api/sites/${site.key}/media/${variantName(hash, variant)}`,
    documentUrl: ({ hash }) => documentAddress(site.key, hash),
    fontUrl: (file) => `/api/fonts/${file}`,
    standIn: standInHere,
    found: (widget) => found[widget],
    shop: (hole, picture, quiet) => fill?.(hole, picture) || (quiet ? "" : emptyPart(hole)),
  });
}

export function useStageRenderer(
  site: OpenSite,
  header: PageNode | undefined,
  footer: PageNode | undefined,
): Renderer | null {
  const { key, name, settings, brand, pages, widgets, media, parts, found, shop } = site;
  return useMemo(
    () =>
      header && footer
        ? stageRenderer(
            { ...parts, key, name, settings, brand, pages, widgets, media, header, footer },
            { chosen: true, found, shop },
          )
        : null,
    [key, name, settings, brand, pages, widgets, media, parts, found, shop, header, footer],
  );
}
