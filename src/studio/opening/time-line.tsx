"use client";
// The time line of the rehearsal: a course of a visit one can change, what opens when, and the reasons.
import { Box, Text } from "@chakra-ui/react";
import { useMemo, useState } from "react";
import { rehearseOpenings, type VisitEvent } from "@/core/opening/course";
import type { Opening } from "@/core/opening/opening";
import { openingRule } from "@/core/opening/released";
import { nothingRemembered, type OpeningMemory } from "@/core/opening/rule";
import { pagePath } from "@/core/site/site";
import { openingOf } from "@/core/widget/all-facts";
import { FieldTable, fieldsOf, type TableField } from "@/studio/forms/field-table";
import { useSite } from "@/studio/frame/site-context";
import { State, Title } from "@/studio/kit/layout";
import { reasonWords } from "@/studio/kit/reasons";
import { useChosenVisitor } from "@/studio/rehearse/chosen";
import { Happened } from "@/studio/rehearse/happened";
import { visitorOf } from "@/studio/rehearse/moment";
import { words } from "./words";

interface PlannedVisit {
  readonly page: string;
  readonly staysSeconds: number;
  readonly scrollsTo: number;
  readonly scrollsAt: number;
  readonly leavesAt: number | null;
  readonly closesAfter: number | null;
  readonly closedDaysAgo: number | null;
}

/** The events of a planned visit, in order of time. */
function eventsOf(visit: PlannedVisit): VisitEvent[] {
  const events: VisitEvent[] = [];
  for (let step = 1; step <= 4 && visit.scrollsTo > 0; step++)
    events.push({
      kind: "scrolled",
      at: visit.scrollsAt + (step - 1) * 0.4,
      percent: Math.round((visit.scrollsTo * step) / 4),
    });
  if (visit.leavesAt !== null) events.push({ kind: "left", at: visit.leavesAt });
  return events.sort((one, other) => one.at - other.at);
}

const of = fieldsOf<PlannedVisit, readonly (readonly [path: string, title: string])[]>();
const within = (value: number | undefined, least: number, most: number) =>
  Math.min(most, Math.max(least, value ?? least));

const fields: readonly TableField<PlannedVisit>[] = [
  of.choice("page", words.page, (_visit, pages) => pages),
  of.number("staysSeconds", words.staysFor, { min: 1, max: 600, unit: words.secondsUnit, empty: 1 }),
  of.beside(
    of.number("scrollsTo", words.scrollsTo, { min: 0, max: 100, unit: words.percentFromSecond }),
    of.number("scrollsAt", words.secondScroll, { min: 0, max: 600 }),
  ),
  of.has("leavesAt", words.leavesWithPointerAt, ({ staysSeconds }) => Math.max(0, staysSeconds - 1), { empty: null }),
  of.has("closedDaysAgo", words.closedThreeDaysAgo, () => 3, { empty: null }),
];

/** What opens on a planned visit, and why the rest does not. */
function useRehearsal(id: string, opening: Opening, visit: PlannedVisit) {
  const site = useSite();
  const { chosen } = useChosenVisitor();
  const visitor = useMemo(
    () => visitorOf(chosen, { zone: site.settings.zone, clockAheadMs: site.clockAheadMs }, site.widgets),
    [chosen, site.settings.zone, site.clockAheadMs, site.widgets],
  );
  return useMemo(() => {
    const rules = site.widgets.flatMap((widget) => {
      const other = widget.id === id ? opening : widget.settings.enabled ? openingOf(widget) : null;
      return other ? [openingRule(widget.id, other, site.settings.zone)] : [];
    });
    const memory: OpeningMemory =
      visit.closedDaysAgo === null
        ? nothingRemembered
        : { ...nothingRemembered, closedAt: { [id]: visitor.now - visit.closedDaysAgo * 86_400_000 } };
    return rehearseOpenings(rules, visitor, memory, visit.page, eventsOf(visit), visit.staysSeconds);
  }, [site, id, opening, visit, visitor]);
}

const momentNames: Readonly<Record<string, string>> = {
  opened: words.opens,
  waits: words.waits,
  heldBack: words.heldBack,
};

/** The visit as a line, with what happens on it. */
function Line({ visit, moments }: { visit: PlannedVisit; moments: ReturnType<typeof useRehearsal>["moments"] }) {
  const at = (seconds: number) => `${Math.min(100, (seconds / visit.staysSeconds) * 100)}%`;
  return (
    <Box position="relative" h="52px" my="12px" aria-hidden="true">
      <Box position="absolute" left="0" right="0" top="26px" borderTopWidth="2px" borderColor="edge" />
      {[0, 0.25, 0.5, 0.75, 1].map((part) => (
        <Text
          key={part}
          position="absolute"
          top="32px"
          left={`${part * 100}%`}
          transform={part === 1 ? "translateX(-100%)" : part ? "translateX(-50%)" : undefined}
          fontSize="small"
          color="ink2"
          whiteSpace="nowrap"
        >{`${Math.round(visit.staysSeconds * part)} s`}</Text>
      ))}
      {visit.scrollsTo > 0 ? (
        <Box
          position="absolute"
          top="22px"
          left={at(visit.scrollsAt)}
          w={`calc(${at(1.2)})`}
          minW="10px"
          h="8px"
          bg="wash"
          borderWidth="1px"
          borderColor="edge"
          title={words.scrolls}
        />
      ) : null}
      {moments.map((moment) => (
        <Box
          key={`${moment.at}${moment.widget}${moment.what}`}
          position="absolute"
          top="4px"
          left={at(moment.at)}
          transform="translateX(-50%)"
          textAlign="center"
        >
          <Text
            fontSize="small"
            fontWeight="700"
            color={moment.what === "opened" ? "mark" : "ink2"}
            whiteSpace="nowrap"
          >
            {momentNames[moment.what] ?? ""}
          </Text>
          <Box w="2px" h="12px" bg={moment.what === "opened" ? "mark" : "edge"} mx="auto" />
        </Box>
      ))}
    </Box>
  );
}

export function TimeLine({ id, opening }: { id: string; opening: Opening }) {
  const site = useSite();
  const [visit, setVisit] = useState<PlannedVisit>({
    ...{ page: "/", staysSeconds: 30, scrollsTo: 70, scrollsAt: 8 },
    ...{ leavesAt: null, closesAfter: null, closedDaysAgo: null },
  });
  const change = (part: Partial<PlannedVisit>) => {
    const next = { ...visit, ...part };
    setVisit({
      ...next,
      staysSeconds: within(next.staysSeconds, 1, 600),
      scrollsTo: within(next.scrollsTo, 0, 100),
      scrollsAt: Math.max(0, next.scrollsAt),
    });
  };
  const { moments, unopened } = useRehearsal(id, opening, visit);
  const names = (widget: string) =>
    widget === id ? words.thisWidget : `“${site.widgets.find((one) => one.id === widget)?.name ?? widget}”`;
  const opened = moments.find((moment) => moment.widget === id && moment.what === "opened");
  const against = unopened.find((one) => one.widget === id);
  return (
    <Box maxW="560px" mx="auto" bg="sheet" borderWidth="1px" borderColor="line" boxShadow="page" p="18px">
      <Title level={2}>{words.whenOpensWhy}</Title>
      <Box my="8px" aria-live="polite" data-testid="verdict">
        {opened ? (
          <State tone="moss">
            {words.opensAfterS(Math.round(opened.at * 10) / 10, reasonWords(opened.reasons[0] ?? { code: "" }))}
          </State>
        ) : (
          <State tone="amber">{words.doesNotOpenVisitor(against?.reasons.map(reasonWords).join(" ") ?? "")}</State>
        )}
      </Box>
      <Line visit={visit} moments={moments} />
      <Happened moments={moments} unopened={unopened} names={names} />
      <Box mt="16px" pt="12px" borderTopWidth="1px" borderColor="line">
        <Text fontWeight="700" mb="8px">
          {words.visitRehearsed}
        </Text>
        <FieldTable
          of={fields}
          around={site.pages.map((page) => [pagePath(page), page.title] as const)}
          item={visit}
          fault={() => undefined}
          put={change}
        />
      </Box>
    </Box>
  );
}
