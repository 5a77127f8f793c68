"use client";
// What stands above the clips: pictures, name, counts, and where one subscribes.
import { Box, Text } from "@chakra-ui/react";
import type { FeedHeader } from "@/core/clips/clips";
import { QuietButton } from "@/studio/kit/buttons";
import { Row, TextInput, Tick } from "@/studio/kit/fields";
import { Segments } from "@/studio/kit/segments";
import { PictureChoice } from "@/studio/media/picture-choice";
import type { StepProps } from "@/studio/widget/half";
import { words as own } from "./words";

export function HeadStep({ settings: feed, faults, change }: StepProps<"clips">) {
  const { header } = feed;
  const set = (part: Partial<FeedHeader>) => change({ header: { ...header, ...part } });
  const picture = (name: "banner" | "logo", label: string) => (
    <Box mb="10px">
      <Text color="ink2" mb="4px">
        {label}
      </Text>
      <PictureChoice value={header[name]} onChoose={(media) => set({ [name]: media })} />
      {header[name] ? <QuietButton onClick={() => set({ [name]: null })}>{own.none}</QuietButton> : null}
    </Box>
  );
  return (
    <>
      <Tick label={own.headShown} checked={header.shown} onChange={(shown) => set({ shown })} />
      {header.shown ? (
        <Box mt="8px">
          <Row label={own.name} hint={own.nameHint} error={faults["header.name"]}>
            {(ids) => <TextInput {...ids} value={header.name} onChange={(name) => set({ name })} />}
          </Row>
          <Tick label={own.subscribers} checked={header.subscribers} onChange={(subscribers) => set({ subscribers })} />
          <Tick label={own.clipCount} checked={header.clips} onChange={(clips) => set({ clips })} />
          <Tick label={own.viewCount} checked={header.views} onChange={(views) => set({ views })} />
          <Box mt="8px">
            <Row label={own.subscribeAt} stacked error={faults["header.subscribeAt"]}>
              {(ids) => (
                <TextInput {...ids} value={header.subscribeAt} onChange={(subscribeAt) => set({ subscribeAt })} />
              )}
            </Row>
          </Box>
          {header.subscribeAt ? (
            <>
              <Row label={own.subscribeWords} error={faults["header.subscribeWords"]}>
                {(ids) => (
                  <TextInput
                    {...ids}
                    value={header.subscribeWords}
                    onChange={(subscribeWords) => set({ subscribeWords })}
                  />
                )}
              </Row>
              <Row label={own.subscribePlace}>
                {() => (
                  <Segments
                    label={own.subscribePlace}
                    value={header.subscribePlace}
                    onChange={(subscribePlace) => set({ subscribePlace })}
                    options={[
                      ["beside", own.places.beside],
                      ["below", own.places.below],
                    ]}
                  />
                )}
              </Row>
            </>
          ) : null}
          {picture("banner", own.banner)}
          {picture("logo", own.logo)}
        </Box>
      ) : null}
    </>
  );
}
