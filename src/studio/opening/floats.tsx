"use client";
// A button over pages that opens a widget: its words, its corner, and on which pages it floats.
import { Text } from "@chakra-ui/react";
import { type Floating, floatDistances } from "@/core/opening/opening";
import { FieldTable, fieldsOf, type TableField } from "@/studio/forms/field-table";
import { Row, Tick } from "@/studio/kit/fields";
import { Group } from "@/studio/kit/layout";
import { Segments } from "@/studio/kit/segments";
import { PageTicks } from "./page-ticks";
import { words as own } from "./words";

const of = fieldsOf<Floating>();

const fields: readonly TableField<Floating>[] = [
  of.line("words", own.floatsLabel, { most: 40 }),
  of.segments("corner", own.corner, own.corners),
  of.slot(({ item, put }) => (
    <Row label={own.distance}>
      {() => (
        <Segments
          label={own.distance}
          value={String(item.distance ?? floatDistances[0])}
          options={floatDistances.map((px) => [String(px), own.distancePx(px)] as const)}
          onChange={(px) => put({ distance: floatDistances.find((one) => String(one) === px) })}
        />
      )}
    </Row>
  )),
  of.slot(({ item, put }) => <PageTicks pages={item} onChange={put} />),
];

export function Floats({
  floating,
  faults,
  usualWords,
  note,
  onChange,
}: {
  floating: Floating | null;
  faults: Readonly<Record<string, string>>;
  /** Its words until somebody writes others. */
  usualWords: string;
  /** What is told while there is none. */
  note: string;
  onChange: (floating: Floating | null) => void;
}) {
  return (
    <Group title={own.floats} mt="12px">
      <Tick
        label={own.floatsTick}
        checked={floating !== null}
        onChange={(on) => onChange(on ? { words: usualWords, corner: "end", include: [], exclude: [] } : null)}
      />
      {floating ? (
        <FieldTable
          of={fields}
          item={floating}
          fault={(path) => faults[`floating.${path}`]}
          put={(part) => onChange({ ...floating, ...part })}
        />
      ) : (
        <Text color="ink2">{note}</Text>
      )}
    </Group>
  );
}
