// Commands by a single letter, as WCAG 2.2 (2.1.4) wants them: they hold while the stage or the running order has the focus, and
// each can be switched off. What is off is kept in the browser.
import { useSyncExternalStore } from "react";

const storageKey = "webitor.keysOff";

/** Marks an element in which single keys are commands. */
export const worksByKeys = { "data-keys": "" } as const;

let off: ReadonlySet<string> | null = null;
const listeners = new Set<() => void>();

function read(): ReadonlySet<string> {
  if (off) return off;
  try {
    const kept: unknown = JSON.parse(localStorage.getItem(storageKey) ?? "[]");
    off = new Set(Array.isArray(kept) ? kept.filter((one) => typeof one === "string") : []);
  } catch {
    off = new Set();
  }
  return off;
}

export const isOff = (keys: string): boolean => read().has(keys);

/** Switches a single key on or off. */
export function setOff(keys: string, isNow: boolean): void {
  const next = new Set(read());
  if (isNow) next.add(keys);
  else next.delete(keys);
  off = next;
  try {
    localStorage.setItem(storageKey, JSON.stringify([...next]));
  } catch {
    // Forbidden storage: it holds until the tab is closed.
  }
  for (const listener of listeners) listener();
}

const none: ReadonlySet<string> = new Set();

export const useKeysOff = (): ReadonlySet<string> =>
  useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    read,
    () => none,
  );

/** Whether the focus is where single keys are commands: in a frame of the stage, its pane, or the running order. */
export const hasFocusForKeys = (target: Element | null): boolean =>
  target !== null && (target.ownerDocument !== document || target.closest("[data-keys]") !== null);

/** Gives the stage the focus, where nothing has it: keys go on from there. Until it is drawn the running order has it. */
export function focusStage(): void {
  const { activeElement } = document;
  if (activeElement !== document.body && activeElement !== null) return;
  const place =
    document.querySelector<HTMLElement>("[data-pane]") ?? document.querySelector<HTMLElement>("[data-keys]");
  place?.focus({ preventScroll: true });
}
