"use client";
// A walk through the sample words of a page: one block after the other, until none is left.
import { Flex, Text } from "@chakra-ui/react";
import { useRouter, useSearchParams } from "next/navigation";
import { useEffect, useMemo } from "react";
import { samplesShown } from "@/core/page/words/samples-shown";
import { MainButton, PlainButton } from "@/studio/kit/buttons";
import { State } from "@/studio/kit/layout";
import type { Composer, ComposerView } from "./store";
import { words } from "./words";

export function SamplesWalk({ composer, view }: { composer: Composer; view: ComposerView }) {
  const router = useRouter();
  const { header, page, footer, shared } = view;
  const around = useSearchParams().get("headerFooter") !== null;
  const left = useMemo(
    () => samplesShown(around ? [header, footer] : [page], shared),
    [around, header, footer, page, shared],
  );
  const selected = view.selection?.node;
  const at = left.findIndex(({ node }) => node === selected);
  const go = (by: number) => {
    const next = left[(Math.max(at, by > 0 ? -1 : 0) + by + left.length) % left.length];
    if (next) composer.select(next.node);
  };
  // biome-ignore lint/correctness/useExhaustiveDependencies: the walk begins once, at the first block
  useEffect(() => {
    if (at < 0 && left[0]) composer.select(left[0].node);
  }, []);
  const end = () => router.replace(location.pathname);
  return (
    <Flex
      role="region"
      aria-label={words.sampleWalk}
      bg="wash"
      borderBottomWidth="1px"
      borderColor="edge"
      px="12px"
      py="5px"
      gap="10px"
      align="center"
      wrap="wrap"
    >
      {left.length ? (
        <Text flex="1" minW="200px" role="status" truncate>
          <b>{at < 0 ? words.samplesCount(left.length) : words.sampleAt(at + 1, left.length)}</b>{" "}
          {left[at]?.words ? `“${left[at]?.words}”` : ""}
        </Text>
      ) : (
        <Flex flex="1" role="status">
          <State tone="moss">{words.noSamples}</State>
        </Flex>
      )}
      {left.length > 1 ? (
        <>
          <PlainButton h="28px" onClick={() => go(-1)}>
            {words.sampleBefore}
          </PlainButton>
          <MainButton h="28px" onClick={() => go(1)}>
            {words.sampleNext}
          </MainButton>
        </>
      ) : null}
      <PlainButton h="28px" onClick={end}>
        {words.sampleEnd}
      </PlainButton>
    </Flex>
  );
}
