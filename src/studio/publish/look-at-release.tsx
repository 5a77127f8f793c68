"use client";
// An older release, looked at before anything is done with it: its pages, wide and on a phone.
import { Flex } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { useSite } from "@/studio/frame/site-context";
import { ask } from "@/studio/kit/api";
import { PlainButton } from "@/studio/kit/buttons";
import { Choice } from "@/studio/kit/choice";
import { Row } from "@/studio/kit/fields";
import { Loading, State } from "@/studio/kit/layout";
import { Window } from "@/studio/kit/window";
import { type Shown, StatePicture } from "./state-picture";
import { words } from "./words";

export function LookAtRelease({
  release,
  onClose,
  onGoBack,
  onRestore,
}: {
  release: { readonly id: string; readonly number: number; readonly live: boolean };
  onClose: () => void;
  onGoBack: () => void;
  onRestore: () => void;
}) {
  const site = useSite();
  const [page, setPage] = useState("");
  const { data, error } = useQuery({
    queryKey: ["look", site.key, release.id, page],
    queryFn: () => ask("publish.look", { site: site.key, release: release.id, page }),
    placeholderData: (before) => before,
  });
  const shown = (data?.shown ?? null) as Shown | null;
  return (
    <Window
      title={words.lookAt(release.number)}
      open
      wide
      onClose={onClose}
      foot={
        site.mayLayout ? (
          <Flex gap="8px" wrap="wrap">
            <PlainButton title={words.restoreHint} onClick={onRestore}>
              {words.restore}
            </PlainButton>
            {release.live ? null : (
              <PlainButton title={words.goBackHint} onClick={onGoBack}>
                {words.goBack}
              </PlainButton>
            )}
          </Flex>
        ) : undefined
      }
    >
      {error ? <State tone="brick">{error.message}</State> : null}
      {data ? (
        <>
          <Row label={words.page}>
            {(ids) => (
              <Choice
                {...ids}
                value={shown?.page ?? ""}
                onChange={setPage}
                options={data.pages.map((one) => [one.id, one.title] as const)}
              />
            )}
          </Row>
          <Flex gap="14px" align="flex-start">
            <StatePicture shown={shown} title={words.n1180Px} widthPx={1180} roomPx={470} clipPx={430} none="" />
            <StatePicture shown={shown} title={words.n390Px} widthPx={390} roomPx={180} clipPx={430} none="" />
          </Flex>
        </>
      ) : (
        <Loading what={words.loadingPage} />
      )}
    </Window>
  );
}
