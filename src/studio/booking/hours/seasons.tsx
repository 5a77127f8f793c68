"use client";
// Which season of a week is painted: always, between two dates, every so many weeks, or a named part of the year that all
// who work at the place can have hours for.
import { Box, Flex, Text } from "@chakra-ui/react";
import type { Resource, WeeklySpan, YearSeason } from "@/core/booking/booking";
import { always, type Season, sameSeason, seasonsOf } from "@/core/booking/hours/week";
import { dateOf, dayNumber } from "@/core/time/clock";
import { QuietButton } from "@/studio/kit/buttons";
import { Choice } from "@/studio/kit/choice";
import { Day } from "@/studio/kit/day-time";
import { Row, TextInput } from "@/studio/kit/fields";
import { State } from "@/studio/kit/layout";
import type { StepProps } from "@/studio/widget/half";
import { type Editing, editingOf } from "../editing";
import { monthDayWords, wallWords } from "../moments";
import { useWhen } from "../when";
import { words } from "../words";

const own = words.hours;

type Props = StepProps<"booking"> & {
  readonly resource: Resource;
  readonly season: Season;
  readonly onSeason: (season: Season) => void;
};

function seasonWords({ validFrom, validTo, weeks, season }: Season, seasons: readonly YearSeason[]): string {
  const named = seasons.find(({ id }) => id === season);
  const parts = [
    named ? own.yearSeason(named.name, monthDayWords(named.from), monthDayWords(named.to)) : "",
    weeks ? own.everyWeeks(weeks.every, wallWords(weeks.from, "date")) : "",
    validFrom || validTo ? own.season(wallWords(validFrom ?? "", "date"), wallWords(validTo ?? "", "date")) : "",
  ].filter(Boolean);
  return parts.join(", ") || own.always;
}

const isNew = ["between", "weeks", "year"] as const;
type New = (typeof isNew)[number];

/** Which season is painted; a new one, when it holds, and taking it away. */
export function Seasons({ season, onSeason, ...props }: Props) {
  const { resource, part } = props;
  const editing = editingOf(props).one("resources", resource.id);
  const place = editingOf(props).one("places", resource.place);
  const { today } = useWhen(props.sound, resource.place);
  const seasons = place?.item.seasons ?? [];
  const ofPlace = seasons.map(({ id }): Season => ({ ...always, season: id }));
  const known = [...seasonsOf([...(resource.week ?? []), ...resource.keptBack]), ...ofPlace, season].filter(
    (one, at, list) => list.findIndex((other) => sameSeason(one, other)) === at,
  );
  const within = (change: (span: WeeklySpan) => readonly WeeklySpan[]) => {
    const changed = (list: readonly WeeklySpan[]) =>
      list.flatMap((span) => (sameSeason(span, season) ? change(span) : [span]));
    editing?.put({ week: resource.week && changed(resource.week), keptBack: changed(resource.keptBack) });
  };
  const turn = (next: Season) => {
    within((span) => [{ ...span, ...next }]);
    onSeason(next);
  };
  const begin: Record<New, () => void> = {
    between: () => onSeason({ validFrom: today, validTo: null }),
    weeks: () => onSeason({ ...always, weeks: { every: 2, from: today } }),
    year: () => {
      const id = newId(seasons);
      place?.command({ seasons: [...seasons, { id, name: own.newYearSeason(seasons.length), ...restOf(seasons) }] });
      onSeason({ ...always, season: id });
    },
  };
  const named = seasons.findIndex(({ id }) => id === season.season);
  const remove = () => {
    const usedBy = part.resources.filter(
      ({ id, week, keptBack }) =>
        id !== resource.id && [...(week ?? []), ...keptBack].some((span) => span.season === season.season),
    );
    const without = (list: readonly WeeklySpan[]) => list.filter((span) => !sameSeason(span, season));
    props.changePart(
      {
        resources: part.resources.map((one) =>
          one.id === resource.id
            ? { ...one, week: one.week && without(one.week), keptBack: without(one.keptBack) }
            : one,
        ),
        // A season goes with the last hours that are written for it.
        ...(named >= 0 && !usedBy.length
          ? {
              places: part.places.map((one) =>
                one.id === resource.place ? { ...one, seasons: seasons.filter(({ id }) => id !== season.season) } : one,
              ),
            }
          : {}),
      },
      `season ${JSON.stringify(season)}`,
    );
    onSeason(always);
  };
  return (
    <Flex gap="6px" align="center" wrap="wrap">
      <WhichSeason season={season} known={known} seasons={seasons} begin={begin} onSeason={onSeason} />
      {sameSeason(season, always) ? null : (
        <Flex gap="6px" align="flex-start" w="100%" wrap="wrap" bg="wash" borderRadius="panel" p="8px">
          {season.weeks ? <Weeks weeks={season.weeks} onChange={(weeks) => turn({ ...season, weeks })} /> : null}
          {season.validFrom !== null || season.validTo !== null ? <Between season={season} onChange={turn} /> : null}
          {named >= 0 && place ? <Named place={place} at={named} /> : null}
          <QuietButton ms="auto" onClick={remove}>
            {own.removeSeason}
          </QuietButton>
        </Flex>
      )}
    </Flex>
  );
}

/** Choosing a season, or beginning a new one. */
const WhichSeason = ({
  season,
  known,
  seasons,
  begin,
  onSeason,
}: {
  season: Season;
  known: Season[];
  seasons: readonly YearSeason[];
  begin: Record<"year" | "weeks" | "between", () => void>;
  onSeason: (season: Season) => void;
}) => (
  <Box w={sameSeason(season, always) ? "190px" : "330px"}>
    <Choice
      aria-label={own.whichSeason}
      value={String(known.findIndex((one) => sameSeason(one, season)))}
      options={[
        ...known.map((one, at) => [String(at), seasonWords(one, seasons)] as const),
        ...isNew.map((kind) => [kind, own.newSeasons[kind]] as const),
      ]}
      onChange={(at) => {
        const kind = isNew.find((one) => one === at);
        if (kind) begin[kind]();
        else onSeason(known[Number(at)] ?? always);
      }}
    />
  </Box>
);

function newId(seasons: readonly YearSeason[]): string {
  for (let nth = seasons.length + 1; ; nth++) {
    const id = `season-${nth}`;
    if (!seasons.some((one) => one.id === id)) return id;
  }
}

/** The day of the year so many after another. */
const dayBeside = (monthDay: string, by: number) => dateOf(dayNumber(`2024-${monthDay}`) + by).slice(5);

/** The days that a new season begins with: from the end of the last to the start of the first, so that it meets none. */
function restOf(seasons: readonly YearSeason[]): Pick<YearSeason, "from" | "to"> {
  const [first, last] = [seasons[0], seasons.at(-1)];
  if (!first || !last) return { from: "04-01", to: "09-30" };
  return { from: dayBeside(last.to, 1), to: dayBeside(first.from, -1) };
}

function Weeks({
  weeks,
  onChange,
}: {
  weeks: NonNullable<Season["weeks"]>;
  onChange: (weeks: NonNullable<Season["weeks"]>) => void;
}) {
  return (
    <>
      <Box w="160px">
        <Choice
          aria-label={own.howOften}
          value={String(weeks.every)}
          options={[2, 3, 4, 5, 6, 7, 8].map((every) => [String(every), own.everyNth(every)] as const)}
          onChange={(every) => onChange({ ...weeks, every: Number(every) })}
        />
      </Box>
      <Box w="140px">
        <Day aria-label={own.weeksFrom} value={weeks.from} onChange={(from) => from && onChange({ ...weeks, from })} />
      </Box>
    </>
  );
}

function Between({ season, onChange }: { season: Season; onChange: (season: Season) => void }) {
  return (
    <>
      {(["validFrom", "validTo"] as const).map((edge) => (
        <Box key={edge} w="140px">
          <Day
            aria-label={own.edges[edge]}
            value={season[edge]}
            onChange={(date) => onChange({ ...season, [edge]: date })}
          />
        </Box>
      ))}
    </>
  );
}

/** Name and days of a season of every year, which all who work at the place share. */
function Named({ place, at }: { place: Editing<"places">; at: number }) {
  const seasons = place.item.seasons ?? [];
  const season = seasons[at];
  if (!season) return null;
  const put = (change: Partial<YearSeason>) =>
    place.put({ seasons: seasons.map((one, nth) => (nth === at ? { ...one, ...change } : one)) });
  const wrong = place.fault(`seasons[${at}].from`) ?? place.fault(`seasons[${at}].to`);
  return (
    <Box flex="1" minW="360px">
      <Row label={own.seasonName} error={place.fault(`seasons[${at}].name`)}>
        {(ids) => <TextInput {...ids} value={season.name} maxLength={80} onChange={(name) => put({ name })} />}
      </Row>
      <Flex gap="6px" align="center">
        <MonthDay label={own.seasonFrom} value={season.from} onChange={(from) => put({ from })} />
        <span>{words.to}</span>
        <MonthDay label={own.seasonTo} value={season.to} onChange={(to) => put({ to })} />
      </Flex>
      {wrong ? <State tone="brick">{wrong}</State> : null}
      <Text color="ink2" fontSize="small" mt="6px">
        {own.seasonInstead}
      </Text>
    </Box>
  );
}

/** A day of every year: its month and its number. */
function MonthDay({ label, value, onChange }: { label: string; value: string; onChange: (value: string) => void }) {
  const [month = "01", day = "01"] = value.split("-");
  const daysIn = (of: string) => new Date(Date.UTC(2024, Number(of), 0)).getUTCDate();
  const two = (number: number) => String(number).padStart(2, "0");
  return (
    <Flex gap="4px">
      <Box w="58px">
        <Choice
          aria-label={own.dayOf(label)}
          value={day}
          options={Array.from({ length: daysIn(month) }, (_, nth) => [two(nth + 1), String(nth + 1)] as const)}
          onChange={(next) => onChange(`${month}-${next}`)}
        />
      </Box>
      <Box w="108px">
        <Choice
          aria-label={own.monthOf(label)}
          value={month}
          options={words.year.months.map((name, nth) => [two(nth + 1), name] as const)}
          onChange={(next) => onChange(`${next}-${two(Math.min(Number(day), daysIn(next)))}`)}
        />
      </Box>
    </Flex>
  );
}
