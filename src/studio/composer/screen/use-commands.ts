// What keys and the clipboard do in the composer.
import { useCallback, useLayoutEffect, useMemo, useRef } from "react";
import { useRefresh, useSite } from "@/studio/frame/site-context";
import { useChosenVisitor } from "@/studio/rehearse/chosen";
import { clipboardEvents } from "@/studio/stage/frame-events";
import { copyBlocks, keepLooks, lastLooks, pasteBlocks } from "../clipboard";
import { handleKey, type KeyCommands } from "../keys";
import { pasteLooks } from "../several";
import type { Composer } from "../store";
import { useViewChoice } from "../view-choice";
import { words } from "../words";

interface Opens {
  openShelf(): void;
  closeShelf(): void;
  findWords(): void;
  help(): void;
  enterWords(node: string): void;
}

/** The commands of the screen, and what answers keys and the clipboard, here and in the frames. `opens`: what the screen opens. */
export function useCommands(composer: Composer, opens: Opens) {
  const site = useSite();
  const refresh = useRefresh();
  const { walk } = useChosenVisitor();
  const [{ sideBySide }, choose] = useViewChoice();
  const latest = useRef({ ...opens, refresh });
  latest.current = { ...opens, refresh };

  const commands = useMemo<KeyCommands>(() => {
    return {
      sideBySide: () => choose({ sideBySide: !sideBySide }),
      rehearse: () => walk(),
      pageSettings: () => composer.select(null),
      find: () => latest.current.openShelf(),
      closeShelf: () => latest.current.closeShelf(),
      findWords: () => latest.current.findWords(),
      help: () => latest.current.help(),
      enterWords: () => composer.view.selection && latest.current.enterWords(composer.view.selection.node),
      copyLooks: () => {
        const { selection } = composer.view;
        const block = selection && composer.node(selection.node);
        if (block) keepLooks(block.look);
      },
      pasteLooks: () => {
        const looks = lastLooks();
        if (!looks) composer.say(words.noLooksCopied);
        else if (composer.mayLayout) pasteLooks(composer, looks);
      },
    };
  }, [composer, walk, choose, sideBySide]);

  const onKey = useCallback((event: KeyboardEvent) => void handleKey(event, composer, commands), [composer, commands]);
  // Before it is drawn: whoever sees the screen can use its keys.
  useLayoutEffect(() => {
    addEventListener("keydown", onKey);
    return () => removeEventListener("keydown", onKey);
  }, [onKey]);

  const onClipboard = useCallback(
    (event: ClipboardEvent) =>
      event.type === "paste"
        ? pasteBlocks(event, composer, site.key, () => latest.current.refresh())
        : copyBlocks(event, composer, site.key),
    [composer, site.key],
  );
  useLayoutEffect(() => {
    for (const type of clipboardEvents) document.addEventListener(type, onClipboard);
    return () => {
      for (const type of clipboardEvents) document.removeEventListener(type, onClipboard);
    };
  }, [onClipboard]);

  return { commands, onKey, onClipboard };
}
