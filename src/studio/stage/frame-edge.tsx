"use client";
// The edge of a frame: dragged, or moved with the arrow keys, it makes the frame as wide as one wants.
import { Box } from "@chakra-ui/react";
import { useRef, useState } from "react";
import { frameWidth, narrowestPx, widestPx } from "@/studio/composer/view-choice";
import { words } from "@/studio/composer/words";

interface FrameEdgeProps {
  readonly widthPx: number;
  readonly scale: number;
  /** Whether the frame stands in the middle, and so grows to both sides. */
  readonly centred: boolean;
  onWidth(widthPx: number): void;
}

/** How far an arrow key moves the edge, in px of the page; with Shift the small step. */
const step = 20;
const smallStep = 1;
const directions: Readonly<Record<string, number>> = { ArrowLeft: -1, ArrowRight: 1 };

export function FrameEdge({ widthPx, scale, centred, onWidth }: FrameEdgeProps) {
  const from = useRef<{ readonly x: number; readonly widthPx: number; readonly scale: number } | null>(null);
  const [dragging, setDragging] = useState(false);
  const end = () => {
    from.current = null;
    setDragging(false);
  };
  return (
    <Box
      role="separator"
      aria-orientation="vertical"
      aria-label={words.frameEdge}
      aria-valuemin={narrowestPx}
      aria-valuemax={widestPx}
      aria-valuenow={widthPx}
      aria-valuetext={words.pixelsWide(widthPx)}
      tabIndex={0}
      title={words.frameEdge}
      position="absolute"
      top="34px"
      bottom="84px"
      right="-17px"
      w="24px"
      zIndex="4"
      cursor="ew-resize"
      display="grid"
      placeItems="center"
      css={{ touchAction: "none" }}
      onPointerDown={(event) => {
        event.currentTarget.setPointerCapture(event.pointerId);
        // The scale of the beginning holds for the whole drag: fitting the frame must not move the edge under the pointer.
        from.current = { x: event.clientX, widthPx, scale };
        setDragging(true);
      }}
      onPointerMove={(event) => {
        if (!from.current) return;
        const by = ((event.clientX - from.current.x) * (centred ? 2 : 1)) / from.current.scale;
        onWidth(frameWidth(from.current.widthPx + by));
      }}
      onPointerUp={end}
      onPointerCancel={end}
      onKeyDown={(event) => {
        const direction = directions[event.key];
        if (event.key === "Escape" && from.current) {
          onWidth(from.current.widthPx);
          end();
        }
        if (!direction) return;
        event.preventDefault();
        event.stopPropagation();
        onWidth(frameWidth(widthPx + direction * (event.shiftKey ? smallStep : step)));
      }}
    >
      <Box w="4px" h="44px" borderRadius="2px" bg={dragging ? "mark" : "edge"} />
      {dragging ? (
        <Box
          position="absolute"
          top="50%"
          right="22px"
          bg="mark"
          color="white"
          fontSize="small"
          fontWeight="650"
          px="7px"
          py="2px"
          whiteSpace="nowrap"
          pointerEvents="none"
        >
          {words.pixelsWide(widthPx)}
        </Box>
      ) : null}
    </Box>
  );
}
