"use client";
// One cell of the table of variants: what is typed stays typed, and is marked while it is none of the column's.
import { type ClipboardEvent, type KeyboardEvent, useState } from "react";

interface Props {
  readonly label: string;
  /** "row column" */
  readonly place: string;
  readonly text: string;
  readonly placeholder: string;
  readonly fault: string | undefined;
  fits(text: string): boolean;
  onType(text: string): void;
  onKeyDown(event: KeyboardEvent<HTMLInputElement>): void;
  onPaste(event: ClipboardEvent<HTMLInputElement>): void;
}

export function Cell({ label, place, text, placeholder, fault, fits, onType, onKeyDown, onPaste }: Props) {
  const [typed, setTyped] = useState<string | null>(null);
  const shown = typed ?? text;
  const wrong = fault !== undefined || !fits(shown);
  return (
    <input
      aria-label={label}
      aria-invalid={wrong || undefined}
      title={fault}
      data-cell={place}
      value={shown}
      placeholder={placeholder}
      onChange={(event) => {
        setTyped(event.target.value);
        if (fits(event.target.value)) onType(event.target.value);
      }}
      onBlur={() => fits(shown) && setTyped(null)}
      onKeyDown={onKeyDown}
      onPaste={(event) => {
        setTyped(null);
        onPaste(event);
      }}
      style={{
        width: "100%",
        minWidth: 54,
        height: 34,
        padding: "0 8px",
        background: "transparent",
        fontVariantNumeric: "tabular-nums",
        boxShadow: wrong ? "inset 0 0 0 2px var(--chakra-colors-brick)" : undefined,
      }}
    />
  );
}
