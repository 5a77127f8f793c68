"use client";
// Rehearse as: the visitor that is chosen for every preview, and whether somebody walks through the site as that visitor.
import { createContext, type ReactNode, useCallback, useContext, useMemo, useRef, useState } from "react";
import type { ConsentState } from "@/core/visitor/visitor";
import { useSite } from "@/studio/frame/site-context";

export interface ChosenVisitor {
  readonly device: "wide" | "tablet" | "phone";
  readonly language: string;
  readonly country: string;
  /** Wall time in the site's zone, "2026-11-24T19:40"; empty for now. */
  readonly time: string;
  readonly visit: number;
  readonly consent: ConsentState;
  readonly signedUp: boolean;
  /** IANA zone of the visitor's own clock; empty for the site's. */
  readonly zone: string;
}

export const deviceWidths = { wide: 1180, tablet: 820, phone: 390 } as const;
interface Rehearsing {
  readonly chosen: ChosenVisitor;
  choose(change: Partial<ChosenVisitor>): void;
  /** Walks through the site as the chosen visitor, from `path`, or from the page of the open screen. */
  walk(path?: string): void;
  /** Told by the open screen: the page a walk begins at. */
  beginAt(path: string): void;
  /** The page that the walk began at; null while nobody walks. */
  readonly walking: string | null;
  end(): void;
}

const Chosen = createContext<Rehearsing | null>(null);

/** The visitor that every preview of a site's screens is for, and the walk through the site. */
export function VisitorProvider({ children }: { children: ReactNode }) {
  const { settings } = useSite();
  const [chosen, setChosen] = useState<ChosenVisitor>({
    device: "wide",
    language: settings.language,
    country: settings.language.split("-")[1] ?? "",
    time: "",
    visit: 1,
    consent: "notAsked",
    signedUp: false,
    zone: "",
  });
  const [walking, setWalking] = useState<string | null>(null);
  const begin = useRef("/");
  const walk = useCallback((path?: string) => setWalking(path ?? begin.current), []);
  const beginAt = useCallback((path: string) => {
    begin.current = path;
  }, []);
  const value = useMemo(
    () => ({
      chosen,
      choose: (change: Partial<ChosenVisitor>) => setChosen((before) => ({ ...before, ...change })),
      walk,
      beginAt,
      walking,
      end: () => setWalking(null),
    }),
    [chosen, walk, beginAt, walking],
  );
  return <Chosen.Provider value={value}>{children}</Chosen.Provider>;
}

export function useChosenVisitor(): Rehearsing {
  const value = useContext(Chosen);
  if (!value) throw new Error("useChosenVisitor stands inside a VisitorProvider");
  return value;
}
