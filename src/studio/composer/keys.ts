// The composer's keys: one table, read by the handler and shown under "?".

import { duplicateSelected, removeSelected } from "./several";
import { hasFocusForKeys, isOff } from "./single-keys";
import type { Composer } from "./store";

export interface KeyCommands {
  sideBySide(): void;
  rehearse(): void;
  find(): void;
  closeShelf(): void;
  pageSettings(): void;
  findWords(): void;
  help(): void;
  enterWords(): void;
  copyLooks(): void;
  pasteLooks(): void;
}

interface Key {
  readonly keys: string;
  readonly says: string;
  /** It is a single character: it holds only where the stage or the running order has the focus, and can be switched off. */
  readonly single?: true;
  fits(event: KeyboardEvent): boolean;
  run(composer: Composer, commands: KeyCommands): void;
}

const meta = (event: KeyboardEvent) => event.ctrlKey || event.metaKey;
const bare = (key: string) => (event: KeyboardEvent) =>
  !meta(event) && !event.altKey && event.key.toLowerCase() === key;
const withMeta =
  (key: string, shift = false) =>
  (event: KeyboardEvent) =>
    meta(event) && !event.altKey && event.shiftKey === shift && event.key.toLowerCase() === key;
/** By the key itself: with Alt some keyboards write another letter. */
const withMetaAlt = (key: string) => (event: KeyboardEvent) =>
  meta(event) && event.altKey && !event.shiftKey && event.code === `Key${key.toUpperCase()}`;
const alt = (key: string) => (event: KeyboardEvent) => event.altKey && !meta(event) && event.key === key;

const selected = (composer: Composer, command: (node: string) => void) => {
  const node = composer.view.selection?.node;
  if (node) command(node);
};

const layout = (composer: Composer, command: (node: string) => void) =>
  composer.mayLayout && selected(composer, command);

export const keyTable: readonly Key[] = [
  {
    keys: "T",
    says: "the phone beside the page, or the page alone",
    single: true,
    fits: bare("t"),
    run: (_composer, commands) => commands.sideBySide(),
  },
  {
    keys: "R",
    says: "rehearse: walk through the site",
    single: true,
    fits: bare("r"),
    run: (_composer, commands) => commands.rehearse(),
  },
  {
    keys: "+",
    says: "find a section, block, widget, page or command",
    single: true,
    fits: (event) => !meta(event) && event.key === "+",
    run: (_composer, commands) => commands.find(),
  },
  {
    keys: "F",
    says: "find and replace words",
    single: true,
    fits: bare("f"),
    run: (_composer, commands) => commands.findWords(),
  },
  {
    keys: "Alt+Up",
    says: "move up in the running order",
    fits: alt("ArrowUp"),
    run: (composer) => layout(composer, (node) => composer.blocks.moveBy(node, -1)),
  },
  {
    keys: "Alt+Down",
    says: "move down",
    fits: alt("ArrowDown"),
    run: (composer) => layout(composer, (node) => composer.blocks.moveBy(node, 1)),
  },
  {
    keys: "Alt+Left",
    says: "into the column, or the part of a bar, before it",
    fits: alt("ArrowLeft"),
    run: (composer) => layout(composer, (node) => composer.blocks.moveAcross(node, -1)),
  },
  {
    keys: "Alt+Right",
    says: "into the one behind it",
    fits: alt("ArrowRight"),
    run: (composer) => layout(composer, (node) => composer.blocks.moveAcross(node, 1)),
  },
  {
    keys: "Up, Down",
    says: "the block before, the block after",
    fits: (event) => !event.altKey && !meta(event) && (event.key === "ArrowUp" || event.key === "ArrowDown"),
    run: () => {},
  },
  {
    keys: "Esc",
    says: "one level out",
    fits: bare("escape"),
    run: (composer, commands) => {
      if (!composer.view.selection) return commands.closeShelf();
      selected(composer, (node) => {
        const parent = composer.place(node)?.parent;
        composer.select(parent && parent.kind !== "page" ? parent.id : null);
      });
    },
  },
  {
    keys: "Enter",
    says: "one level in, edit the words, choose the picture",
    fits: bare("enter"),
    run: (composer, commands) =>
      selected(composer, (node) => {
        const block = composer.node(node);
        const first = block?.children?.[0];
        if (first) composer.select(first.id);
        else if (block?.kind === "shared" && composer.mayLayout) composer.inPlace.open(node);
        else commands.enterWords();
      }),
  },
  {
    keys: "Delete",
    says: "remove the block",
    fits: (event) => event.key === "Delete" || event.key === "Backspace",
    run: (composer) => layout(composer, () => removeSelected(composer)),
  },
  {
    keys: "Ctrl+D",
    says: "duplicate",
    fits: withMeta("d"),
    run: (composer) => layout(composer, () => duplicateSelected(composer)),
  },
  {
    keys: "Ctrl+C, X, V",
    says: "copy, cut, paste blocks; words and pictures from elsewhere are pasted, too",
    // The browser's own commands: see clipboard.ts.
    fits: () => false,
    run: () => {},
  },
  {
    keys: "Shift+click",
    says: "select several blocks; Shift and a drag select all inside a frame",
    fits: () => false,
    run: () => {},
  },
  {
    keys: "Ctrl+Alt+C, V",
    says: "copy the looks of a block, put them on another",
    fits: withMetaAlt("c"),
    run: (_composer, commands) => commands.copyLooks(),
  },
  { keys: "", says: "", fits: withMetaAlt("v"), run: (_composer, commands) => commands.pasteLooks() },
  { keys: "Ctrl+Z", says: "undo", fits: withMeta("z"), run: (composer) => composer.undo() },
  {
    keys: "Ctrl+Shift+Z, Ctrl+Y",
    says: "redo",
    fits: (event) => withMeta("z", true)(event) || withMeta("y")(event),
    run: (composer) => composer.redo(),
  },
  {
    keys: "Space",
    says: "on a section of the running order: lift it, move it by the arrows, put it down",
    fits: () => false,
    run: () => {},
  },
  {
    keys: "?",
    says: "this list",
    single: true,
    fits: (event) => event.key === "?",
    run: (_composer, commands) => commands.help(),
  },
];

/** The neighbour of the selection among its siblings. */
function neighbour(composer: Composer, by: -1 | 1) {
  const { selection, page } = composer.view;
  if (!selection) return composer.select((by === 1 ? page.children?.[0] : page.children?.at(-1))?.id ?? null);
  const place = composer.place(selection.node);
  const next = place?.parent.children?.[place.index + by];
  if (next) composer.select(next.id);
}

/** Handles a key; whether it was one of ours. Keys typed into fields are the field's. */
export function handleKey(event: KeyboardEvent, composer: Composer, commands: KeyCommands): boolean {
  const target = event.target as HTMLElement | null;
  if (target?.closest?.("input,textarea,select,[contenteditable],[role=dialog],[role=menu]")) return false;
  // A button or link under focus keeps the keys that press it.
  if (
    target?.closest?.("button,a,summary") &&
    target.ownerDocument === document &&
    ["Enter", " ", "ArrowUp", "ArrowDown"].includes(event.key) &&
    !event.altKey
  )
    return false;
  const key = keyTable.find((one) => one.fits(event));
  if (!key || (key.single && (isOff(key.keys) || !hasFocusForKeys(target)))) return false;
  event.preventDefault();
  if (key.keys === "Up, Down") neighbour(composer, event.key === "ArrowDown" ? 1 : -1);
  else key.run(composer, commands);
  return true;
}

/** Keys that take away what has the focus. */
export const takesAway: ReadonlySet<string> = new Set(["Delete", "Backspace"]);
