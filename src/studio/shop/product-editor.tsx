"use client";
// One product: whether it is sold, whether what was set is saved, its fields, and the way back step by step.
import { Box, Flex, Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { ChevronLeft, Redo2, Undo2 } from "lucide-react";
import type { KeyboardEvent } from "react";
import { type ProductState, productStates } from "@/core/catalog/product";
import type { Shop } from "@/core/shop/shop";
import { pagePath } from "@/core/site/site";
import { FieldTable } from "@/studio/forms/field-table";
import { useSite } from "@/studio/frame/site-context";
import { ask } from "@/studio/kit/api";
import { IconButton, PlainButton, QuietButton } from "@/studio/kit/buttons";
import { Loading, RefusalNote, State } from "@/studio/kit/layout";
import { Segments } from "@/studio/kit/segments";
import { useCommand } from "@/studio/kit/use-command";
import { faultsOf } from "./faults";
import { productFields } from "./product-fields";
import { type Saving, useProduct } from "./use-product";
import { words as own } from "./words";

function SavingNote({ saving, onReload }: { saving: Saving; onReload: () => void }) {
  if (saving.is === "refused")
    return (
      <>
        <State tone="brick">{saving.message}</State>
        {saving.stale ? <QuietButton onClick={onReload}>{own.reload}</QuietButton> : null}
      </>
    );
  if (saving.is === "incomplete") return <State tone="amber">{own.unsaved}</State>;
  return (
    <Text color="ink2" fontSize="small" role="status">
      {saving.is === "saved" ? own.saved : own.saving}
    </Text>
  );
}

interface Props {
  readonly id: string;
  readonly shop: Shop;
  onBack(): void;
  onRemoved(product: { readonly id: string; readonly name: string }): void;
}

type Work = ReturnType<typeof useProduct>;

const Back = ({ onBack }: Pick<Props, "onBack">) => (
  <QuietButton onClick={onBack}>
    <ChevronLeft size={14} aria-hidden="true" /> {own.back}
  </QuietButton>
);

/** The way back to the list, and step by step. */
const Bar = ({ onBack, undo, redo, mayUndo, mayRedo }: Pick<Props, "onBack"> & Omit<Work, "working" | "error">) => (
  <Flex align="center" gap="6px" mb="6px">
    <Back onBack={onBack} />
    <Box flex="1" />
    <IconButton name={own.undo} disabled={!mayUndo} onClick={undo}>
      <Undo2 size={15} />
    </IconButton>
    <IconButton name={own.redo} disabled={!mayRedo} onClick={redo}>
      <Redo2 size={15} />
    </IconButton>
  </Flex>
);

export function ProductEditor({ id, shop, onBack, onRemoved }: Props) {
  const site = useSite();
  const { working, error, ...work } = useProduct(id);
  const { data: framed } = useQuery({
    queryKey: ["shopFrame", site.key],
    queryFn: () => ask("shop.frame", { site: site.key }),
  });
  const { refusal, busy, attempt } = useCommand();
  if (error)
    return (
      <>
        <Back onBack={onBack} />
        <State tone="brick">{error.message}</State>
      </>
    );
  if (!working) return <Loading what={own.theProduct} />;
  const { product, stock } = working;
  const faults = faultsOf(product);
  const catalog = site.pages.find((page) => page.id === shop.pages.catalog);
  const path = catalog ? pagePath(catalog).replace(/^\/$/, "") : "";
  const { categories = [], attributes = [] } = framed?.frame ?? {};
  const onKeyDown = (event: KeyboardEvent) => {
    if (!(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== "z") return;
    event.preventDefault();
    // The workspace around has steps of its own.
    event.stopPropagation();
    if (event.shiftKey) work.redo();
    else work.undo();
  };
  const remove = () =>
    attempt(async () => {
      await ask("shop.removeProducts", { site: site.key, products: [id] });
      onRemoved({ id, name: product.name });
    });
  return (
    <Box onKeyDown={onKeyDown}>
      <Bar onBack={onBack} {...work} />
      <Flex align="center" gap="10px" mb="10px" wrap="wrap">
        <Segments
          label={own.state}
          value={product.state}
          onChange={(state) => work.change({ state: state as ProductState }, "")}
          options={productStates.map((state) => [state, own.states[state]] as const)}
        />
        <SavingNote saving={work.saving} onReload={work.reload} />
      </Flex>
      <FieldTable
        of={productFields}
        around={{ shop, stock, faults, path, categories, attributes, change: work.change }}
        item={product}
        fault={(at) => faults[at]}
        put={(part, typed = "") => work.change(part, typed)}
      />
      <RefusalNote refusal={refusal} />
      <PlainButton disabled={busy} onClick={remove}>
        {own.remove}
      </PlainButton>
    </Box>
  );
}
