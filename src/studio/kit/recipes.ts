// How the studio's controls look, by the names under which the component library asks for them. Its own set is not loaded.
import { defineRecipe, defineSlotRecipe } from "@chakra-ui/react";

const disabled = { opacity: 0.55, cursor: "not-allowed" };

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

const dialog = defineSlotRecipe({
  className: "chakra-dialog",
  slots: ["backdrop", "positioner", "content", "header", "body", "footer", "title", "closeTrigger"],
  base: {
    backdrop: {
      position: "fixed",
      inset: 0,
      w: "100dvw",
      h: "100dvh",
      zIndex: layerOf("popover", 1),
      bg: "ink/45",
      _open: { animation: "fade-in 400ms" },
      _closed: { animation: "fade-out 200ms" },
    },
    positioner: {
      position: "fixed",
      inset: 0,
      w: "100dvw",
      h: "100dvh",
      zIndex: layerOf("popover"),
      display: "flex",
      alignItems: "center",
      justifyContent: "center",
      overflow: "auto",
      overscrollBehaviorY: "none",
      pointerEvents: "auto",
    },
    content: {
      position: "relative",
      display: "flex",
      flexDirection: "column",
      w: "100%",
      maxW: "512px",
      m: "auto",
      outline: 0,
      bg: "sheet",
      color: "ink",
      fontSize: "ui",
      borderRadius: "panel",
      boxShadow: "lifted",
      _open: { animation: "scale-in 200ms, fade-in 200ms" },
      _closed: { animation: "scale-out 100ms, fade-out 100ms" },
    },
    header: { display: "flex", gap: "8px", px: "24px", pt: "24px", pb: "6px" },
    body: { flex: 1, px: "24px", pt: "8px", pb: "24px" },
    footer: {
      display: "flex",
      alignItems: "center",
      justifyContent: "flex-end",
      gap: "12px",
      px: "24px",
      pt: "8px",
      pb: "16px",
    },
    title: { fontFamily: "heading", fontSize: "title", lineHeight: "28px", fontWeight: "600" },
    closeTrigger: { position: "absolute", top: "8px", insetEnd: "8px" },
  },
  variants: { size: { lg: { content: { maxW: "min(760px, calc(100vw - 24px))" } } } },
});

const menu = defineSlotRecipe({
  className: "chakra-menu",
  slots: ["content", "item", "itemGroupLabel", "separator"],
  base: {
    content: {
      minW: "128px",
      maxH: "var(--available-height)",
      overflowY: "auto",
      p: "6px",
      outline: 0,
      zIndex: layerOf("popover"),
      bg: "sheet",
      color: "ink",
      fontSize: "ui",
      borderRadius: "field",
      boxShadow: "lifted",
      _open: { animation: "scale-in 150ms, fade-in 150ms" },
      _closed: { animation: "fade-out 100ms" },
    },
    item: {
      display: "flex",
      alignItems: "center",
      gap: "8px",
      w: "100%",
      px: "8px",
      py: "6px",
      lineHeight: "20px",
      position: "relative",
      borderRadius: "2px",
      outline: 0,
      textAlign: "start",
      textDecoration: "none",
      userSelect: "none",
      cursor: "pointer",
      _disabled: disabled,
      _highlighted: { bg: "wash" },
    },
    itemGroupLabel: { px: "8px", py: "6px", fontSize: "14px", fontWeight: "600" },
    separator: { h: "1px", my: "4px", mx: "-4px", bg: "line" },
  },
});

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

/** The round mark of a radio. */
const radioMark = {
  display: "inline-flex",
  alignItems: "center",
  justifyContent: "center",
  flexShrink: 0,
  w: "20px",
  h: "20px",
  borderWidth: "1px",
  borderColor: "edge",
  borderRadius: "50%",
  cursor: "pointer",
} as const;

const radioGroup = defineSlotRecipe({
  className: "chakra-radio-group",
  slots: ["root", "item", "itemControl"],
  base: { item: { position: "relative", display: "inline-flex", alignItems: "center" }, itemControl: radioMark },
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

const tagsInput = defineSlotRecipe({
  className: "chakra-tags-input",
  slots: ["root", "control", "input", "item", "itemPreview", "itemText", "itemInput", "itemDeleteTrigger"],
  base: {
    root: { display: "flex", flexDirection: "column", gap: "6px", w: "100%" },
    control: {
      position: "relative",
      display: "flex",
      flexWrap: "wrap",
      alignItems: "center",
      gap: "4px",
      minH: "36px",
      px: "6px",
      py: "4px",
      bg: "white",
      borderWidth: "1px",
      borderColor: "edge",
      borderRadius: "field",
      fontSize: "ui",
      _focus: { outline: "2px solid var(--chakra-colors-mark)", outlineOffset: "-1px" },
      _disabled: { opacity: 0.5 },
      _invalid: { borderColor: "brick" },
    },
    input: { flex: 1, minW: "80px", h: "24px", px: "6px", bg: "transparent", outline: "none" },
    item: { minW: 0, maxW: "100%" },
    itemPreview: {
      display: "inline-flex",
      alignItems: "center",
      gap: "4px",
      h: "24px",
      maxW: "100%",
      px: "8px",
      bg: "wash",
      borderRadius: "2px",
      userSelect: "none",
      _highlighted: { bg: "line" },
    },
    itemText: { minW: 0, lineClamp: 1 },
    itemInput: { h: "24px", minW: "2ch", px: "8px", bg: "transparent", outline: "none" },
    itemDeleteTrigger: {
      display: "flex",
      alignItems: "center",
      justifyContent: "center",
      flexShrink: 0,
      w: "16px",
      h: "16px",
      me: "-4px",
      cursor: "pointer",
      "& svg": { w: "80%", h: "80%" },
    },
  },
});

export const recipes = { button, input, textarea, spinner };
export const slotRecipes = { nativeSelect, segmentGroup, dialog, menu, table, radioGroup, radioCard, tagsInput };
