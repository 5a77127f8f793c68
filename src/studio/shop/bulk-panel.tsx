"use client";
// One change of the products that are chosen: said here, then looked at line by line before anything is done.
import { Flex } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import type { BulkChange } from "@/core/catalog/bulk";
import { type ProductState, productStates } from "@/core/catalog/product";
import { FieldTable, fieldsOf, type TableField } from "@/studio/forms/field-table";
import { useSite } from "@/studio/frame/site-context";
import { ask } from "@/studio/kit/api";
import { MainButton } from "@/studio/kit/buttons";
import { Choice } from "@/studio/kit/choice";
import { Row } from "@/studio/kit/fields";
import { Group, RefusalNote } from "@/studio/kit/layout";
import { useCommand } from "@/studio/kit/use-command";
import { words as own } from "./words";

type What = BulkChange["what"];

interface Typed {
  readonly what: What;
  readonly by: "percent" | "amount";
  readonly less: boolean;
  readonly percent: number | undefined;
  readonly amount: number | null;
  readonly step: 1 | 5 | 10 | 50 | 100;
  readonly tellsEarlier: boolean;
  readonly category: string;
  readonly command: "add" | "remove";
  readonly state: ProductState;
  readonly stock: number | undefined;
}

/** What was typed as a change; null while something is missing. */
function changeOf(typed: Typed): BulkChange | null {
  const { what, by, less, percent, amount, step, tellsEarlier, category, command, state, stock } = typed;
  if (what === "category") return category ? { what, category, command } : null;
  if (what === "state") return { what, state };
  if (what === "stock") return stock === undefined ? null : { what, value: stock };
  const size = by === "percent" ? Math.round((percent ?? 0) * 1000) : (amount ?? 0);
  return size ? { what, by, value: less ? -size : size, step, tellsEarlier } : null;
}

const steps = [1, 5, 10, 50, 100] as const;

const of = fieldsOf<Typed, readonly (readonly [id: string, name: string])[]>();
const isOf =
  (what: What) =>
  (typed: Typed): boolean =>
    typed.what === what;
const value = ["change.value"];

const fields: readonly TableField<Typed>[] = [
  of.choice("what", own.bulkWhat, Object.entries(own.bulkWhats)),
  of.slot(
    ({ item, put }) => (
      <Row label={own.bulkBy}>
        {(ids) => (
          <Choice
            {...ids}
            value={`${item.by} ${item.less}`}
            onChange={(chosen) => {
              const [by, less] = chosen.split(" ");
              put({ by: by as Typed["by"], less: less === "true" });
            }}
            options={Object.entries(own.bulkBys)}
          />
        )}
      </Row>
    ),
    { shown: isOf("price") },
  ),
  of.number("percent", own.bulkPercent, {
    ...{ min: 0, unit: "%", empty: undefined },
    faults: value,
    shown: ({ what, by }) => what === "price" && by === "percent",
  }),
  of.money("amount", own.bulkAmount, {
    faults: value,
    shown: ({ what, by }) => what === "price" && by === "amount",
  }),
  of.choice(
    "step",
    own.bulkStep,
    steps.map((step) => [String(step), own.bulkSteps[step]]),
    { read: Number, shown: isOf("price") },
  ),
  of.tick("tellsEarlier", own.bulkEarlier, { shown: ({ what, less }) => what === "price" && less }),
  of.choice("command", own.bulkCommand, Object.entries(own.bulkCommands), { shown: isOf("category") }),
  of.choice("category", own.bulkCategory, (_typed, categories) => [["", "–"], ...categories], {
    faults: ["change.category"],
    shown: isOf("category"),
  }),
  of.choice(
    "state",
    own.state,
    productStates.map((one) => [one, own.states[one]]),
    { shown: isOf("state") },
  ),
  of.number("stock", own.bulkStock, {
    min: 0,
    step: null,
    hint: own.bulkStockHint,
    empty: undefined,
    faults: value,
    shown: isOf("stock"),
  }),
];

export function BulkPanel({
  chosen,
  found,
  onPlanned,
}: {
  /** Ids; null for all that are found. */
  chosen: readonly string[] | null;
  found: { readonly words: string; readonly state: ProductState | "all" };
  onPlanned: (plan: string) => void;
}) {
  const { key } = useSite();
  const { refusal, busy, attempt } = useCommand();
  const { data: frame } = useQuery({ queryKey: ["shopFrame", key], queryFn: () => ask("shop.frame", { site: key }) });
  const [typed, setTyped] = useState<Typed>({
    ...{ what: "price", by: "percent", less: false, percent: undefined, amount: null, step: 10, tellsEarlier: false },
    ...{ category: "", command: "add", state: "on", stock: undefined },
  });
  const change = changeOf(typed);
  const plan = () =>
    attempt(async () => {
      if (change) onPlanned((await ask("shop.bulk", { site: key, products: chosen, ...found, change })).import);
    });
  return (
    <Group title={own.bulkTitle}>
      <FieldTable
        of={fields}
        around={(frame?.frame.categories ?? []).map(({ id, name }) => [id, name] as const)}
        item={typed}
        fault={(path) => refusal?.at(path)}
        put={(part) => setTyped({ ...typed, ...part })}
      />
      <RefusalNote refusal={refusal} shownAt={["change.value", "change.category"]} />
      <Flex>
        <MainButton disabled={busy || !change} loading={busy} onClick={plan}>
          {own.lookWhat}
        </MainButton>
      </Flex>
    </Group>
  );
}
