"use client";
// One change of the products that are chosen: said here, then looked at line by line before anything is done.
import { Flex } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import type { BulkChange } from "@/core/catalog/bulk";
import { type ProductState, productStates } from "@/core/catalog/product";
import { useSite } from "@/studio/frame/site-context";
import { ask } from "@/studio/kit/api";
import { MainButton } from "@/studio/kit/buttons";
import { Choice } from "@/studio/kit/choice";
import { NumberInput, Row, Tick } from "@/studio/kit/fields";
import { Group, RefusalNote } from "@/studio/kit/layout";
import { MoneyRow } from "@/studio/kit/money-input";
import { useDeed } from "@/studio/kit/use-deed";
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
  readonly deed: "add" | "remove";
  readonly state: ProductState;
  readonly stock: number | undefined;
}

/** What was typed as a change; null while something is missing. */
function changeOf(typed: Typed): BulkChange | null {
  const { what, by, less, percent, amount, step, tellsEarlier, category, deed, state, stock } = typed;
  if (what === "category") return category ? { what, category, deed } : null;
  if (what === "state") return { what, state };
  if (what === "stock") return stock === undefined ? null : { what, value: stock };
  const size = by === "percent" ? Math.round((percent ?? 0) * 1000) : (amount ?? 0);
  return size ? { what, by, value: less ? -size : size, step, tellsEarlier } : null;
}

const steps = [1, 5, 10, 50, 100] as const;

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
  const { refusal, busy, attempt } = useDeed();
  const { data: frame } = useQuery({ queryKey: ["shopFrame", key], queryFn: () => ask("shop.frame", { site: key }) });
  const [typed, setTyped] = useState<Typed>({
    ...{ what: "price", by: "percent", less: false, percent: undefined, amount: null, step: 10, tellsEarlier: false },
    ...{ category: "", deed: "add", state: "on", stock: undefined },
  });
  const set = (part: Partial<Typed>) => setTyped({ ...typed, ...part });
  const change = changeOf(typed);
  const categories = frame?.frame.categories ?? [];
  return (
    <Group title={own.bulkTitle}>
      <Row label={own.bulkWhat}>
        {(ids) => (
          <Choice
            {...ids}
            value={typed.what}
            onChange={(what) => set({ what: what as What })}
            options={Object.entries(own.bulkWhats)}
          />
        )}
      </Row>
      {typed.what === "price" ? (
        <>
          <Row label={own.bulkBy}>
            {(ids) => (
              <Choice
                {...ids}
                value={`${typed.by} ${typed.less}`}
                onChange={(value) => {
                  const [by, less] = value.split(" ");
                  set({ by: by as "percent", less: less === "true" });
                }}
                options={Object.entries(own.bulkBys)}
              />
            )}
          </Row>
          {typed.by === "percent" ? (
            <Row label={own.bulkPercent} error={refusal?.at("change.value")}>
              {(ids) => (
                <NumberInput
                  {...ids}
                  min={0}
                  step={1}
                  unit="%"
                  value={typed.percent}
                  onChange={(percent) => set({ percent })}
                />
              )}
            </Row>
          ) : (
            <MoneyRow
              label={own.bulkAmount}
              value={typed.amount}
              error={refusal?.at("change.value")}
              onChange={(amount) => set({ amount })}
            />
          )}
          <Row label={own.bulkStep}>
            {(ids) => (
              <Choice
                {...ids}
                value={String(typed.step)}
                onChange={(step) => set({ step: Number(step) as Typed["step"] })}
                options={steps.map((step) => [String(step), own.bulkSteps[step]] as const)}
              />
            )}
          </Row>
          {typed.less ? (
            <Tick
              label={own.bulkEarlier}
              checked={typed.tellsEarlier}
              onChange={(tellsEarlier) => set({ tellsEarlier })}
            />
          ) : null}
        </>
      ) : null}
      {typed.what === "category" ? (
        <>
          <Row label={own.bulkDeed}>
            {(ids) => (
              <Choice
                {...ids}
                value={typed.deed}
                onChange={(deed) => set({ deed: deed as "add" })}
                options={Object.entries(own.bulkDeeds)}
              />
            )}
          </Row>
          <Row label={own.bulkCategory} error={refusal?.at("change.category")}>
            {(ids) => (
              <Choice
                {...ids}
                value={typed.category}
                onChange={(category) => set({ category })}
                options={[["", "–"], ...categories.map(({ id, name }) => [id, name] as const)]}
              />
            )}
          </Row>
        </>
      ) : null}
      {typed.what === "state" ? (
        <Row label={own.state}>
          {(ids) => (
            <Choice
              {...ids}
              value={typed.state}
              onChange={(state) => set({ state: state as ProductState })}
              options={productStates.map((one) => [one, own.states[one]] as const)}
            />
          )}
        </Row>
      ) : null}
      {typed.what === "stock" ? (
        <Row label={own.bulkStock} error={refusal?.at("change.value")}>
          {(ids) => <NumberInput {...ids} min={0} step={1} value={typed.stock} onChange={(stock) => set({ stock })} />}
        </Row>
      ) : null}
      <RefusalNote refusal={refusal} shownAt={["change.value", "change.category"]} />
      <Flex>
        <MainButton
          disabled={busy || !change}
          loading={busy}
          onClick={() =>
            attempt(async () => {
              if (!change) return;
              const plan = await ask("shop.bulk", { site: key, products: chosen, ...found, change });
              onPlanned(plan.import);
            })
          }
        >
          {own.lookWhat}
        </MainButton>
      </Flex>
    </Group>
  );
}
