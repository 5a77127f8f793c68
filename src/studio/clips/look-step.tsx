"use client";
// How the clips stand, what is on their cards, where one plays and how one gets to the others.
import { Text } from "@chakra-ui/react";
import type { ClipFeed, FeedCard } from "@/core/clips/clips";
import { feedLayouts, feedPagings, feedPlays } from "@/core/clips/released";
import { FieldTable, fieldsOf, type TableField } from "@/studio/forms/field-table";
import { settingsForm } from "@/studio/forms/form";
import { Segments } from "@/studio/kit/segments";
import type { StepProps } from "@/studio/widget/half";
import { words as own } from "./words";

const widths = ["wide", "tablet", "phone"] as const;
const mostColumns = { wide: 6, tablet: 4, phone: 3 } as const;
const cardParts = Object.keys(own.cardParts) as (keyof FeedCard)[];

const of = fieldsOf<ClipFeed>();
const isList = ({ layout }: ClipFeed) => layout === "list";

const fields: readonly TableField<ClipFeed>[] = [
  of.slot(({ item: feed, put }) => (
    <>
      <Segments
        label={own.layout}
        value={feed.layout}
        onChange={(layout) =>
          put({ layout, ...(layout !== "list" && feed.plays === "large" ? { plays: "here" as const } : {}) })
        }
        options={feedLayouts.map((layout) => [layout, own.layouts[layout]] as const)}
      />
      <Text fontSize="small" color="ink2" mt="4px" mb="10px">
        {own.layoutHints[feed.layout]}
      </Text>
    </>
  )),
  of.group(
    own.columns,
    widths.map((width) =>
      of.number(`columns.${width}`, own[width], { min: 1, max: mostColumns[width], empty: Number.NaN }),
    ),
    { shown: (feed) => !isList(feed) },
  ),
  of.number("gapPx", own.gap, { min: 0, max: 80, step: 2, unit: own.px, empty: Number.NaN }),
  of.group(own.card, [...cardParts.map((part) => of.tick(`card.${part}`, own.cardParts[part])), of.fault("card")]),
  of.choice(
    "plays",
    own.plays,
    // Only a list has a large one.
    (feed) =>
      feedPlays.filter((where) => where !== "large" || isList(feed)).map((where) => [where, own.playsIn[where]]),
    { stacked: true },
  ),
  of.choice(
    "paging",
    own.paging,
    feedPagings.map((paging) => [paging, own.pagings[paging]]),
    { stacked: true },
  ),
  of.number("perPage", own.perPage, {
    ...{ min: 1, max: 60, unit: own.clipsUnit },
    empty: Number.NaN,
    shown: ({ paging }) => paging !== "none",
  }),
];

export const LookStep = (props: StepProps<"clips">) => <FieldTable {...settingsForm(props)} of={fields} />;
