// Brands a new site can start from.
import type { Brand } from "./brand";

export const plainBrand: Brand = {
  colours: {
    paper: "#ffffff",
    soft: "#f0eeea",
    ink: "#23262a",
    quiet: "#5c6066",
    accent: "#2f5d8a",
    onAccent: "#ffffff",
    line: "#d9d6d0",
  },
  type: { headings: "hanken", text: "hanken", headingWeight: 700, scale: 1.25, basePx: 16 },
  shape: { radiusPx: 6, buttonRadiusPx: 6 },
  space: 1,
};

export const clayBrand: Brand = {
  colours: {
    paper: "#ffffff",
    soft: "#ebdfd1",
    ink: "#2d2420",
    quiet: "#5f5148",
    accent: "#7a3a1c",
    onAccent: "#fff8f0",
    line: "#ddd0c2",
  },
  type: { headings: "fraunces", text: "hanken", headingWeight: 620, scale: 1.3, basePx: 16 },
  shape: { radiusPx: 4, buttonRadiusPx: 3 },
  space: 1,
};

export const benchBrand: Brand = {
  colours: {
    paper: "#f7f8f4",
    soft: "#dfe8df",
    ink: "#15231f",
    quiet: "#4a5a54",
    accent: "#0f5c4d",
    onAccent: "#f3fff9",
    line: "#c5d2c9",
  },
  type: { headings: "bricolage", text: "karla", headingWeight: 750, scale: 1.32, basePx: 17 },
  shape: { radiusPx: 14, buttonRadiusPx: 30 },
  space: 0.95,
};
