"use client";
// How goods reach buyers: zones with their places, ways with their prices, and when parcels leave.
import { Box, Flex, Text } from "@chakra-ui/react";
import { nanoid } from "nanoid";
import { isPlain } from "@/core/booking/rules/fetching";
import { amountText, readAmount } from "@/core/money/read";
import type { Box as Carton } from "@/core/shipping/boxes";
import type { Band, Method, PickupMethod, Rate, SendingMethod, Zone } from "@/core/shipping/shipping";
import { FieldTable, fieldsOf, type TableField } from "@/studio/forms/field-table";
import { type Form, lineOf, settingsForm } from "@/studio/forms/form";
import { useSite } from "@/studio/frame/site-context";
import { IconButton, PlainButton } from "@/studio/kit/buttons";
import { Choice } from "@/studio/kit/choice";
import { Row, TextInput, Tick } from "@/studio/kit/fields";
import { Group, State } from "@/studio/kit/layout";
import { MoneyRow } from "@/studio/kit/money-input";
import type { StepProps } from "@/studio/widget/half";
import { CommaRow, LinesRow } from "./lines-row";
import { words as own } from "./words";

type By = Rate["by"];

const amountIn = (text: string, currency: string): number | null => {
  const read = readAmount(text, currency);
  return "amount" in read ? read.amount : null;
};

/** "2000 6.50" or "* 14.00" as a band; `measure` reads what stands first. */
function readBand(line: string, currency: string, measure: (text: string) => number | null): Band | null {
  const [first, last, ...more] = line.split(/\s+/);
  if (first === undefined || last === undefined || more.length) return null;
  const amount = amountIn(last, currency);
  const upTo = first === "*" ? null : measure(first);
  return amount === null || (first !== "*" && !upTo) ? null : { upTo, amount };
}

const wholeIn = (text: string): number | null => (/^\d{1,8}$/.test(text) ? Number(text) : null);

/** "Small 200x150x100 2000 6.50" as a box. */
function readBox(line: string, currency: string): Carton | null {
  const [, name, length, width, height, grams, price] =
    /^(\S.{0,57}\S|\S)\s+(\d{1,5})x(\d{1,5})x(\d{1,5})\s+(\d{1,7})\s+(\S{1,14})$/.exec(line) ?? [];
  if (!name || !price) return null;
  const amount = amountIn(price, currency);
  if (amount === null) return null;
  return { name, sizeMm: [Number(length), Number(width), Number(height)], mostGrams: Number(grams), amount };
}

const freshRate: { readonly [B in By]: (amount: number) => Extract<Rate, { by: B }> } = {
  flat: (amount) => ({ by: "flat", amount }),
  weight: (amount) => ({ by: "weight", bands: [{ upTo: 2000, amount }] }),
  number: (amount) => ({ by: "number", bands: [{ upTo: null, amount }] }),
  price: (amount) => ({ by: "price", bands: [{ upTo: null, amount }] }),
  size: (amount) => ({ by: "size", boxes: [{ name: "Box", sizeMm: [300, 200, 150], mostGrams: 5000, amount }] }),
};

function RateEditor({
  rate,
  error,
  onChange,
}: {
  rate: Rate;
  error: string | undefined;
  onChange: (rate: Rate) => void;
}) {
  const { currency } = useSite().settings;
  if (rate.by === "flat")
    return (
      <MoneyRow
        label={own.amount}
        value={rate.amount}
        error={error}
        onChange={(amount) => onChange({ by: "flat", amount: amount ?? 0 })}
      />
    );
  const lines = { label: own.costs, hint: own.bandsHint[rate.by], fault: own.bandsFault, error };
  if (rate.by === "size")
    return (
      <LinesRow
        {...lines}
        value={rate.boxes}
        write={({ name, sizeMm, mostGrams, amount }) =>
          `${name} ${sizeMm.join("x")} ${mostGrams} ${amountText(amount, currency)}`
        }
        read={(line) => readBox(line, currency)}
        onChange={(boxes) => onChange({ by: "size", boxes })}
      />
    );
  const inMoney = rate.by === "price";
  return (
    <LinesRow
      {...lines}
      value={rate.bands}
      write={({ upTo, amount }) =>
        `${upTo === null ? "*" : inMoney ? amountText(upTo, currency) : upTo} ${amountText(amount, currency)}`
      }
      read={(line) => readBand(line, currency, inMoney ? (text) => amountIn(text, currency) : wholeIn)}
      onChange={(bands) => onChange({ by: rate.by, bands } as Rate)}
    />
  );
}

const ofPickup = fieldsOf<PickupMethod>();
const ofParcel = fieldsOf<SendingMethod>();
const days = { min: 0, max: 120, unit: own.workdays } as const;

const pickupFields: readonly TableField<PickupMethod>[] = [
  ofPickup.line("where", own.where),
  ofPickup.slot(({ item, put }) => <FetchTimes method={item} onChange={put} />),
  ofPickup.money("amount", own.amount),
];

const parcelFields: readonly TableField<SendingMethod>[] = [
  ofParcel.choice(
    "rate",
    own.costs,
    (Object.keys(freshRate) as By[]).map((by) => [by, own.by[by]]),
    { shows: ({ rate }) => rate.by, read: (by) => freshRate[by as By](600), faults: [] },
  ),
  ofParcel.slot(({ item, fault, put }) => (
    <RateEditor rate={item.rate} error={fault("rate")} onChange={(rate) => put({ rate })} />
  )),
  ofParcel.money("freeFrom", own.freeFrom, { optional: true }),
  ofParcel.number("days.from", own.days, days),
  ofParcel.number("days.to", own.toDays, days),
];

const MethodEditor = ({ name, onRemove, ...form }: Form<Method> & { name: string; onRemove: () => void }) => (
  <Box borderWidth="1px" borderColor="line" bg="white" p="10px" mb="8px">
    <Flex gap="8px" mb="8px">
      <Box flex="1">
        <TextInput aria-label={name} value={form.item.name} onChange={(text) => form.put({ name: text }, "name")} />
      </Box>
      <IconButton name={own.removeWay(form.item.name)} onClick={onRemove}>
        ×
      </IconButton>
    </Flex>
    {form.fault("name") ? <State tone="brick">{form.fault("name")}</State> : null}
    {form.item.kind === "pickup" ? (
      <FieldTable {...(form as Form<PickupMethod>)} of={pickupFields} />
    ) : (
      <FieldTable {...(form as Form<SendingMethod>)} of={parcelFields} />
    )}
  </Box>
);

/** Whether buyers choose a time of the calendar's. */
function FetchTimes({ method, onChange }: { method: PickupMethod; onChange: (part: Partial<PickupMethod>) => void }) {
  const { booking } = useSite().parts;
  const plain = (booking?.services ?? []).filter((service) => booking && isPlain(service, booking));
  const gone = method.service && !plain.some(({ id }) => id === method.service);
  if (!plain.length && !gone) return <Text color="ink2">{own.noFetchTimes}</Text>;
  return (
    <Row label={own.fetchTimes} hint={own.fetchTimesHint} error={gone ? own.fetchTimesGone : undefined}>
      {(ids) => (
        <Choice
          {...ids}
          value={gone ? "" : (method.service ?? "")}
          onChange={(service) => onChange({ service: service || null })}
          options={[["", own.anyTime], ...plain.map(({ id, name }) => [id, name] as const)]}
        />
      )}
    </Row>
  );
}

/** Where a zone is: its countries, and of a single one its regions and postcodes. */
function ZonePlaces({ item: { places }, fault, put }: Form<Zone>) {
  const [only, more] = places;
  return (
    <>
      <CommaRow
        label={own.countries}
        hint={own.countriesHint}
        value={places.map(({ country }) => country)}
        error={fault("places")}
        onChange={(typed) => {
          const codes = typed.flatMap((one) => one.toUpperCase().split(/\s+/)).filter(Boolean);
          const before = new Map(places.map((place) => [place.country, place]));
          put({
            places: [...new Set(codes)].map(
              (country) => before.get(country) ?? { country, regions: [], postcodes: [] },
            ),
          });
        }}
      />
      {only && !more
        ? (["regions", "postcodes"] as const).map((part) => (
            <CommaRow
              key={part}
              label={own[part]}
              hint={own[`${part}Hint`]}
              value={only[part]}
              onChange={(typed) => put({ places: [{ ...only, [part]: typed }] })}
            />
          ))
        : null}
    </>
  );
}

function ZoneEditor({ at, onRemove, ...form }: Form<Zone> & { at: number; onRemove: () => void }) {
  const { item: zone, put } = form;
  const add = (method: Method) => put({ methods: [...zone.methods, method] });
  return (
    <Group title={`${own.zone}: ${zone.name}`}>
      <Flex gap="8px" mb="6px">
        <Box flex="1">
          <TextInput aria-label={own.zoneName(at + 1)} value={zone.name} onChange={(name) => put({ name }, "name")} />
        </Box>
        <IconButton name={own.removeZone(zone.name)} onClick={onRemove}>
          ×
        </IconButton>
      </Flex>
      <ZonePlaces {...form} />
      {zone.methods.map((method, nth) => (
        <MethodEditor
          key={method.id}
          {...lineOf(form, "methods", nth)}
          name={own.wayName(zone.name, nth + 1)}
          onRemove={() => put({ methods: zone.methods.filter((one) => one !== method) })}
        />
      ))}
      <Flex gap="8px">
        <PlainButton
          onClick={() =>
            add({
              ...{ id: nanoid(8), name: own.newWay, kind: "parcel" },
              ...{ rate: freshRate.flat(600), freeFrom: null, days: { from: 1, to: 3 } },
            })
          }
        >
          {own.addWay}
        </PlainButton>
        <PlainButton onClick={() => add({ id: nanoid(8), name: own.newPickup, kind: "pickup", where: "", amount: 0 })}>
          {own.addPickup}
        </PlainButton>
      </Flex>
    </Group>
  );
}

type Settings = StepProps<"shop">["settings"];
const of = fieldsOf<Settings>();

/** When parcels leave. */
const packing = of.group(own.packsOn, [
  of.slot(({ item: { dispatch }, put }) => (
    <Flex wrap="wrap" gap="12px" mb="8px">
      {own.weekdays.map((name, at) => (
        <Tick
          key={name}
          label={name}
          checked={dispatch.weekdays.includes(at + 1)}
          onChange={(on) =>
            put({
              dispatch: {
                ...dispatch,
                weekdays: on
                  ? [...dispatch.weekdays, at + 1].sort()
                  : dispatch.weekdays.filter((one) => one !== at + 1),
              },
            })
          }
        />
      ))}
    </Flex>
  )),
  of.line("dispatch.until", own.packedUntil),
  of.number("dispatch.days", own.packingDays, { min: 0, max: 60, unit: own.workdays }),
]);

export function SendingStep(props: StepProps<"shop">) {
  const { zones, tax } = props.settings;
  const form = settingsForm(props);
  // What is wrong with a part is wrong with what it stands in.
  const fault = (start: string) =>
    Object.entries(props.faults).find(
      ([path]) => path === start || path.startsWith(`${start}[`) || path.startsWith(`${start}.`),
    )?.[1];
  const add = () =>
    form.put({
      zones: [
        ...zones,
        {
          ...{ id: nanoid(8), name: own.newZone(zones.length + 1), methods: [] },
          places: [{ country: zones.length ? "*" : tax.home, regions: [], postcodes: [] }],
        },
      ],
    });
  return (
    <>
      {zones.map((zone, at) => (
        <ZoneEditor
          key={zone.id}
          {...lineOf({ ...form, fault }, "zones", at)}
          at={at}
          onRemove={() => form.put({ zones: zones.filter((one) => one !== zone) })}
        />
      ))}
      <PlainButton mb="14px" onClick={add}>
        {own.addZone}
      </PlainButton>
      <FieldTable {...form} of={[packing]} />
    </>
  );
}
