// A window that one thing asks and another answers: open while somebody waits for it.
import { useCallback, useEffect, useRef, useState } from "react";
import type { Asking } from "./api";

/**
 * Registers the window as the one that is asked; `end` answers whether it was given what it asked for. A second one who
 * asks meanwhile sends the first away.
 */
export function useAsking(askedWith: (asked: Asking | null) => void): { open: boolean; end(given: boolean): void } {
  const [open, setOpen] = useState(false);
  const answer = useRef<((given: boolean) => void) | null>(null);
  useEffect(() => {
    askedWith(
      () =>
        new Promise((resolve) => {
          answer.current?.(false);
          answer.current = resolve;
          setOpen(true);
        }),
    );
    return () => askedWith(null);
  }, [askedWith]);
  const end = useCallback((given: boolean) => {
    answer.current?.(given);
    answer.current = null;
    setOpen(false);
  }, []);
  return { open, end };
}
