"use client";
// A button over pages that opens a widget: its words, its corner, and on which pages it floats.
import { Text } from "@chakra-ui/react";
import { type Floating, floatDistances } from "@/core/opening/opening";
import { Row, TextInput, Tick } from "@/studio/kit/fields";
import { Group } from "@/studio/kit/layout";
import { Segments } from "@/studio/kit/segments";
import { PageTicks } from "./page-ticks";
import { words as own } from "./words";

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
  const put = (more: Partial<Floating>) => floating && onChange({ ...floating, ...more });
  return (
    <Group title={own.floats} mt="12px">
      <Tick
        label={own.floatsTick}
        checked={floating !== null}
        onChange={(on) => onChange(on ? { words: usualWords, corner: "end", include: [], exclude: [] } : null)}
      />
      {floating ? (
        <>
          <Row label={own.floatsLabel} error={faults["floating.words"]}>
            {(ids) => (
              <TextInput {...ids} maxLength={40} value={floating.words} onChange={(said) => put({ words: said })} />
            )}
          </Row>
          <Row label={own.corner}>
            {() => (
              <Segments<"start" | "end">
                label={own.corner}
                value={floating.corner}
                options={own.corners}
                onChange={(corner) => put({ corner })}
              />
            )}
          </Row>
          <Row label={own.distance}>
            {() => (
              <Segments
                label={own.distance}
                value={String(floating.distance ?? floatDistances[0])}
                options={floatDistances.map((px) => [String(px), own.distancePx(px)] as const)}
                onChange={(px) => put({ distance: floatDistances.find((one) => String(one) === px) })}
              />
            )}
          </Row>
          <PageTicks pages={floating} onChange={put} />
        </>
      ) : (
        <Text color="ink2">{note}</Text>
      )}
    </Group>
  );
}
