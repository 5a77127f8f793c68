"use client";
// What can be set of a product, as a table: pictures, prices, options, words, and how it is found, sent and counted.
import { Box, Flex, Text } from "@chakra-ui/react";
import { nanoid } from "nanoid";
import { type Product, productKinds, saleUnits } from "@/core/catalog/product";
import type { Stocks } from "@/core/catalog/variant-cells";
import type { Shop } from "@/core/shop/shop";
import { FieldTable, fieldsOf, type TableField } from "@/studio/forms/field-table";
import type { Form } from "@/studio/forms/form";
import { IconButton, PlainButton } from "@/studio/kit/buttons";
import { Choice } from "@/studio/kit/choice";
import { NumberInput, Row, TextInput, Tick } from "@/studio/kit/fields";
import { State } from "@/studio/kit/layout";
import { LineCommands } from "@/studio/kit/line-commands";
import { Commas } from "@/studio/kit/line-list";
import { PictureChoice, Thumb } from "@/studio/media/picture-choice";
import { ChosenProducts } from "./chosen-products";
import { FilesGroup } from "./files-group";
import { OptionsEditor } from "./options-editor";
import { TextEditor } from "./text-editor";
import { Variants } from "./variants";
import { words as own } from "./words";

interface Named {
  readonly id: string;
  readonly name: string;
}

/** What a product is edited in. */
export interface ProductAround {
  readonly shop: Shop;
  readonly stock: Stocks;
  readonly faults: Readonly<Record<string, string>>;
  /** Of the address: what stands before the product's own part. */
  readonly path: string;
  readonly categories: readonly Named[];
  readonly attributes: readonly Named[];
  change(part: Partial<Product>, run: string, stock?: Stocks): void;
}

type ProductForm = Form<Product> & { readonly around: ProductAround };

const of = fieldsOf<Product, ProductAround>();
const kept = { min: 0 } as const;
const isCounted = ({ counted }: Product) => counted;
const byWeight = ({ sale }: Product) => sale.unit !== "piece";

const voucher = of.group(
  own.ownAmount,
  [
    of.has("ownAmount", own.ownAmountTick, ({ price }) => ({ least: price || 1000, most: 50_000 }), { empty: null }),
    ...(["least", "most"] as const).map((end) =>
      of.money(`ownAmount.${end}`, own.ownAmounts[end], { shown: ({ ownAmount }) => Boolean(ownAmount) }),
    ),
  ],
  { shown: ({ kind }) => kind === "voucher" },
);

const sending = of.group(own.sending, [
  of.choice(
    "kind",
    own.kind,
    productKinds.map((kind) => [kind, own.kinds[kind]]),
  ),
  of.choice(
    "sale",
    own.soldBy,
    saleUnits.map((unit) => [unit, own.units[unit]]),
    {
      shows: ({ sale }) => sale.unit,
      read: (unit) => (unit === "piece" ? { unit, least: 1, step: 1 } : { unit, least: 1000, step: 100 }),
    },
  ),
  ...(["least", "step"] as const).map((name) =>
    of.slot(
      (form) => (
        <FieldTable
          {...form}
          of={[of.number(`sale.${name}`, own[name], { min: 0.001, step: 0.1, per: 1000, unit: form.item.sale.unit })]}
        />
      ),
      { shown: byWeight },
    ),
  ),
  of.number("grams", own.weight, { ...kept, unit: own.grams }),
  of.slot((form) => <Size {...form} />),
  of.choice("taxClass", own.taxClass, (_product, { shop }) => shop.tax.classes.map((one) => [one.id, one.name]), {
    shown: ({ kind }) => kind !== "voucher",
  }),
  of.slot(() => <Text color="ink2">{own.voucherTax}</Text>, { shown: ({ kind }) => kind === "voucher" }),
  of.number("makingDays", own.makingDays, { ...kept, unit: own.workingDays }),
  of.line("notice", own.notice, { placeholder: own.noticeHint }),
]);

const found = of.group(own.inCategories, [
  of.ticks("categories", (_product, { categories }) => categories.map(({ id, name }) => [id, name])),
  of.slot(({ around }) => (around.categories.length ? null : <Text color="ink2">{own.noCategories}</Text>)),
  of.slot((form) => <Attributes {...form} />),
  of.commas("tags", own.tags, { hint: own.tagsHint }),
]);

const goesWith = of.group(own.goesWith, [
  of.choice("related", own.goesWithBy, Object.entries(own.goesWiths), {
    shows: ({ related }) => (related ? "hand" : "rule"),
    read: (by) => (by === "hand" ? [] : null),
  }),
  of.slot(({ item, fault, put }) =>
    item.related ? (
      <ChosenProducts
        label={own.goesWithHand}
        chosen={item.related}
        but={item.id}
        error={fault("related")}
        onChange={(related) => put({ related })}
      />
    ) : null,
  ),
]);

const description = of.group(own.description, [
  of.line("searchTitle", own.searchTitle),
  of.area("description", own.description, { rows: 2, stacked: true, hint: own.descriptionHint }),
  of.day("from", own.onFrom, { empty: "" }),
  of.day("to", own.onTo, { empty: "" }),
]);

export const productFields: readonly TableField<Product>[] = [
  of.line("name", own.name),
  of.line("slug", own.address, {
    read: (typed) => typed.toLowerCase(),
    hint: (product, { path }) => own.addressHint(`${path}/${product.slug}`),
  }),
  of.group(own.pictures, [of.slot((form) => <Pictures {...form} />), of.fault("pictures")]),
  of.money("price", own.price),
  of.money("earlierPrice", own.earlierPrice, { optional: true }),
  of.slot(({ item, around }) => <OptionsEditor product={item} {...around} />),
  of.tick("counted", own.counted),
  of.slot(({ item, around }) => <Variants product={item} {...around} />),
  of.slot(
    (form) => {
      const { unit } = form.item.sale;
      const measure = unit === "piece" ? {} : { step: 0.1, per: 1000, unit };
      return <FieldTable {...form} of={[of.number("lowAt", own.lowAt, { ...kept, ...measure })]} />;
    },
    { shown: isCounted },
  ),
  of.tick("sellsOn", own.sellsOn, { shown: isCounted }),
  of.slot(({ item, fault, put }) => (
    <Row label={own.text} hint={own.textHint} error={fault("words")} stacked>
      {(ids) => (
        <TextEditor {...ids} label={own.text} value={item.words} onChange={(words) => put({ words }, "words")} />
      )}
    </Row>
  )),
  voucher,
  of.slot(({ item, around }) => <FilesGroup product={item} {...around} />, {
    shown: ({ kind }) => kind === "download",
  }),
  sending,
  found,
  of.group(own.asks, [of.slot((form) => <Asks {...form} />)]),
  goesWith,
  description,
];

/** Its pictures, the first of them on cards; each can be moved and taken out. */
const Pictures = ({ item, put }: Form<Product>) => (
  <>
    <Flex wrap="wrap" gap="8px" mb="6px">
      {item.pictures.map(({ media }, at) => (
        <Box key={media} borderWidth="1px" borderColor="line" bg="white" p="4px">
          <Thumb hash={media} widthPx={74} heightPx={74} />
          <Flex justify="center">
            <LineCommands
              before={own.pictureUp(at + 1)}
              behind={own.pictureDown(at + 1)}
              remove={own.pictureRemove(at + 1)}
              first={at === 0}
              last={at === item.pictures.length - 1}
              onMove={(by) => {
                const pictures = [...item.pictures];
                pictures.splice(at + by, 0, ...pictures.splice(at, 1));
                put({ pictures });
              }}
              onRemove={() => put({ pictures: item.pictures.filter((one) => one.media !== media) })}
            />
          </Flex>
        </Box>
      ))}
    </Flex>
    <details>
      <summary style={{ cursor: "pointer", minHeight: 28 }}>{own.addPicture}</summary>
      <PictureChoice
        value={null}
        onChoose={(media) =>
          item.pictures.some((one) => one.media === media)
            ? undefined
            : put({ pictures: [...item.pictures, { media, alt: "" }] })
        }
      />
    </details>
  </>
);

/** Length, width and height, in mm; where one is missing it has none. */
function Size({ item, fault, put }: Form<Product>) {
  const size = item.sizeMm ?? null;
  return (
    <Flex gap="8px">
      {([own.length, own.width, own.height] as const).map((label, at) => (
        <Box key={label} flex="1">
          <Row label={label} stacked error={fault(`sizeMm[${at}]`)}>
            {(ids) => (
              <NumberInput
                {...ids}
                min={1}
                step={1}
                unit={own.mm}
                value={size?.[at]}
                onChange={(value) => {
                  const next = [...(size ?? [100, 100, 100])] as [number, number, number];
                  if (value !== undefined) next[at] = value;
                  put({ sizeMm: value === undefined ? null : next }, "sizeMm");
                }}
              />
            )}
          </Row>
        </Box>
      ))}
    </Flex>
  );
}

/** What is said of it by each attribute of the shop. */
const Attributes = ({ item, fault, put, around }: ProductForm) =>
  around.attributes.map(({ id, name }) => (
    <Row key={id} label={own.values(name)} hint={own.valuesHint} error={fault(`attributes.${id}`)}>
      {(ids) => (
        <Commas
          {...ids}
          value={item.attributes[id] ?? []}
          onChange={(values) => {
            const { [id]: _before, ...others } = item.attributes;
            put({ attributes: values.length ? { ...others, [id]: values } : others }, id);
          }}
        />
      )}
    </Row>
  ));

const mostAsks = 5;

/** What a buyer is asked with it. */
function Asks({ item: { asks }, fault, put }: Form<Product>) {
  type Ask = Product["asks"][number];
  const set = (at: number, part: Partial<Ask>, typed?: string) =>
    put({ asks: asks.map((one, nth) => (nth === at ? { ...one, ...part } : one)) }, typed);
  return (
    <>
      {asks.map((one, at) => (
        <Flex key={one.id} gap="8px" align="center" mb="6px">
          <Box flex="1">
            <TextInput
              aria-label={own.ask}
              value={one.label}
              onChange={(label) => set(at, { label }, `ask ${one.id}`)}
            />
            {fault(`asks[${at}].label`) ? <State tone="brick">{fault(`asks[${at}].label`)}</State> : null}
          </Box>
          <Box w="110px" flex="none">
            <Choice
              aria-label={own.askKind(one.label)}
              value={one.kind ?? "words"}
              onChange={(kind) => set(at, { kind: kind as "words" | "file" })}
              options={[
                ["words", own.askWords],
                ["file", own.askFile],
              ]}
            />
          </Box>
          <Tick label={own.askRequired} checked={one.required} onChange={(required) => set(at, { required })} />
          <IconButton
            name={own.removeAsk(one.label)}
            onClick={() => put({ asks: asks.filter((_, nth) => nth !== at) })}
          >
            ×
          </IconButton>
        </Flex>
      ))}
      <PlainButton
        disabled={asks.length >= mostAsks}
        onClick={() => put({ asks: [...asks, { id: nanoid(8), label: own.newAsk, required: false, most: 40 }] })}
      >
        {own.addAsk}
      </PlainButton>
    </>
  );
}
