"use client";
// How goods reach buyers: zones with their places, ways with their prices, and when parcels leave.
import { Box, Flex, Text } from "@chakra-ui/react";
import { nanoid } from "nanoid";
import { isPlain } from "@/core/booking/fetching";
import { amountText, readAmount } from "@/core/money/read";
import type { Box as Carton } from "@/core/shipping/boxes";
import type { Band, Method, PickupMethod, Rate, SendingMethod, Zone } from "@/core/shipping/shipping";
import { useSite } from "@/studio/frame/site-context";
import { IconButton, PlainButton } from "@/studio/kit/buttons";
import { Choice } from "@/studio/kit/choice";
import { NumberInput, Row, TextInput, Tick } from "@/studio/kit/fields";
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

function MethodEditor({
  method,
  name,
  faults,
  onChange,
  onRemove,
}: {
  method: Method;
  name: string;
  faults: (path: string) => string | undefined;
  onChange: (method: Method) => void;
  onRemove: () => void;
}) {
  return (
    <Box borderWidth="1px" borderColor="line" bg="white" p="10px" mb="8px">
      <Flex gap="8px" mb="8px">
        <Box flex="1">
          <TextInput aria-label={name} value={method.name} onChange={(text) => onChange({ ...method, name: text })} />
        </Box>
        <IconButton name={own.removeWay(method.name)} onClick={onRemove}>
          ×
        </IconButton>
      </Flex>
      {faults("name") ? <State tone="brick">{faults("name")}</State> : null}
      {method.kind === "pickup" ? (
        <>
          <Row label={own.where} error={faults("where")}>
            {(ids) => <TextInput {...ids} value={method.where} onChange={(where) => onChange({ ...method, where })} />}
          </Row>
          <FetchTimes method={method} onChange={onChange} />
          <MoneyRow
            label={own.amount}
            value={method.amount}
            onChange={(amount) => onChange({ ...method, amount: amount ?? 0 })}
          />
        </>
      ) : (
        <Parcel method={method} faults={faults} onChange={onChange} />
      )}
    </Box>
  );
}

/** Whether buyers choose a time of the calendar's. */
function FetchTimes({ method, onChange }: { method: PickupMethod; onChange: (method: Method) => void }) {
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
          onChange={(service) => onChange({ ...method, service: service || null })}
          options={[["", own.anyTime], ...plain.map(({ id, name }) => [id, name] as const)]}
        />
      )}
    </Row>
  );
}

function Parcel({
  method,
  faults,
  onChange,
}: {
  method: SendingMethod;
  faults: (path: string) => string | undefined;
  onChange: (method: Method) => void;
}) {
  const number = (at: "from" | "to", label: string) => (
    <Row label={label} error={faults(`days.${at}`)}>
      {(ids) => (
        <NumberInput
          {...ids}
          min={0}
          max={120}
          step={1}
          unit={own.workdays}
          value={method.days[at]}
          onChange={(value) => onChange({ ...method, days: { ...method.days, [at]: value ?? 0 } })}
        />
      )}
    </Row>
  );
  return (
    <>
      <Row label={own.costs}>
        {(ids) => (
          <Choice
            {...ids}
            value={method.rate.by}
            onChange={(by) => onChange({ ...method, rate: freshRate[by as By](600) })}
            options={(Object.keys(freshRate) as By[]).map((by) => [by, own.by[by]] as const)}
          />
        )}
      </Row>
      <RateEditor rate={method.rate} error={faults("rate")} onChange={(rate) => onChange({ ...method, rate })} />
      <MoneyRow
        label={own.freeFrom}
        optional
        value={method.freeFrom}
        onChange={(freeFrom) => onChange({ ...method, freeFrom })}
      />
      {number("from", own.days)}
      {number("to", own.toDays)}
    </>
  );
}

export function SendingStep({ settings: { zones, dispatch, tax }, faults, change }: StepProps<"shop">) {
  const put = (id: string, part: Partial<Zone>) =>
    change({ zones: zones.map((zone) => (zone.id === id ? { ...zone, ...part } : zone)) });
  const faultIn = (start: string) => {
    const found = Object.entries(faults).find(
      ([path]) => path === start || path.startsWith(`${start}[`) || path.startsWith(`${start}.`),
    );
    return found?.[1];
  };
  return (
    <>
      {zones.map((zone, at) => (
        <Group key={zone.id} title={`${own.zone}: ${zone.name}`}>
          <Flex gap="8px" mb="6px">
            <Box flex="1">
              <TextInput
                aria-label={own.zoneName(at + 1)}
                value={zone.name}
                onChange={(name) => put(zone.id, { name })}
              />
            </Box>
            <IconButton
              name={own.removeZone(zone.name)}
              onClick={() => change({ zones: zones.filter(({ id }) => id !== zone.id) })}
            >
              ×
            </IconButton>
          </Flex>
          <CommaRow
            label={own.countries}
            hint={own.countriesHint}
            value={zone.places.map(({ country }) => country)}
            error={faultIn(`zones[${at}].places`)}
            onChange={(typed) => {
              const codes = typed.flatMap((one) => one.toUpperCase().split(/\s+/)).filter(Boolean);
              const before = new Map(zone.places.map((place) => [place.country, place]));
              put(zone.id, {
                places: [...new Set(codes)].map(
                  (country) => before.get(country) ?? { country, regions: [], postcodes: [] },
                ),
              });
            }}
          />
          {zone.places.length === 1 && zone.places[0] ? (
            <>
              <CommaRow
                label={own.regions}
                hint={own.regionsHint}
                value={zone.places[0].regions}
                onChange={(regions) => put(zone.id, { places: zone.places.map((place) => ({ ...place, regions })) })}
              />
              <CommaRow
                label={own.postcodes}
                hint={own.postcodesHint}
                value={zone.places[0].postcodes}
                onChange={(postcodes) =>
                  put(zone.id, { places: zone.places.map((place) => ({ ...place, postcodes })) })
                }
              />
            </>
          ) : null}
          {zone.methods.map((method, nth) => (
            <MethodEditor
              key={method.id}
              method={method}
              name={own.wayName(zone.name, nth + 1)}
              faults={(path) => faultIn(`zones[${at}].methods[${nth}].${path}`)}
              onChange={(next) =>
                put(zone.id, { methods: zone.methods.map((one) => (one.id === method.id ? next : one)) })
              }
              onRemove={() => put(zone.id, { methods: zone.methods.filter(({ id }) => id !== method.id) })}
            />
          ))}
          <Flex gap="8px">
            <PlainButton
              onClick={() =>
                put(zone.id, {
                  methods: [
                    ...zone.methods,
                    {
                      id: nanoid(8),
                      name: own.newWay,
                      kind: "parcel",
                      rate: freshRate.flat(600),
                      freeFrom: null,
                      days: { from: 1, to: 3 },
                    },
                  ],
                })
              }
            >
              {own.addWay}
            </PlainButton>
            <PlainButton
              onClick={() =>
                put(zone.id, {
                  methods: [
                    ...zone.methods,
                    { id: nanoid(8), name: own.newPickup, kind: "pickup", where: "", amount: 0 },
                  ],
                })
              }
            >
              {own.addPickup}
            </PlainButton>
          </Flex>
        </Group>
      ))}
      <PlainButton
        mb="14px"
        onClick={() =>
          change({
            zones: [
              ...zones,
              {
                id: nanoid(8),
                name: own.newZone(zones.length + 1),
                places: [{ country: zones.length ? "*" : tax.home, regions: [], postcodes: [] }],
                methods: [],
              },
            ],
          })
        }
      >
        {own.addZone}
      </PlainButton>
      <Group title={own.packsOn}>
        <Flex wrap="wrap" gap="12px" mb="8px">
          {own.weekdays.map((name, at) => (
            <Tick
              key={name}
              label={name}
              checked={dispatch.weekdays.includes(at + 1)}
              onChange={(on) =>
                change({
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
        <Row label={own.packedUntil} error={faults["dispatch.until"]}>
          {(ids) => (
            <TextInput
              {...ids}
              value={dispatch.until}
              onChange={(until) => change({ dispatch: { ...dispatch, until } })}
            />
          )}
        </Row>
        <Row label={own.packingDays} error={faults["dispatch.days"]}>
          {(ids) => (
            <NumberInput
              {...ids}
              min={0}
              max={60}
              step={1}
              unit={own.workdays}
              value={dispatch.days}
              onChange={(days) => change({ dispatch: { ...dispatch, days: days ?? 0 } })}
            />
          )}
        </Row>
      </Group>
    </>
  );
}
