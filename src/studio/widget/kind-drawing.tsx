// The small drawing of a kind of widget.
import { drawingHeight, drawingWidth } from "@/core/page/drawing";
import type { Shape } from "@/core/page/shapes";

const fills: Readonly<Record<Shape["kind"], string>> = {
  line: "var(--chakra-colors-drawn-line)",
  bold: "var(--chakra-colors-ink2)",
  box: "var(--chakra-colors-wash)",
  key: "var(--chakra-colors-mark)",
};

export function KindDrawing({ shapes }: { shapes: readonly Shape[] }) {
  return (
    <svg
      viewBox={`0 0 ${drawingWidth} ${drawingHeight}`}
      width="104"
      height="68"
      aria-hidden="true"
      style={{
        flex: "none",
        background: "var(--chakra-colors-white)",
        border: "1px solid var(--chakra-colors-line)",
        borderRadius: 3,
      }}
    >
      {shapes.map((shape, index) => (
        <rect
          key={index}
          x={shape.x}
          y={shape.y}
          width={shape.width}
          height={shape.height}
          rx="0.6"
          fill={fills[shape.kind]}
          stroke={shape.kind === "box" ? "var(--chakra-colors-edge)" : undefined}
          strokeWidth="0.5"
        />
      ))}
    </svg>
  );
}
