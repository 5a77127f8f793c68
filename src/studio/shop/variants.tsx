"use client";
// The table of combinations: each cell a field, with the keys of a sheet, pasting from one and filling down.
import { Box, Flex, Text } from "@chakra-ui/react";
import { nanoid } from "nanoid";
import type { CSSProperties, ReactNode } from "react";
import { type ClipboardEvent, type KeyboardEvent, useRef } from "react";
import { priceOf } from "@/core/catalog/price";
import type { ProductOption } from "@/core/catalog/product";
import { choiceNames, combinationOf, combinationsOf, type Product, type Variant } from "@/core/catalog/product";
import { amountText, readAmount } from "@/core/money/read";
import { useSite } from "@/studio/frame/site-context";
import { State } from "@/studio/kit/layout";
import { Cell } from "./cell";
import type { Stocks } from "./use-product";
import { words as own } from "./words";

const columns = ["sku", "price", "stock", "weight"] as const;
type Column = (typeof columns)[number];

interface Props {
  readonly product: Product;
  readonly stock: Stocks;
  readonly faults: Readonly<Record<string, string>>;
  change(part: Partial<Product>, run: string, stock?: Stocks): void;
}

/** How wide each column is, in px: a SKU is the longest. */
const widths: Readonly<Record<Column, number>> = { sku: 150, price: 72, stock: 58, weight: 66 };

/** A whole number that is not less than nothing; null for anything else. */
const whole = (text: string): number | null => (/^\d{1,7}$/.test(text.trim()) ? Number(text.trim()) : null);

export function Variants({ product, stock, faults, change }: Props) {
  const { currency } = useSite().settings;
  const table = useRef<HTMLTableElement>(null);
  const { variants, options } = product;
  const combinations = combinationsOf(options);
  const made = new Map(variants.map((variant) => [combinationOf(variant.choices), variant]));
  const rows = combinations.map((choices) => ({ choices, variant: made.get(combinationOf(choices)) }));
  const shownColumns = columns.filter((column) => column !== "stock" || product.counted);

  /** A row with a cell set from text; null where the text is none for it. */
  const withCell = (variant: Variant, column: Column, text: string): { variant: Variant; stock?: number } | null => {
    const typed = text.trim();
    if (column === "sku") return { variant: { ...variant, sku: typed } };
    if (column === "price") {
      if (!typed) return { variant: { ...variant, price: null } };
      const read = readAmount(typed, currency);
      return "amount" in read ? { variant: { ...variant, price: read.amount } } : null;
    }
    if (column === "weight") {
      if (!typed) return { variant: { ...variant, grams: null } };
      const grams = whole(typed.replace(/g$/, ""));
      return grams === null ? null : { variant: { ...variant, grams } };
    }
    const count = whole(typed);
    return count === null ? null : { variant, stock: count };
  };

  /** Sets cells from (row, column) on, as a sheet's lines and tabs say. */
  const setCells = (row: number, column: number, cells: readonly (readonly string[])[], run: string) => {
    const next = new Map(variants.map((variant) => [variant.id, variant]));
    const counts: Record<string, number> = {};
    const there = rows.map(({ variant }) => variant);
    cells.forEach((line, down) => {
      const variant = there[row + down];
      if (!variant) return;
      line.forEach((text, right) => {
        const name = shownColumns[column + right];
        const before = next.get(variant.id);
        const set = name && before ? withCell(before, name, text) : null;
        if (!set) return;
        next.set(variant.id, set.variant);
        if (set.stock !== undefined) counts[variant.id] = set.stock;
      });
    });
    change({ variants: variants.map(({ id }) => next.get(id) as Variant) }, run, counts);
  };

  const cellText = (variant: Variant, column: Column): string => {
    if (column === "sku") return variant.sku;
    if (column === "price") return variant.price === null ? "" : amountText(variant.price, currency);
    if (column === "weight") return variant.grams === null ? "" : String(variant.grams);
    return String(stock[variant.id] ?? 0);
  };

  const goTo = (row: number, column: number) =>
    table.current?.querySelector<HTMLInputElement>(`[data-cell="${row} ${column}"]`)?.focus();

  const onKeyDown = (event: KeyboardEvent<HTMLInputElement>, row: number, column: number) => {
    const { key, ctrlKey, metaKey } = event;
    if (key === "ArrowDown" || (key === "Enter" && !event.shiftKey)) {
      event.preventDefault();
      goTo(row + 1, column);
    } else if (key === "ArrowUp" || key === "Enter") {
      event.preventDefault();
      goTo(row - 1, column);
    } else if ((ctrlKey || metaKey) && key.toLowerCase() === "d") {
      event.preventDefault();
      // What stands above goes down; a SKU is of one variant alone.
      const above = rows
        .slice(0, row)
        .reverse()
        .find(({ variant }) => variant)?.variant;
      const name = shownColumns[column];
      if (above && name && name !== "sku") setCells(row, column, [[cellText(above, name)]], "");
    }
  };

  const onPaste = (event: ClipboardEvent<HTMLInputElement>, row: number, column: number) => {
    const text = event.clipboardData.getData("text/plain").replace(/\r?\n$/, "");
    if (!/[\t\n]/.test(text)) return;
    event.preventDefault();
    setCells(
      row,
      column,
      text
        .split(/\r?\n/)
        .slice(0, 400)
        .map((line) => line.split("\t")),
      "",
    );
  };

  const make = (choices: readonly string[]) => {
    const names = choiceNames(product, { choices });
    const short = names.map((name) =>
      name
        .replace(/[^A-Za-z0-9]/g, "")
        .slice(0, 3)
        .toUpperCase(),
    );
    const stem = product.slug.toUpperCase().split("-").slice(-1)[0] ?? "";
    const sku = [stem, ...short].filter(Boolean).join("-") || product.slug.toUpperCase();
    const taken = new Set(variants.map((one) => one.sku.toLowerCase()));
    const free = (nth: number): string => {
      const tried = nth === 1 ? sku : `${sku}-${nth}`;
      return taken.has(tried.toLowerCase()) ? free(nth + 1) : tried;
    };
    const variant: Variant = { id: nanoid(12), sku: free(1), choices, price: null, grams: null, picture: null };
    const order = new Map(combinations.map((one, at) => [combinationOf(one), at]));
    const all = [...variants, variant].sort(
      (a, b) => (order.get(combinationOf(a.choices)) ?? 0) - (order.get(combinationOf(b.choices)) ?? 0),
    );
    change({ variants: all }, "", { [variant.id]: product.counted ? 0 : null });
  };

  const soldState = (variant: Variant) => {
    const left = product.counted ? (stock[variant.id] ?? 0) : null;
    if (left === null) return <State tone="moss">{own.soldYes}</State>;
    if (left === 0)
      return product.sellsOn ? <State tone="moss">{own.soldYes}</State> : <State tone="brick">{own.soldNone}</State>;
    return left <= product.lowAt ? (
      <State tone="amber">{own.soldLow(left, product.lowAt)}</State>
    ) : (
      <State tone="moss">{own.soldYes}</State>
    );
  };
  const headers: Readonly<Record<Column, string>> = {
    sku: own.sku,
    price: own.price,
    stock: own.stock,
    weight: own.weight,
  };
  const head = { textAlign: "left", padding: "6px 8px", fontWeight: 650, whiteSpace: "nowrap" } as const;
  const cell = { padding: 0, borderTop: "1px solid var(--chakra-colors-line)", verticalAlign: "middle" } as const;
  return (
    <Box mb="14px">
      <Text fontWeight="650" mb="4px">
        {own.theVariants}{" "}
        <Text as="span" color="ink2" fontWeight="400" fontSize="small">
          {own.madeOf(variants.length, combinations.length)}
        </Text>
      </Text>
      <Box overflowX="auto" borderWidth="1px" borderColor="line" bg="white">
        <table ref={table} style={{ width: "100%", borderCollapse: "collapse" }}>
          <Head options={options} head={head} shownColumns={shownColumns} headers={headers} />
          <tbody>
            {rows.map(({ choices, variant }, row) => {
              const names = choiceNames(product, { choices });
              const name = names.join(", ") || product.name;
              const at = variant ? variants.indexOf(variant) : -1;
              return (
                <tr key={combinationOf(choices)} style={variant ? undefined : { color: "var(--chakra-colors-ink2)" }}>
                  {names.map((one, nth) => (
                    <td key={options[nth]?.id} style={{ ...cell, padding: "0 8px", whiteSpace: "nowrap" }}>
                      {one}
                    </td>
                  ))}
                  {variant
                    ? shownColumns.map((column, nth) => (
                        <td key={column} style={cell}>
                          <Cell
                            label={`${headers[column]}, ${name}`}
                            place={`${row} ${nth}`}
                            text={cellText(variant, column)}
                            placeholder={
                              column === "price"
                                ? amountText(priceOf(product, { ...variant, price: null }).value, currency)
                                : column === "weight"
                                  ? String(product.grams)
                                  : ""
                            }
                            fault={column === "sku" ? faults[`variants[${at}].sku`] : undefined}
                            fits={(text) => withCell(variant, column, text) !== null}
                            onType={(text) => setCells(row, nth, [[text]], `${variant.id} ${column}`)}
                            onKeyDown={(event) => onKeyDown(event, row, nth)}
                            onPaste={(event) => onPaste(event, row, nth)}
                          />
                        </td>
                      ))
                    : shownColumns.map((column) => <td key={column} style={cell} />)}
                  <SoldCell
                    cell={cell}
                    variant={variant}
                    soldState={soldState}
                    variants={variants}
                    name={name}
                    change={change}
                    make={make}
                    choices={choices}
                  />
                </tr>
              );
            })}
          </tbody>
        </table>
      </Box>
      {Object.entries(faults)
        .filter(([path]) => path.startsWith("variants"))
        .slice(0, 1)
        .map(([path, message]) => (
          <State key={path} tone="brick">
            {message}
          </State>
        ))}
    </Box>
  );
}

/** Whether a combination is sold, or can be made. */
const SoldCell = ({
  cell,
  variant,
  soldState,
  variants,
  name,
  change,
  make,
  choices,
}: {
  cell: CSSProperties;
  variant: Variant | undefined;
  soldState: (variant: Variant) => ReactNode;
  variants: readonly Variant[];
  name: string;
  change: (part: Partial<Product>, run: string, stock?: Stocks) => void;
  make: (choices: readonly string[]) => void;
  choices: readonly string[];
}) => (
  <td style={{ ...cell, padding: "4px 8px" }}>
    {variant ? (
      <Flex align="center" justify="space-between" gap="2px">
        {soldState(variant)}
        {variants.length > 1 ? (
          <button
            type="button"
            aria-label={own.unmake(name)}
            title={own.unmake(name)}
            onClick={() => change({ variants: variants.filter((one) => one !== variant) }, "")}
            style={{ cursor: "pointer", padding: "2px 6px" }}
          >
            ×
          </button>
        ) : null}
      </Flex>
    ) : (
      <>
        {own.notMade}{" "}
        <button
          type="button"
          onClick={() => make(choices)}
          style={{ textDecoration: "underline", cursor: "pointer", minHeight: 24 }}
        >
          {own.makeIt(name)}
        </button>
      </>
    )}
  </td>
);

/** The head of the table. */
const Head = ({
  options,
  head,
  shownColumns,
  headers,
}: {
  options: readonly ProductOption[];
  head: CSSProperties;
  shownColumns: ("price" | "sku" | "stock" | "weight")[];
  headers: Readonly<Record<"price" | "sku" | "stock" | "weight", string>>;
}) => (
  <thead style={{ background: "var(--chakra-colors-wash)" }}>
    <tr>
      {options.map(({ id, name }) => (
        <th key={id} scope="col" style={head}>
          {name}
        </th>
      ))}
      {shownColumns.map((column) => (
        <th key={column} scope="col" style={{ ...head, width: widths[column] }}>
          {headers[column]}
        </th>
      ))}
      <th scope="col" style={head}>
        {own.sold}
      </th>
    </tr>
  </thead>
);
