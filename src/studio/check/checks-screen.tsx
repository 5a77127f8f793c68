"use client";
// Checks: every finding of every page and width, with what repairs it; beside it the pages by width, and the place itself.
import { Box, Flex, Text } from "@chakra-ui/react";
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { RotateCw } from "lucide-react";
import Link from "next/link";
import { useState } from "react";
import {
  type CheckGroup,
  checkGroups,
  checkWidths,
  isInShared,
  type LayoutFinding,
  layoutCodes,
} from "@/core/check/layout";
import type { Finding } from "@/core/check/problems";
import type { Gives } from "@/server/operations";
import { useRefresh, useSite } from "@/studio/frame/site-context";
import { ask } from "@/studio/kit/api";
import { IconButton, PlainButton, QuietButton } from "@/studio/kit/buttons";
import { Loading, Progress, RefusalNote, State, Title } from "@/studio/kit/layout";
import { reasonWords } from "@/studio/kit/reasons";
import { useCommand } from "@/studio/kit/use-command";
import { FindingPicture } from "./finding-picture";
import { type CheckedPage, useMeasuring } from "./measuring";
import { PagesByWidth } from "./pages-by-width";
import { type PageFinding, repairAll, takeBack, type WayBack } from "./repairing";
import { regionWords, repairWords, widthsWords, words } from "./words";

/** One line of the list: of the layout with its repair, or of words, links and widgets. */
export interface CheckRow {
  readonly key: string;
  readonly weight: "stops" | "look";
  readonly group: CheckGroup;
  readonly says: string;
  readonly widths: readonly number[];
  readonly page: string | null;
  readonly pageName: string;
  readonly block: string;
  readonly href: string;
  readonly layout: LayoutFinding | null;
}

/** In which part findings stand that need no layout, by what their code is about. */
const contentGroups: readonly (readonly [code: RegExp, group: CheckGroup])[] = [
  [/link|Gone|place/i, "links"],
  [/picture|noDescription$/i, "pictures"],
];
const groupOf = (code: string): CheckGroup => contentGroups.find(([is]) => is.test(code))?.[1] ?? "words";

function layoutRows(site: string, pages: readonly CheckedPage[]): readonly CheckRow[] {
  return pages.flatMap(({ page, title, findings }) =>
    (findings ?? []).map((finding, index): CheckRow => {
      const where = [
        String(finding.values.block ?? ""),
        regionWords(finding),
        isInShared(finding) ? words.inShared : "",
      ];
      const query = new URLSearchParams({
        ...(finding.node ? { select: finding.node } : {}),
        width: String(finding.widths[0] ?? ""),
      });
      return {
        key: `${page} ${index} ${finding.code} ${finding.node}`,
        weight: layoutCodes[finding.code].weight,
        group: layoutCodes[finding.code].group,
        says: reasonWords({ code: finding.code, ...finding.values }),
        widths: finding.widths,
        page,
        pageName: title,
        block: where.filter(Boolean).join(", "),
        href: `/s/${site}/pages/${page}?${query}`,
        layout: finding,
      };
    }),
  );
}

export function useContentRows(): readonly CheckRow[] | undefined {
  const site = useSite();
  const { data } = useQuery({
    queryKey: ["checks", site.key, "content"],
    queryFn: () => ask("checks.content", { site: site.key }),
  });
  const rowOf = (finding: Finding, index: number): CheckRow => {
    const widget = site.widgets.find((one) => one.id === finding.widget);
    const around = site.headersFooters.find((one) => one.id === finding.document);
    const page = around ? undefined : site.pages.find((one) => one.id === finding.document);
    const query = new URLSearchParams({
      ...(around ? { headerFooter: around.id } : {}),
      ...(finding.node ? { select: finding.node } : {}),
    });
    return {
      key: `content ${index} ${finding.reason.code} ${finding.document} ${finding.node}`,
      weight: finding.weight,
      group: groupOf(finding.reason.code),
      says: reasonWords(finding.reason),
      widths: checkWidths,
      page: page?.id ?? null,
      pageName: widget?.name ?? around?.name ?? page?.title ?? "",
      block: "",
      href: widget
        ? `/s/${site.key}/widgets/${widget.id}${typeof finding.reason.step === "string" ? `?step=${finding.reason.step}` : ""}`
        : `/s/${site.key}/pages/${page?.id ?? site.pages[0]?.id}?${query}`,
      layout: null,
    };
  };
  return data?.findings.map(rowOf);
}

export interface Chosen {
  readonly page: string;
  readonly width: number;
  readonly finding: LayoutFinding | null;
}

const byWeight = (rows: readonly CheckRow[]) =>
  [...rows].sort((one, other) => Number(other.weight === "stops") - Number(one.weight === "stops"));

export function ChecksScreen() {
  const site = useSite();
  const client = useQueryClient();
  const refresh = useRefresh();
  const { pages, error, left, given, again } = useMeasuring();
  const content = useContentRows();
  const [group, setGroup] = useState<CheckGroup | "all">("all");
  const [chosen, setChosen] = useState<Chosen | null>(null);
  const [done, setDone] = useState<{ readonly text: string; readonly back: WayBack } | null>(null);
  const { refusal, busy, attempt } = useCommand();
  if (!pages || !content)
    return error ? (
      <Box p="24px">
        <State tone="brick">{error.message}</State>
      </Box>
    ) : (
      <Loading what={words.loading} />
    );
  const rows = byWeight([...layoutRows(site.key, pages), ...content]);
  const shown = group === "all" ? rows : rows.filter((row) => row.group === group);
  const repairs = shown.flatMap((row): readonly PageFinding[] =>
    row.layout?.repair && row.page && !isInShared(row.layout) ? [{ page: row.page, finding: row.layout }] : [],
  );
  const repair = (list: readonly PageFinding[]) =>
    attempt(async () => {
      const { repaired, back } = await repairAll(site, list);
      setDone({ text: repaired ? words.repaired(repaired) : words.failed, back });
      await Promise.all([again(), refresh(), client.invalidateQueries({ queryKey: ["page", site.key] })]);
    });
  const undo = (back: WayBack) =>
    attempt(async () => {
      await takeBack(site, back);
      setDone({ text: words.takenBack, back: [] });
      await Promise.all([again(), refresh()]);
    });
  const stops = rows.filter(({ weight }) => weight === "stops").length;
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
        <Flex gap="6px 14px" wrap="wrap" mt="4px" mb="14px" role="status">
          <Text color="ink2">
            {left ? words.measuring(pages.length - left, pages.length) : words.measured(pages.length - given)}
          </Text>
          {given ? <State tone="amber">{words.notMeasurable(given)}</State> : null}
          {stops ? <State tone="brick">{words.stops(stops)}</State> : null}
          {rows.length > stops ? <State tone="amber">{words.looks(rows.length - stops)}</State> : null}
        </Flex>
        {left ? (
          <Box mb="12px" maxW="420px">
            <Progress label={words.measuringBar} done={pages.length - left} total={pages.length} />
          </Box>
        ) : null}
        <Repairs
          rows={rows}
          group={group}
          setGroup={setGroup}
          repairs={repairs}
          site={site}
          busy={busy}
          repair={repair}
        />
        <RefusalNote refusal={refusal} />
        {done ? (
          <Flex align="center" gap="10px" mb="8px" role="status">
            <Text>{done.text}</Text>
            {done.back.length ? <QuietButton onClick={() => undo(done.back)}>{words.takeBack}</QuietButton> : null}
          </Flex>
        ) : null}
        {shown.length ? (
          <FindingLine shown={shown} chosen={chosen} busy={busy} setChosen={setChosen} repair={repair} />
        ) : (
          <State tone="moss">{group === "all" ? words.nothing : words.nothingHere}</State>
        )}
      </Box>
      <PlacePicture pages={pages} place={place} setChosen={setChosen} />
    </Flex>
  );
}

/** One finding, with its repair. */
const FindingLine = ({
  shown,
  chosen,
  busy,
  setChosen,
  repair,
}: {
  shown: CheckRow[];
  chosen: Chosen | null;
  busy: boolean;
  setChosen: (next: Chosen | null) => void;
  repair: (list: readonly PageFinding[]) => void;
}) => (
  <Box as="ul" listStyleType="none" borderWidth="1px" borderColor="line" bg="sheet">
    {shown.map((row) => (
      <Row
        key={row.key}
        row={row}
        chosen={chosen?.finding !== null && chosen?.finding === row.layout && chosen?.page === row.page}
        busy={busy}
        onChoose={() =>
          row.page && setChosen({ page: row.page, width: row.widths[0] ?? checkWidths[0], finding: row.layout })
        }
        onRepair={() => row.layout && row.page && repair([{ page: row.page, finding: row.layout }])}
      />
    ))}
  </Box>
);

/** Where the chosen finding is, in a picture of the page. */
const PlacePicture = ({
  pages,
  place,
  setChosen,
}: {
  pages: Gives<"checks.layout">["pages"];
  place: Chosen | null;
  setChosen: (next: Chosen | null) => void;
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
    <PagesByWidth pages={pages} chosen={place} onChoose={(page, width) => setChosen({ page, width, finding: null })} />
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
const Repairs = ({
  rows,
  group,
  setGroup,
  repairs,
  site,
  busy,
  repair,
}: {
  rows: CheckRow[];
  group: "all" | "links" | "words" | "contrast" | "layout" | "pictures";
  setGroup: (next: "all" | "links" | "words" | "contrast" | "layout" | "pictures") => void;
  repairs: PageFinding[];
  site: ReturnType<typeof useSite>;
  busy: boolean;
  repair: (list: readonly PageFinding[]) => void;
}) => (
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
    {repairs.length > 1 && site.mayLayout ? (
      <PlainButton loading={busy} onClick={() => repair(repairs)}>
        {words.repairAll(repairs.length)}
      </PlainButton>
    ) : null}
  </Flex>
);

function Row({
  row,
  chosen,
  busy,
  onChoose,
  onRepair,
}: {
  row: CheckRow;
  chosen: boolean;
  busy: boolean;
  onChoose: () => void;
  onRepair: () => void;
}) {
  const site = useSite();
  const repair = row.layout?.repair;
  const mayRepair = repair && site.mayLayout && row.layout && !isInShared(row.layout);
  return (
    <Flex
      as="li"
      gap="12px"
      align="center"
      wrap="wrap"
      px="12px"
      py="10px"
      minH="54px"
      bg={chosen ? "wash" : "transparent"}
      borderBottomWidth="1px"
      borderColor="line"
      css={{ "&:last-of-type": { borderBottomWidth: 0 } }}
    >
      <Box flex="1.5" minW="220px">
        {row.page ? (
          <button
            type="button"
            aria-pressed={chosen}
            onClick={onChoose}
            style={{ textAlign: "left", cursor: "pointer", minHeight: 24 }}
          >
            <State tone={row.weight === "stops" ? "brick" : "amber"}>{row.says}</State>
          </button>
        ) : (
          <State tone={row.weight === "stops" ? "brick" : "amber"}>{row.says}</State>
        )}
        <Text fontSize="small" color="ink2" pl="18px">
          {widthsWords(row.widths, checkWidths.length)}
        </Text>
      </Box>
      <Box flex="1" minW="140px">
        <Text truncate>{row.pageName}</Text>
        <Text fontSize="small" color="ink2" truncate title={row.block}>
          {row.block}
        </Text>
      </Box>
      <Flex gap="8px" align="center" minW="200px" justify="flex-end">
        {mayRepair ? (
          <PlainButton aria-label={words.repairOf(repairWords(repair), row.says)} disabled={busy} onClick={onRepair}>
            {repairWords(repair)}
          </PlainButton>
        ) : null}
        <Link
          href={row.href}
          aria-label={words.showOf(row.says)}
          style={{ textDecoration: "underline", whiteSpace: "nowrap" }}
        >
          {words.show}
        </Link>
      </Flex>
    </Flex>
  );
}
