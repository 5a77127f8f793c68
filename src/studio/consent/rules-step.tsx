"use client";
// The rules of each region with their sources, and whether what is set fits them.
import { Box, Text } from "@chakra-ui/react";
import { type Breach, breaches } from "@/core/consent/breaches";
import type { Consent } from "@/core/consent/consent";
import { type RegionKey, regionKeys, rules } from "@/core/consent/rules";
import { demands } from "@/core/consent/sources";
import { FieldTable, fieldsOf, type TableField } from "@/studio/forms/field-table";
import { settingsForm } from "@/studio/forms/form";
import { useSite } from "@/studio/frame/site-context";
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

const of = fieldsOf<Consent>();

const fields: readonly TableField<Consent>[] = [
  of.choice(
    "elsewhere",
    own.elsewhere,
    lawful.map((region) => [region, own.regions[region]]),
    { stacked: true },
  ),
  of.number("months", own.months, {
    ...{ min: 1, max: 12, unit: own.monthsUnit },
    hint: own.monthsHint,
    empty: Number.NaN,
  }),
];

/** The rules of one region, and which of them are broken. */
function RegionRules({ region, mine }: { region: Lawful; mine: readonly Breach[] }) {
  return (
    <Box as="details" borderBottomWidth="1px" borderColor="line" css={{ "&:last-of-type": { borderBottomWidth: 0 } }}>
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
}

export function RulesStep(props: StepProps<"consent">) {
  const { settings } = props;
  const { settings: site } = useSite();
  const broken = breaches(settings, [site.language]);
  return (
    <>
      <Text color="ink2" mb="8px">
        {own.rulesLead}
      </Text>
      <Box bg="white" borderWidth="1px" borderColor="line" borderRadius="field">
        {lawful.map((region) => (
          <RegionRules key={region} region={region} mine={broken.filter((one) => one.region === region)} />
        ))}
      </Box>
      <Box mt="12px">
        <FieldTable {...settingsForm(props)} of={fields} />
      </Box>
    </>
  );
}
