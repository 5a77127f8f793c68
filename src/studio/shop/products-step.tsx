"use client";
// What the shop sells: the list, and one product to be worked on.
import { Box, Flex, Text } from "@chakra-ui/react";
import { useInfiniteQuery, useQueryClient } from "@tanstack/react-query";
import { useDeferredValue, useState } from "react";
import { measureText } from "@/core/catalog/measure";
import { type ProductState, productStates } from "@/core/catalog/product";
import { moneyWords } from "@/core/money/money";
import type { SiteSettings } from "@/core/site/site";
import type { Gives } from "@/server/operations";
import { useSite } from "@/studio/frame/site-context";
import { ask } from "@/studio/kit/api";
import { MainButton, PlainButton, QuietButton } from "@/studio/kit/buttons";
import { Choice } from "@/studio/kit/choice";
import { TextInput, Tick } from "@/studio/kit/fields";
import { later } from "@/studio/kit/later";
import { Loading, RefusalNote, State } from "@/studio/kit/layout";
import { useCommand } from "@/studio/kit/use-command";
import { Thumb } from "@/studio/media/picture-choice";
import type { StepProps } from "@/studio/widget/half";
import { BulkPanel } from "./bulk-panel";
import { words as own } from "./words";

const OneTable = later(() => import("./exchange-step").then((module) => module.OneTable));
const ProductEditor = later(() => import("./product-editor").then((module) => module.ProductEditor));

const tones = { draft: "amber", on: "moss", off: "brick" } as const;

export function ProductsStep({ settings }: StepProps<"shop">) {
  const { key, settings: site } = useSite();
  const client = useQueryClient();
  const [open, setOpen] = useState<string | null>(null);
  const [typed, setTyped] = useState("");
  const [state, setState] = useState("all");
  const [name, setName] = useState("");
  const [removed, setRemoved] = useState<{ readonly id: string; readonly name: string } | null>(null);
  const words = useDeferredValue(typed.trim());
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const [allFound, setAllFound] = useState(false);
  const [changing, setChanging] = useState(false);
  const [plan, setPlan] = useState<string | null>(null);
  const { refusal, busy, attempt } = useCommand();
  const { data, error, hasNextPage, fetchNextPage, isFetchingNextPage } = useInfiniteQuery({
    queryKey: ["shopProducts", key, words, state],
    queryFn: ({ pageParam }) =>
      ask("shop.products", { site: key, words, state: state as ProductState | "all", before: pageParam }),
    initialPageParam: null as number | null,
    getNextPageParam: (page) => (page.more ? (page.products.at(-1)?.position ?? null) : null),
  });
  const again = () =>
    Promise.all([
      client.invalidateQueries({ queryKey: ["shopProducts", key] }),
      client.invalidateQueries({ queryKey: ["shopNames", key] }),
      client.invalidateQueries({ queryKey: ["frame", key] }),
    ]);
  const choose = (next: ReadonlySet<string>, all = false) => {
    setChosen(next);
    setAllFound(all);
  };
  if (open)
    return (
      <ProductEditor
        key={open}
        id={open}
        shop={settings}
        onBack={() => setOpen(null)}
        onRemoved={(one) => {
          setRemoved(one);
          setOpen(null);
          void again();
        }}
      />
    );
  if (plan)
    return (
      <OneTable
        id={plan}
        back={own.toProducts}
        onBack={() => {
          setPlan(null);
          setChanging(false);
          choose(new Set());
          void again();
        }}
      />
    );
  const rows = data?.pages.flatMap((page) => page.products) ?? [];
  const add = () =>
    attempt(async () => {
      const made = await ask("shop.addProduct", { site: key, name });
      setName("");
      await again();
      setOpen(made.product);
    });
  return (
    <>
      {removed ? (
        <Removed removed={removed} attempt={attempt} site={key} setRemoved={setRemoved} again={again} />
      ) : null}
      <AddProduct add={add} name={name} setName={setName} busy={busy} />
      <RefusalNote refusal={refusal} />
      <ProductFilter typed={typed} setTyped={setTyped} choose={choose} state={state} setState={setState} />
      {rows.length ? (
        <ChosenBar
          rows={rows}
          chosen={chosen}
          choose={choose}
          allFound={allFound}
          hasNextPage={hasNextPage}
          changing={changing}
          setChanging={setChanging}
        />
      ) : null}
      {changing && chosen.size ? (
        <BulkPanel
          chosen={allFound ? null : [...chosen]}
          found={{ words, state: state as ProductState | "all" }}
          onPlanned={setPlan}
        />
      ) : null}
      {error ? <State tone="brick">{error.message}</State> : null}
      {!data && !error ? <Loading what={own.theProducts} /> : null}
      {data && !rows.length ? (
        <Text p="14px" bg="white" borderWidth="1px" borderColor="line">
          {words || state !== "all" ? own.noneFound : own.noProducts}
        </Text>
      ) : null}
      <ProductList rows={rows} allFound={allFound} chosen={chosen} choose={choose} setOpen={setOpen} site={site} />
      {hasNextPage ? (
        <PlainButton mt="10px" disabled={isFetchingNextPage} onClick={() => void fetchNextPage()}>
          {own.more}
        </PlainButton>
      ) : null}
    </>
  );
}

/** The products, each to be opened or chosen. */
const ProductList = ({
  rows,
  allFound,
  chosen,
  choose,
  setOpen,
  site,
}: {
  rows: Gives<"shop.products">["products"];
  allFound: boolean;
  chosen: ReadonlySet<string>;
  choose: (next: ReadonlySet<string>, all?: boolean) => void;
  setOpen: (next: string | null) => void;
  site: SiteSettings;
}) => (
  <Box as="ul" listStyleType="none">
    {rows.map((row) => (
      <li key={row.id} style={{ display: "flex", alignItems: "center", gap: 8 }}>
        <input
          type="checkbox"
          aria-label={own.chooseOne(row.name)}
          checked={allFound || chosen.has(row.id)}
          onChange={({ target }) => {
            const next = new Set(chosen);
            if (target.checked) next.add(row.id);
            else next.delete(row.id);
            choose(next);
          }}
          style={{ width: 18, height: 18, flex: "none", accentColor: "var(--chakra-colors-ink)" }}
        />
        <button
          type="button"
          onClick={() => setOpen(row.id)}
          style={{
            display: "grid",
            gridTemplateColumns: "44px minmax(0,1fr) auto 84px",
            gap: 12,
            alignItems: "center",
            width: "100%",
            minHeight: 56,
            padding: "6px 4px",
            textAlign: "left",
            cursor: "pointer",
            borderBottom: "1px solid var(--chakra-colors-line)",
          }}
        >
          {row.picture ? (
            <Thumb hash={row.picture} widthPx={44} heightPx={44} />
          ) : (
            <Box w="44px" h="44px" bg="wash" aria-hidden="true" />
          )}
          <Box minW="0">
            <Text fontWeight="650" truncate>
              {row.name}
            </Text>
            <Text color="ink2" fontSize="small">
              {[
                own.variants(row.variants),
                own.left(row.left === null ? null : row.left > 0 ? measureText(row.left, row) : ""),
              ].join(" · ")}
            </Text>
          </Box>
          <Text fontVariantNumeric="tabular-nums" fontWeight="600">
            {moneyWords({ amount: row.price, currency: site.currency }, "en-GB")}
          </Text>
          <State tone={tones[row.state]}>{own.states[row.state]}</State>
        </button>
      </li>
    ))}
  </Box>
);

/** How many are chosen, and what is done with them at once. */
const ChosenBar = ({
  rows,
  chosen,
  choose,
  allFound,
  hasNextPage,
  changing,
  setChanging,
}: {
  rows: Gives<"shop.products">["products"];
  chosen: ReadonlySet<string>;
  choose: (next: ReadonlySet<string>, all?: boolean) => void;
  allFound: boolean;
  hasNextPage: boolean;
  changing: boolean;
  setChanging: (next: boolean) => void;
}) => (
  <Flex gap="12px" mb="8px" align="center" wrap="wrap" minH="34px">
    <Tick
      label={own.chooseAll}
      checked={rows.length > 0 && rows.every(({ id }) => chosen.has(id))}
      onChange={(all) => choose(new Set(all ? rows.map(({ id }) => id) : []))}
    />
    <Text color="ink2" role="status">
      {allFound ? own.allChosen : own.chosenCount(chosen.size)}
    </Text>
    {hasNextPage && !allFound && rows.every(({ id }) => chosen.has(id)) ? (
      <QuietButton onClick={() => choose(chosen, true)}>{own.chooseFound}</QuietButton>
    ) : null}
    {chosen.size ? (
      <PlainButton aria-expanded={changing} onClick={() => setChanging(!changing)}>
        {own.changeChosen}
      </PlainButton>
    ) : null}
  </Flex>
);

/** Which products are listed. */
const ProductFilter = ({
  typed,
  setTyped,
  choose,
  state,
  setState,
}: {
  typed: string;
  setTyped: (next: string) => void;
  choose: (next: ReadonlySet<string>, all?: boolean) => void;
  state: string;
  setState: (next: string) => void;
}) => (
  <Flex gap="8px" mb="10px">
    <Box flex="1">
      <TextInput
        aria-label={own.search}
        placeholder={own.search}
        value={typed}
        onChange={(next) => {
          setTyped(next);
          choose(new Set());
        }}
      />
    </Box>
    <Box w="130px">
      <Choice
        aria-label={own.state}
        value={state}
        onChange={(next) => {
          setState(next);
          choose(new Set());
        }}
        options={[["all", own.all], ...productStates.map((one) => [one, own.states[one]] as const)]}
      />
    </Box>
  </Flex>
);

/** A new product, by its name. */
const AddProduct = ({
  add,
  name,
  setName,
  busy,
}: {
  add: () => void;
  name: string;
  setName: (next: string) => void;
  busy: boolean;
}) => (
  <form
    onSubmit={(event) => {
      event.preventDefault();
      add();
    }}
    style={{ display: "flex", gap: 8, marginBottom: 10 }}
  >
    <Box flex="1">
      <TextInput aria-label={own.newName} placeholder={own.newName} value={name} onChange={setName} maxLength={120} />
    </Box>
    <MainButton type="submit" disabled={busy || !name.trim()}>
      {own.addProduct}
    </MainButton>
  </form>
);

/** What was removed last, with the way back. */
const Removed = ({
  removed,
  attempt,
  site,
  setRemoved,
  again,
}: {
  removed: { readonly id: string; readonly name: string };
  attempt: (work: () => Promise<unknown>) => void;
  site: string;
  setRemoved: (next: { readonly id: string; readonly name: string } | null) => void;
  again: () => Promise<unknown>;
}) => (
  <Flex align="center" gap="8px" bg="wash" borderRadius="panel" px="10px" py="6px" mb="10px" role="status">
    <Text flex="1">{own.removed(removed.name)}</Text>
    <QuietButton
      onClick={() =>
        attempt(async () => {
          await ask("shop.restoreProducts", { site, products: [removed.id] });
          setRemoved(null);
          await again();
        })
      }
    >
      {own.putBack}
    </QuietButton>
  </Flex>
);
