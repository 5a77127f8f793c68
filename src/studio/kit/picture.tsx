"use client";
// A picture of a site, small, in the studio.
import type { CSSProperties } from "react";

/** Shown beside words that name it, so it says nothing itself. */
export const Picture = (props: { src: string; width?: number; height?: number; style: CSSProperties }) => (
  // biome-ignore lint/performance/noImgElement: its widths are made by our own media route
  <img alt="" draggable={false} {...props} />
);
