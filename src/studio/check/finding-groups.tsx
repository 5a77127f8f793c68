"use client";
// Findings by page: what stops a release first, what is worth a look, and sample words as one line a page with a walk through them.
import { Box, Flex, Text } from "@chakra-ui/react";
import Link from "next/link";
import type { ReactNode } from "react";
import { useRefresh, useSite } from "@/studio/frame/site-context";
import { ask } from "@/studio/kit/api";
import { Tick } from "@/studio/kit/fields";
import { RefusalNote, State } from "@/studio/kit/layout";
import { useCommand } from "@/studio/kit/use-command";
import { type Grouped, groupedByPlace, type Place } from "./grouped";
import type { FindingRow } from "./rows";
import { words } from "./words";

const linked = { textDecoration: "underline", whiteSpace: "nowrap" } as const;

/** The head of what stands on one page. */
const PlaceHead = ({ place, stops, looks }: { place: Place; stops: number; looks: number }) => (
  <Flex as="h2" align="baseline" gap="10px" px="12px" pt="11px" pb="7px" wrap="wrap">
    <Link href={place.href} style={{ fontWeight: 700 }}>
      {place.name}
    </Link>
    <Text as="span" fontSize="small" color="ink2" fontWeight="450">
      {[stops ? words.stops(stops) : "", looks ? words.looks(looks) : ""].filter(Boolean).join(", ")}
    </Text>
  </Flex>
);

function Row({
  row,
  chosen,
  onChoose,
  children,
}: {
  row: FindingRow;
  chosen: boolean;
  onChoose?: ((row: FindingRow) => void) | undefined;
  children?: ReactNode;
}) {
  const says = <State tone={row.weight === "stops" ? "brick" : "amber"}>{row.says}</State>;
  return (
    <Flex
      as="li"
      gap="6px 14px"
      align="center"
      wrap="wrap"
      px="12px"
      py="8px"
      minH="46px"
      bg={chosen ? "wash" : "transparent"}
      borderTopWidth="1px"
      borderColor="line"
    >
      <Box flex="1" minW="240px">
        {row.page && onChoose ? (
          <button
            type="button"
            aria-pressed={chosen}
            onClick={() => onChoose(row)}
            style={{ textAlign: "left", cursor: "pointer", minHeight: 24 }}
          >
            {says}
          </button>
        ) : (
          says
        )}
        {row.widths || row.block ? (
          <Text fontSize="small" color="ink2" pl="15px">
            {[row.widths, row.block].filter(Boolean).join(" · ")}
          </Text>
        ) : null}
      </Box>
      <Flex gap="12px" align="center" justify="flex-end">
        {children}
        <Link href={row.at} aria-label={words.showOf(row.says)} style={linked}>
          {words.show}
        </Link>
      </Flex>
    </Flex>
  );
}

const walkOf = ({ href }: Place) => `${href}${href.includes("?") ? "&" : "?"}walk=samples`;

/** Whether sample words that are left stop a release: kept with the site. */
function SamplesStop() {
  const site = useSite();
  const refresh = useRefresh();
  const { refusal, busy, attempt } = useCommand();
  const { samplesStop: stops = false, ...rest } = site.settings;
  if (!site.mayLayout) return null;
  const set = (samplesStop: boolean) =>
    attempt(async () => {
      const settings = samplesStop ? { ...rest, samplesStop } : rest;
      await ask("sites.settings", { site: site.key, name: site.name, settings });
      await refresh();
    });
  return (
    <>
      <Tick label={words.samplesStop} checked={stops} disabled={busy} onChange={set} />
      <RefusalNote refusal={refusal} />
    </>
  );
}

/** Pages with sample words, one line each. */
const Samples = ({ samples }: { samples: Grouped<FindingRow>["samples"] }) => (
  <Box as="section" aria-label={words.samples} borderWidth="1px" borderColor="line" bg="sheet" mb="14px">
    <Box px="12px" pt="11px" pb="9px">
      <Text as="h2" fontWeight="700">
        {words.samples}
      </Text>
      <Text fontSize="small" color="ink2">
        {words.samplesHint}
      </Text>
      <SamplesStop />
    </Box>
    <Box as="ul" listStyleType="none">
      {samples.map(({ place, rows }) => (
        <Flex
          as="li"
          key={place.id}
          gap="14px"
          align="center"
          px="12px"
          minH="42px"
          borderTopWidth="1px"
          borderColor="line"
        >
          <Text flex="1" minW="0">
            {place.name}
          </Text>
          <Text color="ink2">{words.samplesLeft(rows.length)}</Text>
          <Link href={walkOf(place)} aria-label={words.walkOf(place.name)} style={linked}>
            {words.walk}
          </Link>
        </Flex>
      ))}
    </Box>
  </Box>
);

export function FindingGroups({
  rows,
  chosen = null,
  onChoose,
  beside,
}: {
  rows: readonly FindingRow[];
  /** The key of the row that is looked at. */
  chosen?: string | null;
  onChoose?: (row: FindingRow) => void;
  /** What stands in a row before the way to its block. */
  beside?: (row: FindingRow) => ReactNode;
}) {
  const { groups, samples } = groupedByPlace(rows);
  return (
    <>
      {groups.map(({ place, stops, rows: here }) => (
        <Box
          as="section"
          key={place.id}
          aria-label={place.name}
          borderWidth="1px"
          borderColor="line"
          bg="sheet"
          mb="14px"
        >
          <PlaceHead place={place} stops={stops} looks={here.length - stops} />
          <Box as="ul" listStyleType="none">
            {here.map((row) => (
              <Row key={row.key} row={row} chosen={chosen === row.key} onChoose={onChoose}>
                {beside?.(row)}
              </Row>
            ))}
          </Box>
        </Box>
      ))}
      {samples.length ? <Samples samples={samples} /> : null}
    </>
  );
}
