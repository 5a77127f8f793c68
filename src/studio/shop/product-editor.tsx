"use client";
// One product: pictures, prices, options with their table, words, and how it is found, sent and counted.
import { Box, Flex, Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { ChevronLeft, Redo2, Undo2 } from "lucide-react";
import { nanoid } from "nanoid";
import {
  type Product,
  type ProductKind,
  type ProductState,
  productKinds,
  productStates,
  type SaleUnit,
  saleUnits,
} from "@/core/catalog/product";
import type { Shop } from "@/core/shop/shop";
import { pagePath } from "@/core/site/site";
import { useSite } from "@/studio/frame/site-context";
import { ask } from "@/studio/kit/api";
import { IconButton, PlainButton, QuietButton } from "@/studio/kit/buttons";
import { Choice } from "@/studio/kit/choice";
import { NumberInput, Row, TextInput, Tick } from "@/studio/kit/fields";
import { Group, Loading, RefusalNote, State } from "@/studio/kit/layout";
import { LineDeeds } from "@/studio/kit/line-deeds";
import { MoneyRow } from "@/studio/kit/money-input";
import { Segments } from "@/studio/kit/segments";
import { TextArea } from "@/studio/kit/text-area";
import { useDeed } from "@/studio/kit/use-deed";
import { PictureChoice, Thumb } from "@/studio/media/picture-choice";
import { ChosenProducts } from "./chosen-products";
import { faultsOf } from "./faults";
import { FilesGroup } from "./files-group";
import { CommaRow } from "./lines-row";
import { OptionsEditor } from "./options-editor";
import { TextEditor } from "./text-editor";
import { type Saving, useProduct } from "./use-product";
import { Variants } from "./variants";
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

export function ProductEditor({ id, shop, onBack, onRemoved }: Props) {
  const site = useSite();
  const { working, error, saving, change, undo, redo, mayUndo, mayRedo, reload } = useProduct(id);
  const { data: framed } = useQuery({
    queryKey: ["shopFrame", site.key],
    queryFn: () => ask("shop.frame", { site: site.key }),
  });
  const { refusal, busy, attempt } = useDeed();
  const back = (
    <QuietButton onClick={onBack}>
      <ChevronLeft size={14} aria-hidden="true" /> {own.back}
    </QuietButton>
  );
  if (error)
    return (
      <>
        {back}
        <State tone="brick">{error.message}</State>
      </>
    );
  if (!working) return <Loading what={own.theProduct} />;
  const { product, stock } = working;
  const faults = faultsOf(product);
  const set = <K extends keyof Product>(name: K, value: Product[K], run: string = name) =>
    change({ [name]: value } as Partial<Product>, run);
  const number = (name: "grams" | "lowAt" | "makingDays", label: string, unit: string) => (
    <Row label={label} error={faults[name]}>
      {(ids) => (
        <NumberInput
          {...ids}
          min={0}
          step={1}
          unit={unit}
          value={product[name]}
          onChange={(value) => set(name, value ?? 0)}
        />
      )}
    </Row>
  );
  const line = (name: "name" | "searchTitle" | "notice", label: string, placeholder = "") => (
    <Row label={label} error={faults[name]}>
      {(ids) => (
        <TextInput {...ids} value={product[name]} placeholder={placeholder} onChange={(text) => set(name, text)} />
      )}
    </Row>
  );
  const catalog = site.pages.find((page) => page.id === shop.pages.catalog);
  const path = `${catalog ? pagePath(catalog).replace(/^\/$/, "") : ""}/${product.slug}`;
  const onKeyDown = (event: React.KeyboardEvent) => {
    if (!(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== "z") return;
    event.preventDefault();
    // The workspace around has steps of its own.
    event.stopPropagation();
    if (event.shiftKey) redo();
    else undo();
  };
  const size = product.sizeMm ?? null;
  const categories = framed?.frame.categories ?? [];
  const attributes = framed?.frame.attributes ?? [];
  return (
    <Box onKeyDown={onKeyDown}>
      <Flex align="center" gap="6px" mb="6px">
        {back}
        <Box flex="1" />
        <IconButton name={own.undo} disabled={!mayUndo} onClick={undo}>
          <Undo2 size={15} />
        </IconButton>
        <IconButton name={own.redo} disabled={!mayRedo} onClick={redo}>
          <Redo2 size={15} />
        </IconButton>
      </Flex>
      <Flex align="center" gap="10px" mb="10px" wrap="wrap">
        <Segments
          label={own.state}
          value={product.state}
          onChange={(state) => set("state", state as ProductState, "")}
          options={productStates.map((state) => [state, own.states[state]] as const)}
        />
        <SavingNote saving={saving} onReload={reload} />
      </Flex>
      {line("name", own.name)}
      <Row label={own.address} error={faults.slug} hint={own.addressHint(path)}>
        {(ids) => <TextInput {...ids} value={product.slug} onChange={(text) => set("slug", text.toLowerCase())} />}
      </Row>
      <Group title={own.pictures}>
        <Flex wrap="wrap" gap="8px" mb="6px">
          {product.pictures.map(({ media }, at) => (
            <Box key={media} borderWidth="1px" borderColor="line" bg="white" p="4px">
              <Thumb hash={media} widthPx={74} heightPx={74} />
              <Flex justify="center">
                <LineDeeds
                  before={own.pictureUp(at + 1)}
                  behind={own.pictureDown(at + 1)}
                  remove={own.pictureRemove(at + 1)}
                  first={at === 0}
                  last={at === product.pictures.length - 1}
                  onMove={(by) => {
                    const pictures = [...product.pictures];
                    pictures.splice(at + by, 0, ...pictures.splice(at, 1));
                    set("pictures", pictures, "");
                  }}
                  onRemove={() =>
                    set(
                      "pictures",
                      product.pictures.filter((one) => one.media !== media),
                      "",
                    )
                  }
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
              product.pictures.some((one) => one.media === media)
                ? undefined
                : set("pictures", [...product.pictures, { media, alt: "" }], "")
            }
          />
        </details>
        {faults.pictures ? <State tone="brick">{faults.pictures}</State> : null}
      </Group>
      <MoneyRow
        label={own.price}
        value={product.price}
        error={faults.price}
        onChange={(price) => set("price", price ?? 0)}
      />
      <MoneyRow
        label={own.earlierPrice}
        optional
        value={product.earlierPrice}
        error={faults.earlierPrice}
        onChange={(price) => set("earlierPrice", price)}
      />
      <OptionsEditor product={product} stock={stock} change={change} faults={faults} />
      <Tick label={own.counted} checked={product.counted} onChange={(on) => set("counted", on, "")} />
      <Variants product={product} stock={stock} faults={faults} change={change} />
      {product.counted ? (
        <>
          {number("lowAt", own.lowAt, "")}
          <Tick label={own.sellsOn} checked={product.sellsOn} onChange={(on) => set("sellsOn", on, "")} />
        </>
      ) : null}
      <Row label={own.text} hint={own.textHint} error={faults.words} stacked>
        {(ids) => (
          <TextEditor {...ids} label={own.text} value={product.words} onChange={(text) => set("words", text)} />
        )}
      </Row>
      {product.kind === "voucher" ? (
        <Group title={own.ownAmount}>
          <Tick
            label={own.ownAmountTick}
            checked={Boolean(product.ownAmount)}
            onChange={(asks) => set("ownAmount", asks ? { least: product.price || 1000, most: 50_000 } : null, "")}
          />
          {product.ownAmount
            ? (["least", "most"] as const).map((end) => (
                <MoneyRow
                  key={end}
                  label={own.ownAmounts[end]}
                  value={product.ownAmount?.[end] ?? 0}
                  error={faults[`ownAmount.${end}`]}
                  onChange={(value) =>
                    product.ownAmount && set("ownAmount", { ...product.ownAmount, [end]: value ?? 0 })
                  }
                />
              ))
            : null}
        </Group>
      ) : null}
      {product.kind === "download" ? <FilesGroup product={product} set={set} faults={faults} /> : null}
      <Group title={own.sending}>
        <Row label={own.kind}>
          {(ids) => (
            <Choice
              {...ids}
              value={product.kind}
              onChange={(kind) => set("kind", kind as ProductKind, "")}
              options={productKinds.map((kind) => [kind, own.kinds[kind]] as const)}
            />
          )}
        </Row>
        <Row label={own.soldBy}>
          {(ids) => (
            <Choice
              {...ids}
              value={product.sale.unit}
              onChange={(unit) =>
                set(
                  "sale",
                  unit === "piece"
                    ? { unit: "piece", least: 1, step: 1 }
                    : { unit: unit as SaleUnit, least: 1000, step: 100 },
                  "",
                )
              }
              options={saleUnits.map((unit) => [unit, own.units[unit]] as const)}
            />
          )}
        </Row>
        {product.sale.unit === "piece"
          ? null
          : (["least", "step"] as const).map((name) => (
              <Row key={name} label={own[name]} error={faults[`sale.${name}`]}>
                {(ids) => (
                  <NumberInput
                    {...ids}
                    min={0.001}
                    step={0.1}
                    unit={product.sale.unit}
                    value={product.sale[name] / 1000}
                    onChange={(value) =>
                      set("sale", { ...product.sale, [name]: Math.round((value ?? 0) * 1000) }, name)
                    }
                  />
                )}
              </Row>
            ))}
        {number("grams", own.weight, own.grams)}
        <Flex gap="8px">
          {([own.length, own.width, own.height] as const).map((label, at) => (
            <Box key={label} flex="1">
              <Row label={label} stacked error={faults[`sizeMm[${at}]`]}>
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
                      set("sizeMm", value === undefined ? null : next, "sizeMm");
                    }}
                  />
                )}
              </Row>
            </Box>
          ))}
        </Flex>
        <Row label={own.taxClass}>
          {(ids) => (
            <Choice
              {...ids}
              value={product.taxClass}
              onChange={(taxClass) => set("taxClass", taxClass, "")}
              options={shop.tax.classes.map((one) => [one.id, one.name] as const)}
            />
          )}
        </Row>
        {number("makingDays", own.makingDays, own.workingDays)}
        {line("notice", own.notice, own.noticeHint)}
      </Group>
      <Group title={own.inCategories}>
        {categories.length ? (
          categories.map(({ id: category, name }) => (
            <Tick
              key={category}
              label={name}
              checked={product.categories.includes(category)}
              onChange={(on) =>
                set(
                  "categories",
                  on ? [...product.categories, category] : product.categories.filter((one) => one !== category),
                  "",
                )
              }
            />
          ))
        ) : (
          <Text color="ink2">{own.noCategories}</Text>
        )}
        {attributes.map(({ id: attribute, name }) => (
          <CommaRow
            key={attribute}
            label={own.values(name)}
            hint={own.valuesHint}
            value={product.attributes[attribute] ?? []}
            error={faults[`attributes.${attribute}`]}
            onChange={(values) => {
              const { [attribute]: _before, ...others } = product.attributes;
              set("attributes", values.length ? { ...others, [attribute]: values } : others, attribute);
            }}
          />
        ))}
        <CommaRow
          label={own.tags}
          hint={own.tagsHint}
          value={product.tags}
          error={faults.tags}
          onChange={(tags) => set("tags", tags)}
        />
      </Group>
      <Group title={own.asks}>
        {product.asks.map((one, at) => (
          <Flex key={one.id} gap="8px" align="center" mb="6px">
            <Box flex="1">
              <TextInput
                aria-label={own.ask}
                value={one.label}
                onChange={(label) =>
                  set(
                    "asks",
                    product.asks.map((other) => (other === one ? { ...one, label } : other)),
                    `ask ${one.id}`,
                  )
                }
              />
              {faults[`asks[${at}].label`] ? <State tone="brick">{faults[`asks[${at}].label`]}</State> : null}
            </Box>
            <Box w="110px" flex="none">
              <Choice
                aria-label={own.askKind(one.label)}
                value={one.kind ?? "words"}
                onChange={(kind) =>
                  set(
                    "asks",
                    product.asks.map((other) => (other === one ? { ...one, kind: kind as "words" | "file" } : other)),
                    "",
                  )
                }
                options={[
                  ["words", own.askWords],
                  ["file", own.askFile],
                ]}
              />
            </Box>
            <Tick
              label={own.askRequired}
              checked={one.required}
              onChange={(required) =>
                set(
                  "asks",
                  product.asks.map((other) => (other === one ? { ...one, required } : other)),
                  "",
                )
              }
            />
            <IconButton
              name={own.removeAsk(one.label)}
              onClick={() =>
                set(
                  "asks",
                  product.asks.filter((other) => other !== one),
                  "",
                )
              }
            >
              ×
            </IconButton>
          </Flex>
        ))}
        <PlainButton
          disabled={product.asks.length >= 5}
          onClick={() =>
            set("asks", [...product.asks, { id: nanoid(8), label: own.newAsk, required: false, most: 40 }], "")
          }
        >
          {own.addAsk}
        </PlainButton>
      </Group>
      <Group title={own.goesWith}>
        <Row label={own.goesWithBy}>
          {(ids) => (
            <Choice
              {...ids}
              value={product.related ? "hand" : "rule"}
              onChange={(by) => set("related", by === "hand" ? [] : null, "")}
              options={Object.entries(own.goesWiths)}
            />
          )}
        </Row>
        {product.related ? (
          <ChosenProducts
            label={own.goesWithHand}
            chosen={product.related}
            but={product.id}
            error={faults.related}
            onChange={(related) => set("related", related, "")}
          />
        ) : null}
      </Group>
      <Group title={own.description}>
        {line("searchTitle", own.searchTitle)}
        <Row label={own.description} hint={own.descriptionHint} error={faults.description} stacked>
          {(ids) => (
            <TextArea {...ids} rows={2} value={product.description} onChange={(text) => set("description", text)} />
          )}
        </Row>
        {(["from", "to"] as const).map((name) => (
          <Row key={name} label={name === "from" ? own.onFrom : own.onTo} error={faults[name]}>
            {(ids) => (
              <input
                {...ids}
                type="date"
                value={product[name]}
                onChange={(event) => set(name, event.target.value, "")}
                style={{
                  height: 32,
                  padding: "0 8px",
                  border: "1px solid var(--chakra-colors-edge)",
                  borderRadius: 5,
                  background: "white",
                }}
              />
            )}
          </Row>
        ))}
      </Group>
      <RefusalNote refusal={refusal} />
      <PlainButton
        disabled={busy}
        onClick={() =>
          attempt(async () => {
            await ask("shop.removeProducts", { site: site.key, products: [id] });
            onRemoved({ id, name: product.name });
          })
        }
      >
        {own.remove}
      </PlainButton>
    </Box>
  );
}
