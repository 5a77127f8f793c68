// How the Desk's calendar is drawn: the package's parts in the studio's own colours and lines.

const hatch = (colour: string) =>
  `repeating-linear-gradient(135deg, var(--chakra-colors-${colour}) 0 4px, var(--chakra-colors-sheet) 4px 8px)`;

export const look = {
  "& .rbc-calendar": { fontSize: "12px", color: "ink" },
  "& .rbc-time-view, & .rbc-month-view": { borderColor: "line", background: "var(--chakra-colors-sheet)" },
  "& .rbc-time-header-content, & .rbc-time-content, & .rbc-day-bg, & .rbc-header, & .rbc-month-row, & .rbc-timeslot-group, & .rbc-day-slot, & .rbc-time-header.rbc-overflowing":
    { borderColor: "var(--chakra-colors-line) !important" },
  "& .rbc-time-slot": { borderTop: "0 !important" },
  "& .rbc-day-slot .desk-closed": { background: "var(--chakra-colors-wash)" },
  "& .rbc-header": { fontWeight: 650, padding: "6px 4px", textAlign: "start", overflow: "hidden" },
  "& .rbc-header button, & .rbc-button-link": {
    color: "var(--chakra-colors-ink)",
    padding: "3px 6px",
    minWidth: "24px",
  },
  "& .rbc-allday-cell": { display: "none" },
  "& .rbc-time-view-resources .rbc-time-gutter, & .rbc-time-view-resources .rbc-time-header-gutter": {
    background: "var(--chakra-colors-sheet)",
    borderColor: "var(--chakra-colors-line)",
  },
  "& .rbc-label": { color: "var(--chakra-colors-ink2)", fontSize: "11.5px" },
  "& .rbc-today": { background: "transparent" },
  "& .rbc-header.rbc-today, & .rbc-date-cell.rbc-now": {
    boxShadow: "inset 0 -3px 0 var(--chakra-colors-mark)",
  },
  "& .rbc-off-range-bg": { background: "var(--chakra-colors-paper)" },
  "& .rbc-off-range": { color: "var(--chakra-colors-ink2)" },
  "& .rbc-event": {
    color: "var(--chakra-colors-ink)",
    border: "1px solid var(--chakra-colors-edge) !important",
    borderRadius: "3px",
    padding: "3px 6px",
    lineHeight: 1.3,
  },
  // A hair below its line: what is drawn along a line stays on it, however pixels are rounded.
  "& .rbc-day-slot .rbc-event": { marginTop: "1px" },
  "& .rbc-month-view .rbc-event": { padding: "1px 5px" },
  "& .rbc-month-view .rbc-event-content span": { display: "none" },
  "& .rbc-event:focus, & .rbc-button-link:focus-visible, & .rbc-show-more:focus-visible": {
    outline: "2px solid var(--chakra-colors-mark)",
    outlineOffset: "1px",
  },
  "& .rbc-event-label": { display: "none" },
  "& .rbc-event-content b, & .rbc-event-content span": {
    display: "block",
    overflow: "hidden",
    textOverflow: "ellipsis",
    whiteSpace: "nowrap",
  },
  "& .desk-waits": { background: "var(--chakra-colors-white)", borderStyle: "dashed !important" },
  "& .desk-some": { background: "var(--chakra-colors-line)" },
  "& .desk-all": {
    background: "color-mix(in srgb, var(--chakra-colors-edge) 62%, var(--chakra-colors-sheet))",
  },
  "& .desk-outside": { background: hatch("desk0") },
  "& .desk-off": { background: hatch("line") },
  "& .desk-outside b, & .desk-outside span, & .desk-off b, & .desk-off span": {
    background: "var(--chakra-colors-sheet)",
    width: "fit-content",
    maxWidth: "100%",
    paddingInline: "4px",
  },
  "& .rbc-slot-selection": { background: "var(--chakra-colors-ink)" },
  "& .rbc-current-time-indicator": { background: "var(--chakra-colors-mark)", height: "2px" },
  "& .rbc-show-more": { color: "var(--chakra-colors-ink)", background: "transparent", padding: "2px 6px" },
} as const;

/** How dates are written in the calendar. */
export const formats = {
  timeGutterFormat: "HH:mm",
  dateFormat: "D",
  dayFormat: "ddd D",
  eventTimeRangeFormat: () => "",
  dayHeaderFormat: "dddd D MMMM",
  monthHeaderFormat: "MMMM YYYY",
};

export const tableLook = {
  "& th, & td": { textAlign: "start", padding: "5px 8px 5px 0", borderBottom: "1px solid #999", verticalAlign: "top" },
} as const;

/** Only what is printed of the screen: this, on white, from the top. */
export const onPaper = {
  display: "none",
  "@media print": {
    display: "block",
    position: "absolute",
    inset: "0",
    background: "white",
    color: "black",
    visibility: "visible",
    "& *": { visibility: "visible" },
  },
} as const;

/** Hides the rest of the screen from the printer. */
export const printRules =
  "@media print { body * { visibility: hidden } html, body { height: auto; overflow: visible } }";
