"use client";
// Which category, or which products, a part of the shop shows.
import { useQuery } from "@tanstack/react-query";
import { useSite } from "@/studio/frame/site-context";
import { ask } from "@/studio/kit/api";
import { Choice } from "@/studio/kit/choice";
import { Row } from "@/studio/kit/fields";
import { ChosenProducts } from "@/studio/shop/chosen-products";
import { words as own } from "../words";
import { type FieldProps, useField } from "./field";

export function ShopCategoryField({ composer, node, field }: FieldProps<"shopCategory">) {
  const { key } = useSite();
  const { value, set, error } = useField(composer, node, field.name);
  const { data } = useQuery({ queryKey: ["shopFrame", key], queryFn: () => ask("shop.frame", { site: key }) });
  return (
    <Row label={field.label} error={error}>
      {(ids) => (
        <Choice
          {...ids}
          value={String(value ?? "")}
          onChange={set}
          options={[["", own.chooseOne], ...(data?.frame.categories ?? []).map(({ id, name }) => [id, name] as const)]}
        />
      )}
    </Row>
  );
}

export function ShopProductsField({ composer, node, field }: FieldProps<"shopProducts">) {
  const { value, error } = useField(composer, node, field.name);
  return (
    <ChosenProducts
      label={field.label}
      hint={field.hint?.(node.content)}
      error={error}
      chosen={(value as readonly string[] | undefined) ?? []}
      // Each product that comes or goes is a step of its own.
      onChange={(ids) => composer.content.set(node.id, field.name, ids)}
    />
  );
}
