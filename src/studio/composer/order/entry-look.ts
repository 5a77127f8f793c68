// The look of a row of the running order: a section of the page's, or of its header or footer.
import type { CSSProperties } from "react";

export const entryLook = (selected: boolean): CSSProperties => ({
  display: "flex",
  gap: 10,
  alignItems: "center",
  width: "100%",
  padding: 6,
  borderRadius: 5,
  textAlign: "left",
  cursor: "pointer",
  background: selected ? "var(--chakra-colors-wash)" : "transparent",
});
