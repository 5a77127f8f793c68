"use client";
// The rules of each region with their sources, and whether what is set fits them.
import { Box, Text } from "@chakra-ui/react";
import { breaches } from "@/core/consent/breaches";
import { type RegionKey, regionKeys, rules } from "@/core/consent/rules";
import { demands } from "@/core/consent/sources";
import { useSite } from "@/studio/frame/site-context";
import { Choice } from "@/studio/kit/choice";
import { NumberInput, Row } from "@/studio/kit/fields";
import { State } from "@/studio/kit/layout";
import type { StepProps } from "@/studio/widget/half";
import { words as own } from "./words";

type Lawful = Exclude<RegionKey, "elsewhere">;
const lawful = regionKeys.filter((region): region is Lawful => region !== "elsewhere");

/** What a rule demands, in words. */
export const demandWords = (on: keyof typeof own.demands, region: Lawful): string => {
  const said = own.demands[on];
  return typeof said === "function" ? said(rules[region].holdsMonths) : said;
};

export function RulesStep({ settings, faults, change }: StepProps<"consent">) {
  const { settings: site } = useSite();
  const broken = breaches(settings, [site.language]);
  return (
    <>
      <Text color="ink2" mb="8px">
        {own.rulesLead}
      </Text>
      <Box bg="white" borderWidth="1px" borderColor="line" borderRadius="field">
        {lawful.map((region) => {
          const mine = broken.filter((one) => one.region === region);
          return (
            <Box
              as="details"
              key={region}
              borderBottomWidth="1px"
              borderColor="line"
              css={{ "&:last-of-type": { borderBottomWidth: 0 } }}
            >
              <summary
                style={{
                  display: "grid",
                  gridTemplateColumns: "minmax(0,2fr) minmax(0,3fr) 76px",
                  gap: 10,
                  alignItems: "center",
                  cursor: "pointer",
                  minHeight: 40,
                  padding: "5px 10px",
                }}
              >
                <Text as="span" fontWeight="600">
                  {own.regions[region]}
                </Text>
                <Text as="span" color="ink2">
                  {own.inShort[region]}
                </Text>
                <Text as="span" fontWeight="600" color={mine.length ? "brick" : "moss"}>
                  {mine.length ? `× ${own.breaks(mine.length)}` : `✓ ${own.fits}`}
                </Text>
              </summary>
              <Box as="ul" listStyleType="none" px="10px" pb="8px">
                {demands[region].map(({ on, source }) => {
                  const breach = mine.some((one) => one.on === on);
                  return (
                    <li key={`${on} ${source.law}`}>
                      {breach ? (
                        <State tone="brick">{demandWords(on, region)}</State>
                      ) : (
                        <Text as="span">{demandWords(on, region)}</Text>
                      )}
                      <Text fontSize="small" color="ink2" mb="3px">
                        {source.law}, {source.at}
                      </Text>
                    </li>
                  );
                })}
              </Box>
            </Box>
          );
        })}
      </Box>
      <Box mt="12px">
        <Row label={own.elsewhere} stacked>
          {(ids) => (
            <Choice
              {...ids}
              value={settings.elsewhere}
              onChange={(region) => change({ elsewhere: region as Lawful })}
              options={lawful.map((region) => [region, own.regions[region]] as const)}
            />
          )}
        </Row>
        <Row label={own.months} hint={own.monthsHint} error={faults.months}>
          {(ids) => (
            <NumberInput
              {...ids}
              min={1}
              max={12}
              step={1}
              unit={own.monthsUnit}
              value={settings.months}
              onChange={(months) => change({ months: months ?? Number.NaN })}
            />
          )}
        </Row>
      </Box>
    </>
  );
}
