// How the controls of many screens look, by the names under which the component library asks for them: its own set is not
// loaded. What few screens have brings its look with it.
import { defineRecipe } from "@chakra-ui/react";

/** What can’t be used now. */
export const disabled = { opacity: 0.55, cursor: "not-allowed" };

const button = defineRecipe({
  className: "chakra-button",
  base: {
    display: "inline-flex",
    appearance: "none",
    alignItems: "center",
    justifyContent: "center",
    flexShrink: 0,
    gap: "4px",
    position: "relative",
    isolation: "isolate",
    userSelect: "none",
    whiteSpace: "nowrap",
    verticalAlign: "middle",
    borderWidth: "1px",
    borderColor: "transparent",
    borderRadius: "field",
    cursor: "pointer",
    fontSize: "ui",
    lineHeight: "1.2",
    transition: "background-color 150ms, border-color 150ms, color 150ms, opacity 150ms",
    _disabled: disabled,
    "& svg": { flexShrink: 0 },
  },
  variants: {
    variant: {
      solid: { h: "32px", px: "12px", fontWeight: "650", bg: "ink", color: "sheet", _hover: { bg: "inkSoft" } },
      outline: {
        h: "32px",
        px: "12px",
        fontWeight: "600",
        bg: "white",
        color: "ink",
        borderColor: "edge",
        _hover: { bg: "wash" },
      },
      ghost: { h: "28px", px: "8px", fontWeight: "600", color: "ink", _hover: { bg: "wash" } },
      plain: {
        h: "28px",
        w: "28px",
        minW: "28px",
        p: 0,
        color: "ink",
        _hover: { bg: "wash" },
        _disabled: { opacity: 0.35 },
      },
    },
  },
});

/** The box of a field. */
export const fieldLook = {
  w: "100%",
  minW: 0,
  h: "32px",
  px: "9px",
  position: "relative",
  appearance: "none",
  textAlign: "start",
  bg: "white",
  borderWidth: "1px",
  borderColor: "edge",
  borderRadius: "field",
  fontSize: "ui",
  _disabled: disabled,
  _invalid: { borderColor: "brick", boxShadow: "inset 0 0 0 1px var(--chakra-colors-brick)" },
} as const;

const input = defineRecipe({ className: "chakra-input", base: fieldLook });
const textarea = defineRecipe({ className: "chakra-textarea", base: { ...fieldLook, h: "auto", py: "6px" } });
/** The wheel of a button at work. */
const spinner = defineRecipe({
  className: "chakra-spinner",
  base: {
    display: "inline-block",
    w: "1em",
    h: "1em",
    borderWidth: "2px",
    borderColor: "currentColor",
    borderBottomColor: "transparent",
    borderInlineStartColor: "transparent",
    borderRadius: "50%",
    animation: "spin 1.2s linear infinite",
  },
});

/** How high something stands over the screen; one that opens from another stands over it. */
export const layerOf = (name: string, below = 0) =>
  `calc(var(--chakra-z-index-${name}) + var(--layer-index, 0) - ${below})`;

export const recipes = { button, input, textarea, spinner };
