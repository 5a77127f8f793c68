"use client";
// An outside language model that may reword what the site says: where it is asked, with which key, and how much it may cost.
import { Grid, Text } from "@chakra-ui/react";
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import type { Model } from "@/core/chat/model/model";
import { useSite } from "@/studio/frame/site-context";
import { ask } from "@/studio/kit/api";
import { PlainButton, QuietButton } from "@/studio/kit/buttons";
import { NumberInput, Row, TextInput, Tick } from "@/studio/kit/fields";
import { Group, RefusalNote, State } from "@/studio/kit/layout";
import { MoneyRow } from "@/studio/kit/money-input";
import { useDeed } from "@/studio/kit/use-deed";
import type { StepProps } from "@/studio/widget/half";
import { words } from "./words";

const own = words.model;
const fresh: Model = { address: "", mostCalls: 500, costIn: 0, costOut: 0 };

export function ModelStep({ settings: { model }, faults, change }: StepProps<"chat">) {
  const put = (part: Partial<Model>) => model && change({ model: { ...model, ...part } });
  return (
    <>
      <Text color="ink2" mb="10px">
        {own.intro}
      </Text>
      <Tick label={own.connected} checked={model !== null} onChange={(on) => change({ model: on ? fresh : null })} />
      {model ? (
        <>
          <Group title={own.where} mt="12px">
            <Row label={own.address} hint={own.addressHint} error={faults["model.address"]}>
              {(ids) => <TextInput {...ids} value={model.address} onChange={(address) => put({ address })} />}
            </Row>
            <KeyRow onAddress={(address) => put({ address })} />
            <Row label={own.mostCalls} error={faults["model.mostCalls"]}>
              {(ids) => (
                <NumberInput {...ids} min={1} value={model.mostCalls} onChange={(mostCalls) => put({ mostCalls })} />
              )}
            </Row>
            <MoneyRow
              label={own.costIn}
              error={faults["model.costIn"]}
              value={model.costIn}
              onChange={(costIn) => put({ costIn: costIn ?? 0 })}
            />
            <MoneyRow
              label={own.costOut}
              error={faults["model.costOut"]}
              value={model.costOut}
              onChange={(costOut) => put({ costOut: costOut ?? 0 })}
            />
            <Text color="ink2" fontSize="small">
              {own.costHint}
            </Text>
          </Group>
          <Text color="ink2">{own.tryIt}</Text>
        </>
      ) : null}
    </>
  );
}

/** The key is no part of the settings: it is kept by itself, and never comes back. */
function KeyRow({ onAddress }: { onAddress(address: string): void }) {
  const { key: site } = useSite();
  const client = useQueryClient();
  const queryKey = ["chat-model", site];
  const { data } = useQuery({ queryKey, queryFn: () => ask("chat.model", { site }) });
  const [typed, setTyped] = useState("");
  const { refusal, busy, attempt } = useDeed();
  const keep = (key: string) =>
    attempt(async () => {
      client.setQueryData(queryKey, await ask("chat.modelKey", { site, key }));
      setTyped("");
    });
  return (
    <>
      <Row label={own.key} hint={own.keyHint}>
        {(ids) => (
          <Grid templateColumns="1fr auto" gap="8px">
            <TextInput {...ids} type="password" autoComplete="off" maxLength={400} value={typed} onChange={setTyped} />
            <PlainButton disabled={!typed.trim()} loading={busy} onClick={() => keep(typed)}>
              {own.keepKey}
            </PlainButton>
          </Grid>
        )}
      </Row>
      {data?.hasKey ? (
        <Text>
          {own.keyKept} <QuietButton onClick={() => keep("")}>{own.dropKey}</QuietButton>
        </Text>
      ) : data ? (
        <State tone="amber">{own.keyNone}</State>
      ) : null}
      {data?.trying && !data.hasKey ? (
        <QuietButton
          disabled={busy}
          onClick={() => {
            onAddress(data.trying?.address ?? "");
            void keep(data.trying?.key ?? "");
          }}
        >
          {own.useStandIn}
        </QuietButton>
      ) : null}
      <RefusalNote refusal={refusal} />
    </>
  );
}
