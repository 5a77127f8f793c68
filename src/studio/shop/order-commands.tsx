"use client";
// What can be done with an order: packed by ticking off, sent in one parcel or in several, given back line by line.
import { Box, Flex, Text } from "@chakra-ui/react";
import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { moneyWords } from "@/core/money/money";
import { type LineParts, parcelLines, worthOf } from "@/core/order/lines";
import type { OrderCommand } from "@/core/order/order";
import type { Gives } from "@/server/operations";
import { useSite } from "@/studio/frame/site-context";
import { ask } from "@/studio/kit/api";
import { MainButton, PlainButton } from "@/studio/kit/buttons";
import { Row, TextInput, Tick } from "@/studio/kit/fields";
import { RefusalNote } from "@/studio/kit/layout";
import { MoneyRow } from "@/studio/kit/money-input";
import { useCommand } from "@/studio/kit/use-command";
import { HandOrder } from "./hand-order";
import { PackList, PickLines } from "./pick-lines";
import { words as own } from "./words";

type Order = Gives<"desk.order">;
type Perform = (command: OrderCommand, details?: object) => void;
type Panel = { order: Order; busy: boolean; perform: Perform };

function Pack({ order, busy, perform }: Panel) {
  const [all, setAll] = useState(false);
  return (
    <>
      <PackList lines={parcelLines(order.document.lines)} onAll={setAll} />
      <MainButton mt="8px" disabled={busy || !all} onClick={() => perform("pack")}>
        {own.commands.pack}
      </MainButton>
    </>
  );
}

function Send({ order, busy, perform }: Panel) {
  const [tracking, setTracking] = useState("");
  const [link, setLink] = useState("");
  const [lines, setLines] = useState<LineParts>(order.toSend);
  const left = Object.entries(order.toSend).some(([id, quantity]) => (lines[id] ?? 0) < quantity);
  return (
    <>
      <PickLines lines={order.document.lines} left={order.toSend} chosen={lines} onChange={setLines} />
      <Row label={own.tracking}>{(ids) => <TextInput {...ids} value={tracking} onChange={setTracking} />}</Row>
      <Row label={own.trackingLink}>{(ids) => <TextInput {...ids} value={link} onChange={setLink} />}</Row>
      <MainButton
        disabled={busy || !Object.keys(lines).length}
        onClick={() => perform("send", { tracking, link, lines })}
      >
        {left ? own.sendPart : own.commands.send}
      </MainButton>
    </>
  );
}

function Refund({ order, busy, perform }: Panel) {
  const rest = order.paid - order.refunded;
  const [lines, setLines] = useState<LineParts>({});
  const [toStock, setToStock] = useState(true);
  const [amount, setAmount] = useState<number | null>(rest);
  const [typed, setTyped] = useState(0);
  return (
    <>
      <PickLines
        lines={order.document.lines}
        left={order.toReturn}
        chosen={lines}
        onChange={(next) => {
          setLines(next);
          setAmount(Math.min(rest, worthOf(order.document, next)));
          setTyped(typed + 1);
        }}
      />
      {Object.keys(lines).length ? <Tick label={own.toStock} checked={toStock} onChange={setToStock} /> : null}
      <MoneyRow key={typed} label={own.giveBack} value={amount} onChange={setAmount} />
      <MainButton
        disabled={busy || !amount}
        onClick={() =>
          perform("refund", {
            amount: amount ?? 0,
            ...(Object.keys(lines).length ? { lines, toStock } : {}),
          })
        }
      >
        {own.giveBack}
      </MainButton>
    </>
  );
}

/** Ending an order asks what becomes of its goods and its money. */
function Ending({ command, order, busy, perform }: Panel & { command: "cancel" | "return" }) {
  const { currency, language } = useSite().settings;
  const rest = order.paid - order.refunded;
  const counted = order.document.lines.filter(({ id, counted: is }) => is && order.toReturn[id]);
  const [toStock, setToStock] = useState(true);
  const [gives, setGives] = useState(true);
  const [amount, setAmount] = useState<number | null>(rest);
  return (
    <>
      <Text mb="6px">{own.ending[command](rest > 0)}</Text>
      {counted.length ? (
        <Tick label={own.backOnShelf(counted.map(({ name }) => name))} checked={toStock} onChange={setToStock} />
      ) : null}
      {counted.length && !toStock ? (
        <Text color="ink2" fontSize="small" ps="24px">
          {own.goneHint}
        </Text>
      ) : null}
      {rest > 0 ? (
        <>
          <Tick
            label={own.giveMoneyBack(moneyWords({ amount: rest, currency }, language))}
            checked={gives}
            onChange={setGives}
          />
          {gives ? <MoneyRow label={own.giveBack} value={amount} onChange={setAmount} /> : null}
        </>
      ) : null}
      <MainButton
        mt="6px"
        disabled={busy || (rest > 0 && gives && !amount)}
        onClick={() =>
          perform(command, {
            ...(counted.length ? { toStock } : {}),
            ...(rest > 0 && gives ? { amount: amount ?? 0 } : {}),
          })
        }
      >
        {own.endingDo[command]}
      </MainButton>
    </>
  );
}

/** Commands that ask something first. */
const asks = {
  pack: Pack,
  send: Send,
  refund: Refund,
  cancel: (panel: Panel) => <Ending command="cancel" {...panel} />,
  return: (panel: Panel) => <Ending command="return" {...panel} />,
} as const;
type Asking = keyof typeof asks;
const isAsking = (command: OrderCommand): command is Asking => Object.hasOwn(asks, command);

/** The command that usually comes next is the main button. */
export function OrderCommands({ order }: { order: Order }) {
  const { key } = useSite();
  const client = useQueryClient();
  const { refusal, busy, attempt } = useCommand();
  const [asking, setAsking] = useState<Asking | null>(null);
  const [editing, setEditing] = useState(false);
  const perform: Perform = (command, details = {}) =>
    attempt(async () => {
      await ask("desk.orderCommand", {
        site: key,
        order: order.id,
        revision: order.revision,
        command,
        ...details,
      } as never);
      setAsking(null);
      await Promise.all([
        client.invalidateQueries({ queryKey: ["order", key, order.id] }),
        client.invalidateQueries({ queryKey: ["orders", key] }),
      ]);
    });
  const { commands } = order;
  const [first, ...others] = commands;
  // An order of files alone has nothing to pack.
  const goods = parcelLines(order.document.lines).length > 0;
  const press = (command: OrderCommand) =>
    isAsking(command) && (goods || (command !== "pack" && command !== "send"))
      ? setAsking(asking === command ? null : command)
      : perform(command);
  const Panel = asking && commands.includes(asking) ? asks[asking] : null;
  return (
    <Box mb="14px">
      <Flex gap="8px" wrap="wrap">
        {first ? (
          <MainButton
            disabled={busy}
            aria-expanded={isAsking(first) ? asking === first : undefined}
            onClick={() => press(first)}
          >
            {own.commands[first]}
          </MainButton>
        ) : null}
        {others.map((command) => (
          <PlainButton
            key={command}
            disabled={busy}
            aria-expanded={isAsking(command) ? asking === command : undefined}
            onClick={() => press(command)}
          >
            {own.commands[command]}
          </PlainButton>
        ))}
        {order.editable ? <PlainButton onClick={() => setEditing(true)}>{own.editOrder}</PlainButton> : null}
      </Flex>
      {editing ? <HandOrder order={order} onClose={() => setEditing(false)} onDone={() => setEditing(false)} /> : null}
      {Panel ? (
        <Box mt="10px" borderLeftWidth="3px" borderColor="line" pl="12px">
          <Panel key={order.revision} order={order} busy={busy} perform={perform} />
        </Box>
      ) : null}
      <RefusalNote refusal={refusal} />
    </Box>
  );
}
