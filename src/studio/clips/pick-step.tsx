"use client";
// Which of the clips are shown, and in which order.
import { Flex, Text } from "@chakra-ui/react";
import { useState } from "react";
import { type FeedPick, feedLimits, feedOrders } from "@/core/clips/clips";
import { Choice } from "@/studio/kit/choice";
import { NumberInput, Row, TextInput } from "@/studio/kit/fields";
import { Group } from "@/studio/kit/layout";
import { LineDeeds } from "@/studio/kit/line-deeds";
import type { StepProps } from "@/studio/widget/half";
import { useFeedState } from "./use-state";
import { words as own } from "./words";

const longestSeconds = 86_400;

/** Words with commas between; what is typed stays as it is typed. */
function WordsRow({
  label,
  value,
  error,
  onChange,
}: {
  label: string;
  value: readonly string[];
  error: string | undefined;
  onChange: (words: string[]) => void;
}) {
  const [typed, setTyped] = useState(value.join(", "));
  return (
    <Row label={label} hint={own.wordsHint} error={error} stacked>
      {(ids) => (
        <TextInput
          {...ids}
          value={typed}
          onChange={(text) => {
            setTyped(text);
            onChange(
              text
                .split(",")
                .map((word) => word.trim())
                .filter(Boolean),
            );
          }}
        />
      )}
    </Row>
  );
}

export function PickStep({ id, settings: feed, faults, change }: StepProps<"clips">) {
  const { pick } = feed;
  const state = useFeedState(id);
  const set = (part: Partial<FeedPick>) => change({ pick: { ...pick, ...part } });
  const number = (name: "most" | "longerThan" | "shorterThan", label: string, unit: string, max: number) => (
    <Row label={label} error={faults[`pick.${name}`]}>
      {(ids) => (
        <NumberInput
          {...ids}
          min={0}
          max={max}
          step={1}
          unit={unit}
          value={pick[name]}
          onChange={(value) => set({ [name]: value ?? 0 })}
        />
      )}
    </Row>
  );
  const day = (name: "since" | "until", label: string) => (
    <Row label={label} error={faults[`pick.${name}`]}>
      {(ids) => (
        <input
          {...ids}
          type="date"
          value={pick[name]}
          onChange={(event) => set({ [name]: event.target.value })}
          style={{
            height: 32,
            padding: "0 8px",
            border: "1px solid var(--chakra-colors-edge)",
            borderRadius: 5,
            background: "white",
          }}
        />
      )}
    </Row>
  );
  const shown = state?.found.clips ?? [];
  const found = state?.sources.reduce((sum, { clips }) => sum + clips, 0) ?? 0;
  return (
    <>
      {number("most", own.most, own.clipsUnit, feedLimits.shown)}
      <Row label={own.order}>
        {(ids) => (
          <Choice
            {...ids}
            value={pick.order}
            onChange={(order) =>
              // What stands there now is what one begins to order by hand.
              set({
                order: order as FeedPick["order"],
                ...(order === "byHand" && !pick.byHand.length ? { byHand: shown.map((clip) => clip.id) } : {}),
              })
            }
            options={feedOrders.map((order) => [order, own.orders[order]] as const)}
          />
        )}
      </Row>
      <Text fontSize="small" color="ink2" mb="8px">
        {state ? (shown.length ? own.shows(shown.length, found) : own.nothingFound) : null}
      </Text>
      <Group title={own.limits}>
        <WordsRow
          label={own.withWords}
          value={pick.withWords}
          error={faults["pick.withWords"]}
          onChange={(withWords) => set({ withWords })}
        />
        <WordsRow
          label={own.withoutWords}
          value={pick.withoutWords}
          error={faults["pick.withoutWords"]}
          onChange={(withoutWords) => set({ withoutWords })}
        />
        {number("longerThan", own.longer, own.seconds, longestSeconds)}
        {number("shorterThan", own.shorter, own.seconds, longestSeconds)}
        {day("since", own.since)}
        {day("until", own.until)}
        {faults.pick ? (
          <Text role="alert" color="brick" fontWeight="600" fontSize="small">
            {faults.pick}
          </Text>
        ) : null}
      </Group>
      {pick.order === "byHand" ? (
        <Group title={own.byHand}>
          {shown.map((clip, at) => (
            <Flex key={clip.id} align="center" gap="4px" minH="28px">
              <Text flex="1" minW="0" truncate title={clip.title}>
                {clip.title}
              </Text>
              <LineDeeds
                before={own.up(clip.title)}
                behind={own.down(clip.title)}
                remove={own.remove(clip.title)}
                first={at === 0}
                last={at === shown.length - 1}
                kept
                onMove={(by) => {
                  const ids = shown.map((one) => one.id);
                  ids.splice(at + by, 0, ...ids.splice(at, 1));
                  set({ byHand: ids });
                }}
                onRemove={() => {}}
              />
            </Flex>
          ))}
        </Group>
      ) : null}
    </>
  );
}
