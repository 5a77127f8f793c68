"use client";
// The strip at the foot of every preview, which chooses the visitor.
import { Box, Flex, Text } from "@chakra-ui/react";
import { memo, type ReactNode, useEffect, useMemo } from "react";
import type { SiteSettings } from "@/core/site/site";
import type { ConsentState } from "@/core/visitor/visitor";
import { useSite } from "@/studio/frame/site-context";
import { MainButton } from "@/studio/kit/buttons";
import { languageName } from "@/studio/kit/names";
import { type ChosenVisitor, useChosenVisitor } from "./chosen";
import { timesIn } from "./moment";
import { words as own } from "./words";

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
    <VisitorChoices
      chosen={chosen}
      choose={choose}
      known={known}
      clock={clock}
      settings={settings}
      times={times}
      walk={walk}
      path={path}
    />
  );
});

/** Who the visitor is. */
const VisitorChoices = ({
  chosen,
  choose,
  known,
  clock,
  settings,
  times,
  walk,
  path,
}: {
  chosen: ChosenVisitor;
  choose: (change: Partial<ChosenVisitor>) => void;
  known: readonly (readonly [string, string])[];
  clock: boolean;
  settings: SiteSettings;
  times: readonly (readonly [string, string])[];
  walk: (path?: string) => void;
  path: string;
}) => (
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
    <Text fontWeight="700" pr="8px" whiteSpace="nowrap" css={{ "@container (max-width: 700px)": { display: "none" } }}>
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
