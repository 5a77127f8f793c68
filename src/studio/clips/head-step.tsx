"use client";
// What stands above the clips: pictures, name, counts, and where one subscribes.
import type { ClipFeed } from "@/core/clips/clips";
import { FieldTable, fieldsOf, type TableField } from "@/studio/forms/field-table";
import { settingsForm } from "@/studio/forms/form";
import type { StepProps } from "@/studio/widget/half";
import { words as own } from "./words";

const of = fieldsOf<ClipFeed>();
const isShown = ({ header }: ClipFeed) => header.shown;
const subscribed = ({ header }: ClipFeed) => header.shown && header.subscribeAt !== "";

const fields: readonly TableField<ClipFeed>[] = [
  of.tick("header.shown", own.headShown),
  of.line("header.name", own.name, { hint: own.nameHint, shown: isShown }),
  of.tick("header.subscribers", own.subscribers, { shown: isShown }),
  of.tick("header.clips", own.clipCount, { shown: isShown }),
  of.tick("header.views", own.viewCount, { shown: isShown }),
  of.line("header.subscribeAt", own.subscribeAt, { stacked: true, shown: isShown }),
  of.line("header.subscribeWords", own.subscribeWords, { shown: subscribed }),
  of.segments(
    "header.subscribePlace",
    own.subscribePlace,
    [
      ["beside", own.places.beside],
      ["below", own.places.below],
    ],
    { shown: subscribed },
  ),
  of.picture("header.banner", own.banner, { without: own.none, empty: null, shown: isShown }),
  of.picture("header.logo", own.logo, { without: own.none, empty: null, shown: isShown }),
];

export const HeadStep = (props: StepProps<"clips">) => <FieldTable {...settingsForm(props)} of={fields} />;
