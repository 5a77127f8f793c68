"use client";
// Which tax goods bear: where they leave from, how it is rounded, and the classes with their rates.
import { Box, Flex, Text } from "@chakra-ui/react";
import { nanoid } from "nanoid";
import { rateAt, type TaxBase, type TaxClass, taxBases } from "@/core/tax/tax";
import { IconButton, PlainButton } from "@/studio/kit/buttons";
import { Choice } from "@/studio/kit/choice";
import { Row, TextInput, Tick } from "@/studio/kit/fields";
import { Group, State } from "@/studio/kit/layout";
import { Segments } from "@/studio/kit/segments";
import type { StepProps } from "@/studio/widget/half";
import { LinesRow } from "./lines-row";
import { words as own } from "./words";

/** "US-IL 6.25" as a rate in thousandths of a percent. */
function readRate(line: string): readonly [string, number] | null {
  const [, at, percent] = /^([A-Za-z]{2}(?:-[A-Za-z0-9]{1,3})?)\s+(\d{1,3}(?:[.,]\d{1,3})?)\s*%?$/.exec(line) ?? [];
  if (!at || percent === undefined) return null;
  const rate = Math.round(Number(percent.replace(",", ".")) * 1000);
  return rate <= 100_000 ? [at.toUpperCase(), rate] : null;
}

export function TaxStep({ settings: { tax, taxNumber }, faults, change }: StepProps<"shop">) {
  const set = (part: Partial<typeof tax>) => change({ tax: { ...tax, ...part } });
  const setClass = (id: string, part: Partial<TaxClass>) =>
    set({ classes: tax.classes.map((one) => (one.id === id ? { ...one, ...part } : one)) });
  return (
    <>
      <Tick label={own.included} checked={tax.included} onChange={(included) => set({ included })} />
      <Row label={own.home} hint={own.homeHint} error={faults["tax.home"]}>
        {(ids) => (
          <TextInput {...ids} maxLength={2} value={tax.home} onChange={(home) => set({ home: home.toUpperCase() })} />
        )}
      </Row>
      <Tick label={own.oneStop} checked={tax.oneStop} onChange={(oneStop) => set({ oneStop })} />
      <Row label={own.rounding}>
        {() => (
          <Segments
            label={own.rounding}
            value={tax.rounding}
            onChange={(rounding) => set({ rounding })}
            options={[
              ["line", own.roundings.line],
              ["order", own.roundings.order],
            ]}
          />
        )}
      </Row>
      <Row label={own.taxNumber} hint={own.taxNumberHint} error={faults.taxNumber}>
        {(ids) => <TextInput {...ids} value={taxNumber} onChange={(number) => change({ taxNumber: number })} />}
      </Row>
      {tax.classes.map((one, at) => (
        <Group key={one.id} title={`${own.class}: ${one.name}`}>
          <Flex gap="8px" mb="6px">
            <Box flex="1">
              <TextInput
                aria-label={own.className(at + 1)}
                value={one.name}
                onChange={(name) => setClass(one.id, { name })}
              />
            </Box>
            {tax.classes.length > 1 ? (
              <IconButton
                name={own.removeClass(one.name)}
                onClick={() => set({ classes: tax.classes.filter(({ id }) => id !== one.id) })}
              >
                ×
              </IconButton>
            ) : null}
          </Flex>
          {faults[`tax.classes[${at}].name`] ? <State tone="brick">{faults[`tax.classes[${at}].name`]}</State> : null}
          <Row label={own.base}>
            {(ids) => (
              <Choice
                {...ids}
                value={one.base}
                onChange={(base) => setClass(one.id, { base: base as TaxBase })}
                options={taxBases.map((base) => [base, own.bases[base]] as const)}
              />
            )}
          </Row>
          <Text color="ink2" fontSize="small" mb="6px">
            {own.rateHere(String(rateAt(one, { country: tax.home, region: "" }).rate / 1000), tax.home)}
          </Text>
          <LinesRow
            label={own.ownRates}
            hint={own.ownRatesHint}
            rows={2}
            value={Object.entries(one.rates)}
            write={([place, rate]) => `${place} ${rate / 1000}`}
            read={readRate}
            fault={own.ownRatesFault}
            onChange={(rates) => setClass(one.id, { rates: Object.fromEntries(rates) })}
          />
        </Group>
      ))}
      <PlainButton
        onClick={() =>
          set({
            classes: [
              ...tax.classes,
              { id: nanoid(8), name: own.newClass(tax.classes.length + 1), base: "standard", rates: {} },
            ],
          })
        }
      >
        {own.addClass}
      </PlainButton>
    </>
  );
}
