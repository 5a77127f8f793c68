"use client";
// The single days of a year: closures of the place, time off, and other hours than the week's. Chosen on a calendar of the
// year or by their dates; every one stands in a list too.
import { Box, Flex, Grid, Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { ChevronLeft, ChevronRight, Trash2 } from "lucide-react";
import { type KeyboardEvent, useMemo, useRef, useState } from "react";
import type { Closure, DaySpan, Resource } from "@/core/booking/booking";
import { hoursText, readHours } from "@/core/booking/hours/hours-text";
import { dateOf, dayNumber, minutesOf, timeOf, weekdayOf } from "@/core/time/clock";
import type { Editing } from "@/studio/booking/editing";
import { useSite } from "@/studio/frame/site-context";
import { ask } from "@/studio/kit/api";
import { IconButton, PlainButton, QuietButton } from "@/studio/kit/buttons";
import { Choice } from "@/studio/kit/choice";
import { Day } from "@/studio/kit/day-time";
import { Row, TextInput, Tick } from "@/studio/kit/fields";
import { Group, State } from "@/studio/kit/layout";
import type { StepProps } from "@/studio/widget/half";
import { editingOf } from "../editing";
import { monthDayWords, wallWords } from "../moments";
import { useWhen } from "../when";
import { words } from "../words";

const own = words.year;

type Of = StepProps<"booking"> & { readonly resource: Resource };
const markKinds = ["closed", "off", "other", "kept"] as const;
type Mark = (typeof markKinds)[number];

/** What each day is marked with: the closure before the time off, that before other hours, and these before kept-back. */
function marksOf(closures: readonly Closure[], resource: Resource, year: number): ReadonlyMap<string, Mark> {
  const marks = new Map<string, Mark>();
  const put = (from: string, to: string, mark: Mark) => {
    const last = Math.min(dayNumber(to), dayNumber(`${year}-12-31`));
    for (let day = Math.max(dayNumber(from), dayNumber(`${year}-01-01`)); day <= last; day++)
      marks.set(dateOf(day), mark);
  };
  // A span that ends at midnight does not reach into the day that begins then.
  const lastDay = (to: string) => (to.endsWith("T00:00") ? dateOf(dayNumber(to.slice(0, 10)) - 1) : to.slice(0, 10));
  for (const { date } of resource.keptBackOn ?? []) put(date, date, "kept");
  for (const { date } of resource.exceptions) put(date, date, "other");
  for (const { from, to } of resource.timeOff) put(from.slice(0, 10), lastDay(to), "off");
  const everyYear = ({ from, to }: { readonly from: string; readonly to: string }, mark: Mark) => {
    if (from <= to) return put(`${year}-${from}`, `${year}-${to}`, mark);
    put(`${year}-01-01`, `${year}-${to}`, mark);
    put(`${year}-${from}`, `${year}-12-31`, mark);
  };
  for (const off of resource.yearlyOff ?? []) everyYear(off, "off");
  for (const closure of closures)
    if (closure.kind === "date") put(closure.date, closure.date, "closed");
    else if (closure.kind === "span") put(closure.from.slice(0, 10), lastDay(closure.to), "closed");
    else everyYear(closure, "closed");
  return marks;
}

interface Chosen {
  readonly from: string;
  readonly to: string;
}

export function YearDays(props: Of) {
  const { part, sound, resource } = props;
  const { today } = useWhen(sound, resource.place);
  const [year, setYear] = useState(Number(today.slice(0, 4)));
  const [chosen, setChosen] = useState<Chosen | null>(null);
  const place = part.places.find(({ id }) => id === resource.place);
  const marks = useMemo(() => marksOf(place?.closures ?? [], resource, year), [place, resource, year]);
  if (!place) return null;
  return (
    <Group
      title={own.title}
      mt="10px"
      aside={
        <Flex as="span" align="center" gap="4px">
          <IconButton name={own.yearBefore} onClick={() => setYear(year - 1)}>
            <ChevronLeft size={14} />
          </IconButton>
          {year}
          <IconButton name={own.yearAfter} onClick={() => setYear(year + 1)}>
            <ChevronRight size={14} />
          </IconButton>
        </Flex>
      }
    >
      <Year year={year} marks={marks} today={today} chosen={chosen} onChoose={setChosen} />
      <Flex gap="14px" my="8px" fontSize="small" color="ink2">
        {markKinds.map((mark) => (
          <Flex key={mark} align="center" gap="5px">
            <span aria-hidden="true" style={{ ...markLooks[mark], width: 14, height: 14, borderRadius: 2 }} />
            {own.marks[mark]}
          </Flex>
        ))}
      </Flex>
      <ChosenDays {...props} chosen={chosen} onChoose={setChosen} />
      <Entries {...props} />
      <Holidays {...props} year={year} />
    </Group>
  );
}

const markLooks: Readonly<Record<Mark, React.CSSProperties>> = {
  closed: { background: "var(--chakra-colors-brick)", color: "var(--chakra-colors-white)" },
  off: {
    background:
      "repeating-linear-gradient(135deg, var(--chakra-colors-amberWash) 0 3px, var(--chakra-colors-sheet) 3px 6px)",
    outline: "1px solid var(--chakra-colors-amber)",
    outlineOffset: -1,
  },
  other: {
    background: "var(--chakra-colors-mossWash)",
    outline: "1px solid var(--chakra-colors-moss)",
    outlineOffset: -1,
  },
  kept: {
    background:
      "repeating-linear-gradient(135deg, var(--chakra-colors-desk0) 0 3px, var(--chakra-colors-sheet) 3px 6px)",
    outline: "1px dashed var(--chakra-colors-edge)",
    outlineOffset: -1,
  },
};

/** Twelve months; a day or a stretch of days is chosen by pressing, drawing, or with Shift and the arrows. */
function Year({
  year,
  marks,
  today,
  chosen,
  onChoose,
}: {
  year: number;
  marks: ReadonlyMap<string, Mark>;
  today: string;
  chosen: Chosen | null;
  onChoose: (chosen: Chosen) => void;
}) {
  const [focused, setFocused] = useState(today.startsWith(String(year)) ? today : `${year}-01-01`);
  const drawing = useRef<string | null>(null);
  const at = focused.startsWith(String(year)) ? focused : `${year}-01-01`;
  const span = (one: string, other: string): Chosen =>
    one < other ? { from: one, to: other } : { from: other, to: one };
  const onKeyDown = (event: KeyboardEvent) => {
    const by = { ArrowLeft: -1, ArrowRight: 1, ArrowUp: -7, ArrowDown: 7, PageUp: -28, PageDown: 28 }[event.key];
    if (by === undefined) return;
    event.preventDefault();
    const next = dateOf(dayNumber(at) + by);
    if (!next.startsWith(String(year))) return;
    setFocused(next);
    if (event.shiftKey) {
      const anchor = chosen ? (chosen.to === at ? chosen.from : chosen.to) : at;
      onChoose(span(anchor, next));
    }
    document.getElementById(`day-${next}`)?.focus();
  };
  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: keys and strokes of the days within
    <div onKeyDown={onKeyDown} onPointerUp={() => (drawing.current = null)}>
      <Grid templateColumns="repeat(4, 1fr)" gap="10px">
        {own.months.map((month, nth) => {
          const first = dayNumber(`${year}-${String(nth + 1).padStart(2, "0")}-01`);
          const days = new Date(Date.UTC(year, nth + 1, 0)).getUTCDate();
          return (
            <Box key={month} role="group" aria-label={own.monthOf(month, year)}>
              <Text fontSize="small" fontWeight="650" mb="2px">
                {month}
              </Text>
              <Grid templateColumns="repeat(7, 1fr)" gap="1px">
                {Array.from({ length: days }, (_, day) => {
                  const date = dateOf(first + day);
                  const mark = marks.get(date);
                  const inChosen = chosen !== null && chosen.from <= date && date <= chosen.to;
                  return (
                    <YearDay
                      key={date}
                      date={date}
                      at={at}
                      inChosen={inChosen}
                      mark={mark}
                      setFocused={setFocused}
                      drawing={drawing}
                      onChoose={onChoose}
                      span={span}
                      day={day}
                      first={first}
                      today={today}
                    />
                  );
                })}
              </Grid>
            </Box>
          );
        })}
      </Grid>
    </div>
  );
}

/** One day of the year, pressed or drawn over. */
const YearDay = ({
  date,
  at,
  inChosen,
  mark,
  setFocused,
  drawing,
  onChoose,
  span,
  day,
  first,
  today,
}: {
  date: string;
  at: string;
  inChosen: boolean;
  mark: "off" | "kept" | "closed" | "other" | undefined;
  setFocused: (next: string) => void;
  drawing: { current: string | null };
  onChoose: (chosen: Chosen) => void;
  span: (one: string, other: string) => Chosen;
  day: number;
  first: number;
  today: string;
}) => (
  <button
    id={`day-${date}`}
    type="button"
    tabIndex={date === at ? 0 : -1}
    aria-pressed={inChosen}
    aria-label={own.day(wallWords(date, "day"), mark ? own.marks[mark] : "")}
    onFocus={() => setFocused(date)}
    onPointerDown={(event) => {
      drawing.current = date;
      event.currentTarget.releasePointerCapture(event.pointerId);
      onChoose({ from: date, to: date });
    }}
    onPointerEnter={() => drawing.current && onChoose(span(drawing.current, date))}
    onClick={(event) => event.detail === 0 && onChoose({ from: date, to: date })}
    style={{
      gridColumnStart: day === 0 ? weekdayOf(first) : undefined,
      height: 15,
      fontSize: 9.5,
      lineHeight: "15px",
      borderRadius: 2,
      cursor: "pointer",
      touchAction: "none",
      ...(mark ? markLooks[mark] : {}),
      ...(inChosen ? { boxShadow: "0 0 0 1.5px var(--chakra-colors-mark)" } : {}),
      ...(date === today ? { fontWeight: 800, textDecoration: "underline" } : {}),
    }}
  >
    {day + 1}
  </button>
);

/** What is to be said of the chosen days. */
function ChosenDays({
  chosen,
  onChoose,
  ...props
}: Of & { chosen: Chosen | null; onChoose: (chosen: Chosen | null) => void }) {
  const { resource } = props;
  const [note, setNote] = useState("");
  const [typed, setTyped] = useState("");
  const [everyYear, setEveryYear] = useState(false);
  const read = useMemo(() => readDay(typed), [typed]);
  const editor = editingOf(props);
  const person = editor.one("resources", resource.id);
  const place = editor.one("places", resource.place);
  if (!person || !place) return null;
  const { from, to } = chosen ?? { from: "", to: "" };
  const afterLast = to ? `${dateOf(dayNumber(to) + 1)}T00:00` : "";
  // Longer than a year is no stretch of every year.
  const mayRepeat = dayNumber(to) - dayNumber(from) < 365;
  const repeats = everyYear && mayRepeat;
  const yearly = { from: from.slice(5), to: to.slice(5), words: note };
  const done = () => {
    setEveryYear(false);
    setNote("");
    setTyped("");
    onChoose(null);
  };
  return (
    <Box bg="wash" borderRadius="panel" p="10px" mb="8px">
      <Flex gap="8px" align="center" mb="8px">
        <Text flex="none">{own.chosen}</Text>
        <Day
          aria-label={own.firstDay}
          value={from || null}
          onChange={(date) => date && onChoose({ from: date, to: [date, to].toSorted().at(-1) ?? date })}
        />
        <Day
          aria-label={own.lastDay}
          value={to || null}
          onChange={(date) => date && onChoose({ from: [date, from || date].toSorted()[0] ?? date, to: date })}
        />
      </Flex>
      {chosen ? (
        <>
          <Row label={own.note}>
            {(ids) => <TextInput {...ids} value={note} maxLength={200} placeholder={own.noteHint} onChange={setNote} />}
          </Row>
          {mayRepeat ? <Tick label={own.everyYear} checked={everyYear} onChange={setEveryYear} /> : null}
          <DayCommands
            repeats={repeats}
            yearly={yearly}
            from={from}
            to={to}
            note={note}
            afterLast={afterLast}
            place={place}
            done={done}
            person={person}
            resource={resource}
          />
          <OwnHours
            read={read}
            typed={typed}
            setTyped={setTyped}
            person={person}
            resource={resource}
            from={from}
            to={to}
            done={done}
          />
        </>
      ) : (
        <Text color="ink2" fontSize="small">
          {own.chooseHint}
        </Text>
      )}
    </Box>
  );
}

/** Other hours on the chosen days, typed. */
const OwnHours = ({
  read,
  typed,
  setTyped,
  person,
  resource,
  from,
  to,
  done,
}: {
  read: { readonly spans: readonly DaySpan[] } | { readonly fault: string } | null;
  typed: string;
  setTyped: (next: string) => void;
  person: Editing<"resources">;
  resource: Resource;
  from: string;
  to: string;
  done: () => void;
}) => (
  <Row label={own.otherHours} error={read && "fault" in read ? read.fault : undefined}>
    {(ids) => (
      <Flex gap="6px">
        <TextInput {...ids} value={typed} placeholder={own.otherHoursHint} onChange={setTyped} />
        <PlainButton
          disabled={!read || "fault" in read}
          onClick={() => {
            if (!read || "fault" in read) return;
            person.command({ exceptions: withDates(resource.exceptions, from, to, read.spans) });
            done();
          }}
        >
          {own.setHours}
        </PlainButton>
        <PlainButton
          disabled={read !== null && "fault" in read}
          onClick={() => {
            if (read && "fault" in read) return;
            const spans = read?.spans ?? [];
            person.command({ keptBackOn: withDates(resource.keptBackOn ?? [], from, to, spans) });
            done();
          }}
        >
          {read ? own.keepBack : own.keepNothing}
        </PlainButton>
      </Flex>
    )}
  </Row>
);

/** What can be made of the chosen days. */
const DayCommands = ({
  repeats,
  yearly,
  from,
  to,
  note,
  afterLast,
  place,
  done,
  person,
  resource,
}: {
  repeats: boolean;
  yearly: { from: string; to: string; words: string };
  from: string;
  to: string;
  note: string;
  afterLast: string;
  place: Editing<"places">;
  done: () => void;
  person: Editing<"resources">;
  resource: Resource;
}) => (
  <Flex gap="6px" wrap="wrap" mb="8px">
    <PlainButton
      onClick={() => {
        const closure: Closure = repeats
          ? { kind: "yearly", ...yearly }
          : from === to
            ? { kind: "date", date: from, words: note }
            : { kind: "span", from: `${from}T00:00`, to: afterLast, words: note };
        place.command({ closures: [...place.item.closures, closure] });
        done();
      }}
    >
      {own.closeAll(place.item.name)}
    </PlainButton>
    <PlainButton
      onClick={() => {
        if (repeats) {
          person.command({ yearlyOff: [...(resource.yearlyOff ?? []), yearly] });
          return done();
        }
        const off = { from: `${from}T00:00`, to: afterLast, words: note };
        person.command({ timeOff: [...resource.timeOff, off] });
        done();
      }}
    >
      {own.off(resource.name)}
    </PlainButton>
  </Flex>
);

type OfDates = Resource["exceptions"];

/** Spans of single dates with those of every date from one to another put in their place. */
function withDates(list: OfDates, from: string, to: string, spans: readonly DaySpan[]): OfDates {
  const days = dayNumber(to) - dayNumber(from) + 1;
  const dates = Array.from({ length: Math.min(days, 366) }, (_, nth) => dateOf(dayNumber(from) + nth));
  return [...list.filter(({ date }) => !dates.includes(date)), ...dates.map((date) => ({ date, spans }))].toSorted(
    (one, other) => (one.date < other.date ? -1 : 1),
  );
}

/** The hours of a single day, typed without its weekday: "10-14 and 16-18"; null for nothing. */
function readDay(text: string): { readonly spans: readonly DaySpan[] } | { readonly fault: string } | null {
  if (!text.trim()) return null;
  const read = readHours(`Mon ${text}`);
  if ("fault" in read) return { fault: read.fault };
  if (read.spans.some(({ weekday }) => weekday !== 1)) return { fault: own.noWeekday };
  return { spans: read.spans.map(({ from, to }) => ({ from: timeOf(from), to: timeOf(to) })) };
}

const spansText = (spans: readonly DaySpan[]) =>
  spans.length
    ? hoursText(spans.map(({ from, to }) => ({ weekday: 1, from: minutesOf(from), to: minutesOf(to) }))).replace(
        "Mon ",
        "",
      )
    : own.marks.closed;

const closureWords = (closure: Closure): string => {
  if (closure.kind === "date") return wallWords(closure.date, "day");
  if (closure.kind === "yearly") return own.yearly(monthDayWords(closure.from), monthDayWords(closure.to));
  return own.fromTo(wallWords(closure.from), wallWords(closure.to));
};

interface Entry {
  readonly key: string;
  readonly mark: Mark;
  readonly when: string;
  readonly note: string;
  readonly fault: string | undefined;
  readonly remove: () => void;
}

/** A list without one of its own; none at all where that was the last. */
const without = <T,>(list: readonly T[] | undefined, one: T): readonly T[] | undefined => {
  const rest = (list ?? []).filter((other) => other !== one);
  return rest.length ? rest : undefined;
};

/** Every closure, time off and single day in a list, each to be taken back. */
function Entries(props: Of) {
  const { resource } = props;
  const editor = editingOf(props);
  const person = editor.one("resources", resource.id);
  const place = editor.one("places", resource.place);
  if (!person || !place) return null;
  const { closures } = place.item;
  const entries: Entry[] = [
    ...closures.map((closure, at) => ({
      key: `c${at}`,
      mark: "closed" as const,
      when: closureWords(closure),
      note: closure.words,
      fault: place.fault(`closures[${at}]`),
      remove: () => place.command({ closures: closures.filter((one) => one !== closure) }),
    })),
    ...resource.timeOff.map((off, at) => ({
      key: `t${at}`,
      mark: "off" as const,
      when: own.fromTo(wallWords(off.from), wallWords(off.to)),
      note: off.words,
      fault: person.fault(`timeOff[${at}]`),
      remove: () => person.command({ timeOff: resource.timeOff.filter((one) => one !== off) }),
    })),
    ...(resource.yearlyOff ?? []).map((off, at) => ({
      key: `y${at}`,
      mark: "off" as const,
      when: own.yearly(monthDayWords(off.from), monthDayWords(off.to)),
      note: off.words,
      fault: person.fault(`yearlyOff[${at}]`),
      remove: () => person.command({ yearlyOff: (resource.yearlyOff ?? []).filter((one) => one !== off) }),
    })),
    ...resource.exceptions.map((exception, at) => ({
      key: `e${exception.date}`,
      mark: "other" as const,
      when: wallWords(exception.date, "day"),
      note: spansText(exception.spans),
      fault: person.fault(`exceptions[${at}].spans`),
      remove: () => person.command({ exceptions: resource.exceptions.filter((one) => one !== exception) }),
    })),
  ];
  for (const [at, kept] of (resource.keptBackOn ?? []).entries())
    entries.push({
      key: `k${kept.date}`,
      mark: "kept",
      when: wallWords(kept.date, "day"),
      note: kept.spans.length ? own.kept(spansText(kept.spans)) : own.nothingKept,
      fault: person.fault(`keptBackOn[${at}].spans`),
      remove: () => person.command({ keptBackOn: without(resource.keptBackOn, kept) }),
    });
  if (!entries.length) return <Text color="ink2">{own.noEntries}</Text>;
  return (
    <Box as="ul" listStyleType="none">
      {entries.map(({ key, mark, when, note, fault, remove }) => (
        <Box as="li" key={key} borderBottomWidth="1px" borderColor="line" py="4px">
          <Flex align="center" gap="8px">
            <span
              aria-hidden="true"
              style={{ ...markLooks[mark], width: 12, height: 12, borderRadius: 2, flex: "none" }}
            />
            <Text flex="1" minW="0">
              {when}{" "}
              <Text as="span" color="ink2">
                {note || own.marks[mark]}
              </Text>
            </Text>
            <IconButton name={own.remove(when)} onClick={remove}>
              <Trash2 size={13} />
            </IconButton>
          </Flex>
          {fault ? <State tone="brick">{fault}</State> : null}
        </Box>
      ))}
    </Box>
  );
}

/** The public holidays of a country in a year, each to be made a closure of the place. */
function Holidays({ year, ...props }: Of & { year: number }) {
  const site = useSite();
  const [shown, setShown] = useState(false);
  const [country, setCountry] = useState(site.settings.language.split("-")[1] ?? "");
  const { data, error } = useQuery({
    queryKey: ["holidays", site.key, country, year],
    queryFn: () => ask("booking.holidays", { site: site.key, country, year }),
    enabled: shown,
    staleTime: Number.POSITIVE_INFINITY,
  });
  const place = editingOf(props).one("places", props.resource.place);
  if (!place) return null;
  const { closures } = place.item;
  const closedOn = (date: string) => closures.some((one) => one.kind === "date" && one.date === date);
  if (!shown)
    return (
      <QuietButton mt="6px" onClick={() => setShown(true)}>
        {own.holidays}
      </QuietButton>
    );
  return (
    <Box mt="10px" borderWidth="1px" borderStyle="dashed" borderColor="edge" borderRadius="panel" p="10px">
      <Row label={own.country}>
        {(ids) => (
          <Choice
            {...ids}
            value={country}
            options={[
              ["", own.chooseCountry],
              ...(data?.countries ?? []).map(({ code, name }) => [code, name] as const),
            ]}
            onChange={setCountry}
          />
        )}
      </Row>
      {error ? <State tone="brick">{error.message}</State> : null}
      {(data?.days ?? []).map(({ date, name }) => (
        <Tick
          key={`${date} ${name}`}
          label={own.holiday(wallWords(date, "day"), name)}
          checked={closedOn(date)}
          onChange={(on) =>
            place.command({
              closures: on
                ? [...closures, { kind: "date", date, words: name }]
                : closures.filter((one) => one.kind !== "date" || one.date !== date),
            })
          }
        />
      ))}
      {data?.days.some(({ date }) => !closedOn(date)) ? (
        <PlainButton
          mt="6px"
          onClick={() =>
            place.command({
              closures: [
                ...closures,
                ...data.days
                  .filter(({ date }, at, all) => !closedOn(date) && all.findIndex((one) => one.date === date) === at)
                  .map(({ date, name }) => ({ kind: "date" as const, date, words: name })),
              ],
            })
          }
        >
          {own.closeOnAll(year)}
        </PlainButton>
      ) : null}
    </Box>
  );
}
