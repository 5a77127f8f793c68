"use client";
// What a chosen visitor is shown, what may load for them, and why: by the very function that decides on the live page.
import { Box, Text } from "@chakra-ui/react";
import { type KeptChoice, type Optional, optional } from "@/core/consent/category";
import type { Consent } from "@/core/consent/consent";
import { type ConsentDecision, decideConsent } from "@/core/consent/decide";
import type { ReleasedConsent } from "@/core/consent/released";
import type { RegionKey } from "@/core/consent/rules";
import { consent as kind } from "@/core/consent/widget";
import type { Reason } from "@/core/visitor/decision";
import type { Visitor } from "@/core/visitor/visitor";
import { useSite } from "@/studio/frame/site-context";
import { Title } from "@/studio/kit/layout";
import { useChosenVisitor } from "@/studio/rehearse/chosen";
import { visitorOf } from "@/studio/rehearse/moment";
import { words as own } from "./words";

const named = (list: unknown): string =>
  (list as readonly (keyof typeof own.categories)[]).map((category) => own.categories[category]).join(", ");
const regionName = (region: unknown): string => own.regions[region as RegionKey];

const sentences: Readonly<Record<string, (reason: Reason) => string>> = {
  "consent.where": ({ country, part, by, region }) =>
    own.reasons.where(
      part ? `${country}, ${part}` : String(country),
      own.reasons.by[by as keyof typeof own.reasons.by],
      regionName(region),
    ),
  "consent.nowhere": ({ region }) => own.reasons.nowhere(regionName(region)),
  "consent.asChosen": ({ rule }) => own.reasons.asChosen(regionName(rule)),
  "consent.nothingToAsk": () => own.reasons.nothingToAsk,
  "consent.yesFirst": ({ categories }) => own.reasons.yesFirst(named(categories)),
  "consent.mayRefuse": ({ categories }) => own.reasons.mayRefuse(named(categories)),
  "consent.over": ({ months }) => own.reasons.over(Number(months)),
  "consent.grew": ({ things }) => own.reasons.grew(Number(things)),
  "consent.chose": ({ given }) => own.reasons.chose(named(given)),
  "consent.signal": ({ categories }) => own.reasons.signal(named(categories)),
  "consent.signalWithoutLaw": () => own.reasons.signalWithoutLaw,
  "consent.noChoice": () => own.reasons.noChoice,
};

/** A reason about consent in words. */
export const consentReason = (reason: Reason): string => sentences[reason.code]?.(reason) ?? reason.code;

/** What the chosen visitor has answered, as their browser would have kept it. */
function choiceOf({ consent, now }: Visitor, site: ReleasedConsent): KeptChoice | null {
  if (consent === "notAsked") return null;
  const given: readonly Optional[] = consent === "all" ? optional : consent === "none" ? [] : [consent];
  return { id: "chosen", at: now, given, known: site.things.map(({ key }) => key), version: site.version };
}

export function WhyView({ widget }: { widget: { readonly settings: Consent } }) {
  const site = useSite();
  const { chosen } = useChosenVisitor();
  const visitor = visitorOf(chosen, { zone: site.settings.zone, clockAheadMs: site.clockAheadMs }, site.widgets);
  const released = kind.released(widget.settings, {} as never, null) as ReleasedConsent;
  const decision = decideConsent(released, {
    whereabouts: visitor.country ? { country: visitor.country, part: visitor.part ?? null } : null,
    knownBy: "chosen",
    signal: visitor.signal ?? false,
    choice: choiceOf(visitor, released),
    now: visitor.now,
  });
  return (
    <Box bg="sheet" borderWidth="1px" borderColor="line" borderRadius="field" p="14px">
      <ConsentHere {...decision} />
    </Box>
  );
}

/** A decision about consent as it was told, with every reason. */
export type ConsentTold = Pick<ConsentDecision, "shows" | "may" | "reasons">;

export function ConsentHere({ shows, may, reasons }: ConsentTold) {
  const allowed = optional.filter((category) => may[category]);
  return (
    <Box>
      <Title level={2}>{own.whyTitle}</Title>
      <Text fontWeight="600" mt="6px">
        {own.shows[shows]}
      </Text>
      <Box as="ol" listStyleType="decimal" pl="20px" mt="6px">
        {reasons.map((reason) => (
          <li key={reason.code}>{consentReason(reason)}</li>
        ))}
      </Box>
      <Text mt="8px" color="ink2">
        {own.mayLoad}: {allowed.length ? named(allowed) : own.nothingOptional}
      </Text>
    </Box>
  );
}
