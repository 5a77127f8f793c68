// How the controls of many screens look, by the names under which the component library asks for them: its own set is not
// loaded. What few screens have brings its look with it.
import { defineRecipe, defineSlotRecipe } from "@chakra-ui/react";

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

const nativeSelect = defineSlotRecipe({
  className: "chakra-native-select",
  slots: ["root", "field", "indicator"],
  base: {
    root: { position: "relative", display: "flex", w: "100%", h: "fit-content" },
    field: { ...fieldLook, pr: "26px", lineHeight: "normal", "& > option, & > optgroup": { bg: "white" } },
    indicator: {
      position: "absolute",
      top: "50%",
      insetEnd: "8px",
      transform: "translateY(-50%)",
      h: "100%",
      display: "inline-flex",
      alignItems: "center",
      pointerEvents: "none",
      color: "ink2",
      fontSize: "16px",
      _disabled: { opacity: 0.5 },
      "& svg": { w: "1em", h: "1em" },
    },
  },
});

const segmentGroup = defineSlotRecipe({
  className: "chakra-segment-group",
  slots: ["root", "item", "itemText"],
  base: {
    root: {
      display: "inline-flex",
      w: "fit-content",
      minW: "max-content",
      position: "relative",
      textAlign: "center",
      bg: "white",
      borderWidth: "1px",
      borderColor: "edge",
      borderRadius: "field",
      overflow: "hidden",
    },
    item: {
      position: "relative",
      display: "flex",
      alignItems: "center",
      justifyContent: "center",
      px: "9px",
      py: "5px",
      fontWeight: "500",
      color: "ink",
      cursor: "pointer",
      userSelect: "none",
      _disabled: { opacity: 0.5 },
      _checked: { bg: "ink", color: "sheet", fontWeight: "700" },
      "&:focus-visible, &[data-focus-visible], &:has(input:focus-visible)": {
        outline: "2px solid var(--chakra-colors-mark)",
        outlineOffset: "-2px",
      },
    },
  },
});

/** How high something stands over the screen; one that opens from another stands over it. */
export const layerOf = (name: string, below = 0) =>
  `calc(var(--chakra-z-index-${name}) + var(--layer-index, 0) - ${below})`;

const table = defineSlotRecipe({
  className: "chakra-table",
  slots: ["root", "header", "body", "row", "columnHeader", "cell"],
  base: {
    root: {
      w: "100%",
      borderCollapse: "collapse",
      textAlign: "start",
      verticalAlign: "top",
      fontSize: "14px",
      lineHeight: "20px",
      fontVariantNumeric: "tabular-nums",
    },
    columnHeader: { p: "8px", textAlign: "start", fontWeight: "500", borderBottomWidth: "1px", borderColor: "line" },
    cell: { p: "8px", textAlign: "start", borderBottomWidth: "1px", borderColor: "line" },
  },
  variants: {
    stickyHeader: { true: { header: { "& :where(tr)": { position: "sticky", top: 0, zIndex: 1 } } } },
  },
});

const radioCard = defineSlotRecipe({
  className: "chakra-radio-card",
  slots: ["root", "item", "itemControl", "itemContent", "itemText", "itemDescription"],
  base: {
    root: { display: "flex", flexDirection: "column", gap: "6px", isolation: "isolate" },
    item: {
      position: "relative",
      flex: 1,
      display: "flex",
      flexDirection: "column",
      userSelect: "none",
      borderWidth: "1px",
      borderColor: "edge",
      borderRadius: "field",
      _disabled: { opacity: 0.5 },
    },
    itemControl: { position: "relative", flex: 1, display: "inline-flex", alignItems: "flex-start", gap: "10px" },
    itemContent: { flex: 1, display: "flex", flexDirection: "column", alignItems: "flex-start" },
    itemText: { flex: 1 },
  },
});

export const recipes = { button, input, textarea, spinner };
export const slotRecipes = { nativeSelect, segmentGroup, table, radioCard };
