"use client";
// How the question looks, and whether refusing is drawn as prominent as accepting.
import { colourRoles } from "@/core/brand/brand";
import { prominence } from "@/core/consent/breaches";
import { type Consent, consentPlaces } from "@/core/consent/consent";
import { FieldTable, fieldsOf, type TableField } from "@/studio/forms/field-table";
import { settingsForm } from "@/studio/forms/form";
import { useSite } from "@/studio/frame/site-context";
import { State } from "@/studio/kit/layout";
import type { StepProps } from "@/studio/widget/half";
import { words as own } from "./words";

const grounds = colourRoles.filter((role) => ["accent", "ink", "quiet"].includes(role));

const of = fieldsOf<Consent>();
const isMark = ({ again }: Consent) => again.as === "mark";

const fields: readonly TableField<Consent>[] = [
  of.surface("look.surface", own.surface),
  of.role("look.accept", own.acceptColour, grounds, { none: own.brandAccent }),
  of.role("look.refuse", own.refuseColour, grounds, { none: own.asAccept }),
  of.slot(({ item }) => <Prominence settings={item} />),
  of.choice("look.motion", own.motion, Object.entries(own.motions)),
  of.tick("look.logo", own.logo),
  of.group(
    own.again,
    [
      of.segments("again.as", own.again, Object.entries(own.agains), { bare: true }),
      of.choice(
        "again.corner",
        own.corner,
        consentPlaces.corner.map((corner) => [corner, own.places[corner]]),
        { shown: isMark },
      ),
      of.number("again.distancePx", own.distance, {
        ...{ min: 0, max: 200, step: 4, unit: own.px },
        empty: Number.NaN,
        shown: isMark,
      }),
      of.role("again.colour", own.markColour, grounds, { shown: isMark }),
    ],
    { first: true },
  ),
];

/** Whether refusing is drawn as prominent as accepting. */
function Prominence({ settings }: { settings: Consent }) {
  const { accepting, refusing, asEasy } = prominence(settings, useSite().brand.colours);
  const told = (ratio: number) => ratio.toFixed(1);
  if (!settings.refuseFirst) return <State tone="brick">{own.secondLayer}</State>;
  return asEasy ? (
    <State tone="moss">{own.asEasy(told(refusing))}</State>
  ) : (
    <State tone="amber">{own.lessEasy(told(accepting), told(refusing))}</State>
  );
}

export const LookStep = (props: StepProps<"consent">) => <FieldTable {...settingsForm(props)} of={fields} />;
