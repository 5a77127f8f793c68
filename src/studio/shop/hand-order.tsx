"use client";
// An order by hand, and one that is changed before it is packed: lines are looked for and added, the sum follows by the same rules as
// a buyer's, and what is wrong stands at its field.
import { Box, Flex, Grid, Text } from "@chakra-ui/react";
import { keepPreviousData, useQuery, useQueryClient } from "@tanstack/react-query";
import { nanoid } from "nanoid";
import { useDeferredValue, useState } from "react";
import { measureText } from "@/core/catalog/measure";
import { moneyWords } from "@/core/money/money";
import { connectors } from "@/core/payment/connectors";
import { type Address, type AddressField, fieldsOf, noAddress } from "@/core/shop/address";
import { shopWords } from "@/core/storefront/words";
import type { Gives } from "@/server/operations";
import { useSite } from "@/studio/frame/site-context";
import { ask, type Refusal } from "@/studio/kit/api";
import { IconButton, MainButton, PlainButton } from "@/studio/kit/buttons";
import { Choice } from "@/studio/kit/choice";
import { NumberInput, Row, TextInput } from "@/studio/kit/fields";
import { Group, Loading, RefusalNote, State } from "@/studio/kit/layout";
import { TextArea } from "@/studio/kit/text-area";
import { useCommand } from "@/studio/kit/use-command";
import { Window } from "@/studio/kit/window";
import { words as payWords } from "@/studio/payment/words";
import { between, signed } from "./sums";
import { words as own } from "./words";

type Order = Gives<"desk.order">;
type Goods = Gives<"desk.goods">[number];
type Sum = Gives<"desk.reckonOrder">;
type Payment = Parameters<typeof ask<"desk.makeOrder">>[1]["payment"];

interface Line {
  readonly line: string | null;
  readonly variant: string;
  readonly name: string;
  readonly quantity: number;
  /** "" for pieces. */
  readonly unit: string;
}

const fieldNames = shopWords("en").fields;

/** Looks for something to add: by words, or by the number that a scanner types. */
function AddGoods({ onAdd }: { onAdd: (goods: Goods) => void }) {
  const { key, settings } = useSite();
  const [typed, setTyped] = useState("");
  const words = useDeferredValue(typed.trim());
  const { data } = useQuery({
    queryKey: ["goods", key, words],
    queryFn: () => ask("desk.goods", { site: key, words }),
    enabled: words !== "",
    placeholderData: keepPreviousData,
  });
  const found = words ? (data ?? []) : [];
  return (
    <Box mb="10px">
      <form
        onSubmit={(event) => {
          event.preventDefault();
          const there = found.find(({ left }) => left !== 0);
          if (there) onAdd(there);
          if (found.length === 1) setTyped("");
        }}
      >
        <Row label={own.addGoods} hint={own.addGoodsHint}>
          {(ids) => <TextInput {...ids} autoComplete="off" value={typed} onChange={setTyped} />}
        </Row>
      </form>
      {words && data && !found.length ? <Text color="ink2">{own.notFound}</Text> : null}
      <Box maxH="180px" overflowY="auto">
        {found.slice(0, 30).map((goods) => (
          <Flex key={goods.variant} gap="10px" align="center" py="2px" borderBottomWidth="1px" borderColor="line">
            <Text flex="1" minW="0">
              {goods.name}{" "}
              <Text as="span" color="ink2">
                {goods.sku}
              </Text>
            </Text>
            {goods.left === null ? null : <Text color="ink2">{own.leftOf(measureText(goods.left, goods.sale))}</Text>}
            <Text fontVariantNumeric="tabular-nums">
              {moneyWords({ amount: goods.price, currency: settings.currency }, "en-GB")}
            </Text>
            <PlainButton disabled={goods.left === 0} aria-label={own.addOne(goods.name)} onClick={() => onAdd(goods)}>
              +
            </PlainButton>
          </Flex>
        ))}
      </Box>
    </Box>
  );
}

function Lines({
  lines,
  sum,
  refusal,
  onChange,
}: {
  lines: readonly Line[];
  sum: Sum | undefined;
  refusal: Refusal | null;
  onChange: (lines: readonly Line[]) => void;
}) {
  const { settings } = useSite();
  if (!lines.length) return <Text color="ink2">{own.nothingIn}</Text>;
  return lines.map((line, at) => {
    const reckoned = sum?.lines[at]?.variant === line.variant ? sum.lines[at] : undefined;
    const fault = refusal?.at(`lines[${at}].quantity`) ?? refusal?.at(`lines[${at}].variant`);
    const parts = line.unit ? 1000 : 1;
    return (
      <Box key={line.line ?? line.variant} py="4px" borderBottomWidth="1px" borderColor="line">
        <Flex gap="8px" align="center">
          <Box w="110px" flex="none">
            <NumberInput
              aria-label={own.quantityOf(line.name)}
              min={0}
              step={line.unit ? 0.1 : 1}
              unit={line.unit}
              value={line.quantity / parts}
              onChange={(value) =>
                onChange(
                  lines.map((one) => (one === line ? { ...line, quantity: Math.round((value ?? 0) * parts) } : one)),
                )
              }
            />
          </Box>
          <Text flex="1" minW="0">
            {line.name}
          </Text>
          <Text fontVariantNumeric="tabular-nums">
            {reckoned ? moneyWords({ amount: reckoned.amount, currency: settings.currency }, "en-GB") : ""}
          </Text>
          <IconButton name={own.leaveOut(line.name)} onClick={() => onChange(lines.filter((one) => one !== line))}>
            ×
          </IconButton>
        </Flex>
        {fault ? <State tone="brick">{fault}</State> : null}
      </Box>
    );
  });
}

const SumRow = ({ label, amount, strong }: { label: string; amount: string; strong?: boolean }) => (
  <Flex justify="space-between" gap="10px" py="2px" fontWeight={strong ? "700" : "400"}>
    <Text>{label}</Text>
    <Text fontVariantNumeric="tabular-nums">{amount}</Text>
  </Flex>
);

/** What it comes to, as its buyer would read it. */
function SumView({ sum }: { sum: Sum }) {
  const { settings } = useSite();
  const money = (amount: number) => moneyWords({ amount, currency: settings.currency }, "en-GB");
  const { total, said, difference } = sum;
  return (
    <Box aria-live="polite" bg="wash" p="10px 12px" my="10px">
      {said.map((one) => (
        <State key={one} tone="amber">
          {one}
        </State>
      ))}
      {between(total).map(({ label, amount }) => (
        <SumRow key={label} label={label} amount={signed(amount, money)} />
      ))}
      {total.taxes
        .filter(({ tax }) => tax > 0)
        .map(({ rate, owedTo, net, tax }) => (
          <Text key={`${rate} ${owedTo}`} color="ink2" fontSize="small">
            {own.taxLine(String(rate / 1000), owedTo, money(net), money(tax))}
          </Text>
        ))}
      {total.vouchers
        .filter(({ amount }) => amount > 0)
        .map(({ code, amount }) => (
          <SumRow key={code} label={`…${code}`} amount={`−${money(amount)}`} />
        ))}
      <SumRow label={own.toPay} amount={money(total.toPay)} strong />
      {difference === null ? null : (
        <Text>
          {difference > 0
            ? own.asksMore(money(difference))
            : difference < 0
              ? own.givesBack(money(-difference))
              : own.sameSum}
        </Text>
      )}
    </Box>
  );
}

interface Buyer {
  readonly email: string;
  readonly phone: string;
  readonly note: string;
  readonly address: Address;
  readonly way: string;
  readonly payment: Payment;
}

function BuyerFields({
  buyer,
  sum,
  refusal,
  onChange,
}: {
  buyer: Buyer;
  sum: Sum;
  refusal: Refusal | null;
  onChange: (buyer: Buyer) => void;
}) {
  const { settings } = useSite();
  const set = (part: Partial<Buyer>) => onChange({ ...buyer, ...part });
  const put = (field: AddressField, value: string) => set({ address: { ...buyer.address, [field]: value } });
  const { country } = buyer.address;
  const names = { transfer: 1, invoice: 1, pickup: 1 } as const;
  const offered = sum.payments.filter((by): by is keyof typeof names => !connectors[by].service);
  return (
    <Group title={own.buyer}>
      <Grid templateColumns={{ base: "minmax(0, 1fr)", md: "repeat(2, minmax(0, 1fr))" }} columnGap="20px">
        <Row label={own.buyerEmail} error={refusal?.at("email")}>
          {(ids) => <TextInput {...ids} type="email" value={buyer.email} onChange={(email) => set({ email })} />}
        </Row>
        <Row label={own.buyerPhone} error={refusal?.at("phone")}>
          {(ids) => <TextInput {...ids} value={buyer.phone} onChange={(phone) => set({ phone })} />}
        </Row>
        <Row label={fieldNames.country} error={refusal?.at("address.country")}>
          {(ids) => (
            <Choice {...ids} value={country} onChange={(code) => put("country", code)} options={sum.countries} />
          )}
        </Row>
        {fieldsOf(country)
          .filter((field) => field !== "country")
          .map((field) => (
            <Row key={field} label={fieldNames[field]} error={refusal?.at(`address.${field}`)}>
              {(ids) => <TextInput {...ids} value={buyer.address[field]} onChange={(value) => put(field, value)} />}
            </Row>
          ))}
        {sum.ways.length ? (
          <Row label={own.sentBy} error={refusal?.at("way")}>
            {(ids) => (
              <Choice
                {...ids}
                value={buyer.way || (sum.way ?? "")}
                onChange={(way) => set({ way })}
                options={sum.ways.map(
                  ({ id, name, amount }) =>
                    [id, `${name}, ${moneyWords({ amount, currency: settings.currency }, "en-GB")}`] as const,
                )}
              />
            )}
          </Row>
        ) : null}
        <Row label={own.paidHow} error={refusal?.at("payment")}>
          {(ids) => (
            <Choice
              {...ids}
              value={buyer.payment}
              onChange={(payment) => set({ payment: payment as Payment })}
              options={[["link", own.byLink], ...offered.map((by) => [by, payWords.names[by]] as const)]}
            />
          )}
        </Row>
      </Grid>
      <Row label={own.note} stacked>
        {(ids) => <TextArea {...ids} rows={2} value={buyer.note} onChange={(note) => set({ note })} />}
      </Row>
    </Group>
  );
}

const linesOf = (order: Order | null): readonly Line[] =>
  (order?.document.lines ?? []).map(({ id, variant, name, quantity, unit }) => ({
    ...{ line: id, variant, name, quantity, unit },
  }));

/** `order` is the one that is changed; without it a new one is made. */
/** What the lines come to, by the same rules as a buyer's. */
function useSum(order: Order | null, lines: readonly Line[], { address, way }: Buyer) {
  const { key } = useSite();
  const asked = lines
    .filter(({ quantity }) => quantity > 0)
    .map(({ line, variant, quantity }) => ({ line, variant, quantity }));
  const where = useDeferredValue(JSON.stringify([asked, address.country, address.region, address.postcode, way]));
  const { data: sum, error } = useQuery({
    queryKey: ["reckon", key, order?.id ?? null, order?.revision ?? 0, where],
    queryFn: () => ask("desk.reckonOrder", { site: key, lines: asked, address, way, order: order?.id ?? null }),
    placeholderData: keepPreviousData,
    retry: false,
  });
  return { asked, sum, error };
}

export function HandOrder({
  order,
  onClose,
  onDone,
}: {
  order: Order | null;
  onClose: () => void;
  onDone: (order: string) => void;
}) {
  const { key, settings } = useSite();
  const client = useQueryClient();
  const { refusal, busy, attempt } = useCommand();
  const [once] = useState(nanoid);
  const [lines, setLines] = useState(() => linesOf(order));
  const [buyer, setBuyer] = useState<Buyer>({
    ...{ email: "", phone: "", note: "", address: noAddress, way: "", payment: "link" as const },
  });
  const { asked, sum, error } = useSum(order, lines, buyer);
  const { address } = buyer;
  // The shop's own country until another is chosen.
  const shown = { ...buyer, address: { ...address, country: address.country || (sum?.home ?? "") } };
  const add = ({ variant, name, sale }: Goods) =>
    setLines((now) => {
      const there = now.find((one) => one.variant === variant);
      if (there) return now.map((one) => (one === there ? { ...one, quantity: one.quantity + sale.least } : one));
      const unit = sale.unit === "piece" ? "" : sale.unit;
      return [...now, { line: null, variant, name, quantity: sale.least, unit }];
    });
  const done = () =>
    attempt(async () => {
      const seen = sum?.total.toPay ?? 0;
      const made = order
        ? await ask("desk.editOrder", {
            site: key,
            order: order.id,
            revision: order.revision,
            lines: asked,
            seen,
          }).then(() => order.id)
        : await ask("desk.makeOrder", { site: key, key: once, lines: asked, seen, ...shown }).then(({ id }) => id);
      await Promise.all(["orders", "order"].map((what) => client.invalidateQueries({ queryKey: [what, key] })));
      onDone(made);
    });
  const shownAt = ["email", "phone", "way", "payment", ...Object.keys(noAddress).map((field) => `address.${field}`)];
  return (
    <Window
      wide
      open
      title={order ? own.editTitle(order.number) : own.newOrderTitle}
      onClose={onClose}
      foot={
        <MainButton disabled={busy || !sum || !asked.length} loading={busy} onClick={done}>
          {order
            ? own.keepChange
            : own.makeOrder(moneyWords({ amount: sum?.total.toPay ?? 0, currency: settings.currency }, "en-GB"))}
        </MainButton>
      }
    >
      <AddGoods onAdd={add} />
      <Lines lines={lines} sum={sum} refusal={refusal} onChange={setLines} />
      {error ? (
        <Box my="8px">
          <State tone="brick">{error.message}</State>
        </Box>
      ) : null}
      {sum ? (
        <>
          {asked.length ? <SumView sum={sum} /> : null}
          {order ? null : <BuyerFields buyer={shown} sum={sum} refusal={refusal} onChange={setBuyer} />}
        </>
      ) : error ? null : (
        <Loading what={own.theSum} />
      )}
      <RefusalNote refusal={refusal} shownAt={shownAt} />
    </Window>
  );
}
