"use client";
// The table of what there is to ask: what was found, sorted and said in words by hand.
import { Box, Flex, Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import type { LucideIcon } from "lucide-react";
import { ChevronDown, ChevronRight, Plus, Radar, Trash2 } from "lucide-react";
import { nanoid } from "nanoid";
import { useEffect, useRef, useState } from "react";
import type { Consent, Entry } from "@/core/consent/consent";
import { withFound } from "@/core/consent/declared";
import { measured } from "@/core/consent/measured";
import { FieldTable, fieldsOf, type TableField } from "@/studio/forms/field-table";
import { standInHere, useSite } from "@/studio/frame/site-context";
import { ask, Refusal } from "@/studio/kit/api";
import { IconButton, PlainButton, QuietButton } from "@/studio/kit/buttons";
import { Tick } from "@/studio/kit/fields";
import { Progress, State } from "@/studio/kit/layout";
import { useChosenVisitor } from "@/studio/rehearse/chosen";
import { visitorOf } from "@/studio/rehearse/moment";
import type { StepProps } from "@/studio/widget/half";
import { walkPages } from "./measuring";
import { words as own } from "./words";

const categories = Object.entries(own.categories);
const today = () => new Date().toISOString().slice(0, 10);

export function AskStep({ settings, faults, change }: StepProps<"consent">) {
  const { key } = useSite();
  const { data } = useQuery({ queryKey: ["consent-found", key], queryFn: () => ask("consent.found", { site: key }) });
  const [open, setOpen] = useState<string | null>(null);
  const { table } = settings;
  const known = new Set(table.map((entry) => entry.key));
  const found = data?.found ?? [];
  const declared = found.map(({ entry }) => entry);
  const fresh = declared.filter((entry) => !known.has(entry.key));
  const places = new Map(found.map((one) => [one.entry.key, one.places]));
  const put = (next: Entry) => change({ table: table.map((entry) => (entry.key === next.key ? next : entry)) });
  const measuring = useMeasuring(withFound(table, declared), change);
  const addByHand = () => {
    const made: Entry = {
      key: nanoid(10),
      name: own.newEntry,
      who: "",
      purpose: "unsorted",
      why: "",
      as: "cookie",
      days: 0,
      sets: [],
      origin: "",
      found: "hand",
      sorted: false,
      seen: today(),
    };
    change({ table: [...table, made] });
    setOpen(made.key);
  };
  return (
    <>
      <Text color="ink2" mb="8px">
        {own.askLead}{" "}
        {settings.measured ? own.measuredAt(settings.measured.pages, settings.measured.at) : own.notMeasured}{" "}
        <strong>{own.nothingBefore}</strong>
      </Text>
      <Measure measuring={measuring} settings={settings} addByHand={addByHand} />
      {measuring.problem ? <State tone="brick">{measuring.problem}</State> : null}
      {measuring.result ? <Measured result={measuring.result} /> : null}
      {fresh.length ? (
        <Box bg="wash" borderRadius="field" p="9px 11px" mb="10px">
          <State tone="amber">{own.newFound(fresh.length)}</State>
          <Text fontSize="small" color="ink2" mb="6px">
            {[...new Set(fresh.map(({ name }) => name))].join(", ")}
          </Text>
          <PlainButton onClick={() => change({ table: withFound(table, declared) })}>
            {own.take(fresh.length)}
          </PlainButton>
        </Box>
      ) : null}
      {table.length || fresh.length ? null : (
        <Text color="ink2" mb="10px">
          {own.empty}
        </Text>
      )}
      {table.length ? (
        <Entries
          table={table}
          places={places}
          faults={faults}
          open={open}
          setOpen={setOpen}
          put={put}
          change={change}
        />
      ) : null}
    </>
  );
}

/** What there is to ask, entry by entry. */
const Entries = ({
  table,
  places,
  faults,
  open,
  setOpen,
  put,
  change,
}: {
  table: readonly Entry[];
  places: Map<string, readonly string[]>;
  faults: Readonly<Record<string, string>>;
  open: string | null;
  setOpen: (next: string | null) => void;
  put: (next: Entry) => void;
  change: StepProps<"consent">["change"];
}) => (
  <Box
    as="ul"
    listStyleType="none"
    mb="10px"
    bg="white"
    borderWidth="1px"
    borderColor="line"
    borderRadius="field"
    overflow="hidden"
  >
    {table.map((entry, at) => (
      <EntryRow
        key={entry.key}
        entry={entry}
        places={places.get(entry.key)}
        fault={(part) => faults[`table[${at}].${part}`]}
        open={open === entry.key}
        onFold={() => setOpen(open === entry.key ? null : entry.key)}
        onChange={put}
        onRemove={() => change({ table: table.filter((one) => one !== entry) })}
      />
    ))}
  </Box>
);

/** What the pages left before a yes. */
const Measured = ({ result }: { result: MeasuredNow }) => (
  <Box mb="10px">
    {result.early.length ? (
      result.early.map(([name, page]) => (
        <State key={name} tone="brick">
          {own.early(name, page)}
        </State>
      ))
    ) : (
      <State tone="moss">{own.noneEarly}</State>
    )}
    {result.silent.length ? <State tone="amber">{own.silent(result.silent.join(", "))}</State> : null}
  </Box>
);

/** Runs the pages to see what they leave. */
const Measure = ({
  measuring,
  settings,
  addByHand,
}: {
  measuring: ReturnType<typeof useMeasuring>;
  settings: Consent;
  addByHand: () => void;
}) => (
  <Flex gap="8px" mb="10px" align="center" wrap="wrap">
    {measuring.done === null ? (
      <PlainButton onClick={measuring.begin}>
        <Radar size={14} /> {settings.measured ? own.measureAgain : own.measure}
      </PlainButton>
    ) : (
      <>
        <Box w="180px">
          <Progress label={own.measuring} done={measuring.done} total={measuring.total} />
        </Box>
        <Text color="ink2" role="status">
          {own.runs(measuring.done, measuring.total)}
        </Text>
        <QuietButton onClick={measuring.stop}>{own.stopMeasuring}</QuietButton>
      </>
    )}
    <PlainButton onClick={addByHand}>
      <Plus size={14} /> {own.addByHand}
    </PlainButton>
  </Flex>
);

interface MeasuredNow {
  /** What came before a yes, with the page it came on. */
  readonly early: readonly (readonly [name: string, page: string])[];
  readonly silent: readonly string[];
}

/** Runs the pages, and takes what they left into the table; `table` is what is known already. */
function useMeasuring(table: readonly Entry[], change: StepProps<"consent">["change"]) {
  const site = useSite();
  const { chosen } = useChosenVisitor();
  const [done, setDone] = useState<number | null>(null);
  const [result, setResult] = useState<MeasuredNow | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const stops = useRef<AbortController | null>(null);
  useEffect(() => () => stops.current?.abort(), []);
  const begin = async () => {
    const control = new AbortController();
    stops.current = control;
    setDone(0);
    setResult(null);
    setProblem(null);
    try {
      const visitor = visitorOf(chosen, { zone: site.settings.zone, clockAheadMs: site.clockAheadMs }, []);
      const walked = { site: site.key, pages: site.pages, visitor, told: setDone, signal: control.signal };
      const { runs, silent } = await walkPages(walked);
      if (control.signal.aborted) return;
      const { entries, early } = measured(runs, table, standInHere, today());
      const after = withFound(table, entries);
      const nameOf = new Map(after.map(({ key, name }) => [key, name]));
      setResult({ early: [...early].map(([entry, page]) => [nameOf.get(entry) ?? entry, page] as const), silent });
      const at = new Date(Date.now() + site.clockAheadMs).toISOString();
      change({ table: after, measured: { at, pages: site.pages.length - silent.length } });
    } catch (error) {
      if (!control.signal.aborted) setProblem(error instanceof Refusal ? error.message : own.notWalked);
    } finally {
      setDone(null);
    }
  };
  return { done, total: site.pages.length * 2, result, problem, begin, stop: () => stops.current?.abort() };
}

/** Where an entry was found. */
const foundWhere = ({ found, seen }: Entry, places: readonly string[] | undefined): string =>
  places
    ? own.on(places)
    : found === "hand"
      ? own.byHand
      : found === "measured"
        ? own.seenRunning(seen)
        : own.nowhereNow(seen);

const of = fieldsOf<Entry>();

const entryFields: readonly TableField<Entry>[] = [
  of.choice("purpose", own.category, categories),
  of.line("name", own.name),
  of.line("who", own.who),
  of.line("why", own.why),
  of.number("days", own.days, { min: 0, unit: own.daysUnit, hint: own.daysHint, empty: null }),
  of.commas("sets", own.sets, { stacked: true, hint: own.setsHint }),
];

function EntryRow({
  entry,
  places,
  fault,
  open,
  onFold,
  onChange,
  onRemove,
}: {
  entry: Entry;
  places: readonly string[] | undefined;
  fault: (part: string) => string | undefined;
  open: boolean;
  onFold: () => void;
  onChange: (entry: Entry) => void;
  onRemove: () => void;
}) {
  const set = (part: Partial<Entry>) => onChange({ ...entry, ...part });
  const Fold = open ? ChevronDown : ChevronRight;
  const looks = !entry.sorted || entry.purpose === "unsorted";
  return (
    <Box
      as="li"
      borderBottomWidth="1px"
      borderColor="line"
      bg={looks ? "wash" : undefined}
      css={{ "&:last-of-type": { borderBottomWidth: 0 } }}
    >
      <EntryHead open={open} onFold={onFold} Fold={Fold} looks={looks} entry={entry} places={places} />
      {open ? (
        <Box px="32px" py="8px">
          <FieldTable of={entryFields} item={entry} fault={fault} put={set} />
          <Flex justify="space-between" align="center">
            <Tick label={own.sortedTick} checked={entry.sorted} onChange={(sorted) => set({ sorted })} />
            <IconButton name={own.removeEntry(entry.name)} onClick={onRemove}>
              <Trash2 size={14} />
            </IconButton>
          </Flex>
        </Box>
      ) : null}
    </Box>
  );
}

/** An entry folded: its purpose, who it is, what it leaves. */
const EntryHead = ({
  open,
  onFold,
  Fold,
  looks,
  entry,
  places,
}: {
  open: boolean;
  onFold: () => void;
  Fold: LucideIcon;
  looks: boolean;
  entry: Entry;
  places: readonly string[] | undefined;
}) => (
  <button
    type="button"
    aria-expanded={open}
    onClick={onFold}
    style={{
      display: "grid",
      gridTemplateColumns: "14px 84px 1fr 96px 18px",
      gap: 8,
      alignItems: "center",
      width: "100%",
      textAlign: "start",
      cursor: "pointer",
      minHeight: 44,
      padding: "6px 10px",
    }}
  >
    <Fold size={13} />
    <Text as="span" fontWeight="600" color={looks ? "amber" : "ink"}>
      {own.categories[entry.purpose]}
    </Text>
    <Box as="span" minW="0">
      <Text as="span" display="block" fontWeight="600" overflowWrap="anywhere">
        {entry.name}
      </Text>
      <Text as="span" display="block" fontSize="small" color="ink2" overflowWrap="anywhere">
        {[entry.who, foundWhere(entry, places)].filter(Boolean).join(" · ")}
      </Text>
    </Box>
    <Text as="span" fontSize="small" color="ink2">
      {own.leaves(entry.sets.length, entry.as, entry.days)}
    </Text>
    <Text
      as="span"
      fontWeight="700"
      color={looks ? "amber" : "moss"}
      role="img"
      aria-label={looks ? own.toSort : own.isSorted}
    >
      {looks ? "?" : "✓"}
    </Text>
  </button>
);
