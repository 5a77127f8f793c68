"use client";
// Checks: every finding of every page and width, with what repairs it; beside it the pages by width, and the place itself.
import { Box, Flex, Text } from "@chakra-ui/react";
import { useQueryClient } from "@tanstack/react-query";
import { RotateCw } from "lucide-react";
import { useState } from "react";
import { type CheckGroup, checkGroups, checkWidths, isInShared, type LayoutFinding } from "@/core/check/layout";
import type { Finding } from "@/core/check/problems";
import type { PageFinding } from "@/core/check/trial";
import { useRefresh, useSite } from "@/studio/frame/site-context";
import { IconButton, PlainButton, QuietButton } from "@/studio/kit/buttons";
import { Loading, Progress, RefusalNote, State, Title } from "@/studio/kit/layout";
import { useCommand } from "@/studio/kit/use-command";
import { FindingGroups } from "./finding-groups";
import { FindingPicture } from "./finding-picture";
import { isHours, pageTakesHours, settingsTakeHours } from "./hours-repairs";
import { type CheckedPage, type Measuring, useMeasuring } from "./measuring";
import { PagesByWidth } from "./pages-by-width";
import { type Proposals, useProposals } from "./proposals";
import { repairAll, takeBack, type WayBack } from "./repairing";
import { type FindingRow, layoutRows, useContentRows } from "./rows";
import { reachWords, repairWords, words } from "./words";

interface Chosen {
  readonly page: string;
  readonly width: number;
  readonly finding: LayoutFinding | null;
}

interface Done {
  readonly text: string;
  /** What is left, where something is. */
  readonly left: string;
  readonly back: WayBack | null;
}

/** Making repairs and taking them back, and what is said of it. */
function useRepairs(proposals: Proposals, again: () => Promise<unknown>) {
  const site = useSite();
  const client = useQueryClient();
  const refresh = useRefresh();
  const [done, setDone] = useState<Done | null>(null);
  const [trying, setTrying] = useState<number | null>(null);
  const { refusal, busy, attempt } = useCommand();
  const after = () => Promise.all([again(), refresh(), client.invalidateQueries({ queryKey: ["page", site.key] })]);
  const repair = (wanted: readonly PageFinding[]) =>
    attempt(async () => {
      setDone(null);
      const { repaired, left, back } = await repairAll(site, proposals.found, wanted, (at) =>
        setTrying(wanted.length > 1 ? at : null),
      ).finally(() => setTrying(null));
      setDone({
        text: repaired ? words.repaired(repaired) : left ? "" : words.failed,
        left: left ? words.notRepaired(left) : "",
        back: repaired ? back : null,
      });
      await after();
    });
  const undo = (back: WayBack) =>
    attempt(async () => {
      await takeBack(site, back);
      setDone({ text: words.takenBack, left: "", back: null });
      await after();
    });
  const mend = (work: () => Promise<WayBack | null>) =>
    attempt(async () => {
      const back = await work();
      setDone({ text: back ? words.repaired(1) : words.failed, left: "", back });
      await after();
    });
  return { done, refusal, busy, trying, repair, mend, undo };
}

export function ChecksScreen() {
  const site = useSite();
  const measuring = useMeasuring();
  const { pages, error, left, again } = measuring;
  const content = useContentRows();
  const proposals = useProposals(pages, left === 0);
  const repairs = useRepairs(proposals, again);
  const [group, setGroup] = useState<CheckGroup | "all">("all");
  const [chosen, setChosen] = useState<(Chosen & { readonly row: string | null }) | null>(null);
  if (!pages || !content)
    return error ? (
      <Box p="24px">
        <State tone="brick">{error.message}</State>
      </Box>
    ) : (
      <Loading what={words.loading} />
    );
  const rows = [...layoutRows(site.key, pages), ...content];
  const shown = group === "all" ? rows : rows.filter((row) => row.group === group);
  const ofRow = (row: FindingRow): readonly PageFinding[] =>
    row.layout && row.page && proposals.of(row.page, row.layout) ? [{ page: row.page, finding: row.layout }] : [];
  const first = pages[0];
  const place = chosen ?? (first ? { page: first.page, width: checkWidths[0], finding: null } : null);
  return (
    <Flex flex="1" minH="0" direction={{ base: "column", lg: "row" }} overflowY={{ base: "auto", lg: "hidden" }}>
      <Box as="main" flex="1" minW="0" overflowY={{ base: "visible", lg: "auto" }} p={{ base: "14px", md: "24px" }}>
        <Flex justify="space-between" align="flex-start" gap="12px">
          <Title>{words.title}</Title>
          <IconButton name={words.again} onClick={() => void again()}>
            <RotateCw size={15} />
          </IconButton>
        </Flex>
        <Counts measuring={measuring} pages={pages} rows={rows} proposals={proposals} />
        <Sorts
          rows={rows}
          group={group}
          setGroup={setGroup}
          repairs={shown.flatMap(ofRow)}
          busy={repairs.busy}
          trying={repairs.trying}
          repair={repairs.repair}
        />
        <RefusalNote refusal={repairs.refusal} />
        <WhatWasDone {...repairs} />
        {shown.length ? (
          <FindingGroups
            rows={shown}
            chosen={chosen?.row ?? null}
            onChoose={(row) =>
              row.page && setChosen({ page: row.page, width: row.firstWidth, finding: row.layout, row: row.key })
            }
            beside={(row) =>
              isHours(row.content) && site.mayLayout ? (
                <HoursRepairs finding={row.content} busy={repairs.busy} mend={repairs.mend} />
              ) : (
                <Repair
                  row={row}
                  proposals={proposals}
                  busy={repairs.busy}
                  onRepair={() => repairs.repair(ofRow(row))}
                />
              )
            }
          />
        ) : (
          <State tone="moss">{group === "all" ? words.nothing : words.nothingHere}</State>
        )}
      </Box>
      <PlacePicture
        pages={pages}
        place={place}
        onChoose={(page, width) => setChosen({ page, width, finding: null, row: null })}
      />
    </Flex>
  );
}

/** How many pages are measured, how many findings there are, and how far trying repairs is. */
function Counts({
  measuring: { left, given },
  pages,
  rows,
  proposals: { done, wanted },
}: {
  measuring: Measuring;
  pages: readonly CheckedPage[];
  rows: readonly FindingRow[];
  proposals: Proposals;
}) {
  const stops = rows.filter(({ weight }) => weight === "stops").length;
  const samples = rows.filter(({ sample }) => sample).length;
  const looks = rows.length - stops - samples;
  return (
    <>
      <Flex gap="6px 14px" wrap="wrap" mt="4px" mb="14px" role="status">
        <Text color="ink2">
          {left ? words.measuring(pages.length - left, pages.length) : words.measured(pages.length - given)}
        </Text>
        {given ? <State tone="amber">{words.notMeasurable(given)}</State> : null}
        {stops ? <State tone="brick">{words.stops(stops)}</State> : null}
        {looks ? <State tone="amber">{words.looks(looks)}</State> : null}
        {samples ? <State tone="amber">{words.samplesLeft(samples)}</State> : null}
        {done === null ? null : <Text color="ink2">{words.trying(done, wanted.length)}</Text>}
      </Flex>
      {left ? (
        <Box mb="12px" maxW="420px">
          <Progress label={words.measuringBar} done={pages.length - left} total={pages.length} />
        </Box>
      ) : null}
    </>
  );
}

/** What a repair did, and the way back. */
const WhatWasDone = ({ done, undo }: { done: Done | null; undo: (back: WayBack) => void }) =>
  done ? (
    <Flex align="center" gap="10px" mb="8px" role="status" wrap="wrap">
      {done.text ? <Text>{done.text}</Text> : null}
      {done.left ? <Text color="ink2">{done.left}</Text> : null}
      {done.back ? <QuietButton onClick={() => done.back && undo(done.back)}>{words.takeBack}</QuietButton> : null}
    </Flex>
  ) : null;

/** Both ways to make a page and the settings tell the same opening hours. */
function HoursRepairs({
  finding,
  busy,
  mend,
}: {
  finding: Finding;
  busy: boolean;
  mend: (work: () => Promise<WayBack | null>) => void;
}) {
  const site = useSite();
  return (
    <Flex gap="8px" wrap="wrap" justify="flex-end">
      <PlainButton disabled={busy} onClick={() => mend(() => pageTakesHours(site, finding))}>
        {words.hoursFromSettings}
      </PlainButton>
      <PlainButton disabled={busy} onClick={() => mend(() => settingsTakeHours(site, finding))}>
        {words.hoursToSettings}
      </PlainButton>
    </Flex>
  );
}

/** The repair of a finding, once it was tried on every page it reaches. */
function Repair({
  row,
  proposals,
  busy,
  onRepair,
}: {
  row: FindingRow;
  proposals: Proposals;
  busy: boolean;
  onRepair: () => void;
}) {
  const site = useSite();
  if (!row.layout?.repair || !row.page || !site.mayLayout || isInShared(row.layout)) return null;
  const accepted = proposals.of(row.page, row.layout);
  if (!accepted)
    return (
      <Text fontSize="small" color="ink2" maxW="190px" textAlign="right">
        {accepted === null ? words.noRepair : proposals.done === null ? "" : words.tryingOne}
      </Text>
    );
  const says = repairWords(accepted.repair);
  return (
    <Flex align="center" gap="8px">
      <Text fontSize="small" color="ink2">
        {reachWords(accepted.pages.length)}
      </Text>
      <PlainButton aria-label={words.repairOf(says, row.says)} disabled={busy} onClick={onRepair}>
        {says}
      </PlainButton>
    </Flex>
  );
}

/** Where the chosen finding is, in a picture of the page. */
const PlacePicture = ({
  pages,
  place,
  onChoose,
}: {
  pages: readonly CheckedPage[];
  place: Chosen | null;
  onChoose: (page: string, width: number) => void;
}) => (
  <Box
    as="aside"
    aria-label={words.byWidth}
    w={{ base: "100%", lg: "430px" }}
    flex="none"
    bg="sheet"
    borderLeftWidth="1px"
    borderColor="line"
    overflowY="auto"
    p="20px"
  >
    <PagesByWidth pages={pages} chosen={place} onChoose={onChoose} />
    {place ? (
      <FindingPicture
        key={`${place.page} ${place.width} ${place.finding?.code} ${place.finding?.node}`}
        place={place}
        pages={pages}
      />
    ) : null}
  </Box>
);

/** Findings by sort, and what can be mended at once. */
function Sorts({
  rows,
  group,
  setGroup,
  repairs,
  busy,
  trying,
  repair,
}: {
  rows: readonly FindingRow[];
  group: CheckGroup | "all";
  setGroup: (next: CheckGroup | "all") => void;
  repairs: readonly PageFinding[];
  busy: boolean;
  trying: number | null;
  repair: (list: readonly PageFinding[]) => void;
}) {
  return (
    <Flex gap="8px" wrap="wrap" mb="12px" role="group" aria-label={words.filter}>
      {(["all", ...checkGroups] as const).map((name) => {
        const count = name === "all" ? rows.length : rows.filter((row) => row.group === name).length;
        if (name !== "all" && !count) return null;
        return (
          <PlainButton
            key={name}
            aria-pressed={group === name}
            onClick={() => setGroup(name)}
            {...(group === name ? { bg: "ink", color: "sheet", _hover: { bg: "inkSoft" } } : {})}
          >
            {name === "all" ? words.all : words.groups[name]} {count}
          </PlainButton>
        );
      })}
      <Box flex="1" />
      {repairs.length > 1 ? (
        <PlainButton disabled={busy} onClick={() => repair(repairs)}>
          {trying === null ? words.repairAll(repairs.length) : words.repairing(trying + 1, repairs.length)}
        </PlainButton>
      ) : null}
    </Flex>
  );
}
