"use client";
// One thing of the shelf: dragged onto the page or into the running order, taken by a click or Enter, tried on the stage while
// it is pointed at or has the focus.
import type { CSSProperties, HTMLAttributes, ReactNode } from "react";

/** By which the arrows find the things of the shelf. */
export const entryMark = "data-entry";

const looks = {
  row: { flexDirection: "row", gap: 10, alignItems: "center", padding: 7, textAlign: "left" },
  upright: { flexDirection: "column", gap: 3, alignItems: "center", padding: 7, textAlign: "left" },
  card: { flexDirection: "column", gap: 0, alignItems: "stretch", padding: 0, textAlign: "left", overflow: "hidden" },
} as const satisfies Record<string, CSSProperties>;

export function EntryButton({
  innerRef,
  drag = {},
  onAdd,
  onTry,
  as = "row",
  children,
}: {
  innerRef?: (element: HTMLElement | null) => void;
  drag?: HTMLAttributes<HTMLElement>;
  onAdd: () => void;
  /** Told when it is to be tried, and when no more. */
  onTry?: ((wanted: boolean) => void) | undefined;
  /** A row, its name below its drawing, or a card with a picture. */
  as?: keyof typeof looks;
  children: ReactNode;
}) {
  return (
    <button
      {...(innerRef ? { ref: innerRef } : {})}
      type="button"
      {...drag}
      {...{ [entryMark]: "" }}
      onClick={onAdd}
      onPointerEnter={() => onTry?.(true)}
      onPointerLeave={() => onTry?.(false)}
      onFocus={(event) => event.currentTarget.matches(":focus-visible") && onTry?.(true)}
      onBlur={() => onTry?.(false)}
      onKeyDown={(event) => {
        if (event.key !== "Enter") return;
        event.preventDefault();
        onAdd();
      }}
      style={{
        display: "flex",
        flex: 1,
        width: "100%",
        minWidth: 0,
        cursor: innerRef ? "grab" : "pointer",
        borderRadius: 5,
        touchAction: "none",
        ...looks[as],
      }}
    >
      {children}
    </button>
  );
}
