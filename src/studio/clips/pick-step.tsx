"use client";
// Which of the clips are shown, and in which order.
import { Flex, Text } from "@chakra-ui/react";
import { type ClipFeed, type FeedClip, type FeedPick, feedLimits, feedOrders } from "@/core/clips/clips";
import { FieldTable, fieldsOf } from "@/studio/forms/field-table";
import { settingsForm } from "@/studio/forms/form";
import { Choice } from "@/studio/kit/choice";
import { Row } from "@/studio/kit/fields";
import { Group } from "@/studio/kit/layout";
import { LineCommands } from "@/studio/kit/line-commands";
import type { StepProps } from "@/studio/widget/half";
import { useFeedState } from "./use-state";
import { words as own } from "./words";

const longestSeconds = 86_400;

const of = fieldsOf<ClipFeed>();
const seconds = { min: 0, max: longestSeconds, unit: own.seconds } as const;

const most = of.number("pick.most", own.most, { min: 0, max: feedLimits.shown, unit: own.clipsUnit });

const limits = of.group(own.limits, [
  of.commas("pick.withWords", own.withWords, { stacked: true, hint: own.wordsHint }),
  of.commas("pick.withoutWords", own.withoutWords, { stacked: true, hint: own.wordsHint }),
  of.number("pick.longerThan", own.longer, seconds),
  of.number("pick.shorterThan", own.shorter, seconds),
  of.day("pick.since", own.since, { empty: "" }),
  of.day("pick.until", own.until, { empty: "" }),
  of.fault("pick"),
]);

/** The clips in the order that is given to them by hand. */
const ByHand = ({ shown, onOrder }: { shown: readonly FeedClip[]; onOrder: (ids: string[]) => void }) => (
  <Group title={own.byHand}>
    {shown.map((clip, at) => (
      <Flex key={clip.id} align="center" gap="4px" minH="28px">
        <Text flex="1" minW="0" truncate title={clip.title}>
          {clip.title}
        </Text>
        <LineCommands
          before={own.up(clip.title)}
          behind={own.down(clip.title)}
          remove={own.remove(clip.title)}
          first={at === 0}
          last={at === shown.length - 1}
          kept
          onMove={(by) => {
            const ids = shown.map((one) => one.id);
            ids.splice(at + by, 0, ...ids.splice(at, 1));
            onOrder(ids);
          }}
          onRemove={() => {}}
        />
      </Flex>
    ))}
  </Group>
);

export function PickStep(props: StepProps<"clips">) {
  const { id, settings, change } = props;
  const { pick } = settings;
  const state = useFeedState(id);
  const form = settingsForm(props);
  const set = (part: Partial<FeedPick>) => change({ pick: { ...pick, ...part } });
  const shown = state?.found.clips ?? [];
  const found = state?.sources.reduce((sum, { clips }) => sum + clips, 0) ?? 0;
  return (
    <>
      <FieldTable {...form} of={[most]} />
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
      <FieldTable {...form} of={[limits]} />
      {pick.order === "byHand" ? <ByHand shown={shown} onOrder={(byHand) => set({ byHand })} /> : null}
    </>
  );
}
