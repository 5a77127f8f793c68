"use client";
// How the clips stand, what is on their cards, where one plays and how one gets to the others.
import { Text } from "@chakra-ui/react";
import type { ClipFeed, FeedCard } from "@/core/clips/clips";
import { feedLayouts, feedPagings, feedPlays } from "@/core/clips/released";
import { Choice } from "@/studio/kit/choice";
import { NumberInput, Row, Tick } from "@/studio/kit/fields";
import { Group } from "@/studio/kit/layout";
import { Segments } from "@/studio/kit/segments";
import type { StepProps } from "@/studio/widget/half";
import { words as own } from "./words";

const widths = ["wide", "tablet", "phone"] as const;
const mostColumns = { wide: 6, tablet: 4, phone: 3 } as const;
const cardParts = Object.keys(own.cardParts) as (keyof FeedCard)[];

export function LookStep({ settings: feed, faults, change }: StepProps<"clips">) {
  // Only a list has a large one.
  const plays = feedPlays.filter((where) => where !== "large" || feed.layout === "list");
  return (
    <>
      <Segments
        label={own.layout}
        value={feed.layout}
        onChange={(layout) =>
          change({ layout, ...(layout !== "list" && feed.plays === "large" ? { plays: "here" as const } : {}) })
        }
        options={feedLayouts.map((layout) => [layout, own.layouts[layout]] as const)}
      />
      <Text fontSize="small" color="ink2" mt="4px" mb="10px">
        {own.layoutHints[feed.layout]}
      </Text>
      {feed.layout === "list" ? null : (
        <Group title={own.columns}>
          {widths.map((width) => (
            <Row key={width} label={own[width]} error={faults[`columns.${width}`]}>
              {(ids) => (
                <NumberInput
                  {...ids}
                  min={1}
                  max={mostColumns[width]}
                  step={1}
                  value={feed.columns[width]}
                  onChange={(count) => change({ columns: { ...feed.columns, [width]: count ?? Number.NaN } })}
                />
              )}
            </Row>
          ))}
        </Group>
      )}
      <Row label={own.gap} error={faults.gapPx}>
        {(ids) => (
          <NumberInput
            {...ids}
            min={0}
            max={80}
            step={2}
            unit={own.px}
            value={feed.gapPx}
            onChange={(gapPx) => change({ gapPx: gapPx ?? Number.NaN })}
          />
        )}
      </Row>
      <Group title={own.card}>
        {cardParts.map((part) => (
          <Tick
            key={part}
            label={own.cardParts[part]}
            checked={feed.card[part]}
            onChange={(on) => change({ card: { ...feed.card, [part]: on } })}
          />
        ))}
        {faults.card ? (
          <Text role="alert" color="brick" fontWeight="600" fontSize="small">
            {faults.card}
          </Text>
        ) : null}
      </Group>
      <Row label={own.plays} stacked>
        {(ids) => (
          <Choice
            {...ids}
            value={feed.plays}
            onChange={(where) => change({ plays: where as ClipFeed["plays"] })}
            options={plays.map((where) => [where, own.playsIn[where]] as const)}
          />
        )}
      </Row>
      <Row label={own.paging} stacked>
        {(ids) => (
          <Choice
            {...ids}
            value={feed.paging}
            onChange={(paging) => change({ paging: paging as ClipFeed["paging"] })}
            options={feedPagings.map((paging) => [paging, own.pagings[paging]] as const)}
          />
        )}
      </Row>
      {feed.paging === "none" ? null : (
        <Row label={own.perPage} error={faults.perPage}>
          {(ids) => (
            <NumberInput
              {...ids}
              min={1}
              max={60}
              step={1}
              unit={own.clipsUnit}
              value={feed.perPage}
              onChange={(perPage) => change({ perPage: perPage ?? Number.NaN })}
            />
          )}
        </Row>
      )}
    </>
  );
}
