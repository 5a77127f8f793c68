"use client";
// One section of the shelf: dragged into the running order, or added by a click or Enter.
import type { HTMLAttributes, ReactNode } from "react";

export function EntryButton({
  innerRef,
  drag,
  onAdd,
  children,
}: {
  innerRef: (element: HTMLElement | null) => void;
  drag: HTMLAttributes<HTMLElement>;
  onAdd: () => void;
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
        gap: 10,
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
