"use client";
// Where the popup stands on the page, and its picture.
import { Box, Grid, RadioCard } from "@chakra-ui/react";
import { type PopupDesign, popupDesigns } from "@/core/popup/popup";
import { QuietButton } from "@/studio/kit/buttons";
import { Cards } from "@/studio/kit/cards";
import { Row, TextInput } from "@/studio/kit/fields";
import { Group } from "@/studio/kit/layout";
import { PictureChoice } from "@/studio/media/picture-choice";
import type { StepProps as PropsOf } from "@/studio/widget/half";
import { words as own } from "./words";

type StepProps = PropsOf<"popup">;

/** Boxes on a small page: where each design stands. */
const designDrawings: Readonly<Record<PopupDesign, readonly [number, number, number, number]>> = {
  card: [24, 14, 40, 30],
  note: [56, 34, 28, 20],
  bar: [2, 44, 84, 12],
  sheet: [56, 2, 30, 54],
};

/** Designs that stand beside the page: they dim nothing unless somebody wants it. */
const beside: ReadonlySet<PopupDesign> = new Set(["note", "bar"]);

export function DesignStep({ settings: popup, change }: StepProps) {
  return (
    <>
      <Cards
        aria-label={own.design}
        value={popup.design}
        onValueChange={({ value }) => {
          const design = value as PopupDesign;
          change({ design, look: { ...popup.look, pageUsable: beside.has(design) } });
        }}
      >
        <Grid templateColumns="1fr 1fr" gap="10px" mb="14px">
          {(Object.keys(popupDesigns) as PopupDesign[]).map((design) => {
            const [x, y, width, height] = designDrawings[design];
            return (
              <RadioCard.Item
                key={design}
                value={design}
                bg="white"
                borderColor="line"
                borderRadius="field"
                cursor="pointer"
                _checked={{ borderColor: "mark", boxShadow: "0 0 0 1px var(--chakra-colors-mark)" }}
              >
                <RadioCard.ItemHiddenInput />
                <RadioCard.ItemControl p="10px">
                  <RadioCard.ItemContent gap="0">
                    <DesignDrawing x={x} y={y} width={width} height={height} />
                    <RadioCard.ItemText fontWeight="650" fontSize="ui" mt="6px">
                      {popupDesigns[design].name}
                    </RadioCard.ItemText>
                    <RadioCard.ItemDescription fontSize="small" color="ink2" opacity="1">
                      {popupDesigns[design].note}
                    </RadioCard.ItemDescription>
                  </RadioCard.ItemContent>
                </RadioCard.ItemControl>
              </RadioCard.Item>
            );
          })}
        </Grid>
      </Cards>
      <Group
        title={own.picture}
        aside={
          popup.picture ? (
            <QuietButton onClick={() => change({ picture: null })}>{own.withoutPicture}</QuietButton>
          ) : (
            own.none
          )
        }
      >
        <PictureChoice
          value={popup.picture?.media ?? null}
          onChoose={(media) => change({ picture: { media, alt: popup.picture?.alt ?? "" } })}
        />
        {popup.picture ? (
          <Box mt="10px">
            <Row label={own.description} stacked hint={own.leaveEmptyIfPicture}>
              {(ids) => (
                <TextInput
                  {...ids}
                  value={popup.picture?.alt ?? ""}
                  onChange={(alt) => popup.picture && change({ picture: { ...popup.picture, alt } })}
                />
              )}
            </Row>
          </Box>
        ) : null}
      </Group>
    </>
  );
}

/** A small drawing of where a design stands on the page. */
const DesignDrawing = ({ x, y, width, height }: { x: number; y: number; width: number; height: number }) => (
  <svg
    width="88"
    height="58"
    aria-hidden="true"
    style={{
      border: "1px solid var(--chakra-colors-line)",
      background: "var(--chakra-colors-paper)",
    }}
  >
    <path d="M8 9h40M8 16h62M8 23h52M8 34h40M8 41h62" stroke="var(--chakra-colors-drawn-line)" strokeWidth="2.5" />
    <rect
      x={x}
      y={y}
      width={width}
      height={height}
      fill="var(--chakra-colors-white)"
      stroke="var(--chakra-colors-ink)"
      strokeWidth="1.5"
    />
  </svg>
);
