"use client";
// Small drawings made of shapes: of sections in the running order, of the kinds of widgets.
import { memo } from "react";
import type { Shape } from "@/core/page/look/shapes";
import { drawingHeight, drawingWidth } from "@/core/page/look/shapes";

const fills: Readonly<Record<Shape["kind"], string>> = {
  line: "var(--chakra-colors-drawn-line)",
  bold: "var(--chakra-colors-drawn-bold)",
  box: "var(--chakra-colors-drawn-box)",
  key: "var(--chakra-colors-drawn-key)",
};

/** Shapes in the field of drawings, `scale` times as large. */
export const Drawn = memo(function Drawn({ shapes, scale = 1 }: { shapes: readonly Shape[]; scale?: number }) {
  return (
    <svg
      viewBox={`0 0 ${drawingWidth} ${drawingHeight}`}
      width={drawingWidth * scale}
      height={drawingHeight * scale}
      aria-hidden="true"
      style={{
        flex: "none",
        background: "var(--chakra-colors-white)",
        border: "1px solid var(--chakra-colors-line)",
        borderRadius: 2,
      }}
    >
      {shapes.map((shape, index) => (
        <rect
          key={index}
          x={shape.x}
          y={shape.y}
          width={shape.width}
          height={shape.height}
          fill={fills[shape.kind]}
          rx="0.6"
        />
      ))}
    </svg>
  );
});
