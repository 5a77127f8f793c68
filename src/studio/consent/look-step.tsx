"use client";
// How the question looks, and whether refusing is drawn as prominent as accepting.
import { colourRoles } from "@/core/brand/brand";
import { prominence } from "@/core/consent/breaches";
import { type Consent, consentPlaces } from "@/core/consent/consent";
import { RoleOrNoneRow, RoleRow, SurfaceRow } from "@/studio/forms/brand-choice";
import { useSite } from "@/studio/frame/site-context";
import { Choice } from "@/studio/kit/choice";
import { NumberInput, Row, Tick } from "@/studio/kit/fields";
import { Group, State } from "@/studio/kit/layout";
import { Segments } from "@/studio/kit/segments";
import type { StepProps } from "@/studio/widget/half";
import { words as own } from "./words";

const grounds = colourRoles.filter((role) => ["accent", "ink", "quiet"].includes(role));

export function LookStep({ settings, faults, change }: StepProps<"consent">) {
  const { brand } = useSite();
  const { look, again } = settings;
  const set = (part: Partial<Consent["look"]>) => change({ look: { ...look, ...part } });
  const setAgain = (part: Partial<Consent["again"]>) => change({ again: { ...again, ...part } });
  const { accepting, refusing, asEasy } = prominence(settings, brand.colours);
  const told = (ratio: number) => ratio.toFixed(1);
  return (
    <>
      <SurfaceRow label={own.surface} value={look.surface} onChange={(surface) => set({ surface })} />
      <RoleOrNoneRow
        label={own.acceptColour}
        none={own.brandAccent}
        roles={grounds}
        value={look.accept}
        onChange={(accept) => set({ accept })}
      />
      <RoleOrNoneRow
        label={own.refuseColour}
        none={own.asAccept}
        roles={grounds}
        value={look.refuse}
        onChange={(refuse) => set({ refuse })}
      />
      {!settings.refuseFirst ? (
        <State tone="brick">{own.secondLayer}</State>
      ) : asEasy ? (
        <State tone="moss">{own.asEasy(told(refusing))}</State>
      ) : (
        <State tone="amber">{own.lessEasy(told(accepting), told(refusing))}</State>
      )}
      <Row label={own.motion}>
        {(ids) => (
          <Choice
            {...ids}
            value={look.motion}
            onChange={(motion) => set({ motion: motion as typeof look.motion })}
            options={Object.entries(own.motions)}
          />
        )}
      </Row>
      <Tick label={own.logo} checked={look.logo} onChange={(logo) => set({ logo })} />
      <Group title={own.again} mt="8px">
        <Segments
          label={own.again}
          value={again.as}
          onChange={(as) => setAgain({ as })}
          options={[
            ["link", own.agains.link],
            ["mark", own.agains.mark],
          ]}
        />
        {again.as === "mark" ? (
          <>
            <Row label={own.corner}>
              {(ids) => (
                <Choice
                  {...ids}
                  value={again.corner}
                  onChange={(corner) => setAgain({ corner: corner as typeof again.corner })}
                  options={consentPlaces.corner.map((corner) => [corner, own.places[corner]] as const)}
                />
              )}
            </Row>
            <Row label={own.distance} error={faults["again.distancePx"]}>
              {(ids) => (
                <NumberInput
                  {...ids}
                  min={0}
                  max={200}
                  step={4}
                  unit={own.px}
                  value={again.distancePx}
                  onChange={(distancePx) => setAgain({ distancePx: distancePx ?? Number.NaN })}
                />
              )}
            </Row>
            <RoleRow
              label={own.markColour}
              roles={grounds}
              value={again.colour}
              onChange={(colour) => setAgain({ colour })}
            />
          </>
        ) : null}
      </Group>
    </>
  );
}
