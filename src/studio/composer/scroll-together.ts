// Two frames of one page scroll together: by its sections, since they are of different heights in each.
import { useCallback, useRef } from "react";
import type { StageState } from "@/studio/stage/patch";

export interface Pane {
  readonly element: HTMLElement;
  readonly stage: StageState;
  readonly scale: number;
}

interface Band {
  readonly id: string;
  readonly top: number;
  readonly height: number;
}

/** The page's sections from top to bottom, in px of the screen from the pane's top. */
function bandsOf({ stage, scale }: Pane): readonly Band[] {
  return [...stage.document.querySelectorAll<HTMLElement>("body > * > [data-n]")].map((section) => {
    const { top, height } = section.getBoundingClientRect();
    return { id: section.dataset.n ?? "", top: top * scale, height: height * scale };
  });
}

/** Where `other` scrolls to when the first has scrolled: to the same place of the same section. */
export function sameplace(from: readonly Band[], scrollTop: number, other: readonly Band[]): number | null {
  const band = from.findLast((one) => one.top <= scrollTop) ?? from[0];
  const twin = band && other.find((one) => one.id === band.id);
  if (!band || !twin) return null;
  const share = band.height > 0 ? Math.min(1, Math.max(0, (scrollTop - band.top) / band.height)) : 0;
  return twin.top + share * twin.height;
}

/** How long a scrolled pane is quiet, in ms. */
const quietMs = 150;

/** Ties panes together; answers where a pane tells that it is there (or, with null, gone), and that it has scrolled. */
export function useScrollTogether() {
  const panes = useRef(new Map<string, Pane>());
  // A pane that was just scrolled by the other one does not answer; should its event come late, the answer is the same place.
  const quietUntil = useRef(new Map<string, number>());
  const tell = useCallback((name: string, pane: Pane | null) => {
    if (pane) panes.current.set(name, pane);
    else panes.current.delete(name);
  }, []);
  const scrolled = useCallback((name: string) => {
    const from = panes.current.get(name);
    if (!from || (quietUntil.current.get(name) ?? 0) > performance.now()) return;
    for (const [other, pane] of panes.current) {
      const top = other === name ? null : sameplace(bandsOf(from), from.element.scrollTop, bandsOf(pane));
      if (top === null || Math.abs(pane.element.scrollTop - top) < 1) continue;
      quietUntil.current.set(other, performance.now() + quietMs);
      pane.element.scrollTop = top;
    }
  }, []);
  return { tell, scrolled };
}
