"use client";
// Taking a site file or a release out: small ones come at once; a large one is made first, and one may go on meanwhile.
import { Box, Text } from "@chakra-ui/react";
import { useMutation } from "@tanstack/react-query";
import { useEffect } from "react";
import { ask } from "@/studio/kit/api";
import { MainButton, PlainButton } from "@/studio/kit/buttons";
import { Progress, State } from "@/studio/kit/layout";
import { Window } from "@/studio/kit/window";
import { useJob } from "./job";
import { useSite } from "./site-context";
import { words } from "./words";

/** Takes out the site file, or the release of this id. */
export function TakeOut({ release, onClose }: { release: string | null; onClose: () => void }) {
  const { key } = useSite();
  const begin = useMutation({
    mutationFn: () =>
      release === null ? ask("sites.export", { site: key }) : ask("publish.export", { site: key, release }),
    onSuccess: ({ job }) => {
      if (job) return;
      location.assign(release === null ? `/api/sites/${key}/export` : `/api/sites/${key}/releases/${release}`);
      onClose();
    },
  });
  const { mutate } = begin;
  useEffect(() => mutate(), [mutate]);
  const job = begin.data?.job ?? null;
  const address = `/api/sites/${key}/export/${job}`;
  const progress = useJob(key, job, () => {});
  const failed = begin.error?.message ?? (progress?.state === "failed" ? words.takeOutFailed : null);
  const done = progress?.state === "done";
  // What comes at once shows no window.
  if (!job && !failed) return null;
  return (
    <Window
      title={release === null ? words.takeOutSite : words.takeOutRelease}
      open
      onClose={onClose}
      foot={
        failed ? (
          <MainButton onClick={() => mutate()}>{words.tryAgain}</MainButton>
        ) : done ? (
          <a href={address} download onClick={onClose}>
            <MainButton as="span">{words.download}</MainButton>
          </a>
        ) : (
          <PlainButton onClick={onClose}>{words.goOnMeanwhile}</PlainButton>
        )
      }
    >
      {failed ? (
        <State tone="brick">{failed}</State>
      ) : done ? (
        <State tone="moss">{words.takeOutReady}</State>
      ) : (
        <Box role="status">
          <Text mb="10px">{words.takeOutMade(progress?.done ?? 0)}</Text>
          <Progress label={words.takeOutProgress} done={progress?.done ?? 0} total={100} />
        </Box>
      )}
    </Window>
  );
}
