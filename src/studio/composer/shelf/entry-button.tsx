"use client";
// One thing of the shelf: dragged onto the page or into the running order, or added by a click or Enter.
import type { HTMLAttributes, ReactNode } from "react";

export function EntryButton({
  innerRef,
  drag,
  onAdd,
  upright = false,
  children,
}: {
  innerRef: (element: HTMLElement | null) => void;
  drag: HTMLAttributes<HTMLElement>;
  onAdd: () => void;
  /** Its name stands below its drawing. */
  upright?: boolean;
  children: ReactNode;
}) {
  return (
    <button
      ref={innerRef}
      type="button"
      {...drag}
      onClick={onAdd}
      onKeyDown={(event) => {
        if (event.key !== "Enter") return;
        event.preventDefault();
        onAdd();
      }}
      style={{
        display: "flex",
        flexDirection: upright ? "column" : "row",
        gap: upright ? 3 : 10,
        alignItems: "center",
        flex: 1,
        width: "100%",
        minWidth: 0,
        padding: 7,
        textAlign: "left",
        cursor: "grab",
        borderRadius: 5,
        touchAction: "none",
      }}
    >
      {children}
    </button>
  );
}
