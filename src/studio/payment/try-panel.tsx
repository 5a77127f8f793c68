"use client";
// A try of a way to be paid: a payment in test mode, with every step and when it came.
import { Box, Flex, Table, Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { amountText } from "@/core/money/read";
import { connectors } from "@/core/payment/connectors";
import type { Gives } from "@/server/operations";
import { useSite } from "@/studio/frame/site-context";
import { ask } from "@/studio/kit/api";
import { MainButton } from "@/studio/kit/buttons";
import { Choice } from "@/studio/kit/choice";
import { Row } from "@/studio/kit/fields";
import { Progress, RefusalNote, State } from "@/studio/kit/layout";
import { TableRoot } from "@/studio/kit/table";
import { useCommand } from "@/studio/kit/use-command";
import type { Way } from "./query";
import { words as own } from "./words";

type Trial = Gives<"payments.trial">;
type Behaviour = Gives<"payments.list">["behaviours"][number];

/** How often it is asked how a try stands, in ms; after how many times its service is asked; and after how many no more. */
const askedMs = 500;
const asksService = 14;
const asksNoMore = 30;

const when = new Intl.DateTimeFormat("en-GB", { dateStyle: "medium", timeStyle: "short" });

function detail({ details }: Trial["steps"][number], currency: string): string {
  return Object.entries(details)
    .map(([name, value]) => {
      const text = String(value);
      const said: Readonly<Record<string, () => string>> = {
        state: () => own.states[text] ?? text,
        why: () => own.declines[text] ?? text,
        amount: () => `${amountText(Number(value), currency)} ${currency}`,
        does: () => own.behaviours[text as Behaviour] ?? text,
        words: () => text,
      };
      return said[name]?.() ?? "";
    })
    .filter(Boolean)
    .join(", ");
}

function Steps({ trial }: { trial: Trial }) {
  const { currency } = useSite().settings;
  const start = Date.parse(trial.steps[0]?.at ?? "");
  return (
    <TableRoot mt="10px" fontVariantNumeric="tabular-nums">
      <Table.Header>
        <Table.Row bg="transparent">
          <Table.ColumnHeader w="84px" ps="0" textAlign="end">
            {own.afterStart}
          </Table.ColumnHeader>
          <Table.ColumnHeader>{own.what}</Table.ColumnHeader>
        </Table.Row>
      </Table.Header>
      <Table.Body>
        {trial.steps.map((step) => (
          <Table.Row key={`${step.at} ${step.what} ${JSON.stringify(step.details)}`} bg="transparent">
            <Table.Cell ps="0" textAlign="end" color="ink2" verticalAlign="top">
              {own.ms(Date.parse(step.at) - start)}
            </Table.Cell>
            <Table.Cell>
              {own.steps[step.what] ?? step.what}
              {detail(step, currency) ? <Text as="span" color="ink2">{`: ${detail(step, currency)}`}</Text> : null}
            </Table.Cell>
          </Table.Row>
        ))}
      </Table.Body>
    </TableRoot>
  );
}

export function TryPanel({
  way,
  behaviours,
  turns,
  onPassed,
}: {
  way: Way;
  behaviours: readonly Behaviour[];
  /** Of what is kept of the way: what was typed last is tried, not what was there before. */
  turns: string;
  onPassed: () => void;
}) {
  const { key, settings } = useSite();
  const { service } = connectors[way.kind];
  const [does, setDoes] = useState<Behaviour>("pays");
  const [payment, setPayment] = useState("");
  const { refusal, busy, attempt } = useCommand(turns);
  const [waits, setWaits] = useState(false);
  return (
    <Box>
      <Text color="ink2" mb="8px">
        {service ? own.tryHint(`1.00 ${settings.currency}`) : own.tryByHandHint}
      </Text>
      <Flex gap="10px" align="center" wrap="wrap">
        {service ? (
          <Box flex="1 1 260px" maxW="380px">
            <Row label={own.does}>
              {(ids) => (
                <Choice
                  {...ids}
                  value={does}
                  onChange={(next) => setDoes(next as Behaviour)}
                  options={behaviours.map((one) => [one, own.behaviours[one]] as const)}
                />
              )}
            </Row>
          </Box>
        ) : null}
        <MainButton
          mb="8px"
          disabled={busy || waits}
          onClick={() =>
            attempt(async () => setPayment((await ask("payments.try", { site: key, kind: way.kind, does })).payment))
          }
        >
          {own.tryCommand}
        </MainButton>
      </Flex>
      <RefusalNote refusal={refusal} />
      {payment ? (
        <Trying key={payment} payment={payment} onPassed={onPassed} onWaits={setWaits} />
      ) : (
        <LastTried way={way} />
      )}
    </Box>
  );
}

function LastTried({ way }: { way: Way }) {
  if (way.heldBack.includes("tried")) return <Text color="ink2">{own.notTried}</Text>;
  return way.triedAt ? <State tone="moss">{own.lastTried(when.format(new Date(way.triedAt)))}</State> : null;
}

/** One try, from its start to its end. */
function Trying({
  payment,
  onPassed,
  onWaits,
}: {
  payment: string;
  onPassed: () => void;
  onWaits: (waits: boolean) => void;
}) {
  const { key } = useSite();
  const { data, asked } = useTrial(key, payment);
  const passed = data?.passed === true;
  const waits = data !== undefined && !data.over && asked < asksNoMore;
  useEffect(() => {
    if (passed) onPassed();
  }, [passed, onPassed]);
  useEffect(() => onWaits(waits), [waits, onWaits]);
  return (
    <>
      {data ? <Steps trial={data} /> : null}
      <Box mt="8px" aria-live="polite">
        {waits ? <Progress label={own.trying} done={asked} total={asksNoMore} /> : null}
        {passed ? <State tone="moss">{own.passed}</State> : null}
        {data?.state === "declined" ? (
          <State tone="moss">{own.declined(own.declines[data.why] ?? data.why)}</State>
        ) : null}
        {data && !data.over && !waits ? <State tone="amber">{own.silent}</State> : null}
      </Box>
    </>
  );
}

/** How a try stands, asked again until it is over; what is not told in time is asked for. */
function useTrial(site: string, payment: string) {
  const [asked, setAsked] = useState(0);
  const { data } = useQuery({
    queryKey: ["trial", site, payment],
    queryFn: async () => {
      const found = await ask("payments.trial", { site, payment, ask: asked >= asksService });
      setAsked((before) => before + 1);
      return found;
    },
    refetchInterval: ({ state }) => (state.data?.over || asked >= asksNoMore ? false : askedMs),
  });
  return { data, asked };
}
