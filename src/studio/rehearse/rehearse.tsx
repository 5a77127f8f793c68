"use client";
// Rehearse as: the chosen visitor, the strip that chooses it, and walking through the site as that visitor.
import { Box, Flex, Text } from "@chakra-ui/react";
import {
  createContext,
  memo,
  type ReactNode,
  useCallback,
  useContext,
  useEffect,
  useMemo,
  useRef,
  useState,
} from "react";
import { Temporal } from "temporal-polyfill";
import type { ConsentState, Visitor } from "@/core/visitor/visitor";
import { useSite } from "@/studio/frame/site-context";
import { ask, Refusal } from "@/studio/kit/api";
import { MainButton } from "@/studio/kit/kit";
import { languageName } from "@/studio/kit/names";
import { words as own } from "./words";

export interface ChosenVisitor {
  readonly device: "wide" | "tablet" | "phone";
  readonly language: string;
  readonly country: string;
  /** Wall time in the site's zone, "2026-11-24T19:40"; empty for now. */
  readonly time: string;
  readonly visit: number;
  readonly consent: ConsentState;
  readonly signedUp: boolean;
  /** IANA zone of the visitor's own clock; empty for the site's. */
  readonly zone: string;
}

export const deviceWidths = { wide: 1180, tablet: 820, phone: 390 } as const;
const deviceNames = own.devices;
const countries: readonly (readonly [string, string])[] = [
  ["", own.unknown],
  ["IE", own.ireland],
  ["GB", own.britain],
  ["DE", own.germany],
  ["FR", own.france],
  ["AT", own.austria],
  ["NL", own.netherlands],
  ["CH", own.switzerland],
  ["BR", own.brazil],
  ["CA-QC", own.quebec],
  ["CA-ON", own.ontario],
  ["US-CA", own.california],
  ["US", own.unitedStates],
  ["JP", own.japan],
];
const languages: readonly (readonly [string, string])[] = [
  ["en-IE", own.english],
  ["en-US", own.englishUs],
  ["de", own.german],
  ["fr", own.french],
];

interface Rehearsing {
  readonly chosen: ChosenVisitor;
  choose(change: Partial<ChosenVisitor>): void;
  /** Walks through the site as the chosen visitor, from `path`, or from the page of the open screen. */
  walk(path?: string): void;
  /** Told by the open screen: the page a walk begins at. */
  beginAt(path: string): void;
  /** The page that the walk began at; null while nobody walks. */
  readonly walking: string | null;
  end(): void;
}

const Chosen = createContext<Rehearsing | null>(null);

/** The visitor that every preview of a site's screens is for, and the walk through the site that "R" begins. */
export function VisitorProvider({ children }: { children: ReactNode }) {
  const { settings } = useSite();
  const [chosen, setChosen] = useState<ChosenVisitor>({
    device: "wide",
    language: settings.language,
    country: settings.language.split("-")[1] ?? "",
    time: "",
    visit: 1,
    consent: "notAsked",
    signedUp: false,
    zone: "",
  });
  const [walking, setWalking] = useState<string | null>(null);
  const begin = useRef("/");
  const walk = useCallback((path?: string) => setWalking(path ?? begin.current), []);
  const beginAt = useCallback((path: string) => {
    begin.current = path;
  }, []);
  const value = useMemo(
    () => ({
      chosen,
      choose: (change: Partial<ChosenVisitor>) => setChosen((before) => ({ ...before, ...change })),
      walk,
      beginAt,
      walking,
      end: () => setWalking(null),
    }),
    [chosen, walk, beginAt, walking],
  );
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const typing = (event.target as HTMLElement | null)?.closest?.(
        "input,textarea,select,[contenteditable],[role=dialog],[role=menu]",
      );
      if (typing || event.ctrlKey || event.metaKey || event.altKey || event.key.toLowerCase() !== "r") return;
      event.preventDefault();
      walk();
    };
    addEventListener("keydown", onKey);
    return () => removeEventListener("keydown", onKey);
  }, [walk]);
  return <Chosen.Provider value={value}>{children}</Chosen.Provider>;
}

export function useChosenVisitor(): Rehearsing {
  const value = useContext(Chosen);
  if (!value) throw new Error("useChosenVisitor stands inside a VisitorProvider");
  return value;
}

/** The moment of the visit, in ms; the site's zone reads the chosen wall time. */
export const momentOf = ({ time }: Pick<ChosenVisitor, "time">, zone: string, clockAheadMs: number): number =>
  time ? Temporal.PlainDateTime.from(time).toZonedDateTime(zone).epochMilliseconds : Date.now() + clockAheadMs;

/** The chosen visitor as the core's decisions take it. */
export function visitorOf(
  chosen: ChosenVisitor,
  { zone, clockAheadMs }: { readonly zone: string; readonly clockAheadMs: number },
  widgets: readonly { id: string }[],
): Visitor {
  const now = momentOf(chosen, zone, clockAheadMs);
  return {
    widthPx: deviceWidths[chosen.device],
    language: chosen.language,
    // "US-CA" is a country with its part.
    country: chosen.country.split("-")[0] || null,
    part: chosen.country.split("-")[1] ?? null,
    now,
    zone: chosen.zone || zone,
    visit: chosen.visit,
    cameFrom: null,
    consent: chosen.consent,
    signedUpWith: chosen.signedUp ? widgets.map((widget) => widget.id) : [],
  };
}

function Item({ label, hidden, children }: { label: string; hidden?: boolean; children: ReactNode }) {
  if (hidden) return null;
  return (
    <Box
      flex="1 1 auto"
      minW="56px"
      maxW="150px"
      borderLeftWidth="1px"
      borderLeftStyle="dashed"
      borderColor="line"
      pl="8px"
      pr="2px"
      whiteSpace="nowrap"
    >
      {/* biome-ignore lint/a11y/noLabelWithoutControl: the control is its child */}
      <label>
        <Text as="span" display="block" fontSize="small" color="ink2" lineHeight="1.2" truncate>
          {label}
        </Text>
        {children}
      </label>
    </Box>
  );
}

/** Moments worth rehearsing, as wall times in the site's zone; the empty one is now. */
function timesIn(zone: string, clockAheadMs: number): readonly (readonly [string, string])[] {
  const now = Temporal.Instant.fromEpochMilliseconds(Date.now() + clockAheadMs);
  const today = now.toZonedDateTimeISO(zone).toPlainDate();
  const saturday = today.add({ days: (6 - today.dayOfWeek + 7) % 7 || 7 });
  const words = new Intl.DateTimeFormat("en-GB", { weekday: "short", day: "numeric", month: "short", timeZone: "UTC" });
  const named = (date: Temporal.PlainDate, time: string) =>
    [`${date}T${time}`, `${words.format(new Date(`${date}T00:00Z`))}, ${time}`] as const;
  return [
    ["", "Now"],
    named(today, "09:00"),
    named(today, "19:40"),
    named(today.add({ days: 1 }), "09:00"),
    named(saturday, "11:00"),
    named(today.add({ days: 30 }), "12:00"),
    named(today.add({ days: 365 }), "12:00"),
  ];
}

/** Bold words with a small mark, as wide as the words that are chosen. */
const bare = {
  font: "inherit",
  fontWeight: 650,
  border: 0,
  padding: "0 13px 0 0",
  height: 24,
  width: "100%",
  fieldSizing: "content",
  textOverflow: "ellipsis",
  cursor: "pointer",
  color: "inherit",
  appearance: "none",
  background:
    "linear-gradient(45deg,transparent 50%,currentColor 50%) calc(100% - 5px) 55%/4px 4px no-repeat,linear-gradient(-45deg,transparent 50%,currentColor 50%) calc(100% - 1px) 55%/4px 4px no-repeat",
} as const;

const consents: readonly (readonly [ConsentState, string])[] = [
  ["notAsked", own.notAsked],
  ["all", own.given],
  ["none", own.refused],
  ...(["preferences", "statistics", "marketing"] as const).map((category) => [category, own.only[category]] as const),
];

/** Who comes: how often they were here, and whether they have signed up. */
const visits = {
  first: { name: own.first, visit: 1, signedUp: false },
  second: { name: own.second, visit: 2, signedUp: false },
  fifth: { name: own.fifth, visit: 5, signedUp: false },
  known: { name: own.signedUpBefore, visit: 2, signedUp: true },
} as const;
type Visit = keyof typeof visits;

const Pick = ({
  value,
  options,
  onPick,
}: {
  value: string;
  options: readonly (readonly [string, string])[];
  onPick: (value: string) => void;
}) => (
  <select style={bare} value={value} onChange={(event) => onPick(event.target.value)}>
    {options.map(([key, name]) => (
      <option key={key} value={key}>
        {name}
      </option>
    ))}
  </select>
);

const sameVisit = (chosen: ChosenVisitor, kind: (typeof visits)[Visit]) =>
  chosen.visit === kind.visit && chosen.signedUp === kind.signedUp;

/** The strip at the foot of every preview. */
export const RehearseStrip = memo(function RehearseStrip({
  path = "/",
  clock = false,
}: {
  path?: string;
  /** What is previewed goes by the visitor's clock, not by their visits and consent. */
  clock?: boolean;
}) {
  const { settings, clockAheadMs } = useSite();
  const { chosen, choose, walk, beginAt } = useChosenVisitor();
  useEffect(() => {
    beginAt(path);
    return () => beginAt("/");
  }, [beginAt, path]);
  const times = useMemo(() => timesIn(settings.zone, clockAheadMs), [settings.zone, clockAheadMs]);
  const known = languages.some(([tag]) => tag === settings.language)
    ? languages
    : [[settings.language, languageName(settings.language)] as const, ...languages];
  return (
    <Flex
      as="section"
      aria-label={own.rehearseAs}
      align="center"
      bg="sheet"
      borderWidth="1px"
      borderColor="line"
      borderRadius="panel"
      boxShadow="lifted"
      minH="46px"
      py="4px"
      pl="12px"
      pr="6px"
      columnGap="4px"
      rowGap="4px"
      wrap="wrap"
      css={{ containerType: "inline-size" }}
    >
      <Text
        fontWeight="700"
        pr="8px"
        whiteSpace="nowrap"
        css={{ "@container (max-width: 700px)": { display: "none" } }}
      >
        {own.rehearseAs}
      </Text>
      <Item label={own.device}>
        <Pick
          value={chosen.device}
          options={Object.entries(deviceNames)}
          onPick={(device) => choose({ device: device as ChosenVisitor["device"] })}
        />
      </Item>
      <Item label={own.language}>
        <Pick value={chosen.language} options={known} onPick={(language) => choose({ language })} />
      </Item>
      <Item label={own.country} hidden={clock}>
        <Pick value={chosen.country} options={countries} onPick={(country) => choose({ country })} />
      </Item>
      <Item label={own.time(settings.zone.split("/").at(-1)?.replace("_", " "))}>
        <Pick value={chosen.time} options={times} onPick={(time) => choose({ time })} />
      </Item>
      {clock ? (
        <Item label={own.zone}>
          <Pick
            value={chosen.zone}
            options={[["", own.zoneOfSite], ...own.zones.map((zone) => [zone, own.zoneName(zone)] as const)]}
            onPick={(zone) => choose({ zone })}
          />
        </Item>
      ) : null}
      <Item label={own.visit} hidden={clock}>
        <Pick
          value={(Object.keys(visits) as Visit[]).find((key) => sameVisit(chosen, visits[key])) ?? "first"}
          options={Object.entries(visits).map(([key, { name }]) => [key, name] as const)}
          onPick={(key) => {
            const { visit, signedUp } = visits[key as Visit];
            choose({ visit, signedUp });
          }}
        />
      </Item>
      <Item label={own.consent} hidden={clock}>
        <Pick
          value={chosen.consent}
          options={consents}
          onPick={(consent) => choose({ consent: consent as ConsentState })}
        />
      </Item>
      <MainButton flex="none" ml="auto" onClick={() => walk(path)}>
        {own.walkThrough}
      </MainButton>
    </Flex>
  );
});

/** A rehearsal address for the chosen visitor; asked for again when the visitor changes. */
export function useRehearsal(): { base: string | null; error: string | null } {
  const site = useSite();
  const { chosen } = useChosenVisitor();
  const [answer, setAnswer] = useState<{ base: string | null; error: string | null }>({ base: null, error: null });
  // A widget that is saved is the same widget: a new address would draw the page anew with every edit.
  const widgets = site.widgets.map((widget) => widget.id).join(" ");
  const { zone } = site.settings;
  const { clockAheadMs } = site;
  useEffect(() => {
    let current = true;
    const known = widgets ? widgets.split(" ").map((id) => ({ id })) : [];
    ask("rehearse.open", { site: site.key, visitor: visitorOf(chosen, { zone, clockAheadMs }, known) }).then(
      ({ base }) => current && setAnswer({ base, error: null }),
      (error: unknown) =>
        current && setAnswer({ base: null, error: error instanceof Refusal ? error.message : own.notStarted }),
    );
    return () => {
      current = false;
    };
  }, [site.key, zone, clockAheadMs, widgets, chosen]);
  return answer;
}
