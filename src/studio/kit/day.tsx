"use client";
// A day from a calendar.
import { DatePicker, defineSlotRecipe, Portal, parseDate } from "@chakra-ui/react";
import { Calendar } from "lucide-react";
import { type DayProps, dayOf } from "./day-props";
import { fieldLook, layerOf } from "./recipes";
import { words } from "./words";

const centred = { display: "inline-flex", alignItems: "center", justifyContent: "center" } as const;
const pressed = {
  borderRadius: "field",
  cursor: "pointer",
  _hover: { bg: "wash" },
  _disabled: { opacity: 0.5 },
} as const;
const step = { ...centred, ...pressed, w: "28px", h: "28px", "& svg": { w: "16px", h: "16px" } } as const;
const cell = "32px";

const look = defineSlotRecipe({
  className: "date-picker",
  slots: [
    ...["root", "control", "input", "indicatorGroup", "trigger", "content", "view", "viewControl", "viewTrigger"],
    ...["prevTrigger", "nextTrigger", "rangeText", "table", "tableHeader", "tableCell", "tableCellTrigger"],
  ],
  base: {
    root: { display: "flex", flexDirection: "column", w: "100%", _disabled: { opacity: 0.5 } },
    control: { position: "relative", display: "flex", alignItems: "center", w: "100%" },
    input: { ...fieldLook, flex: 1 },
    indicatorGroup: { ...centred, position: "absolute", insetEnd: "4px", top: "50%", transform: "translateY(-50%)" },
    trigger: { ...centred, ...pressed, w: "26px", h: "26px", color: "ink2" },
    content: {
      display: "flex",
      flexDirection: "column",
      p: "12px",
      minW: "288px",
      zIndex: layerOf("popover"),
      bg: "sheet",
      color: "ink",
      fontSize: "ui",
      borderRadius: "panel",
      boxShadow: "lifted",
      outline: "none",
      _open: { animation: "scale-in 150ms, fade-in 150ms" },
      _closed: { animation: "fade-out 100ms" },
    },
    view: { display: "flex", flexDirection: "column", gap: "12px" },
    viewControl: { display: "flex", alignItems: "center", justifyContent: "space-between", gap: "8px", h: "28px" },
    viewTrigger: { ...centred, ...pressed, flex: 1, py: "6px", px: "8px", fontWeight: "600" },
    prevTrigger: step,
    nextTrigger: step,
    rangeText: { fontWeight: "600" },
    table: { borderCollapse: "separate", borderSpacing: 0 },
    tableHeader: { w: cell, py: "8px", fontSize: "small", fontWeight: "500", color: "ink2", textAlign: "center" },
    tableCell: { py: "2px" },
    tableCellTrigger: {
      ...centred,
      ...pressed,
      minW: cell,
      minH: cell,
      position: "relative",
      "[data-view=month] &, [data-view=year] &": { w: `calc(${cell} * 1.75)` },
      _today: {
        fontWeight: "700",
        textDecoration: "underline",
        textUnderlineOffset: "3px",
        textDecorationThickness: "2px",
      },
      "&[data-selected]": { bg: "ink", color: "sheet" },
      _disabled: { opacity: 0.4 },
    },
  },
});

/** A day from a calendar. */
export function Day({ id, value, onChange, ...described }: DayProps) {
  const day = dayOf(value);
  return (
    <DatePicker.Root
      recipe={look}
      flex="1"
      {...(id ? { ids: { input: () => id } } : {})}
      locale="en-GB"
      startOfWeek={1}
      value={day ? [parseDate(day)] : []}
      onValueChange={({ value: [chosen] }) => onChange(chosen ? chosen.toString().slice(0, 10) : null)}
    >
      <DatePicker.Control>
        <DatePicker.Input {...described} />
        <DatePicker.IndicatorGroup>
          <DatePicker.Trigger aria-label={words.openCalendar}>
            <Calendar size={15} />
          </DatePicker.Trigger>
        </DatePicker.IndicatorGroup>
      </DatePicker.Control>
      <Portal>
        <DatePicker.Positioner>
          <DatePicker.Content>
            <DatePicker.View view="day">
              <DatePicker.Header />
              <DatePicker.DayTable />
            </DatePicker.View>
            <DatePicker.View view="month">
              <DatePicker.Header />
              <DatePicker.MonthTable />
            </DatePicker.View>
            <DatePicker.View view="year">
              <DatePicker.Header />
              <DatePicker.YearTable />
            </DatePicker.View>
          </DatePicker.Content>
        </DatePicker.Positioner>
      </Portal>
    </DatePicker.Root>
  );
}
