"use client";
// The button over pages that opens the chat.
import { Text } from "@chakra-ui/react";
import { Group, Row, Segments, TextInput, Tick } from "@/studio/kit/kit";
import { PageTicks } from "@/studio/opening/page-ticks";
import type { StepProps } from "@/studio/widget/half";
import { words } from "./words";

const own = words.where;

export function WhereStep({ settings, faults, change }: StepProps<"chat">) {
  const { floating } = settings;
  const put = (more: Partial<NonNullable<typeof floating>>) =>
    floating && change({ floating: { ...floating, ...more } });
  return (
    <Group title={own.floats}>
      <Tick
        label={own.floatsTick}
        checked={floating !== null}
        onChange={(on) =>
          change({ floating: on ? { words: own.floatsWords, corner: "end", include: [], exclude: [] } : null })
        }
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
          <PageTicks pages={floating} onChange={put} />
        </>
      ) : (
        <Text color="ink2">{own.floatsNote}</Text>
      )}
    </Group>
  );
}
