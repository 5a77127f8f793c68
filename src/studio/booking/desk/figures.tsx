"use client";
// Bookings in figures: how full the weeks were, how early is booked, who did not come, what services brought.
import { Box, Flex, Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import type { ReactNode } from "react";
import { Bar, BarChart, CartesianGrid, Legend, ResponsiveContainer, Tooltip, XAxis, YAxis } from "recharts";
import type { BookingSetUp } from "@/core/booking/booking";
import type { HourFilled } from "@/core/booking/diary/figures";
import { decimalsOf, moneyWords } from "@/core/money/money";
import { timeOf } from "@/core/time/clock";
import type { Gives } from "@/server/operations";
import { useSite } from "@/studio/frame/site-context";
import { ask } from "@/studio/kit/api";
import { Group, Loading, State } from "@/studio/kit/layout";
import { wallWords } from "../moments";
import { colourOf, colourToken } from "../notes";
import { words as allWords } from "./words";

const words = allWords.figures;
type Data = Gives<"booking.figures">;

const weekday = new Intl.DateTimeFormat("en-GB", { weekday: "short", timeZone: "UTC" });
const monthName = new Intl.DateTimeFormat("en-GB", { month: "short", year: "2-digit", timeZone: "UTC" });
/** 5 January 1970 was a Monday. */
const dayName = (nth: number) => weekday.format(new Date((4 + nth) * 86_400_000));
const monthWords = (month: string) => monthName.format(new Date(`${month}-01T00:00Z`));

export function Figures() {
  const site = useSite();
  const { data, error } = useQuery({
    queryKey: ["bookings", site.key, "figures"],
    queryFn: () => ask("booking.figures", { site: site.key }),
  });
  if (error) return <State tone="brick">{error.message}</State>;
  if (!data) return <Loading what={allWords.theFigures} />;
  const anything = data.lead.some(({ bookings }) => bookings > 0);
  if (!anything) return <Text color="ink2">{words.nothing}</Text>;
  return (
    <Box overflowY="auto" flex="1" minH="0">
      <Box display="grid" gridTemplateColumns={{ base: "minmax(0, 1fr)", lg: "repeat(2, minmax(0, 1fr))" }} gap="16px">
        {data.filled ? <Filled {...data.filled} /> : null}
        <Income data={data} />
        <Lead lead={data.lead} />
        <Missed data={data} />
      </Box>
    </Box>
  );
}

/** A figure of its own: a title, what it says, the drawing and its table. */
function Figure({ title, note, children }: { title: string; note: string; children: ReactNode }) {
  return (
    <Group title={title}>
      <Text color="ink2" mb="10px">
        {note}
      </Text>
      {children}
    </Group>
  );
}

/** A drawing, and the same as a table for whoever wants the numbers or can't see it. */
function Drawn({
  label,
  heads,
  rows,
  children,
}: {
  label: string;
  heads: readonly string[];
  rows: readonly (readonly string[])[];
  children: ReactNode;
}) {
  return (
    <>
      <Box h="210px" role="img" aria-label={label}>
        {children}
      </Box>
      <Box as="details" mt="6px">
        <Box as="summary" cursor="pointer" py="3px" w="fit-content">
          {words.asTable}
        </Box>
        <Table label={label} heads={heads} rows={rows} />
      </Box>
    </>
  );
}

function Table({
  label,
  heads,
  rows,
}: {
  label: string;
  heads: readonly string[];
  rows: readonly (readonly string[])[];
}) {
  return (
    <Box overflowX="auto" tabIndex={0} role="region" aria-label={label}>
      <Box
        as="table"
        w="100%"
        fontSize="12px"
        css={{
          "& th, & td": {
            textAlign: "start",
            padding: "4px 8px 4px 0",
            borderBottom: "1px solid var(--chakra-colors-line)",
            whiteSpace: "nowrap",
          },
          "& :is(th, td):not(:first-of-type)": { textAlign: "end", fontVariantNumeric: "tabular-nums" },
        }}
      >
        <thead>
          <tr>
            {heads.map((head) => (
              <th key={head} scope="col">
                {head}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map((row) => (
            <tr key={row[0]}>
              {row.map((cell, nth) => (
                <td key={nth}>{cell}</td>
              ))}
            </tr>
          ))}
        </tbody>
      </Box>
    </Box>
  );
}

const axis = { tick: { fontSize: 11 }, stroke: "var(--chakra-colors-ink2)" } as const;
const grid = <CartesianGrid vertical={false} stroke="var(--chakra-colors-line)" />;

/** Weekdays and hours as a table whose cells are filled as the hours were. */
function Filled({ week, from, to }: { week: readonly (readonly HourFilled[])[]; from: string; to: string }) {
  const hours = Array.from({ length: 24 }, (_, hour) => hour).filter((hour) => week.some((day) => day[hour]?.open));
  const days = week.flatMap((day, nth) => (day.some(({ open }) => open) ? [nth] : []));
  const [first = 0, last = -1] = [hours[0], hours.at(-1)];
  const shown = Array.from({ length: last - first + 1 }, (_, nth) => first + nth);
  return (
    <Figure
      title={words.filled}
      note={days.length ? words.filledNote(wallWords(from, "date"), wallWords(to, "date")) : words.none}
    >
      {days.length ? (
        <Box overflowX="auto" tabIndex={0} role="region" aria-label={words.filled}>
          <Box
            as="table"
            w="100%"
            fontSize="11.5px"
            css={{
              "& td": {
                textAlign: "center",
                height: "26px",
                padding: 0,
                border: "1px solid var(--chakra-colors-sheet)",
              },
              "& th": { fontWeight: 650, textAlign: "start", paddingInlineEnd: "8px" },
              "& thead th": { textAlign: "center", padding: "2px" },
            }}
          >
            <thead>
              <tr>
                <th scope="col">{words.hour}</th>
                {shown.map((hour) => (
                  <th key={hour} scope="col">
                    {hour}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {days.map((day) => (
                <tr key={day}>
                  <th scope="row">{dayName(day)}</th>
                  {shown.map((hour) => (
                    <Hour
                      key={hour}
                      cell={week[day]?.[hour]}
                      title={(share) => words.share(dayName(day), timeOf(hour * 60), share)}
                    />
                  ))}
                </tr>
              ))}
            </tbody>
          </Box>
        </Box>
      ) : null}
    </Figure>
  );
}

function Hour({ cell, title }: { cell: HourFilled | undefined; title: (share: number) => string }) {
  if (!cell?.open) return <td />;
  const share = Math.round((cell.filled / cell.open) * 100);
  return (
    <td
      title={title(share)}
      style={{
        background: `color-mix(in oklab, var(--chakra-colors-moss) ${Math.round(share * 0.9)}%, var(--chakra-colors-wash))`,
        color: share > 45 ? "var(--chakra-colors-sheet)" : "var(--chakra-colors-ink)",
      }}
    >
      {share}
    </td>
  );
}

/** More services than these are drawn as one. */
const mostServices = 6;

function Income({ data }: { data: Data }) {
  const site = useSite();
  const setUp = site.parts.booking as BookingSetUp | undefined;
  const currencies = [...new Set(data.income.map(({ currency }) => currency))];
  return currencies.map((currency) => {
    const own = data.income.filter((row) => row.currency === currency);
    const sums = new Map<string, { name: string; sum: number }>();
    for (const { service, name, gross } of own) sums.set(service, { name, sum: (sums.get(service)?.sum ?? 0) + gross });
    const services = [...sums].sort(([, one], [, other]) => other.sum - one.sum);
    const drawn = services.slice(0, mostServices);
    const rest = services.slice(mostServices).map(([id]) => id);
    const unit = 10 ** decimalsOf(currency);
    const of = (month: number, ids: readonly string[]) =>
      own.reduce((sum, row) => sum + (row.month === month && ids.includes(row.service) ? row.gross : 0), 0);
    const rows = data.months.map((month, nth) => ({
      month: monthWords(month),
      ...Object.fromEntries(drawn.map(([id]) => [id, of(nth, [id]) / unit])),
      rest: of(nth, rest) / unit,
    }));
    const money = (amount: number) => moneyWords({ amount, currency }, site.settings.language);
    const colour = (id: string) => {
      const service = setUp?.services.find((one) => one.id === id);
      return setUp && service
        ? `var(--chakra-colors-${colourToken(colourOf(setUp, service))})`
        : "var(--chakra-colors-edge)";
    };
    const told = `${words.income}: ${services.map(([, { name, sum }]) => `${name} ${money(sum)}`).join(", ")}`;
    return (
      <Figure key={currency} title={words.income} note={words.incomeNote(currency)}>
        <Drawn
          label={told}
          heads={[words.month, ...services.map(([, { name }]) => name), words.sum]}
          rows={data.months.map((month, nth) => [
            monthWords(month),
            ...services.map(([id]) => money(of(nth, [id]))),
            money(
              of(
                nth,
                services.map(([id]) => id),
              ),
            ),
          ])}
        >
          <MonthBars rows={rows} money={money} unit={unit} drawn={drawn} colour={colour} rest={rest} />
        </Drawn>
      </Figure>
    );
  });
}

/** The months as columns, stacked by service. */
const MonthBars = ({
  rows,
  money,
  unit,
  drawn,
  colour,
  rest,
}: {
  rows: { rest: number; month: string }[];
  money: (amount: number) => string;
  unit: number;
  drawn: [string, { name: string; sum: number }][];
  colour: (id: string) => string;
  rest: string[];
}) => (
  <ResponsiveContainer>
    <BarChart data={rows} margin={{ left: -8, right: 4 }}>
      {grid}
      <XAxis dataKey="month" {...axis} interval="preserveStartEnd" />
      <YAxis {...axis} />
      <Tooltip formatter={(value) => money(Math.round(Number(value) * unit))} />
      <Legend
        iconType="square"
        formatter={(name) => (
          <Text as="span" color="ink">
            {name}
          </Text>
        )}
      />
      {drawn.map(([id, { name }]) => (
        <Bar
          key={id}
          dataKey={id}
          name={name}
          stackId="all"
          fill={colour(id)}
          stroke="var(--chakra-colors-edge)"
          isAnimationActive={false}
        />
      ))}
      {rest.length ? (
        <Bar
          dataKey="rest"
          name={words.otherServices}
          stackId="all"
          fill="var(--chakra-colors-edge)"
          isAnimationActive={false}
        />
      ) : null}
    </BarChart>
  </ResponsiveContainer>
);

function Lead({ lead }: { lead: Data["lead"] }) {
  const rows = lead.map(({ bookings }, nth) => ({ group: words.leadGroups[nth] ?? "", bookings }));
  return (
    <Figure title={words.lead} note={words.leadNote}>
      <Drawn
        label={`${words.lead}: ${rows.map(({ group, bookings }) => `${group} ${bookings}`).join(", ")}`}
        heads={[words.group, words.bookings]}
        rows={rows.map(({ group, bookings }) => [group, String(bookings)])}
      >
        <ResponsiveContainer>
          <BarChart data={rows} margin={{ left: -22, right: 4 }}>
            {grid}
            <XAxis dataKey="group" {...axis} interval={0} />
            <YAxis {...axis} allowDecimals={false} />
            <Tooltip />
            <Bar dataKey="bookings" name={words.bookings} fill="var(--chakra-colors-moss)" isAnimationActive={false} />
          </BarChart>
        </ResponsiveContainer>
      </Drawn>
    </Figure>
  );
}

function Missed({ data }: { data: Data }) {
  const rows = data.attendance.map(({ came, missed }, nth) => ({
    month: monthWords(data.months[nth] ?? ""),
    noted: came + missed,
    missed,
    share: came + missed ? Math.round((missed / (came + missed)) * 100) : 0,
  }));
  return (
    <Figure title={words.missed} note={words.missedNote}>
      <Drawn
        label={`${words.missed}: ${rows.map(({ month, share }) => `${month} ${share} %`).join(", ")}`}
        heads={[words.month, words.noted, words.times, "%"]}
        rows={rows.map(({ month, noted, missed, share }) => [month, String(noted), String(missed), `${share} %`])}
      >
        <ResponsiveContainer>
          <BarChart data={rows} margin={{ left: -16, right: 4 }}>
            {grid}
            <XAxis dataKey="month" {...axis} interval="preserveStartEnd" />
            <YAxis {...axis} unit=" %" allowDecimals={false} />
            <Tooltip />
            <Bar
              dataKey="share"
              name={words.missedShare}
              unit=" %"
              fill="var(--chakra-colors-brick)"
              isAnimationActive={false}
            />
          </BarChart>
        </ResponsiveContainer>
      </Drawn>
      <Text as="h3" fontWeight="700" mt="12px" mb="4px">
        {words.missedOften}
      </Text>
      {data.missing.length ? (
        <Table
          label={words.missedOften}
          heads={[allWords.mail, allWords.name, words.times, words.came]}
          rows={data.missing.map(({ email, name, missed, came }) => [
            email,
            name || allWords.nobody,
            String(missed),
            String(came),
          ])}
        />
      ) : (
        <Flex color="ink2">{words.missedNobody}</Flex>
      )}
    </Figure>
  );
}
