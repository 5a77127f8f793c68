"use client";
// The keys of one mode: typed once, checked at the payment service as they are, kept sealed and never shown again.
import { Box, Flex, Text } from "@chakra-ui/react";
import { useState } from "react";
import { keyMode, type PaymentMode } from "@/core/payment/connectors";
import { useSite } from "@/studio/frame/site-context";
import { ask } from "@/studio/kit/api";
import { MainButton, PlainButton, QuietButton } from "@/studio/kit/buttons";
import { Row, TextInput } from "@/studio/kit/fields";
import { RefusalNote, State } from "@/studio/kit/layout";
import { useCommand } from "@/studio/kit/use-command";
import type { Way } from "./query";
import type { useWay } from "./use-way";
import { words as own } from "./words";

/** What can be seen of a key before anybody is asked: that it is one, of this mode. */
function typedFault(key: string, of: "secret" | "hook", mode: PaymentMode): string | undefined {
  if (!key) return undefined;
  const found = keyMode(key.trim(), of);
  if (found === mode) return undefined;
  if (found) return own.keyFaults.otherMode[found];
  return keyMode(key.trim(), of === "secret" ? "hook" : "secret") ? own.keyFaults.other[of] : own.keyFaults.none;
}

export function KeysRow({
  way,
  mode,
  opening,
  commands,
}: {
  way: Way;
  mode: PaymentMode;
  /** Where an account is opened. */
  opening: string;
  commands: ReturnType<typeof useWay>;
}) {
  const { key } = useSite();
  const [typing, setTyping] = useState(false);
  const [secret, setSecret] = useState("");
  const [hook, setHook] = useState("");
  const [account, setAccount] = useState("");
  // A try that is pressed meanwhile waits for the keys, as one does for all that is kept of the way.
  const { refusal, busy, attempt } = useCommand(commands.turns);
  const tail = way.keys[mode];
  const refused = (path: string) => refusal?.fields.find((one) => one.path === path)?.message;
  const field = (label: string, of: "secret" | "hook", value: string, set: (text: string) => void) => (
    <Row label={label} error={typedFault(value, of, mode) ?? refused(of)} stacked>
      {(ids) => <TextInput {...ids} maxLength={120} autoComplete="off" value={value} onChange={set} />}
    </Row>
  );
  const wrong = typedFault(secret, "secret", mode) ?? typedFault(hook, "hook", mode);
  return (
    <Box mb="10px">
      <Flex gap="10px" align="center" minH="32px">
        <Text w="92px" flex="none" color="ink2">
          {own.keys[mode]}
        </Text>
        <Text flex="1">{tail ? own.keysKept(tail) : own.keysNone}</Text>
        {typing ? null : (
          <PlainButton
            aria-label={`${tail ? own.otherKeys : own.addKeys}: ${own.keys[mode]}`}
            onClick={() => setTyping(true)}
          >
            {tail ? own.otherKeys : own.addKeys}
          </PlainButton>
        )}
      </Flex>
      {account ? <State tone="moss">{own.keysOf(account)}</State> : null}
      {typing ? (
        <Box borderLeftWidth="3px" borderColor="line" pl="12px" my="6px">
          <Text color="ink2" mb="6px">
            {own.keysHint}{" "}
            <a href={opening} target="_blank" rel="noreferrer" style={{ textDecoration: "underline" }}>
              {own.openAccount}
            </a>
          </Text>
          {field(own.secret, "secret", secret, setSecret)}
          {field(own.hook, "hook", hook, setHook)}
          <Flex gap="8px">
            <MainButton
              disabled={busy || !secret || !hook || wrong !== undefined}
              onClick={() =>
                attempt(async () => {
                  const asked = { site: key, kind: way.kind, revision: commands.known().revision, mode, secret, hook };
                  const { name, ...next } = await ask("payments.keys", asked);
                  commands.put(next);
                  setAccount(name);
                  setTyping(false);
                  setSecret("");
                  setHook("");
                })
              }
            >
              {own.keepKeys}
            </MainButton>
            <QuietButton onClick={() => setTyping(false)}>{own.cancel}</QuietButton>
          </Flex>
          <RefusalNote refusal={refusal} shownAt={["secret", "hook"]} />
        </Box>
      ) : null}
    </Box>
  );
}
