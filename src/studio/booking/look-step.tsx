"use client";
// How the calendar is drawn, and what visitors choose first. Colours, type and shape follow Brand.
import { Text } from "@chakra-ui/react";
import { usualLook } from "@/core/booking/released";
import { mayAskAll } from "@/core/booking/rules/size";
import type { BookingLook, OwnLook } from "@/core/booking/words/look";
import { surfaceNames, surfaces } from "@/core/brand/brand";
import { FieldTable, fieldsOf, type TableField } from "@/studio/forms/field-table";
import { QuietButton } from "@/studio/kit/buttons";
import { Row } from "@/studio/kit/fields";
import type { StepProps } from "@/studio/widget/half";
import { words } from "./words";

const own = words.look;

const of = fieldsOf<BookingLook, { readonly note: string }>();
const ofOwn = fieldsOf<OwnLook>();

const lookFields: readonly TableField<BookingLook>[] = [
  of.words(own.brand),
  of.group(own.first, [
    of.segments("first", own.first, own.firsts, { bare: true }),
    of.slot(({ around }) => (
      <Text color="ink2" fontSize="small" mt="6px">
        {around.note}
      </Text>
    )),
  ]),
  of.group(own.view, [of.segments("view", own.view, own.views, { bare: true })]),
  of.group(own.density, [of.segments("density", own.density, own.densities, { bare: true })]),
  of.group(own.pictures, [
    of.slot((form) => (
      <Row label={own.shown}>{() => <FieldTable {...form} of={[of.tick("photographs", own.photographs)]} />}</Row>
    )),
  ]),
  of.group(own.departures, [
    of.slot(({ item, put }) => (
      <FieldTable
        of={departures}
        item={item.own ?? {}}
        fault={() => undefined}
        put={(change) => {
          const kept = Object.entries({ ...item.own, ...change }).filter(([, value]) => value !== undefined);
          put({ own: kept.length ? (Object.fromEntries(kept) as OwnLook) : undefined });
        }}
      />
    )),
  ]),
];

/** What departs from Brand is marked, with the way back. */
const departures: readonly TableField<OwnLook>[] = [
  ofOwn.choice(
    "surface",
    own.surface,
    [["", own.ofSection], ...surfaces.map((surface) => [surface, surfaceNames[surface]] as const)],
    { departs: true },
  ),
  ofOwn.choice("corners", own.corners, [["", own.ofBrand], ...own.cornersOf], { departs: true }),
  ofOwn.choice(
    "mark",
    own.mark,
    [
      ["", own.accent],
      ["words", own.markWords],
    ],
    { departs: true },
  ),
];

export function LookStep({ settings, part, faults, change }: StepProps<"booking">) {
  const look = settings.look ?? usualLook;
  const offered = part.services.filter(({ id }) => settings.services.includes(id));
  const needs = new Set(offered.flatMap(({ leads }) => leads)).size;
  const note =
    look.first === "need" && needs < 2
      ? own.noNeeds
      : look.first === "date" && !mayAskAll(part, settings.services)
        ? own.tooMany
        : own.skips;
  return (
    <>
      <FieldTable
        of={lookFields}
        around={{ note }}
        item={look}
        fault={(path) => faults[`look.${path}`]}
        put={(more) => change({ look: { ...look, ...more } })}
      />
      {settings.look ? <QuietButton onClick={() => change({ look: undefined })}>{own.usual}</QuietButton> : null}
    </>
  );
}
