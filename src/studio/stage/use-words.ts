// The words that are open in a frame: begun by a press or a key, ended where something else is chosen.
import { type RefObject, useEffect, useRef, useState } from "react";
import { kinds } from "@/core/page/kinds";
import type { Width } from "@/core/page/look/look";
import type { Composer } from "@/studio/composer/store";
import { beginWords, putCaret } from "@/studio/stage/words-session";
import type { Click, WordsSession, WordsTarget } from "@/studio/stage/words-target";
import { find } from "./frame-events";
import { holdKeys, takesKeys } from "./held-keys";
import { rewriteSection, type StageState } from "./patch";

/** Writing goes on at the end of words. */
export const goOnIn = (session: WordsSession): void => {
  session.element.focus();
  putCaret(session.element, (session.element.textContent ?? "").length);
};

export function useWords({
  composer,
  scope,
  stageRef,
  mine,
  selected,
}: {
  composer: Composer;
  scope: Width;
  stageRef: RefObject<StageState | null>;
  mine: boolean;
  selected: string | null;
}) {
  const editing = useRef<Element | null>(null);
  const [session, setSession] = useState<WordsSession | null>(null);
  const sessionRef = useRef<WordsSession | null>(null);
  // Words are written in one frame at a time: where another frame or block is chosen, these end. What is chosen is asked
  // for as it is now: an effect may run late, and would end words begun since.
  // biome-ignore lint/correctness/useExhaustiveDependencies: what was drawn tells that something else may be chosen
  useEffect(() => {
    const open = sessionRef.current;
    const chosen = composer.getView().selection;
    if (open && (chosen?.width !== scope || chosen.node !== open.node)) open.end();
  }, [mine, selected, composer, scope]);

  const begin = (node: string, at?: Element, click: Click | null = null): WordsSession | null => {
    const stage = stageRef.current;
    const element = stage && find(stage, node);
    const block = composer.node(node);
    if (!stage || !element || !block) return null;
    const field = at?.closest<HTMLElement>("[data-p]")?.dataset.p ?? kinds[block.kind].onPage ?? "";
    if (!composer.mayWrite(node, field)) return null;
    sessionRef.current?.end();
    const target: WordsTarget = {
      composer,
      node: block,
      element: find(stage, node) ?? element,
      ended: () => {
        sessionRef.current = null;
        editing.current = null;
        setSession(null);
        const still = find(stage, node);
        if (still) rewriteSection(stage, still);
      },
      turnTo: (line, caret) => {
        sessionRef.current?.end();
        const next = find(stage, node)?.querySelector<HTMLElement>(`[data-l="${CSS.escape(line)}"]`);
        const started = next && begin(node, next);
        if (!started) return;
        if (caret !== "front") return goOnIn(started);
        started.element.focus();
        putCaret(started.element, 0);
      },
    };
    const place = at?.isConnected ? at : target.element;
    const started = beginWords(target, place, click);
    sessionRef.current = started;
    editing.current = started?.element ?? null;
    setSession(started);
    void started?.become?.then((next) => {
      if (!next || sessionRef.current !== started) return;
      sessionRef.current = next;
      setSession(next);
    });
    return started;
  };

  /**
   * Begins words as soon as they are there, and keeps what is typed until they take it. `start` answers null as long as the stage
   * has not drawn them.
   */
  const beginHolding = (node: string, start: () => WordsSession | null) => {
    const block = composer.node(node);
    const field = block && kinds[block.kind].onPage;
    let begun = start();
    if (!begun && !(field && composer.mayWrite(node, field))) return begun;
    const inside = stageRef.current?.document.defaultView;
    const held = holdKeys(inside ? [window, inside] : [window]);
    const go = () => {
      const now = sessionRef.current;
      if (now && takesKeys(now.element)) return held.into(now.element);
      // Ended meanwhile, or something else was chosen.
      if (held.over || (begun && !now) || composer.view.selection?.node !== node) return held.letGo();
      begun ??= start();
      requestAnimationFrame(go);
    };
    go();
    return begun;
  };

  // The end of the session before may have drawn the section anew: the words are found by their names.
  const turnTo = (node: string, [line, part]: readonly [string | undefined, string | undefined]) => {
    const block = stageRef.current && find(stageRef.current, node);
    const within = line ? block?.querySelector(`[data-l="${CSS.escape(line)}"]`) : block;
    const element = within?.querySelector<HTMLElement>(`[data-p="${CSS.escape(part ?? "")}"]`);
    const started = element && begin(node, element);
    if (!started) return;
    goOnIn(started);
  };

  return { editing, session, sessionRef, begin, beginHolding, turnTo };
}
