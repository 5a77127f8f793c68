// From Enter or a press on, every key belongs to the words: what is typed until they can take it is kept, and written into them.

/** So long words are waited for, in ms: a slow machine draws a page late. */
const mostMs = 15_000;

export interface HeldKeys {
  /** Writes what was typed into the words, which have the focus now. */
  into(words: HTMLElement): void;
  /** Lets go of the keys; what was typed is lost only where there are no words to take it. */
  letGo(): void;
  /** Whether it was waited long enough, or Escape was pressed. */
  readonly over: boolean;
}

/** A key that writes a letter. */
const letterOf = ({ key, ctrlKey, metaKey, altKey, isComposing }: KeyboardEvent): string | null =>
  !isComposing && !ctrlKey && !metaKey && !altKey && [...key].length === 1 ? key : null;

/** Keeps the keys pressed in any of these windows. */
export function holdKeys(windows: readonly Window[]): HeldKeys {
  let typed = "";
  let over = false;
  const until = performance.now() + mostMs;
  const onKey = (event: KeyboardEvent) => {
    const letter = letterOf(event);
    if (letter !== null) typed += letter;
    else if (event.key === "Backspace") typed = [...typed].slice(0, -1).join("");
    else if (event.key === "Escape") over = true;
    // Steps back, copies and the like are commands as ever.
    else return;
    event.preventDefault();
    event.stopImmediatePropagation();
  };
  for (const one of windows) one.addEventListener("keydown", onKey, true);
  const letGo = () => {
    for (const one of windows) one.removeEventListener("keydown", onKey, true);
  };
  return {
    into(words) {
      letGo();
      if (typed) words.ownerDocument.execCommand("insertText", false, typed);
    },
    letGo,
    get over() {
      return over || performance.now() > until;
    },
  };
}

/** Whether an element of a frame has what is typed. */
export function takesKeys(element: HTMLElement): boolean {
  const { activeElement, defaultView } = element.ownerDocument;
  const frame = defaultView?.frameElement;
  return (
    activeElement !== null &&
    (element === activeElement || element.contains(activeElement)) &&
    (!frame || frame.ownerDocument.activeElement === frame)
  );
}
