"use client";
// How the popup looks: ground, what is behind it, the close mark, how it comes.
import { colourRoles } from "@/core/brand/brand";
import type { Popup } from "@/core/popup/popup";
import { FieldTable, fieldsOf, type TableField } from "@/studio/forms/field-table";
import { settingsForm } from "@/studio/forms/form";
import type { StepProps } from "@/studio/widget/half";
import { words as own } from "./words";

const of = fieldsOf<Popup>();
const isDimmed = ({ look }: Popup) => !look.pageUsable;

const fields: readonly TableField<Popup>[] = [
  of.surface("look.surface", own.surface),
  of.group(
    own.pageBehind,
    [
      of.tick("look.pageUsable", own.pageStaysUsable),
      of.words(own.thenNothingDimmedKeyboard, { shown: ({ look }) => look.pageUsable }),
      of.role("look.overlayColour", own.overlay, colourRoles, { shown: isDimmed }),
      of.share("look.overlayStrength", own.strength, { named: own.strengthOverlay, shown: isDimmed }),
    ],
    { first: true },
  ),
  of.group(own.closeMark, [
    of.segments(
      "look.closePlace",
      own.place,
      [
        ["inside", own.onThePopup],
        ["outside", own.cornerScreen],
      ],
      { named: own.placeCloseMark },
    ),
    of.segments(
      "look.closeShape",
      own.shape,
      [
        ["cross", own.cross],
        ["ring", own.crossRing],
        ["word", own.word],
      ],
      { named: own.shapeCloseMark },
    ),
  ]),
  of.group(own.entrance, [
    of.segments(
      "look.entrance",
      own.entrance,
      [
        ["none", own.none],
        ["fade", own.fade],
        ["rise", own.rise],
        ["slide", own.slide],
      ],
      { bare: true },
    ),
    of.words(own.visitorsWhoAskedLess),
  ]),
  of.group(
    own.side,
    [
      of.segments(
        "look.side",
        own.side,
        [
          ["start", own.whereLinesBegin],
          ["end", own.whereLinesEnd],
        ],
        { bare: true },
      ),
    ],
    { shown: ({ design }) => design === "note" || design === "sheet" },
  ),
];

export const LookStep = (props: StepProps<"popup">) => <FieldTable {...settingsForm(props)} of={fields} />;
