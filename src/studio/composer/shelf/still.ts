"use client";
import { useEffect, useState } from "react";

/**
 * What a press begins on stays under it until it ends: a value that changes meanwhile is shown after it.
 * Returns what to show, and what the element that is pressed gets.
 */
export function useStillWhilePressed<T>(value: T): readonly [T, { readonly onPointerDown: () => void }] {
  const [pressed, setPressed] = useState(false);
  const [shown, setShown] = useState(value);
  if (!pressed && shown !== value) setShown(value);
  useEffect(() => {
    if (!pressed) return;
    // The click comes after the pointer is up, in the same turn.
    const end = () => setTimeout(() => setPressed(false));
    const ends = ["pointerup", "pointercancel"] as const;
    for (const name of ends) window.addEventListener(name, end);
    return () => {
      for (const name of ends) window.removeEventListener(name, end);
    };
  }, [pressed]);
  return [shown, { onPointerDown: () => setPressed(true) }];
}
