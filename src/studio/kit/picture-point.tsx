"use client";
// A picture with the point that stays in view however it is cut: set by a press on it, or by the arrows.
import { Box } from "@chakra-ui/react";
import type { CSSProperties } from "react";
import { Picture } from "./picture";

export interface Point {
  /** In % from the left and from the top. */
  readonly x: number;
  readonly y: number;
}

export const inPercent = (value: number): number => Math.max(0, Math.min(100, Math.round(value)));

/** How far each arrow moves it, in %. */
const arrows: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-2, 0],
  ArrowRight: [2, 0],
  ArrowUp: [0, -2],
  ArrowDown: [0, 2],
};

export function PicturePoint({
  name,
  src,
  at,
  onChange,
  button,
  picture,
}: {
  /** What it is for, read and shown as a tip. */
  name: string;
  src: string;
  at: Point;
  onChange: (at: Point) => void;
  /** How the button and the picture in it are laid out. */
  button: CSSProperties;
  picture: CSSProperties;
}) {
  const move = (x: number, y: number) => onChange({ x: inPercent(x), y: inPercent(y) });
  return (
    <button
      type="button"
      aria-label={name}
      title={name}
      onClick={(event) => {
        // A press by the keyboard has no place.
        if (!event.detail) return;
        const box = event.currentTarget.getBoundingClientRect();
        move(((event.clientX - box.x) / box.width) * 100, ((event.clientY - box.y) / box.height) * 100);
      }}
      onKeyDown={(event) => {
        const by = arrows[event.key];
        if (!by) return;
        event.preventDefault();
        move(at.x + by[0], at.y + by[1]);
      }}
      style={{ position: "relative", display: "block", cursor: "crosshair", ...button }}
    >
      <Picture src={src} style={{ display: "block", ...picture }} />
      <Box
        position="absolute"
        left={`${at.x}%`}
        top={`${at.y}%`}
        w="18px"
        h="18px"
        ml="-9px"
        mt="-9px"
        borderRadius="50%"
        borderWidth="2px"
        borderColor="white"
        bg="mark"
        boxShadow="lifted"
      />
    </button>
  );
}
