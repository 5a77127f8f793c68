"use client";
// A table of figures.
import { defineSlotRecipe, Table, type TableRootProps } from "@chakra-ui/react";

const look = defineSlotRecipe({
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

export const TableRoot = (props: TableRootProps) => <Table.Root recipe={look} {...props} />;
