// What Enter, or a double press on the stage, opens for a block without words: what its sheet offers to choose.

/** Marks the button that opens it. */
export const opensByEnter = { "data-opens-by-enter": "" } as const;

/** Opens the first of them; whether there is one. */
export function openChoice(): boolean {
  const button = document.querySelector<HTMLElement>("aside [data-opens-by-enter]");
  button?.click();
  return button !== null;
}
