"use client";
// What the top bar says about saving: told by the open screen.
import { createContext, type ReactNode, useContext, useEffect, useMemo, useState } from "react";
import type { SyncState } from "@/studio/composer/sync";
import { words } from "./words";

interface Status {
  readonly state: SyncState;
}

const StatusContext = createContext<{ status: Status | null; tell(status: Status | null): void }>({
  status: null,
  tell: () => {},
});

export function StatusProvider({ children }: { children: ReactNode }) {
  const [status, tell] = useState<Status | null>(null);
  const value = useMemo(() => ({ status, tell }), [status]);
  return <StatusContext.Provider value={value}>{children}</StatusContext.Provider>;
}

/** Tells the top bar how the open screen's saving stands; nothing once the screen is left. */
export function useStatus(state: SyncState) {
  const { tell } = useContext(StatusContext);
  const key = JSON.stringify(state);
  // biome-ignore lint/correctness/useExhaustiveDependencies: the key stands for the state
  useEffect(() => tell({ state }), [key, tell]);
  useEffect(() => () => tell(null), [tell]);
}

/** The words of the top bar, and their tone. */
export function useStatusWords(): { words: string; warn: boolean } | null {
  const { status } = useContext(StatusContext);
  if (!status) return null;
  return said[status.state.kind](status as never);
}

type Said = { words: string; warn: boolean };
type Of<K extends SyncState["kind"]> = Status & { readonly state: Extract<SyncState, { kind: K }> };

const said: { readonly [K in SyncState["kind"]]: (status: Of<K>) => Said } = {
  saved: () => ({ words: words.saved, warn: false }),
  saving: () => ({ words: words.saving, warn: false }),
  waiting: ({ state }) => ({ words: words.waiting(state.edits), warn: true }),
  signedOut: ({ state }) => ({ words: words.signedOut(state.edits), warn: true }),
  refused: () => ({ words: words.notSaved, warn: true }),
};
