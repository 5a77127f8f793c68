"use client";
// A choice among cards, each with what it is for.
import { defineSlotRecipe, RadioCard, type RadioCardRootProps } from "@chakra-ui/react";

const look = defineSlotRecipe({
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

export const Cards = (props: RadioCardRootProps) => <RadioCard.Root recipe={look} {...props} />;
