"use client";
// The table of what there is to ask: what was found, sorted and said in words by hand.
import { Box, Flex, Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { ChevronDown, ChevronRight, Plus, Trash2 } from "lucide-react";
import { nanoid } from "nanoid";
import { useState } from "react";
import type { Sorted } from "@/core/consent/category";
import type { Entry } from "@/core/consent/consent";
import { withFound } from "@/core/consent/declared";
import { useSite } from "@/studio/frame/site-context";
import { ask } from "@/studio/kit/api";
import { Choice, IconButton, NumberInput, PlainButton, Row, State, TextInput, Tick } from "@/studio/kit/kit";
import type { StepProps } from "@/studio/widget/half";
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
  const fresh = found.filter(({ entry }) => !known.has(entry.key));
  const places = new Map(found.map((one) => [one.entry.key, one.places]));
  const put = (next: Entry) => change({ table: table.map((entry) => (entry.key === next.key ? next : entry)) });
  return (
    <>
      <Text color="ink2" mb="8px">
        {own.askLead} <strong>{own.nothingBefore}</strong>
      </Text>
      {fresh.length ? (
        <Box bg="wash" borderRadius="field" p="9px 11px" mb="10px">
          <State tone="amber">{own.newFound(fresh.length)}</State>
          <Text fontSize="small" color="ink2" mb="6px">
            {fresh.map(({ entry }) => entry.name).join(", ")}
          </Text>
          <PlainButton
            onClick={() =>
              change({
                table: withFound(
                  table,
                  found.map(({ entry }) => entry),
                ),
              })
            }
          >
            {own.take(fresh.length)}
          </PlainButton>
        </Box>
      ) : null}
      {table.length || fresh.length ? null : (
        <Text color="ink2" mb="10px">
          {own.empty}
        </Text>
      )}
      <Box as="ul" listStyleType="none" mb="10px">
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
      <PlainButton
        onClick={() => {
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
        }}
      >
        <Plus size={14} /> {own.addByHand}
      </PlainButton>
    </>
  );
}

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
    <Box as="li" borderBottomWidth="1px" borderColor="line" bg={looks ? "wash" : undefined} px="8px" py="6px">
      <Flex align="center" gap="8px">
        <button
          type="button"
          aria-expanded={open}
          aria-label={own.open(entry.name)}
          onClick={onFold}
          style={{
            display: "flex",
            gap: 6,
            alignItems: "center",
            flex: 1,
            minWidth: 0,
            textAlign: "start",
            cursor: "pointer",
            minHeight: 28,
          }}
        >
          <Fold size={13} />
          <Box flex="1" minW="0">
            <Text fontWeight="600" overflowWrap="anywhere">
              {entry.name}
            </Text>
            <Text fontSize="small" color="ink2" overflowWrap="anywhere">
              {[entry.who, places ? own.on(places) : entry.found === "hand" ? own.byHand : own.nowhereNow(entry.seen)]
                .filter(Boolean)
                .join(" · ")}
            </Text>
          </Box>
          <Text fontSize="small" color="ink2" flex="none">
            {own.stays(entry.days)}
          </Text>
        </button>
        <Text flex="none" w="84px" fontWeight="600" color={looks ? "amber" : "ink"}>
          {own.categories[entry.purpose]}
        </Text>
      </Flex>
      {open ? (
        <Box pl="20px" pt="8px">
          <Row label={own.category}>
            {(ids) => (
              <Choice
                {...ids}
                value={entry.purpose}
                onChange={(purpose) => set({ purpose: purpose as Sorted })}
                options={categories}
              />
            )}
          </Row>
          <Row label={own.name} error={fault("name")}>
            {(ids) => <TextInput {...ids} value={entry.name} onChange={(name) => set({ name })} />}
          </Row>
          <Row label={own.who} error={fault("who")}>
            {(ids) => <TextInput {...ids} value={entry.who} onChange={(who) => set({ who })} />}
          </Row>
          <Row label={own.why} error={fault("why")}>
            {(ids) => <TextInput {...ids} value={entry.why} onChange={(why) => set({ why })} />}
          </Row>
          <Row label={own.days} error={fault("days")} hint={own.daysHint}>
            {(ids) => (
              <NumberInput
                {...ids}
                min={0}
                step={1}
                unit={own.daysUnit}
                value={entry.days ?? undefined}
                onChange={(days) => set({ days: days ?? null })}
              />
            )}
          </Row>
          <Row label={own.sets} error={fault("sets")} hint={own.setsHint} stacked>
            {(ids) => (
              <TextInput
                {...ids}
                value={entry.sets.join(", ")}
                onChange={(text) =>
                  set({
                    sets: text
                      .split(",")
                      .map((name) => name.trim())
                      .filter(Boolean),
                  })
                }
              />
            )}
          </Row>
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
