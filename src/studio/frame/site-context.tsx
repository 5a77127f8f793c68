"use client";
// The site whose screens are open: its frame from the server.
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { createContext, type ReactNode, useContext } from "react";
import type { Gives } from "@/server/operations";
import { ask, Refusal } from "@/studio/kit/api";
import { Loading } from "@/studio/kit/layout";
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

/** Reads the frame (and what is derived from it) anew after a command that changed it. */
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

/** Where the studio has a file that is no picture. */
export const documentAddress = (site: string, hash: string): string => `/api/sites/${site}/media/${hash}?document`;

/** Origin of a stand-in for an outside host: they answer below the studio's own. */
export const standInHere = (label: string): string => `${location.protocol}//${label}.${location.host}`;
