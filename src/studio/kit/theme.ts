// The studio's one theme. No component names a raw colour.
import { createSystem, defaultBaseConfig, defineConfig } from "@chakra-ui/react";
import { recipes } from "./recipes";

const colours = {
  ink: "#18272B",
  /** A cool galley grey, which does not tint a site's own colours. */
  paper: "#E6EAE4",
  sheet: "#F7F9F5",
  wash: "#D6DED5",
  line: "#C8D1C7",
  /** Edge of fields: 3:1 against the sheet, as WCAG 1.4.11 wants of controls. */
  edge: "#7C897E",
  ink2: "#4C5A56",
  faint: "#5A6863",
  /** Proof red: selection, the current step, a departure from Brand, things that want attention. */
  mark: "#BC2C1C",
  moss: "#2F6B3A",
  amber: "#84560A",
  brick: "#9E2A1E",
  /** Grounds of cells that are fine, to be looked at, wrong: always with a figure or a sign. */
  mossWash: "#D3E1D6",
  amberWash: "#F1E4CD",
  brickWash: "#F3DAD4",
  /** Grounds that the Desk tells services apart by: always with the name in ink on them. */
  desk0: "#C2D4C8",
  desk1: "#E2D3B3",
  desk2: "#DDBFB5",
  desk3: "#CFC6DA",
  desk4: "#C9CEC9",
  desk5: "#BFD3DD",
  desk6: "#D9DDB2",
  desk7: "#E3C9D3",
  white: "#FFFFFF",
  inkSoft: "#2E4045",
  /** Words, a warning and the mark's own tone on ink. */
  onInk: "#CBD5CE",
  warnOnInk: "#F2B3A6",
  markOnInk: "#E0604C",
  /** The small drawings of sections and of forms. */
  drawnLine: "#A9B5AB",
  drawnBold: "#56645F",
  drawnBox: "#C3CEC3",
  drawnKey: "#7C897E",
};

const config = defineConfig({
  preflight: true,
  cssVarsPrefix: "chakra",
  cssVarsRoot: ":where(html)",
  theme: {
    breakpoints: { sm: "480px", md: "768px", lg: "1024px", xl: "1280px" },
    recipes,
    keyframes: {
      spin: { to: { transform: "rotate(360deg)" } },
      "fade-in": { from: { opacity: 0 } },
      "fade-out": { to: { opacity: 0 } },
      "scale-in": { from: { scale: "0.95" } },
      "scale-out": { to: { scale: "0.95" } },
    },
    tokens: {
      colors: Object.fromEntries(Object.entries(colours).map(([name, value]) => [name, { value }])),
      fonts: {
        body: { value: "'Hanken Grotesk Variable', sans-serif" },
        heading: { value: "'Bricolage Grotesque Variable', sans-serif" },
        mono: { value: "ui-monospace, Menlo, Consolas, monospace" },
      },
      fontSizes: {
        ui: { value: "12.75px" },
        small: { value: "11.75px" },
        title: { value: "17px" },
        display: { value: "24px" },
      },
      radii: { field: { value: "4px" }, panel: { value: "6px" } },
      shadows: {
        chosen: { value: "0 0 0 1px {colors.sheet}, 0 0 0 3px {colors.mark}" },
        lifted: { value: "0 10px 30px rgb(24 39 43 / .16)" },
        page: { value: "0 6px 24px rgb(24 39 43 / .13)" },
      },
      zIndex: { overlay: { value: 1300 }, popover: { value: 1500 }, tooltip: { value: 1800 } },
    },
  },
  globalCss: {
    "*": {
      "--global-font-body": "fonts.body",
      "--global-font-mono": "fonts.mono",
      "--global-color-border": "colors.line",
      // Scroll bars of systems that draw them beside what scrolls take as little of it as they can.
      scrollbarWidth: "thin",
      scrollbarColor: "{colors.edge} transparent",
    },
    "*::placeholder": { color: "faint" },
    "html, body": { bg: "paper", color: "ink", fontFamily: "body", fontSize: "ui", lineHeight: "1.35", height: "100%" },
    // What is hidden for the eye alone stands in the part that scrolls, and does not make the window scroll.
    main: { position: "relative" },
    body: { fontVariantNumeric: "tabular-nums" },
    // A button at work keeps its name: its words are hidden from the eye alone, which otherwise sees them behind the wheel.
    ".chakra-button[data-loading] > span > span": { visibility: "visible !important", color: "transparent !important" },
    // A window that fades takes no press any more: it is meant for what stands behind.
    ".chakra-dialog__backdrop[data-state=closed], .chakra-dialog__positioner:has([data-state=closed])": {
      pointerEvents: "none !important",
    },
    "*:focus-visible": { outline: "2px solid var(--chakra-colors-mark)", outlineOffset: "2px" },
    "*, *::before, *::after": {
      _motionReduce: { animationDuration: "0s !important", transitionDuration: "0s !important" },
    },
  },
});

export const system = createSystem(defaultBaseConfig, config);

/** The stage's ground: paper with a faint grid of 24 px. */
/** What one can see through stands on a chequer. */
export const chequer = {
  backgroundColor: "white",
  backgroundImage:
    "conic-gradient(var(--chakra-colors-wash) 25%, transparent 0 50%, var(--chakra-colors-wash) 0 75%, transparent 0)",
  backgroundSize: "16px 16px",
};

const gridLine = "color-mix(in srgb, var(--chakra-colors-line) 38%, transparent) 1px, transparent 1px";
export const stageGround = {
  backgroundColor: "var(--chakra-colors-paper)",
  backgroundImage: `linear-gradient(${gridLine}), linear-gradient(90deg, ${gridLine})`,
  backgroundSize: "24px 24px",
};
