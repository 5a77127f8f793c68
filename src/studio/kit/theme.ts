// The studio's one theme. No component names a raw colour.
import { createSystem, defaultConfig, defineConfig } from "@chakra-ui/react";

const colours = {
  ink: "#21282A",
  paper: "#EFEBE1",
  sheet: "#FBF9F3",
  wash: "#E4DECF",
  line: "#D9D2C2",
  /** Edge of fields: 3:1 against the sheet, as WCAG 1.4.11 wants of controls. */
  edge: "#8E8877",
  ink2: "#565C56",
  faint: "#62665F",
  mark: "#C23F14",
  moss: "#3F662E",
  amber: "#8A5606",
  brick: "#A8321E",
  white: "#FFFFFF",
  inkSoft: "#3A4244",
  onInk: "#D5D3CB",
};

const config = defineConfig({
  theme: {
    tokens: {
      colors: Object.fromEntries(Object.entries(colours).map(([name, value]) => [name, { value }])),
      fonts: {
        body: { value: "'Hanken Grotesk Variable', sans-serif" },
        heading: { value: "'Bricolage Grotesque Variable', sans-serif" },
      },
      fontSizes: {
        ui: { value: "12.75px" },
        small: { value: "11.75px" },
        title: { value: "17px" },
        display: { value: "24px" },
      },
      radii: { field: { value: "4px" }, panel: { value: "6px" } },
      shadows: {
        lifted: { value: "0 10px 30px rgb(33 40 42 / .16)" },
        page: { value: "0 6px 24px rgb(33 40 42 / .13)" },
      },
    },
  },
  globalCss: {
    "html, body": { bg: "paper", color: "ink", fontFamily: "body", fontSize: "ui", lineHeight: "1.35", height: "100%" },
    body: { fontVariantNumeric: "tabular-nums" },
    "*:focus-visible": { outline: "2px solid var(--chakra-colors-mark)", outlineOffset: "2px" },
    ".segment:focus-visible + div": { outline: "2px solid var(--chakra-colors-mark)", outlineOffset: "-2px" },
    "*, *::before, *::after": {
      _motionReduce: { animationDuration: "0s !important", transitionDuration: "0s !important" },
    },
  },
});

export const system = createSystem(defaultConfig, config);

/** The stage's ground: paper with a faint grid of 24 px. */
const gridLine = "color-mix(in srgb, var(--chakra-colors-line) 38%, transparent) 1px, transparent 1px";
export const stageGround = {
  backgroundColor: "var(--chakra-colors-paper)",
  backgroundImage: `linear-gradient(${gridLine}), linear-gradient(90deg, ${gridLine})`,
  backgroundSize: "24px 24px",
};
