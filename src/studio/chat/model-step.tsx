"use client";
// An outside language model that may reword what the site says: where it is asked, with which key, and how much it may cost.
import { Grid, Text } from "@chakra-ui/react";
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import type { Model } from "@/core/chat/model/model";
import { FieldTable, fieldsOf, type TableField } from "@/studio/forms/field-table";
import { settingsForm } from "@/studio/forms/form";
import { useSite } from "@/studio/frame/site-context";
import { ask } from "@/studio/kit/api";
import { PlainButton, QuietButton } from "@/studio/kit/buttons";
import { Row, TextInput } from "@/studio/kit/fields";
import { RefusalNote, State } from "@/studio/kit/layout";
import { useCommand } from "@/studio/kit/use-command";
import type { StepProps } from "@/studio/widget/half";
import { words } from "./words";

const own = words.model;
const fresh: Model = { address: "", mostCalls: 500, costIn: 0, costOut: 0 };

type Settings = StepProps<"chat">["settings"];
const of = fieldsOf<Settings>();
const isConnected = ({ model }: Settings) => model !== null;

const fields: readonly TableField<Settings>[] = [
  of.words(own.intro),
  of.has("model", own.connected, () => fresh, { empty: null }),
  of.group(
    own.where,
    [
      of.line("model.address", own.address, { hint: own.addressHint }),
      of.slot(({ item: { model }, put }) => (
        <KeyRow onAddress={(address) => model && put({ model: { ...model, address } })} />
      )),
      of.number("model.mostCalls", own.mostCalls, { min: 1 }),
      of.money("model.costIn", own.costIn),
      of.money("model.costOut", own.costOut),
      of.words(own.costHint),
    ],
    { first: true, shown: isConnected },
  ),
  of.words(own.tryIt, { shown: isConnected }),
];

export const ModelStep = (props: StepProps<"chat">) => <FieldTable {...settingsForm(props)} of={fields} />;

/** The key is no part of the settings: it is kept by itself, and never comes back. */
function KeyRow({ onAddress }: { onAddress(address: string): void }) {
  const { key: site } = useSite();
  const client = useQueryClient();
  const queryKey = ["chat-model", site];
  const { data } = useQuery({ queryKey, queryFn: () => ask("chat.model", { site }) });
  const [typed, setTyped] = useState("");
  const { refusal, busy, attempt } = useCommand();
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
