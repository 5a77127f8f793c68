"use client";
// A quiet button that opens a window.
import { type ReactNode, useState } from "react";
import { QuietButton } from "./buttons";

export function WindowButton({ words, window }: { words: string; window: (close: () => void) => ReactNode }) {
  const [open, setOpen] = useState(false);
  return (
    <>
      <QuietButton onClick={() => setOpen(true)}>{words}</QuietButton>
      {open ? window(() => setOpen(false)) : null}
    </>
  );
}
