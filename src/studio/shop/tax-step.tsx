"use client";
// Which tax goods bear: where they leave from, how it is rounded, and the classes with their rates.
import { Box, Flex, Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { nanoid } from "nanoid";
import { rateAt, type TaxClass, taxBases } from "@/core/tax/tax";
import { voucherPurpose } from "@/core/voucher/purpose";
import { FieldTable, fieldsOf, type TableField } from "@/studio/forms/field-table";
import { settingsForm } from "@/studio/forms/form";
import { useSite } from "@/studio/frame/site-context";
import { ask } from "@/studio/kit/api";
import { IconButton, PlainButton } from "@/studio/kit/buttons";
import { TextInput } from "@/studio/kit/fields";
import { Group, RefusalNote } from "@/studio/kit/layout";
import { asRefusal } from "@/studio/kit/use-command";
import type { StepProps } from "@/studio/widget/half";
import { LinesRow } from "./lines-row";
import { reasonOf } from "./reasons";
import { words as own } from "./words";

/** "US-IL 6.25" as a rate in thousandths of a percent. */
function readRate(line: string): readonly [string, number] | null {
  const [, at, percent] = /^([A-Za-z]{2}(?:-[A-Za-z0-9]{1,3})?)\s+(\d{1,3}(?:[.,]\d{1,3})?)\s*%?$/.exec(line) ?? [];
  if (!at || percent === undefined) return null;
  const rate = Math.round(Number(percent.replace(",", ".")) * 1000);
  return rate <= 100_000 ? [at.toUpperCase(), rate] : null;
}

type Settings = StepProps<"shop">["settings"];

const of = fieldsOf<Settings>();

const fields: readonly TableField<Settings>[] = [
  of.tick("tax.included", own.included),
  of.line("tax.home", own.home, { most: 2, hint: own.homeHint, read: (typed) => typed.toUpperCase() }),
  of.tick("tax.oneStop", own.oneStop),
  of.segments("tax.rounding", own.rounding, [
    ["line", own.roundings.line],
    ["order", own.roundings.order],
  ]),
  of.line("taxNumber", own.taxNumber, { hint: own.taxNumberHint }),
];

const ofClass = fieldsOf<TaxClass, string>();

const classFields: readonly TableField<TaxClass>[] = [
  ofClass.fault("name"),
  ofClass.choice(
    "base",
    own.base,
    taxBases.map((base) => [base, own.bases[base]]),
  ),
  ofClass.slot(({ item, put, fault, around: home }) => (
    <>
      <Text color="ink2" fontSize="small" mb="6px">
        {own.rateHere(String(rateAt(item, { country: home, region: "" }).rate / 1000), home)}
      </Text>
      <LinesRow
        label={own.ownRates}
        hint={own.ownRatesHint}
        error={fault("rates")}
        rows={2}
        value={Object.entries(item.rates)}
        write={([place, rate]) => `${place} ${rate / 1000}`}
        read={readRate}
        fault={own.ownRatesFault}
        onChange={(rates) => put({ rates: Object.fromEntries(rates) })}
      />
    </>
  )),
];

/** When gift vouchers are taxed: it follows from what is on sale and where it goes, and is told with its reason. */
function Vouchers({ settings }: StepProps<"shop">) {
  const { key } = useSite();
  const { data, error } = useQuery({ queryKey: ["shopTaxed", key], queryFn: () => ask("shop.taxed", { site: key }) });
  if (error) return <RefusalNote refusal={asRefusal(error)} />;
  if (!data) return null;
  const { value, reasons } = voucherPurpose(settings, data.taxed);
  return (
    <Group title={own.vouchersTaxed}>
      <Text fontWeight="600">{own.voucherPurposes[value.kind]}</Text>
      {reasons.map((reason) => (
        <Text key={reason.code} color="ink2">
          {reasonOf(reason, String)}
        </Text>
      ))}
      <Text color="ink2" fontSize="small" mt="6px">
        {own.vouchersTaxedNote}
      </Text>
    </Group>
  );
}

export function TaxStep(props: StepProps<"shop">) {
  const { tax } = props.settings;
  const form = settingsForm(props);
  const put = (classes: readonly TaxClass[]) => form.put({ tax: { ...tax, classes } });
  return (
    <>
      <FieldTable {...form} of={fields} />
      {tax.classes.map((one, at) => {
        const set = (part: Partial<TaxClass>) =>
          put(tax.classes.map((other) => (other === one ? { ...one, ...part } : other)));
        return (
          <Group key={one.id} title={`${own.class}: ${one.name}`}>
            <Flex gap="8px" mb="6px">
              <Box flex="1">
                <TextInput aria-label={own.className(at + 1)} value={one.name} onChange={(name) => set({ name })} />
              </Box>
              {tax.classes.length > 1 ? (
                <IconButton
                  name={own.removeClass(one.name)}
                  onClick={() => put(tax.classes.filter((other) => other !== one))}
                >
                  ×
                </IconButton>
              ) : null}
            </Flex>
            <FieldTable
              of={classFields}
              around={tax.home}
              item={one}
              fault={(path) => form.fault(`tax.classes[${at}].${path}`)}
              put={set}
            />
          </Group>
        );
      })}
      <PlainButton
        onClick={() =>
          put([
            ...tax.classes,
            { id: nanoid(8), name: own.newClass(tax.classes.length + 1), base: "standard", rates: {} },
          ])
        }
      >
        {own.addClass}
      </PlainButton>
      <Vouchers {...props} />
    </>
  );
}
