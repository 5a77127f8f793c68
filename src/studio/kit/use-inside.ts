"use client";
// Whether the caret is within something. What stands there only meanwhile goes when a press that takes the caret away is
// over: were it gone while the button is held, what is pressed would move away below the pointer.
import { useEffect, useRef, useState } from "react";

export function useInside(): { readonly inside: boolean; readonly on: { onFocus(): void; onBlur(): void } } {
  const [inside, setInside] = useState(false);
  const pressed = useRef(false);
  const leaves = useRef(false);
  useEffect(() => {
    const down = () => {
      pressed.current = true;
    };
    const up = () => {
      pressed.current = false;
      if (!leaves.current) return;
      leaves.current = false;
      // The click comes after this.
      setTimeout(() => setInside(false));
    };
    addEventListener("pointerdown", down, true);
    addEventListener("pointerup", up, true);
    addEventListener("pointercancel", up, true);
    return () => {
      removeEventListener("pointerdown", down, true);
      removeEventListener("pointerup", up, true);
      removeEventListener("pointercancel", up, true);
    };
  }, []);
  return {
    inside,
    on: {
      onFocus: () => {
        leaves.current = false;
        setInside(true);
      },
      onBlur: () => {
        leaves.current = pressed.current;
        if (!pressed.current) setInside(false);
      },
    },
  };
}
