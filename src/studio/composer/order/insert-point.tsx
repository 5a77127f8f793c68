"use client";
// The place between two sections of the running order.
import { Box } from "@chakra-ui/react";
import { useDroppable } from "@dnd-kit/core";
import { Plus } from "lucide-react";
import { memo } from "react";
import { words } from "../words";

/** The place between two sections: a line with a plus, and where things are dropped. */
export const InsertPoint = memo(function InsertPoint({
  index,
  onInsert,
  shown,
  dragging,
}: {
  index: number;
  onInsert: (index: number) => void;
  shown: boolean;
  dragging: boolean;
}) {
  const { setNodeRef, isOver } = useDroppable({ id: `insert:${index}` });
  return (
    <Box
      as="li"
      ref={setNodeRef}
      listStyleType="none"
      position="relative"
      h={shown ? "14px" : "8px"}
      className="insert-point"
      css={{
        "& button": { opacity: isOver || shown ? 1 : 0 },
        "&:hover button, & button:focus-visible": { opacity: 1 },
      }}
    >
      <button
        type="button"
        aria-label={words.addSectionAtPlace(index + 1)}
        onClick={() => onInsert(index)}
        style={{ position: "absolute", inset: "-8px 0", width: "100%", cursor: "pointer", zIndex: 1 }}
      >
        <span
          aria-hidden="true"
          style={{
            position: "absolute",
            left: 6,
            right: 6,
            top: "50%",
            borderTop: isOver
              ? "3px solid var(--chakra-colors-mark)"
              : `1px dashed var(--chakra-colors-${shown ? "edge" : "mark"})`,
          }}
        />
        <span
          aria-hidden="true"
          style={{
            position: "absolute",
            left: "50%",
            top: "50%",
            transform: "translate(-50%,-50%)",
            // While something is dragged only the place it would take is marked.
            visibility: shown && dragging && !isOver ? "hidden" : undefined,
            background: "var(--chakra-colors-mark)",
            color: "var(--chakra-colors-white)",
            borderRadius: 99,
            width: 18,
            height: 18,
            display: "grid",
            placeItems: "center",
          }}
        >
          <Plus size={12} />
        </span>
      </button>
    </Box>
  );
});
