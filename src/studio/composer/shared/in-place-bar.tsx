"use client";
// Above the stage while a shared section is worked on in its place: on how many pages it stands, keep or put back.
import { Box, Flex, Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { Stamp } from "lucide-react";
import { useState } from "react";
import { fillsLost } from "@/core/page/shared/fill";
import { fillWords } from "@/core/page/shared/value";
import { useSite } from "@/studio/frame/site-context";
import { ask } from "@/studio/kit/api";
import { MainButton, PlainButton, QuietButton } from "@/studio/kit/buttons";
import { Loading, State } from "@/studio/kit/layout";
import { useCommand } from "@/studio/kit/use-command";
import { Window } from "@/studio/kit/window";
import type { Composer, InPlace } from "../store";
import { KeepPictures } from "./keep-pictures";
import { useSharedChanged, useSharedSections } from "./use-shared";
import { words } from "./words";

export function InPlaceBar({ composer, inPlace }: { composer: Composer; inPlace: InPlace }) {
  const { data } = useSharedSections();
  const [asking, setAsking] = useState(false);
  const pages = data?.sections.find(({ id }) => id === inPlace.shared)?.pages ?? 1;
  return (
    <Flex
      role="region"
      aria-label={words.kind}
      bg="wash"
      borderBottomWidth="1px"
      borderColor="edge"
      borderLeftWidth="3px"
      borderLeftColor="mark"
      px="12px"
      py="5px"
      gap="10px"
      align="center"
      wrap="wrap"
    >
      <Stamp size={15} aria-hidden="true" />
      <Text flex="1" minW="200px">
        <b>{words.inPlace(composer.documents.nameOf(inPlace.shared))}</b> {words.reach(pages)}
      </Text>
      {inPlace.edits ? (
        <>
          <Text color="ink2" role="status">
            {words.changes(inPlace.edits)}
          </Text>
          <QuietButton h="28px" onClick={() => composer.inPlace.putBack()}>
            {words.putBack}
          </QuietButton>
          <MainButton h="28px" onClick={() => setAsking(true)}>
            {words.see}
          </MainButton>
        </>
      ) : (
        <PlainButton h="28px" onClick={() => composer.inPlace.putBack()}>
          {words.close}
        </PlainButton>
      )}
      {asking ? <KeepWindow composer={composer} inPlace={inPlace} onClose={() => setAsking(false)} /> : null}
    </Flex>
  );
}

/** What a change of the definition means for the pages it stands on, before it is kept. */
function KeepWindow({ composer, inPlace, onClose }: { composer: Composer; inPlace: InPlace; onClose: () => void }) {
  const { key } = useSite();
  const changed = useSharedChanged();
  const { attempt, busy } = useCommand();
  const [failed, setFailed] = useState(false);
  const { data, error } = useQuery({
    queryKey: ["shared-places", key, inPlace.shared],
    queryFn: () => ask("shared.places", { site: key, shared: inPlace.shared }),
    gcTime: 0,
  });
  const states = composer.inPlace.states;
  const lost = (data?.documents ?? []).flatMap(({ title, places }) =>
    places.flatMap(({ fills }) =>
      states ? fillsLost(fills, states.before, states.after).map((fill) => ({ title, fill })) : [],
    ),
  );
  const keep = () =>
    attempt(async () => {
      const kept = await composer.inPlace.keep();
      setFailed(!kept);
      if (kept) {
        await changed();
        onClose();
      }
    });
  return (
    <Window
      title={words.keepTitle}
      open
      wide
      onClose={onClose}
      foot={
        <Flex gap="8px">
          <MainButton loading={busy} disabled={!data} onClick={keep}>
            {words.keepOn(data?.pages.length ?? 0)}
          </MainButton>
        </Flex>
      }
    >
      {error ? <State tone="brick">{error.message}</State> : null}
      {failed ? <State tone="brick">{words.notKept}</State> : null}
      {data ? (
        <>
          <Text mb="6px">{data.pages.length ? words.changesOn : words.changesNowhere}</Text>
          {states && data.pages.length ? (
            <KeepPictures pages={data.pages} shared={inPlace.shared} states={states} />
          ) : null}
          {lost.length ? (
            <>
              <State tone="amber">{words.loses}</State>
              <Box as="ul" pl="18px" mt="6px" listStyleType="disc">
                {lost.map(({ title, fill }) => (
                  <li key={`${title}.${fill.id}`}>
                    {words.lost(title, fillWords(fill).slice(0, 80) || words.noWords)}
                  </li>
                ))}
              </Box>
            </>
          ) : null}
        </>
      ) : error ? null : (
        <Loading what={words.thePages} />
      )}
    </Window>
  );
}
