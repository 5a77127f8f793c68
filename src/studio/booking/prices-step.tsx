"use client";
// Prices: rules in the order in which they win, a week drawn as bands, and a moment with who won and who lost.
import { Box, Flex, Grid, Text } from "@chakra-ui/react";
import { Plus, Trash2 } from "lucide-react";
import { nanoid } from "nanoid";
import { useMemo, useState } from "react";
import { newPriceRule } from "@/core/booking/blank";
import { chosenLength, type PriceRule, type Service } from "@/core/booking/booking";
import { hoursText, readHours } from "@/core/booking/hours-text";
import { byRank, type PriceCondition, priceContest, priceOf, priceWeek } from "@/core/booking/price";
import { mondayOf } from "@/core/booking/starts-week";
import { moneyWords } from "@/core/money/money";
import { dayNumber, minutesOf, timeOf } from "@/core/time/clock";
import { useSite } from "@/studio/frame/site-context";
import { IconButton, PlainButton } from "@/studio/kit/buttons";
import { Choice } from "@/studio/kit/choice";
import { Day } from "@/studio/kit/day-time";
import { NumberInput, Row, TextInput } from "@/studio/kit/fields";
import { Group, State } from "@/studio/kit/layout";
import type { StepProps } from "@/studio/widget/half";
import { type Editing, editingOf } from "./editing";
import { wallWords } from "./moments";
import { MoneyRow } from "./money-row";
import { lengthWords, membersOf } from "./notes";
import { useWhen } from "./when";
import { words } from "./words";

const own = words.prices;
const dayNames = words.painter.short;

type Props = StepProps<"booking">;

/** "Sat · 10-12 · Maren": what a rule asks for. */
function conditionsText(rule: PriceRule, { part }: Pick<Props, "part">): string {
  const said = [
    part.services.find(({ id }) => id === rule.service)?.name ?? rule.service,
    part.resources.find(({ id }) => id === rule.resource)?.name ?? rule.resource,
    rule.weekdays?.map((day) => dayNames[day - 1]).join(", "),
    rule.hours && hoursOfText(rule.hours),
    rule.dates && own.dates(wallWords(rule.dates.from, "date"), wallWords(rule.dates.to, "date")),
    rule.seats && own.seats(rule.seats.from, rule.seats.to),
    rule.minutes && lengthWords(rule.minutes),
  ].filter(Boolean);
  return said.join(" · ") || own.always;
}

const hoursOfText = ({ from, to }: { from: string; to: string }) =>
  hoursText([{ weekday: 1, from: minutesOf(from), to: minutesOf(to) }]).replace("Mon ", "");

export function PricesStep(props: Props) {
  const { part, faults } = props;
  const { currency, language } = useSite().settings;
  const [open, setOpen] = useState<string | null>(null);
  const editor = editingOf(props);
  const editing = open === null ? null : editor.one("prices", open);
  const ranked = byRank(part.prices);
  const money = (amount: number) => moneyWords({ amount: Number.isFinite(amount) ? amount : 0, currency }, language);
  return (
    <>
      <Text color="ink2" mb="8px">
        {own.about}
      </Text>
      {part.prices.length ? (
        <Box as="table" w="100%" style={{ borderCollapse: "collapse" }}>
          <thead>
            <tr>
              {[own.rank, own.when, own.priority, own.price, ""].map((name, at) => (
                <Text
                  as="th"
                  key={at}
                  textAlign={at === 3 ? "end" : "start"}
                  color="ink2"
                  fontWeight="500"
                  fontSize="small"
                  p="4px 6px"
                >
                  {name || <Hidden>{own.deeds}</Hidden>}
                </Text>
              ))}
            </tr>
          </thead>
          <tbody>
            {ranked.map((rule, rank) => {
              const index = part.prices.indexOf(rule);
              const wrong = Object.keys(faults).some((path) => path.startsWith(`part.prices[${index}]`));
              return (
                <Box
                  as="tr"
                  key={rule.id}
                  bg={rule.id === open ? "wash" : "white"}
                  borderTopWidth="1px"
                  borderColor="line"
                >
                  <Cell>{rank + 1}</Cell>
                  <Cell>
                    <button
                      type="button"
                      aria-expanded={rule.id === open}
                      onClick={() => setOpen(rule.id === open ? null : rule.id)}
                      style={{ textAlign: "start", fontWeight: 600, cursor: "pointer", minHeight: 24 }}
                    >
                      {conditionsText(rule, props)}
                    </button>
                    {wrong ? <State tone="brick">{words.notComplete}</State> : null}
                  </Cell>
                  <Cell>{rule.priority || ""}</Cell>
                  <Cell end>
                    {rule.price.earlier === null ? null : (
                      <Text as="s" color="ink2" me="6px">
                        {money(rule.price.earlier)}
                      </Text>
                    )}
                    {money(rule.price.amount)}
                  </Cell>
                  <Cell end>
                    <IconButton
                      name={own.remove(conditionsText(rule, props))}
                      onClick={() => editor.remove("prices", rule.id)}
                    >
                      <Trash2 size={13} />
                    </IconButton>
                  </Cell>
                </Box>
              );
            })}
          </tbody>
        </Box>
      ) : null}
      <PlainButton
        mt="8px"
        onClick={() => {
          const id = nanoid(10);
          editor.add("prices", { ...newPriceRule(id, part.services[0]?.price?.amount ?? 0), weekdays: [6, 7] });
          setOpen(id);
        }}
      >
        <Plus size={14} /> {own.add}
      </PlainButton>
      {editing ? <RuleSheet {...props} editing={editing} /> : null}
      {props.sound.services.length ? <WeekOfPrices {...props} /> : null}
    </>
  );
}

const Cell = ({ children, end }: { children: React.ReactNode; end?: boolean }) => (
  <Box as="td" p="6px" verticalAlign="top" textAlign={end ? "end" : "start"} whiteSpace={end ? "nowrap" : undefined}>
    {children}
  </Box>
);

const Hidden = ({ children }: { children: React.ReactNode }) => (
  <Box as="span" position="absolute" w="1px" h="1px" overflow="hidden" clipPath="inset(50%)">
    {children}
  </Box>
);

function RuleSheet({ part, editing }: Props & { editing: Editing<"prices"> }) {
  const { item: rule, put, deed, fault } = editing;
  const meant = part.services.filter(({ id }) => rule.service === null || rule.service === id);
  const offered = meant.flatMap((one) => (one.lengths ?? []).map(({ minutes }) => minutes));
  // One that is offered no more stands there still, so that it can be seen and let go of.
  const lengths = [...new Set([...offered, ...(rule.minutes ? [rule.minutes] : [])])].toSorted(
    (one, other) => one - other,
  );
  return (
    <Group title={own.rule} mt="12px">
      <Row label={own.service}>
        {(ids) => (
          <Choice
            {...ids}
            value={rule.service ?? ""}
            options={[["", own.anyService], ...part.services.map(({ id, name }) => [id, name] as const)]}
            onChange={(service) => put({ service: service || null })}
          />
        )}
      </Row>
      <Row label={own.resource}>
        {(ids) => (
          <Choice
            {...ids}
            value={rule.resource ?? ""}
            options={[["", own.anybody], ...part.resources.map(({ id, name }) => [id, name] as const)]}
            onChange={(resource) => put({ resource: resource || null })}
          />
        )}
      </Row>
      <Row label={own.weekdays} error={fault("weekdays")}>
        {() => (
          <Flex gap="4px" role="group" aria-label={own.weekdays}>
            {dayNames.map((name, at) => {
              const day = at + 1;
              const on = rule.weekdays?.includes(day) ?? false;
              return (
                <button
                  key={name}
                  type="button"
                  aria-pressed={on}
                  onClick={() => {
                    const weekdays = on
                      ? (rule.weekdays ?? []).filter((one) => one !== day)
                      : [...(rule.weekdays ?? []), day].toSorted((one, other) => one - other);
                    deed({ weekdays: weekdays.length ? weekdays : null });
                  }}
                  style={{
                    minWidth: 40,
                    minHeight: 28,
                    borderRadius: 4,
                    border: `1px solid var(--chakra-colors-${on ? "ink" : "edge"})`,
                    background: `var(--chakra-colors-${on ? "ink" : "white"})`,
                    color: `var(--chakra-colors-${on ? "sheet" : "ink"})`,
                    cursor: "pointer",
                  }}
                >
                  {name}
                </button>
              );
            })}
          </Flex>
        )}
      </Row>
      <HoursRow rule={rule} fault={fault("hours")} onChange={(hours) => put({ hours })} />
      <Row label={own.datesLabel} error={fault("dates")}>
        {(ids) => (
          <Flex gap="6px" align="center">
            <Day
              {...ids}
              value={rule.dates?.from ?? null}
              onChange={(from) => put({ dates: from ? { from, to: rule.dates?.to ?? from } : null })}
            />
            <Text color="ink2">{words.to}</Text>
            <Day
              aria-label={own.datesTo}
              value={rule.dates?.to ?? null}
              onChange={(to) => put({ dates: to ? { from: rule.dates?.from ?? to, to } : null })}
            />
          </Flex>
        )}
      </Row>
      <Row label={own.seatsLabel} error={fault("seats")}>
        {(ids) => (
          <Flex gap="6px" align="center">
            <NumberInput
              {...ids}
              step={1}
              placeholder={own.anySeats}
              value={rule.seats?.from}
              onChange={(from) =>
                put({ seats: from === undefined ? null : { from, to: Math.max(from, rule.seats?.to ?? from) } })
              }
            />
            <Text color="ink2">{words.to}</Text>
            <NumberInput
              aria-label={own.seatsTo}
              step={1}
              value={rule.seats?.to}
              onChange={(to) => put({ seats: to === undefined ? null : { from: rule.seats?.from ?? 1, to } })}
            />
          </Flex>
        )}
      </Row>
      {lengths.length ? (
        <Row label={own.minutesLabel} error={fault("minutes")}>
          {(ids) => (
            <Choice
              {...ids}
              value={String(rule.minutes ?? "")}
              options={[
                ["", own.anyMinutes],
                ...lengths.map((minutes) => [String(minutes), lengthWords(minutes)] as const),
              ]}
              onChange={(minutes) => put({ minutes: minutes ? Number(minutes) : undefined })}
            />
          )}
        </Row>
      ) : null}
      <MoneyRow
        label={own.price}
        amount={rule.price.amount}
        fault={fault("price.amount")}
        onChange={(amount) => put({ price: { ...rule.price, amount: amount ?? 0 } })}
      />
      <MoneyRow
        label={words.service.earlier}
        amount={rule.price.earlier}
        fault={fault("price.earlier")}
        placeholder={words.service.noEarlier}
        onChange={(earlier) => put({ price: { ...rule.price, earlier } })}
      />
      <Row label={own.priority} error={fault("priority")} hint={own.priorityHint}>
        {(ids) => (
          <NumberInput
            {...ids}
            step={1}
            value={rule.priority}
            onChange={(priority) => put({ priority: priority ?? 0 })}
          />
        )}
      </Row>
    </Group>
  );
}

function HoursRow({
  rule,
  fault,
  onChange,
}: {
  rule: PriceRule;
  fault: string | undefined;
  onChange: (hours: PriceRule["hours"]) => void;
}) {
  const [typed, setTyped] = useState<string | null>(null);
  const read = (text: string): { hours: PriceRule["hours"] } | { fault: string } => {
    if (!text.trim()) return { hours: null };
    const found = readHours(`Mon ${text}`);
    if ("fault" in found) return { fault: found.fault };
    const [span] = found.spans;
    if (found.spans.length !== 1 || !span || span.weekday !== 1) return { fault: own.oneSpan };
    return { hours: { from: timeOf(span.from), to: timeOf(span.to) } };
  };
  const now = typed === null ? null : read(typed);
  const wrong = now && "fault" in now ? now.fault : fault;
  return (
    <Box onBlur={() => !(now && "fault" in now) && setTyped(null)}>
      <Row label={own.hours} error={wrong}>
        {(ids) => (
          <TextInput
            {...ids}
            placeholder={own.anyTime}
            value={typed ?? (rule.hours ? hoursOfText(rule.hours) : "")}
            onChange={(text) => {
              setTyped(text);
              const next = read(text);
              if ("hours" in next) onChange(next.hours);
            }}
          />
        )}
      </Row>
    </Box>
  );
}

/** Tones of price bands, the dearer the darker: always with the price written in them. */
const tones = ["desk0", "desk1", "desk2", "desk3", "desk4", "desk5", "desk6", "desk7"] as const;
const drawnFrom = 7;
const drawnTo = 22;
const hourPx = 14;

/** A week of one service as bands of its price; a moment pointed at tells which rule won. */
function WeekOfPrices(props: Props) {
  const part = props.sound;
  const { currency, language } = useSite().settings;
  const [chosenId, setChosen] = useState<string | null>(null);
  const [seats, setSeats] = useState(1);
  const [leaderId, setLeader] = useState<string | null>(null);
  const [besideId, setBeside] = useState<string | null>(null);
  const [length, setLength] = useState<number | null>(null);
  const [at, setAt] = useState<{ readonly day: number; readonly minutes: number }>({ day: 5, minutes: 10 * 60 });
  const service = (part.services.find(({ id }) => id === chosenId) ?? part.services[0]) as Service;
  const leaders = membersOf(part, service, 0);
  const leader = leaders.find(({ id }) => id === leaderId) ?? leaders[0];
  const followers = service.needs.slice(1).flatMap((_need, at) => membersOf(part, service, at + 1));
  const beside = followers.find(({ id }) => id === besideId && id !== leader?.id);
  const serving = useMemo(() => [leader, beside].filter((one) => one !== undefined), [leader, beside]);
  const { today, clock } = useWhen(part, service.place);
  const monday = mondayOf(today);
  const minutes = service.lengths?.find((one) => one.minutes === length)?.minutes ?? chosenLength(service, null);
  const week = useMemo(
    () => (serving.length ? priceWeek({ service, serving, seats, minutes }, part.prices, clock, monday) : null),
    [service, serving, seats, minutes, part.prices, clock, monday],
  );
  if (!leader || !week) return <Text color="ink2">{own.nobodyLeads(service.name)}</Text>;
  const money = (amount: number) => moneyWords({ amount, currency }, language);
  const start = clock.instantAt(dayNumber(monday) + at.day, at.minutes);
  const asked = { service, serving, start, seats, minutes };
  const contest = priceContest(asked, part.prices, clock);
  const found = priceOf(asked, part.prices, clock);
  const amounts = [
    ...new Set(week.flatMap((bands) => bands.flatMap((band) => (band.found ? [band.found.price.amount] : [])))),
  ].sort((one, other) => one - other);
  const failed = (fails: readonly PriceCondition[]) =>
    fails.length ? own.fails(fails.map((one) => own.conditions[one])) : own.beaten;
  return (
    <Group title={own.week} mt="14px" aside={own.weekFrom(wallWords(monday, "date"))}>
      <Flex gap="8px" mb="10px">
        <Choice
          aria-label={own.service}
          value={service.id}
          options={part.services.map(({ id, name }) => [id, name] as const)}
          onChange={setChosen}
        />
        <Choice
          aria-label={own.leader}
          value={leader.id}
          options={leaders.map(({ id, name }) => [id, name] as const)}
          onChange={setLeader}
        />
        {followers.length ? (
          <Choice
            aria-label={own.beside}
            value={beside?.id ?? ""}
            options={[["", own.nobodyBeside], ...followers.map(({ id, name }) => [id, name] as const)]}
            onChange={setBeside}
          />
        ) : null}
        {service.lengths ? (
          <Choice
            aria-label={own.minutesLabel}
            value={String(minutes)}
            options={service.lengths.map((one) => [String(one.minutes), lengthWords(one.minutes)] as const)}
            onChange={(next) => setLength(Number(next))}
          />
        ) : null}
        <Box w="120px" flex="none">
          <NumberInput
            aria-label={own.forSeats}
            unit={own.seatsUnit}
            step={1}
            value={seats}
            onChange={(next) => setSeats(Math.min(500, Math.max(1, Math.round(next ?? 1))))}
          />
        </Box>
      </Flex>
      <Grid templateColumns="38px repeat(7, 1fr)">
        <span />
        {dayNames.map((name) => (
          <Text key={name} textAlign="center" fontSize="small" fontWeight="650">
            {name}
          </Text>
        ))}
        <Box position="relative" h={`${(drawnTo - drawnFrom) * hourPx}px`} aria-hidden="true">
          {[8, 12, 16, 20].map((hour) => (
            <Text
              key={hour}
              position="absolute"
              right="6px"
              top={`${(hour - drawnFrom) * hourPx - 8}px`}
              fontSize="small"
              color="ink2"
            >
              {timeOf(hour * 60)}
            </Text>
          ))}
        </Box>
        {week.map((bands, day) => (
          // biome-ignore lint/a11y/useKeyWithClickEvents: the two choices below say the same by keys
          // biome-ignore lint/a11y/noStaticElementInteractions: the two choices below say the same by keys
          <div
            key={dayNames[day]}
            style={{
              position: "relative",
              borderInlineStart: "1px solid var(--chakra-colors-line)",
              cursor: "crosshair",
            }}
            onClick={(event) => {
              const { top } = event.currentTarget.getBoundingClientRect();
              const minutes = drawnFrom * 60 + ((event.clientY - top) / hourPx) * 60;
              setAt({ day, minutes: Math.min(23 * 60 + 45, Math.max(0, Math.floor(minutes / 15) * 15)) });
            }}
          >
            {bands.map((band) => {
              const top = Math.max(0, band.from / 60 - drawnFrom) * hourPx;
              const bottom = Math.min(drawnTo - drawnFrom, band.to / 60 - drawnFrom) * hourPx;
              if (bottom <= top) return null;
              const tone = band.found
                ? (tones[amounts.indexOf(band.found.price.amount) % tones.length] ?? "desk0")
                : null;
              return (
                <Box
                  key={band.from}
                  position="absolute"
                  left="2px"
                  right="2px"
                  top={`${top + 1}px`}
                  h={`${bottom - top - 2}px`}
                  bg={tone ?? "transparent"}
                  borderRadius="2px"
                  fontSize="11px"
                  textAlign="center"
                  overflow="hidden"
                  pt="2px"
                >
                  {bottom - top > 12 ? (band.found ? money(band.found.price.amount) : own.none) : ""}
                </Box>
              );
            })}
            {at.day === day ? (
              <Box
                position="absolute"
                left="0"
                right="0"
                top={`${(at.minutes / 60 - drawnFrom) * hourPx}px`}
                borderTopWidth="2px"
                borderColor="mark"
              />
            ) : null}
          </div>
        ))}
      </Grid>
      <Flex gap="8px" mt="10px" align="center">
        <Box w="110px">
          <Choice
            aria-label={own.pointedDay}
            value={String(at.day)}
            options={words.painter.long.map((name, day) => [String(day), name] as const)}
            onChange={(day) => setAt({ ...at, day: Number(day) })}
          />
        </Box>
        <Box w="110px">
          <TextInput
            type="time"
            aria-label={own.pointedTime}
            value={timeOf(at.minutes)}
            onChange={(time) => time && setAt({ ...at, minutes: minutesOf(time) })}
          />
        </Box>
        <Text fontWeight="700" role="status">
          {found ? own.costs(money(found.price.amount), own.by[found.by] ?? "") : own.noPrice}
        </Text>
      </Flex>
      <Box as="ol" mt="8px" listStyleType="none">
        {contest.map(({ rule, fails, wins }, rank) => (
          <Flex as="li" key={rule.id} gap="8px" py="3px" borderTopWidth="1px" borderColor="line">
            <Text w="18px" color="ink2" flex="none">
              {rank + 1}
            </Text>
            <Text flex="1" minW="0" fontWeight={wins ? "700" : "400"}>
              {conditionsText(rule, props)}
            </Text>
            <Text color={wins ? "moss" : "ink2"} fontWeight={wins ? "700" : "400"}>
              {wins ? own.wins : failed(fails)}
            </Text>
          </Flex>
        ))}
      </Box>
    </Group>
  );
}
