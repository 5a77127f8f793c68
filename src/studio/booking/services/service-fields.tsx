"use client";
// What can be set of a service, as a table: what it is, how long, when it begins, how it is sold and how it looks.
import { Box, Flex, Text } from "@chakra-ui/react";
import { Trash2 } from "lucide-react";
import { useState } from "react";
import { deskColours, type Joining, type Service, sharesStarts } from "@/core/booking/booking";
import { readTimes, timesText } from "@/core/booking/hours/hours-text";
import { FieldTable, fieldsOf, type TableField } from "@/studio/forms/field-table";
import { type Form, lineOf } from "@/studio/forms/form";
import { IconButton, QuietButton } from "@/studio/kit/buttons";
import { Day } from "@/studio/kit/day-time";
import { NumberInput, Row, TextInput, Tick } from "@/studio/kit/fields";
import { later } from "@/studio/kit/later";
import { State } from "@/studio/kit/layout";
import { MoneyRow } from "@/studio/kit/money-input";
import { Segments } from "@/studio/kit/segments";
import type { StepProps } from "@/studio/widget/half";
import type { Editing } from "../editing";
import { colourOf, colourToken } from "../notes";
import { words } from "../words";
import { NeedsEditor } from "./needs-editor";
import { NoticeRow } from "./notice-row";
import { PortionRow } from "./portion-row";

const CourseEditor = later(() => import("./course-editor").then((module) => module.CourseEditor));

/** The step that a service is edited in. */
export type ServiceAround = StepProps<"booking"> & { readonly editing: Editing<"services"> };

const own = words.service;
const of = fieldsOf<Service, ServiceAround>();
const minutes = { unit: words.minutesUnit, step: 5 } as const;
const noLimit = { none: words.noLimit } as const;

/** Minutes before and after, of a service or of who serves. */
export const tidyUpField = (() => {
  const fields = fieldsOf<Pick<Service, "tidyUp">>();
  return fields.beside(
    fields.number("tidyUp.beforeMinutes", own.tidyUp, { unit: own.before, step: 5, hint: own.tidyUpHint }),
    fields.number("tidyUp.afterMinutes", own.afterLabel, { unit: own.after, step: 5 }),
  );
})();

const isPaid = ({ confirm }: Service) => confirm === "payment";

const booking: readonly TableField<Service>[] = [
  of.number("capacity", own.capacity, { hint: own.capacityHint }),
  of.choice("confirm", own.confirm, own.confirms, {
    // A deposit is of what is paid.
    besides: (chosen) => (chosen === "payment" ? {} : { deposit: undefined }),
  }),
  of.slot((form) => <PortionRow label={own.deposit} none={own.noDeposit} of="deposit" {...form} />, { shown: isPaid }),
  of.slot((form) => (
    <PortionRow label={own.lateFee} none={own.noLateFee} hint={own.lateFeeHint} of="lateFee" {...form} />
  )),
  of.beside(
    of.choice("where.kind", own.where, own.wheres, { faults: ["where.words"] }),
    of.line("where.words", own.whereWords, { placeholder: own.whereWords }),
  ),
  of.number("travelMinutes", own.travel, {
    ...minutes,
    none: own.noTravel,
    hint: own.travelHint,
    shown: ({ where }) => where.kind === "client",
  }),
  of.number("perDay", own.perDay, { ...noLimit, empty: null }),
  of.has("least", own.leastTick, () => ({ seats: 2, hours: 24 }), {
    shown: (service) => sharesStarts(service) || service.least !== undefined,
  }),
  of.number("least.seats", own.leastFrom, { unit: own.leastSeats, shown: ({ least }) => least !== undefined }),
  of.number("least.hours", own.leastDecided, {
    unit: own.hoursBefore,
    hint: own.leastHint,
    shown: ({ least }) => least !== undefined,
  }),
  of.number("mostSeats", own.mostSeats, {
    ...noLimit,
    hint: own.mostSeatsHint,
    shown: ({ capacity }) => capacity > 1,
  }),
  of.has("waiting", own.waitingTick, () => ({ offerMinutes: 120 })),
  of.number("waiting.offerMinutes", own.waitingKept, {
    unit: words.minutesUnit,
    step: 10,
    hint: own.waitingHint,
    shown: ({ waiting }) => waiting !== undefined,
  }),
  of.number("perClientWeek", own.perClientWeek, { ...noLimit, hint: own.perClientWeekHint }),
  of.slot(({ item, put, fault }) => (
    <NoticeRow
      notice={item.notice ?? { kind: "none" }}
      error={fault("notice.hours")}
      onChange={(notice) => put({ notice: notice.kind === "none" ? undefined : notice })}
    />
  )),
  of.number("daysAhead", own.daysAhead, { ...noLimit, unit: words.people.daysUnit, hint: own.daysAheadHint }),
  of.slot((form) => <SoldRow {...form} />),
  of.number("reminderHours", own.reminder, { unit: own.hoursBefore, none: own.noReminder, empty: null }),
];

export const serviceFields: readonly TableField<Service>[] = [
  of.group(
    own.what,
    [
      of.line("name", own.name, { most: 120 }),
      of.area("words", own.words, { rows: 2 }),
      of.line("category", own.category, { hint: own.categoryHint }),
      of.lines("leads", own.leads, { hint: own.leadsHint }),
      of.slot(({ item: { id }, around: { settings, change } }) => (
        <Tick
          label={own.inCalendar}
          checked={settings.services.includes(id)}
          onChange={(on) =>
            change({ services: on ? [...settings.services, id] : settings.services.filter((one) => one !== id) })
          }
        />
      )),
      of.tick("online", own.online),
    ],
    { first: true },
  ),
  of.group(own.howLong, [
    of.slot((form) => <Lengths {...form} />, { shown: ({ lengths }) => lengths !== undefined }),
    of.number("durationMinutes", own.duration, { ...minutes, shown: ({ lengths }) => lengths === undefined }),
    of.has("lengths", own.chosenByClient, ({ durationMinutes, price }) =>
      [1, 2].map((times) => ({
        minutes: durationMinutes * times,
        price: price && { amount: price.amount * times, earlier: null },
      })),
    ),
    tidyUpField,
  ]),
  of.group(own.whoAndWhat, [of.slot(({ around }) => <NeedsEditor {...around} />)]),
  of.group(own.begins, [of.slot(({ around }) => <Starts {...around} />)]),
  of.group(own.price, [
    of.slot((form) => <PriceRows {...form} />),
    of.slot(({ item: { tax }, fault, put }) => (
      <FieldTable
        of={taxFields}
        item={{ percent: tax?.percent, included: tax?.included ?? true }}
        fault={(path) => fault(`tax.${path}`)}
        put={(change) => {
          const { percent, included } = { included: true, ...tax, ...change };
          put({ tax: percent === undefined ? null : { percent, included } });
        }}
      />
    )),
  ]),
  of.group(own.booking, booking),
  of.group(own.look, [
    of.slot(({ around }) => <DeskColour {...around} />),
    of.picture("picture", own.picture, { without: own.withoutPicture }),
  ]),
];

interface Tax {
  readonly percent: number | undefined;
  readonly included: boolean;
}

const ofTax = fieldsOf<Tax>();
const taxFields = [
  ofTax.number("percent", own.tax, { unit: "%", min: 0, step: null, none: own.noTax }),
  ofTax.tick("included", own.taxIncluded, { shown: ({ percent }) => percent !== undefined }),
];

/** The lengths that clients choose from, each with its price; the first is the usual one. */
function Lengths(form: Form<Service>) {
  const { item, put, fault } = form;
  const { lengths = [] } = item;
  return (
    <Box mb="8px">
      {lengths.map((length, at) => {
        const line = lineOf({ ...form, item }, "lengths", at);
        return (
          <Flex
            key={at}
            gap="6px"
            align="flex-start"
            {...(at ? { borderTopWidth: "1px", borderColor: "line", pt: "8px" } : {})}
          >
            <Box flex="1">
              <Row label={own.nthLength(at + 1)} error={line.fault("minutes") ?? fault(`lengths[${at}]`)}>
                {(ids) => (
                  <NumberInput
                    {...ids}
                    {...minutes}
                    value={length.minutes}
                    onChange={(typed) =>
                      // The first is how long it takes where nothing is chosen.
                      put({
                        lengths: lengths.map((one, nth) => (nth === at ? { ...one, minutes: typed ?? 0 } : one)),
                        ...(at === 0 && typed ? { durationMinutes: typed } : {}),
                      })
                    }
                  />
                )}
              </Row>
              <MoneyRow
                label={own.lengthPrice}
                optional
                value={length.price?.amount ?? null}
                error={line.fault("price.amount")}
                placeholder={own.asOtherwise}
                onChange={(amount) =>
                  line.put({ price: amount === null ? null : { amount, earlier: length.price?.earlier ?? null } })
                }
              />
            </Box>
            <IconButton
              name={own.removeLength(length.minutes)}
              disabled={lengths.length <= 2}
              onClick={() => put({ lengths: lengths.filter((one) => one !== length) })}
            >
              <Trash2 size={13} />
            </IconButton>
          </Flex>
        );
      })}
      {fault("lengths") ? <State tone="brick">{fault("lengths")}</State> : null}
      <QuietButton
        disabled={lengths.length >= 12}
        onClick={() =>
          put({
            lengths: [...lengths, { minutes: Math.max(...lengths.map((one) => one.minutes)) + 30, price: null }],
          })
        }
      >
        {own.addLength}
      </QuietButton>
    </Box>
  );
}

/** What a seat costs, and what it cost earlier: of a service, of a length, or as one member of staff has it. */
export function PriceRows({ item: { price }, fault, put }: Form<Pick<Service, "price">>) {
  return (
    <>
      <MoneyRow
        label={own.eachSeat}
        optional
        value={price?.amount ?? null}
        error={fault("price.amount")}
        placeholder={own.noPrice}
        onChange={(amount) => put({ price: amount === null ? null : { amount, earlier: price?.earlier ?? null } })}
      />
      {price ? (
        <MoneyRow
          label={own.earlier}
          optional
          value={price.earlier}
          error={fault("price.earlier")}
          placeholder={own.noEarlier}
          onChange={(earlier) => put({ price: { ...price, earlier } })}
        />
      ) : null}
    </>
  );
}

type StartsKind = "step" | "list" | "course";

const fresh: Readonly<Record<StartsKind, (service: Service) => Partial<Service>>> = {
  course: () => ({ course: [] }),
  step: ({ durationMinutes }) => ({
    course: null,
    joining: undefined,
    starts: { everyMinutes: durationMinutes || 60 },
  }),
  list: () => ({ course: null, joining: undefined, starts: { at: ["10:00"] } }),
};

/** When it begins: every so often, at set times, or as a course with its dates. */
function Starts(props: ServiceAround) {
  const { item: service, put, fault } = props.editing;
  const kind: StartsKind = service.course ? "course" : "at" in service.starts ? "list" : "step";
  return (
    <>
      <Segments<StartsKind>
        label={own.begins}
        value={kind}
        options={own.startKinds}
        onChange={(next) => put(fresh[next](service))}
      />
      <Box mt="8px">
        {service.course ? (
          <>
            <CourseEditor {...props} />
            <JoiningRows {...props.editing} />
          </>
        ) : "at" in service.starts ? (
          <TimesRow times={service.starts.at} fault={fault("starts.at")} onChange={(at) => put({ starts: { at } })} />
        ) : (
          <FieldTable {...props.editing} of={[every]} />
        )}
      </Box>
    </>
  );
}

const every = of.number("starts.everyMinutes", own.every, { ...minutes, hint: own.everyHint });

/** What is sold of a course besides whole runs. */
function JoiningRows({ item: { joining, price }, put, fault }: Form<Service>) {
  const { late = false, one = null } = joining ?? {};
  const change = (next: Joining) => put({ joining: next.late || next.one ? next : undefined });
  return (
    <Box mt="10px">
      <Tick label={words.course.late} checked={late} onChange={(on) => change({ late: on, one })} />
      {late ? (
        <Text color="ink2" fontSize="small" mb="4px">
          {words.course.lateHint}
        </Text>
      ) : null}
      <Tick
        label={words.course.one}
        checked={one !== null}
        onChange={(on) => change({ late, one: on ? { amount: price?.amount ?? 0, earlier: null } : null })}
      />
      {one ? (
        <MoneyRow
          label={words.course.onePrice}
          value={one.amount}
          error={fault("joining.one.amount")}
          onChange={(amount) => change({ late, one: { ...one, amount: amount ?? 0 } })}
        />
      ) : null}
    </Box>
  );
}

/** From which day to which it is sold. */
const SoldRow = ({ item: { sold }, fault, put }: Form<Service>) => (
  <Row label={own.soldFrom} error={fault("sold")}>
    {(ids) => (
      <Flex gap="6px" align="center">
        <Day {...ids} value={sold.from} onChange={(from) => put({ sold: { ...sold, from } })} />
        <Text color="ink2">{words.to}</Text>
        <Day aria-label={own.soldTo} value={sold.to} onChange={(to) => put({ sold: { ...sold, to } })} />
      </Flex>
    )}
  </Row>
);

/** Times of day, typed. What can't be read stays typed, and is told. */
function TimesRow({
  times,
  fault,
  onChange,
}: {
  times: readonly string[];
  fault: string | undefined;
  onChange: (times: readonly string[]) => void;
}) {
  const [typed, setTyped] = useState<string | null>(null);
  const read = typed === null ? null : readTimes(typed);
  const wrong = read && "fault" in read ? read.fault : fault;
  return (
    <Box onBlur={() => !(read && "fault" in read) && setTyped(null)}>
      <Row label={own.times} error={wrong} hint={own.timesHint}>
        {(ids) => (
          <TextInput
            {...ids}
            value={typed ?? timesText(times)}
            onChange={(text) => {
              setTyped(text);
              const next = readTimes(text);
              if ("times" in next) onChange(next.times);
            }}
          />
        )}
      </Row>
    </Box>
  );
}

function DeskColour({ editing, part }: ServiceAround) {
  const { item: service, put } = editing;
  const chosen = colourOf(part, service);
  return (
    <Row label={own.colour}>
      {() => (
        <Flex gap="5px" role="radiogroup" aria-label={own.colour}>
          {Array.from({ length: deskColours }, (_, colour) => (
            <button
              key={colourToken(colour)}
              type="button"
              role="radio"
              aria-checked={colour === chosen}
              aria-label={words.colours[colour] ?? ""}
              title={words.colours[colour]}
              onClick={() => put({ colour })}
              style={{
                width: 26,
                height: 26,
                borderRadius: 4,
                background: `var(--chakra-colors-desk${colour})`,
                border: "1px solid var(--chakra-colors-edge)",
                outline: colour === chosen ? "2px solid var(--chakra-colors-mark)" : undefined,
                outlineOffset: 1,
                cursor: "pointer",
              }}
            />
          ))}
        </Flex>
      )}
    </Row>
  );
}
