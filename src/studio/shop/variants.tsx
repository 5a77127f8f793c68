"use client";
// The table of combinations: each cell a field, with the keys of a sheet, pasting from one and filling down.
import { Box, Flex, Text } from "@chakra-ui/react";
import { nanoid } from "nanoid";
import { type ClipboardEvent, type KeyboardEvent, useRef } from "react";
import { measureText } from "@/core/catalog/measure";
import { priceOf } from "@/core/catalog/price";
import {
  choiceNames,
  combinationOf,
  combinationsOf,
  type Product,
  type ProductOption,
  type Variant,
} from "@/core/catalog/product";
import {
  cellText,
  type Stocks,
  type VariantColumn,
  variantColumns,
  withCell,
  withCells,
  withVariant,
} from "@/core/catalog/variant-cells";
import { amountText } from "@/core/money/read";
import { useSite } from "@/studio/frame/site-context";
import { State } from "@/studio/kit/layout";
import { Cell } from "./cell";
import { words as own } from "./words";

interface Props {
  readonly product: Product;
  readonly stock: Stocks;
  readonly faults: Readonly<Record<string, string>>;
  change(part: Partial<Product>, run: string, stock?: Stocks): void;
}

/** How wide each column is, in px: a SKU is the longest. */
const widths: Readonly<Record<VariantColumn, number>> = { sku: 150, price: 72, stock: 58, weight: 66 };
const headers: Readonly<Record<VariantColumn, string>> = {
  sku: own.sku,
  price: own.price,
  stock: own.stock,
  weight: own.weight,
};
const head = { textAlign: "left", padding: "6px 8px", fontWeight: 650, whiteSpace: "nowrap" } as const;
const cell = { padding: 0, borderTop: "1px solid var(--chakra-colors-line)", verticalAlign: "middle" } as const;

/** So many lines of what is pasted are looked at. */
const mostLines = 400;

/** The rows of the table, and what its keys and its clipboard do. */
function useSheet({ product, stock, change }: Props) {
  const { currency } = useSite().settings;
  const table = useRef<HTMLTableElement>(null);
  const { variants } = product;
  const made = new Map(variants.map((variant) => [combinationOf(variant.choices), variant]));
  const rows = combinationsOf(product.options).map((choices) => ({
    choices,
    variant: made.get(combinationOf(choices)),
  }));
  const columns = variantColumns.filter((column) => column !== "stock" || product.counted);
  const set = (row: number, column: number, cells: readonly (readonly string[])[], run: string) => {
    const all = rows.map(({ variant }) => variant);
    const next = withCells(variants, all, columns, { row, column }, cells, { currency, sale: product.sale });
    change({ variants: next.variants }, run, next.stock);
  };
  const goTo = (row: number, column: number) =>
    table.current?.querySelector<HTMLInputElement>(`[data-cell="${row} ${column}"]`)?.focus();
  const onKeyDown = (event: KeyboardEvent<HTMLInputElement>, row: number, column: number) => {
    const { key, ctrlKey, metaKey } = event;
    const by =
      key === "ArrowDown" || (key === "Enter" && !event.shiftKey) ? 1 : key === "ArrowUp" || key === "Enter" ? -1 : 0;
    if (by) {
      event.preventDefault();
      goTo(row + by, column);
    } else if ((ctrlKey || metaKey) && key.toLowerCase() === "d") {
      event.preventDefault();
      // What stands above goes down; a SKU is of one variant alone.
      const above = rows.slice(0, row).findLast(({ variant }) => variant)?.variant;
      const name = columns[column];
      if (above && name && name !== "sku")
        set(row, column, [[cellText(above, name, stock, { currency, sale: product.sale })]], "");
    }
  };
  const onPaste = (event: ClipboardEvent<HTMLInputElement>, row: number, column: number) => {
    const text = event.clipboardData.getData("text/plain").replace(/\r?\n$/, "");
    if (!/[\t\n]/.test(text)) return;
    event.preventDefault();
    const lines = text.split(/\r?\n/).slice(0, mostLines);
    set(
      row,
      column,
      lines.map((line) => line.split("\t")),
      "",
    );
  };
  return { table, rows, columns, currency, set, onKeyDown, onPaste };
}

type Sheet = ReturnType<typeof useSheet>;

export function Variants(props: Props) {
  const { product, faults } = props;
  const sheet = useSheet(props);
  const [wrong] = Object.entries(faults).filter(([path]) => path.startsWith("variants"));
  return (
    <Box mb="14px">
      <Text fontWeight="650" mb="4px">
        {own.theVariants}{" "}
        <Text as="span" color="ink2" fontWeight="400" fontSize="small">
          {own.madeOf(product.variants.length, sheet.rows.length)}
        </Text>
      </Text>
      <Box overflowX="auto" borderWidth="1px" borderColor="line" bg="white">
        <table ref={sheet.table} style={{ width: "100%", borderCollapse: "collapse" }}>
          <Head options={product.options} shownColumns={sheet.columns} />
          <tbody>
            {sheet.rows.map(({ choices }, row) => (
              <VariantRow key={combinationOf(choices)} {...props} sheet={sheet} row={row} />
            ))}
          </tbody>
        </table>
      </Box>
      {wrong ? <State tone="brick">{wrong[1]}</State> : null}
    </Box>
  );
}

/** One combination: its choices, its cells, and whether it is sold. */
function VariantRow({ sheet, row, ...props }: Props & { sheet: Sheet; row: number }) {
  const { product, stock, faults } = props;
  const { currency, columns } = sheet;
  const { choices, variant } = sheet.rows[row] as Sheet["rows"][number];
  const names = choiceNames(product, { choices });
  const name = names.join(", ") || product.name;
  /** What a cell means where it is empty. */
  const inherited: Partial<Record<VariantColumn, () => string>> = {
    price: () => amountText(priceOf(product, { ...(variant as Variant), price: null }).value, currency),
    weight: () => String(product.grams),
  };
  return (
    <tr style={variant ? undefined : { color: "var(--chakra-colors-ink2)" }}>
      {names.map((one, nth) => (
        <td key={product.options[nth]?.id} style={{ ...cell, padding: "0 8px", whiteSpace: "nowrap" }}>
          {one}
        </td>
      ))}
      {columns.map((column, nth) => (
        <td key={column} style={cell}>
          {variant ? (
            <Cell
              label={`${headers[column]}, ${name}`}
              place={`${row} ${nth}`}
              text={cellText(variant, column, stock, { currency, sale: product.sale })}
              placeholder={inherited[column]?.() ?? ""}
              fault={column === "sku" ? faults[`variants[${product.variants.indexOf(variant)}].sku`] : undefined}
              fits={(text) => withCell(variant, column, text, { currency, sale: product.sale }) !== null}
              onType={(text) => sheet.set(row, nth, [[text]], `${variant.id} ${column}`)}
              onKeyDown={(event) => sheet.onKeyDown(event, row, nth)}
              onPaste={(event) => sheet.onPaste(event, row, nth)}
            />
          ) : null}
        </td>
      ))}
      <SoldCell {...props} variant={variant} name={name} choices={choices} />
    </tr>
  );
}

/** How many are left of a variant, and whether it is sold. */
function Sold({ product, stock, variant }: Pick<Props, "product" | "stock"> & { variant: Variant }) {
  const left = product.counted ? (stock[variant.id] ?? 0) : null;
  if (left === 0 && !product.sellsOn) return <State tone="brick">{own.soldNone}</State>;
  return left !== null && left > 0 && left <= product.lowAt ? (
    <State tone="amber">{own.soldLow(measureText(left, product.sale), measureText(product.lowAt, product.sale))}</State>
  ) : (
    <State tone="moss">{own.soldYes}</State>
  );
}

/** Whether a combination is sold, or can be made. */
function SoldCell({
  product,
  stock,
  change,
  variant,
  name,
  choices,
}: Props & { variant: Variant | undefined; name: string; choices: readonly string[] }) {
  const { variants } = product;
  const make = () => {
    const id = nanoid(12);
    change({ variants: withVariant(product, choices, id) }, "", { [id]: product.counted ? 0 : null });
  };
  return (
    <td style={{ ...cell, padding: "4px 8px" }}>
      {variant ? (
        <Flex align="center" justify="space-between" gap="2px">
          <Sold product={product} stock={stock} variant={variant} />
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
            onClick={make}
            style={{ textDecoration: "underline", cursor: "pointer", minHeight: 24 }}
          >
            {own.makeIt(name)}
          </button>
        </>
      )}
    </td>
  );
}

/** The head of the table. */
const Head = ({
  options,
  shownColumns,
}: {
  options: readonly ProductOption[];
  shownColumns: readonly VariantColumn[];
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
