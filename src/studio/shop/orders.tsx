"use client";
// Orders on the Desk: what came, and one of them with its time line and what can be done with it.
import { Box, Flex, Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { Plus } from "lucide-react";
import { useState } from "react";
import { moneyWords } from "@/core/money/money";
import { type OrderCommand, type OrderState, orderStates } from "@/core/order/order";
import { connectors } from "@/core/payment/connectors";
import { addressLines } from "@/core/shop/address";
import type { OrderDocument } from "@/core/shop/ordered";
import { paidRows } from "@/core/storefront/paid";
import { momentWords, orderedWords } from "@/core/storefront/view";
import type { Gives } from "@/server/operations";
import { Inbox, type InboxWords } from "@/studio/desk/inbox";
import { useSite } from "@/studio/frame/site-context";
import { ask } from "@/studio/kit/api";
import { PlainButton } from "@/studio/kit/buttons";
import { Choice } from "@/studio/kit/choice";
import { Group, Loading, State, Title } from "@/studio/kit/layout";
import { Segments } from "@/studio/kit/segments";
import { words as payWords } from "@/studio/payment/words";
import { AbandonedCarts } from "./abandoned-carts";
import { Buyers } from "./buyers";
import { HandOrder } from "./hand-order";
import { OrderCommands } from "./order-commands";
import { between, signed } from "./sums";
import { words as own } from "./words";

const when = new Intl.DateTimeFormat("en-GB", { dateStyle: "medium", timeStyle: "short" });
const dayWords = (day: string): string =>
  new Intl.DateTimeFormat("en-GB", { day: "numeric", month: "short", timeZone: "UTC" }).format(Date.parse(day));
const tones = {
  placed: "amber",
  waiting: "amber",
  paid: "moss",
  packed: "moss",
  sent: "moss",
  handedOver: "moss",
  closed: "moss",
  cancelled: "brick",
  returned: "brick",
} as const;

type ListRow = Gives<"desk.orders">["rows"][number];
type Order = Gives<"desk.order">;

const priceOf = ({ currency }: { readonly currency: string }, amount: number) =>
  moneyWords({ amount, currency }, "en-GB");

const countryName = (code: string): string =>
  /^[A-Z]{2}$/.test(code) ? (new Intl.DisplayNames(["en-GB"], { type: "region" }).of(code) ?? code) : code;

type Part = keyof typeof own.deskParts;

/** The shop on the Desk: orders, and who made them. */
export function ShopDesk() {
  const [part, setPart] = useState<Part>("orders");
  const [order, setOrder] = useState<string | null>(null);
  const lists: Readonly<Record<Part, React.ReactNode>> = {
    orders: <Orders open={order} onOpen={setOrder} />,
    buyers: (
      <Buyers
        onOrder={(id) => {
          setOrder(id);
          setPart("orders");
        }}
      />
    ),
    left: <AbandonedCarts />,
  };
  return (
    <>
      <Box mb="10px">
        <Segments<Part>
          label={own.deskPart}
          value={part}
          onChange={setPart}
          options={(Object.keys(own.deskParts) as Part[]).map((one) => [one, own.deskParts[one]] as const)}
        />
      </Box>
      {lists[part]}
    </>
  );
}

function Orders({ open, onOpen }: { open: string | null; onOpen: (order: string) => void }) {
  const { key } = useSite();
  const [state, setState] = useState<OrderState | "" | "open">("");
  const [making, setMaking] = useState(false);
  return (
    <Inbox
      query="orders"
      words={inboxWords}
      heard="order"
      besides={["order"]}
      filter={{ state }}
      fetch={(words, before) => ask("desk.orders", { site: key, words, state: state || "all", before })}
      keyOf={({ id }) => id}
      line={orderLine}
      open={open}
      onOpen={onOpen}
      opened={(id) => <OneOrder key={id} id={id} />}
      bar={() => (
        <>
          <Box w="170px">
            <Choice
              aria-label={own.state}
              value={state}
              onChange={(chosen) => setState(chosen as OrderState | "" | "open")}
              options={[
                ["", own.everyOrder],
                ["open", own.openOrders],
                ...orderStates.map((one) => [one, own.orderStates[one]] as const),
              ]}
            />
          </Box>
          <Box flex="1" />
          <PlainButton onClick={() => setMaking(true)}>
            <Plus size={14} /> {own.newOrder}
          </PlainButton>
        </>
      )}
      above={
        making ? (
          <HandOrder
            order={null}
            onClose={() => setMaking(false)}
            onDone={(made) => {
              setMaking(false);
              onOpen(made);
            }}
          />
        ) : null
      }
    />
  );
}

const inboxWords: InboxWords = {
  what: own.theOrders,
  search: own.searchOrders,
  nothingYet: own.noOrders,
  nothingFits: own.noFit,
  earlier: own.earlier,
  choose: own.chooseOrder,
};

const orderLine = (row: ListRow) =>
  [
    <Text key="who" fontWeight="600" truncate>
      {row.number} · {row.name || row.email}
    </Text>,
    <Text key="sum" color="ink2" whiteSpace="nowrap" fontVariantNumeric="tabular-nums">
      {priceOf(row, row.toPay)}
    </Text>,
    <Text key="when" truncate color="ink2">
      {when.format(new Date(row.at))} · {own.things(row.things)}
    </Text>,
    <Text key="state" whiteSpace="nowrap" fontWeight="600" color={tones[row.state]}>
      {own.orderStates[row.state]}
    </Text>,
  ] as const;

function OneOrder({ id }: { id: string }) {
  const { key } = useSite();
  const { data, error } = useQuery({
    queryKey: ["order", key, id],
    queryFn: () => ask("desk.order", { site: key, order: id }),
  });
  if (error) return <State tone="brick">{error.message}</State>;
  if (!data) return <Loading what={own.theOrders} />;
  return <OrderDetails order={data} />;
}

/** Papers as files, parcels on their way, and what went back. */
function Papers({ order }: { order: Order }) {
  const { key } = useSite();
  const at = (paper: string) => `/api/sites/${key}/orders/${order.id}/${paper}`;
  const stands = order.state !== "waiting" && order.state !== "cancelled";
  const papers = [
    ...(stands ? [["invoice", order.invoice ? own.invoiceOf(order.invoice) : own.invoice] as const] : []),
    ...(Object.keys(order.toSend).length && stands ? [["packing", own.packing] as const] : []),
    ...order.parcels.map(
      ({ position, tracking }) => [`packing-${position}`, own.parcelOf(position + 1, tracking)] as const,
    ),
    ...order.refunds.flatMap(({ position, note }) =>
      note ? [[`credit-${position}`, own.creditOf(note)] as const] : [],
    ),
  ];
  if (!papers.length) return null;
  return (
    <Flex as="ul" listStyleType="none" gap="4px 16px" wrap="wrap" mb="12px" aria-label={own.papers}>
      {papers.map(([paper, name]) => (
        <li key={paper}>
          <a href={at(paper)} download style={{ textDecoration: "underline", display: "inline-block", minHeight: 24 }}>
            {name}
          </a>
        </li>
      ))}
    </Flex>
  );
}

/** What is asked of the buyer, and the link to pay it by, for whoever sends it in a letter of their own. */
function ToPay({ amount, address }: { amount: string; address: string }) {
  const [copied, setCopied] = useState(false);
  return (
    <Box mb="12px">
      <Text mb="4px">{own.asked(amount)}</Text>
      <Flex gap="8px" align="center">
        <a href={address} target="_blank" rel="noreferrer" style={{ textDecoration: "underline" }}>
          {own.linkToPay}
        </a>
        <PlainButton onClick={() => void navigator.clipboard.writeText(address).then(() => setCopied(true))}>
          {copied ? own.copied : own.copyLink}
        </PlainButton>
      </Flex>
    </Box>
  );
}

function OrderDetails({ order }: { order: Order }) {
  const { key } = useSite();
  const { document } = order;
  const address = addressLines(document.address, countryName);
  const amount = (value: number) => priceOf(order, value);
  return (
    <>
      <Title level={2}>{own.orderNumber(order.number)}</Title>
      <Flex gap="12px" mb="10px" wrap="wrap">
        <State tone={tones[order.state]}>{own.orderStates[order.state]}</State>
        {order.state === "paid" && order.money === "paid" ? null : <Text color="ink2">{own.moneys[order.money]}</Text>}
        <Text color="ink2">{when.format(new Date(order.at))}</Text>
      </Flex>
      <OrderCommands order={order} />
      {order.payAt ? <ToPay amount={amount(order.asked)} address={order.payAt} /> : null}
      <Papers order={order} />
      <OrderLines document={document} site={key} amount={amount} order={order} />
      <OrderAddress address={address} order={order} document={document} />
      {order.issued.vouchers.length || order.issued.downloads.length ? (
        <Group title={own.issued}>
          {order.issued.vouchers.map(({ code, amount: left }) => (
            <Text key={code}>{own.voucherOf(code.slice(-4), amount(left))}</Text>
          ))}
          {order.issued.downloads.map(({ name, left, until }) => (
            <Text key={`${name} ${until}`}>{own.downloadOf(name, left, until)}</Text>
          ))}
        </Group>
      ) : null}
      {order.payments.length ? <OrderMoney order={order} amount={amount} /> : null}
      {order.letters.length ? <OrderLetters order={order} /> : null}
      <Group title={own.timeLine}>
        {order.steps.map((step) => (
          <Flex key={`${step.at} ${step.command}`} gap="10px" py="3px">
            <Text w="150px" flex="none" color="ink2">
              {when.format(new Date(step.at))}
            </Text>
            <Text flex="1">
              {own.commands[step.command as OrderCommand] ?? step.command}
              {typeof step.details.amount === "number" ? `, ${amount(step.details.amount)}` : ""}
              {step.details.tracking ? `, ${step.details.tracking}` : ""}
              {step.details.why ? `: ${payWords.declines[step.details.why] ?? step.details.why}` : ""}
            </Text>
            <Text color="ink2">{own.byWhom[step.by as "buyer"] ?? step.by}</Text>
          </Flex>
        ))}
      </Group>
    </>
  );
}

/** The letters that were written about it. */
const OrderLetters = ({ order }: { order: Order }) => (
  <Group title={own.orderLetters}>
    {order.letters.map((letter) => (
      <details key={letter.id}>
        <summary style={{ cursor: "pointer", minHeight: 28 }}>
          <Text as="span" color="ink2">
            {when.format(new Date(letter.at))}
          </Text>{" "}
          {letter.subject}
        </summary>
        <Text whiteSpace="pre-line" overflowWrap="anywhere" fontSize="small" pl="14px" pb="8px">
          {letter.text}
        </Text>
      </details>
    ))}
  </Group>
);

/** What was paid and given back. */
const OrderMoney = ({ order, amount }: { order: Order; amount: (value: number) => string }) => (
  <Group title={own.paymentsOf}>
    {order.payments.map((one) => (
      <Box key={one.id} py="3px">
        <Flex gap="10px" justify="space-between">
          <Text>{own.paymentBy(payWords.names[one.by], one.mode === "test" && connectors[one.by].service)}</Text>
          <Text color="ink2">
            {[payWords.states[one.state], one.state === "declined" ? payWords.declines[one.why] : ""]
              .filter(Boolean)
              .join(": ")}
          </Text>
          <Text fontVariantNumeric="tabular-nums">{amount(one.amount)}</Text>
        </Flex>
        {one.refused ? <State tone="amber">{own.serviceRefused(one.refused)}</State> : null}
        {one.refunds.map((back) => (
          <Box key={back.id} fontSize="small">
            <Text color="ink2">
              {(back.returned ? own.returned : own.returning)(amount(back.amount), payWords.names[one.by])}
            </Text>
            {back.refused && !back.returned ? <State tone="amber">{own.serviceRefused(back.refused)}</State> : null}
          </Box>
        ))}
      </Box>
    ))}
  </Group>
);

/** Who bought it, and where it goes. */
const OrderAddress = ({
  address,
  order,
  document,
}: {
  address: readonly string[];
  order: Order;
  document: OrderDocument;
}) => (
  <Group title={own.address2}>
    {address.map((line) => (
      <Text key={line}>{line}</Text>
    ))}
    <Text>{[order.email, document.phone].filter(Boolean).join(" · ")}</Text>
    {document.way.name ? (
      <Text color="ink2">
        {[
          document.way.name,
          document.way.fetched ? momentWords(document.way.fetched.at, "en-GB") : "",
          document.arrival ? own.arrival(dayWords(document.arrival.from), dayWords(document.arrival.to)) : "",
          document.payment ? payWords.names[document.payment] : "",
        ]
          .filter(Boolean)
          .join(" · ")}
      </Text>
    ) : null}
    {document.note ? (
      <Text>
        {own.note}: {document.note}
      </Text>
    ) : null}
  </Group>
);

/** What was bought. */
const OrderLines = ({
  document,
  site,
  amount,
  order,
}: {
  document: OrderDocument;
  site: string;
  amount: (value: number) => string;
  order: Order;
}) => (
  <Group title={own.products}>
    {document.lines.map((line, at) => (
      <Flex key={line.id} gap="10px" py="5px" borderBottomWidth="1px" borderColor="line">
        <Text w="70px" flex="none" fontVariantNumeric="tabular-nums">
          {orderedWords(line.quantity, line, "en-GB")} ×
        </Text>
        <Box flex="1">
          <Text>{line.name}</Text>
          <Text color="ink2" fontSize="small">
            {[line.sku, ...line.asked.map(([label, said]) => `${label}: ${said}`)].join(" · ")}
          </Text>
          {(line.sent ?? []).map(({ file, name }) => (
            <a
              key={file}
              href={`/api/sites/${site}/buyer-files/${file}`}
              download
              style={{ textDecoration: "underline" }}
            >
              {own.takeFile(name)}
            </a>
          ))}
        </Box>
        <Text fontVariantNumeric="tabular-nums">{amount(document.total.lines[at]?.written ?? 0)}</Text>
      </Flex>
    ))}
    {between(document.total).map(({ label, amount: value }) => (
      <Flex key={label} py="5px" justify="space-between">
        <Text>{label}</Text>
        <Text>{signed(value, amount)}</Text>
      </Flex>
    ))}
    {(document.vouchers ?? [])
      .filter((voucher) => voucher.amount > 0)
      .map(({ id, tail, amount: value }) => (
        <Flex key={id} py="5px" justify="space-between">
          <Text>{own.voucherTail(tail)}</Text>
          <Text>{signed(-value, amount)}</Text>
        </Flex>
      ))}
    {paidRows({ ...order, language: "en-GB", payment: document.payment }).map(({ label, amount: value, main }) => (
      <Flex key={label} py="5px" justify="space-between" fontWeight={main ? "700" : undefined}>
        <Text>{label}</Text>
        <Text>{signed(value, amount)}</Text>
      </Flex>
    ))}
    {document.total.taxes
      .filter(({ tax }) => tax > 0)
      .map(({ rate, owedTo, net, tax }) => (
        <Text key={`${rate} ${owedTo}`} color="ink2" fontSize="small">
          {own.taxLine(String(rate / 1000), owedTo, amount(net), amount(tax))}
        </Text>
      ))}
  </Group>
);
