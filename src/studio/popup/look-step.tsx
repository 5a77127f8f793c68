"use client";
// How the popup looks: ground, what is behind it, the close mark, how it comes.
import { Box, Flex, Text } from "@chakra-ui/react";
import { colourRoles } from "@/core/brand/brand";
import type { Popup } from "@/core/popup/popup";
import { RoleRow, SurfaceRow } from "@/studio/forms/brand-choice";
import { NumberInput, Row, Tick } from "@/studio/kit/fields";
import { Group } from "@/studio/kit/layout";
import { Segments } from "@/studio/kit/segments";
import type { StepProps as PropsOf } from "@/studio/widget/half";
import { words as own } from "./words";

type StepProps = PropsOf<"popup">;

export function LookStep({ settings: popup, faults, change }: StepProps) {
  const { look } = popup;
  const set = (part: Partial<Popup["look"]>) => change({ look: { ...look, ...part } });
  return (
    <>
      <SurfaceRow label={own.surface} value={look.surface} onChange={(surface) => set({ surface })} />
      <Group title={own.pageBehind} mt="8px">
        <Tick label={own.pageStaysUsable} checked={look.pageUsable} onChange={(pageUsable) => set({ pageUsable })} />
        {look.pageUsable ? (
          <Text color="ink2">{own.thenNothingDimmedKeyboard}</Text>
        ) : (
          <>
            <RoleRow
              label={own.overlay}
              roles={colourRoles}
              value={look.overlayColour}
              onChange={(overlayColour) => set({ overlayColour })}
            />
            <Row label={own.strength} error={faults["look.overlayStrength"]}>
              {(ids) => (
                <Flex gap="8px" align="center">
                  <input
                    type="range"
                    aria-label={own.strengthOverlay}
                    min={0}
                    max={100}
                    value={look.overlayStrength}
                    onChange={(event) => set({ overlayStrength: Number(event.target.value) })}
                    style={{ flex: 1, accentColor: "var(--chakra-colors-ink)" }}
                  />
                  <Box w="70px">
                    <NumberInput
                      {...ids}
                      min={0}
                      max={100}
                      step={1}
                      value={look.overlayStrength}
                      onChange={(strength) => set({ overlayStrength: strength ?? Number.NaN })}
                    />
                  </Box>
                  <Text>%</Text>
                </Flex>
              )}
            </Row>
          </>
        )}
      </Group>
      <Group title={own.closeMark}>
        <Row label={own.place}>
          {() => (
            <Segments
              label={own.placeCloseMark}
              value={look.closePlace}
              onChange={(closePlace) => set({ closePlace })}
              options={[
                ["inside", own.onThePopup],
                ["outside", own.cornerScreen],
              ]}
            />
          )}
        </Row>
        <Row label={own.shape}>
          {() => (
            <Segments
              label={own.shapeCloseMark}
              value={look.closeShape}
              onChange={(closeShape) => set({ closeShape })}
              options={[
                ["cross", own.cross],
                ["ring", own.crossRing],
                ["word", own.word],
              ]}
            />
          )}
        </Row>
      </Group>
      <Group title={own.entrance}>
        <Segments
          label={own.entrance}
          value={look.entrance}
          onChange={(entrance) => set({ entrance })}
          options={[
            ["none", own.none],
            ["fade", own.fade],
            ["rise", own.rise],
            ["slide", own.slide],
          ]}
        />
        <Text fontSize="small" color="ink2" mt="6px">
          {own.visitorsWhoAskedLess}
        </Text>
      </Group>
      {popup.design === "note" || popup.design === "sheet" ? (
        <Group title={own.side}>
          <Segments
            label={own.side}
            value={look.side}
            onChange={(side) => set({ side })}
            options={[
              ["start", own.whereLinesBegin],
              ["end", own.whereLinesEnd],
            ]}
          />
        </Group>
      ) : null}
    </>
  );
}
