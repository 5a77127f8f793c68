"use client";
// One's second factor: turning it on with a picture for the authenticator, its recovery codes, turning it off.
import { Box, Flex, Text } from "@chakra-ui/react";
import { useQueryClient } from "@tanstack/react-query";
import { useMemo, useState } from "react";
import { encode } from "uqr";
import type { Gives } from "@/server/operations";
import { ask } from "@/studio/kit/api";
import { PlainButton } from "@/studio/kit/buttons";
import { Form, FormNote, TextRow, useAsked } from "@/studio/kit/form";
import { RefusalNote, State, Title } from "@/studio/kit/layout";
import { useCommand } from "@/studio/kit/use-command";
import { Window } from "@/studio/kit/window";
import { words } from "./words";

type Me = Gives<"account.me">;

/** The address as a picture that authenticators read: modules of one path, black on white whatever the theme. */
function Picture({ address }: { address: string }) {
  const { size, path } = useMemo(() => {
    const { data, size: modules } = encode(address, { ecc: "M", border: 3 });
    const cells = data.flatMap((row, y) => row.flatMap((dark, x) => (dark ? [`M${x} ${y}h1v1h-1z`] : [])));
    return { size: modules, path: cells.join("") };
  }, [address]);
  return (
    <svg
      viewBox={`0 0 ${size} ${size}`}
      width="196"
      height="196"
      role="img"
      aria-label={words.pictureYourAuthenticator}
      shapeRendering="crispEdges"
    >
      <path d={`M0 0h${size}v${size}H0z`} fill="#fff" />
      <path d={path} fill="#000" />
    </svg>
  );
}

function RecoveryCodes({ codes, onClose }: { codes: readonly string[]; onClose: () => void }) {
  return (
    <Window
      title={words.yourRecoveryCodes}
      open
      onClose={onClose}
      foot={<PlainButton onClick={onClose}>{words.iHaveKeptThem}</PlainButton>}
    >
      <Text mb="12px">{words.eachSignsYouOnce}</Text>
      <Box
        as="ol"
        aria-label={words.recoveryCodes}
        listStyleType="none"
        display="grid"
        gridTemplateColumns="1fr 1fr"
        gap="6px 24px"
        bg="white"
        borderWidth="1px"
        borderColor="line"
        p="14px"
        fontFamily="mono"
      >
        {codes.map((code) => (
          <li key={code}>{code}</li>
        ))}
      </Box>
    </Window>
  );
}

export function SecondFactor({ me }: { me: Me }) {
  const client = useQueryClient();
  const [key, setKey] = useState<Gives<"account.newSecondFactor"> | null>(null);
  const [codes, setCodes] = useState<readonly string[] | null>(null);
  const { refusal, attempt } = useCommand();
  const { on, duty, recoveryCodes } = me.secondFactor;
  const refresh = () => client.invalidateQueries({ queryKey: ["me"] });
  const begin = () => attempt(async () => setKey(await ask("account.newSecondFactor", {})));
  const form = useAsked({ code: "" }, async ({ code }) => {
    const made = await ask("account.turnOnSecondFactor", { key: key?.key ?? "", code });
    setCodes(made.recoveryCodes);
    setKey(null);
    form.reset();
    await refresh();
  });
  const renew = () =>
    attempt(async () => {
      setCodes((await ask("account.renewRecoveryCodes", {})).recoveryCodes);
      await refresh();
    });
  const turnOff = () =>
    attempt(async () => {
      await ask("account.turnOffSecondFactor", {});
      await refresh();
    });
  return (
    <Box as="section" aria-labelledby="second-factor">
      <Title level={2}>
        <span id="second-factor">{words.secondFactor}</span>
      </Title>
      <Text color="ink2" mt="2px" mb="12px">
        {words.besidesYourPasswordSigning}
      </Text>
      {duty && !on ? (
        <Box mb="12px">
          <State tone="amber">{words.yourStudioWantsOne}</State>
        </Box>
      ) : null}
      {on ? (
        <>
          <State tone="moss">{words.on}</State>
          <Text mt="6px">
            {recoveryCodes === 1 ? words.oneRecoveryCodeLeft : words.recoveryCodesAreLeft(recoveryCodes)}
          </Text>
          <Flex gap="8px" mt="12px">
            <PlainButton onClick={renew}>{words.newRecoveryCodes}</PlainButton>
            {duty ? null : <PlainButton onClick={turnOff}>{words.turnOff}</PlainButton>}
          </Flex>
        </>
      ) : key ? (
        <Flex gap="18px" wrap="wrap" align="flex-start">
          <Picture address={key.address} />
          <Box flex="1 1 220px">
            <Text mb="8px">{words.takePictureWithYour}</Text>
            <Text fontFamily="mono" mb="12px" overflowWrap="anywhere">
              {key.key.match(/.{1,4}/g)?.join(" ")}
            </Text>
            <Form of={form}>
              <TextRow of={form} field="code" text="code" label={words.itsCodeNow} stacked />
              <FormNote of={form} />
              <PlainButton type="submit" loading={form.busy}>
                {words.turnItOn}
              </PlainButton>
            </Form>
          </Box>
        </Flex>
      ) : (
        <PlainButton onClick={begin}>{words.setUp}</PlainButton>
      )}
      <RefusalNote refusal={refusal} />
      {codes ? <RecoveryCodes codes={codes} onClose={() => setCodes(null)} /> : null}
    </Box>
  );
}
