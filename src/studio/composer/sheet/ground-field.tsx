"use client";
// The picture behind a section: chosen, its focal point set on it, and the contrast of words measured on its pixels.
import { Box, Flex, Text } from "@chakra-ui/react";
import { useEffect, useState } from "react";
import { surfaceRoles } from "@/core/brand/brand";
import { contrastOnPicture, textRatio, veilFor } from "@/core/brand/contrast";
import { freshGround, type Ground } from "@/core/page/ground";
import { useSite } from "@/studio/frame/site-context";
import { NumberInput, PlainButton, QuietButton, Row, State } from "@/studio/kit/kit";
import { PictureChoice } from "../picture-choice";
import { words as own } from "../words";
import type { FieldProps } from "./field";

/** So many pixels wide and high a picture is measured. */
const measuredPx = 48;

/** The pixels of a picture, made small; null until they are there. */
function usePixels(address: string): Uint8ClampedArray | null {
  const [pixels, setPixels] = useState<{ address: string; data: Uint8ClampedArray } | null>(null);
  useEffect(() => {
    let gone = false;
    const image = new Image();
    image.onload = () => {
      const canvas = document.createElement("canvas");
      canvas.width = measuredPx;
      canvas.height = measuredPx;
      const context = canvas.getContext("2d", { willReadFrequently: true });
      if (!context || gone) return;
      context.drawImage(image, 0, 0, measuredPx, measuredPx);
      setPixels({ address, data: context.getImageData(0, 0, measuredPx, measuredPx).data });
    };
    image.src = address;
    return () => {
      gone = true;
    };
  }, [address]);
  return pixels?.address === address ? pixels.data : null;
}

export function GroundField({ composer, node, field }: FieldProps<"ground">) {
  const ground = node.content[field.name] as Ground | undefined;
  const [choosing, setChoosing] = useState(false);
  const put = (next: Ground | undefined) => {
    const refusal = composer.setContent(node.id, field.name, next, `${node.id}.${field.name}`);
    if (refusal) composer.say(refusal);
  };
  return (
    <Box mb="10px">
      <Text color="ink2" mb="4px">
        {field.label}
      </Text>
      {ground || choosing ? (
        <PictureChoice
          value={ground?.media ?? null}
          onChoose={(media) => put(ground ? { ...ground, media } : freshGround(media))}
        />
      ) : (
        <PlainButton onClick={() => setChoosing(true)}>{own.putGround}</PlainButton>
      )}
      {ground ? (
        <>
          <QuietButton
            onClick={() => {
              setChoosing(false);
              put(undefined);
            }}
          >
            {own.noGround}
          </QuietButton>
          <Focus ground={ground} onChange={put} />
          <Veil ground={ground} surface={node.look.base.surface ?? "paper"} onChange={put} />
        </>
      ) : null}
    </Box>
  );
}

const inPercent = (value: number) => Math.max(0, Math.min(100, Math.round(value)));

/** The picture with the point that stays in view: set by a click, by the arrows, or as numbers. */
function Focus({ ground, onChange }: { ground: Ground; onChange: (ground: Ground) => void }) {
  const { key, media } = useSite();
  const entry = media.find(({ hash }) => hash === ground.media);
  const move = (x: number, y: number) => onChange({ ...ground, x: inPercent(x), y: inPercent(y) });
  const arrows: Readonly<Record<string, readonly [number, number]>> = {
    ArrowLeft: [-2, 0],
    ArrowRight: [2, 0],
    ArrowUp: [0, -2],
    ArrowDown: [0, 2],
  };
  return (
    <>
      <button
        type="button"
        aria-label={own.groundPoint}
        title={own.groundPoint}
        onClick={(event) => {
          // A press by the keyboard has no place.
          if (!event.detail) return;
          const box = event.currentTarget.getBoundingClientRect();
          move(((event.clientX - box.x) / box.width) * 100, ((event.clientY - box.y) / box.height) * 100);
        }}
        onKeyDown={(event) => {
          const by = arrows[event.key];
          if (!by) return;
          event.preventDefault();
          move(ground.x + by[0], ground.y + by[1]);
        }}
        style={{ position: "relative", display: "block", width: "100%", cursor: "crosshair", margin: "6px 0 8px" }}
      >
        {/* biome-ignore lint/performance/noImgElement: a small picture of our own media route */}
        <img
          alt=""
          src={`/api/sites/${key}/media/${ground.media}?w=480`}
          style={{
            display: "block",
            width: "100%",
            aspectRatio: entry ? `${entry.widthPx} / ${entry.heightPx}` : "3 / 2",
          }}
        />
        <Box
          position="absolute"
          left={`${ground.x}%`}
          top={`${ground.y}%`}
          w="18px"
          h="18px"
          ml="-9px"
          mt="-9px"
          borderRadius="full"
          borderWidth="2px"
          borderColor="white"
          bg="mark"
          boxShadow="lifted"
        />
      </button>
      <Flex gap="8px">
        {(["x", "y"] as const).map((side) => (
          <Box key={side} flex="1">
            <Row label={side === "x" ? own.groundAcross : own.groundDown} stacked>
              {(ids) => (
                <NumberInput
                  {...ids}
                  unit="%"
                  min={0}
                  max={100}
                  value={ground[side]}
                  onChange={(value) => value !== undefined && onChange({ ...ground, [side]: inPercent(value) })}
                />
              )}
            </Row>
          </Box>
        ))}
      </Flex>
    </>
  );
}

/** How much of the surface lies over the picture, and what contrast that leaves on the picture itself. */
function Veil({
  ground,
  surface,
  onChange,
}: {
  ground: Ground;
  surface: keyof typeof surfaceRoles;
  onChange: (ground: Ground) => void;
}) {
  const { key, brand } = useSite();
  const pixels = usePixels(`/api/sites/${key}/media/${ground.media}?w=480`);
  const roles = surfaceRoles[surface];
  const [over, words] = [brand.colours[roles.ground], brand.colours[roles.words]];
  const ratio = pixels && contrastOnPicture(pixels, over, ground.veil / 100, words);
  const enough = pixels && ratio !== null && ratio < textRatio ? veilFor(pixels, over, words) : null;
  return (
    <>
      <Row label={own.groundVeil} stacked>
        {(ids) => (
          <Flex align="center" gap="8px">
            <input
              {...ids}
              type="range"
              min={0}
              max={100}
              step={5}
              value={ground.veil}
              onChange={(event) => onChange({ ...ground, veil: Number(event.target.value) })}
              style={{ flex: 1, accentColor: "var(--chakra-colors-ink)", height: 24 }}
            />
            <Text w="44px" textAlign="right">
              {ground.veil} %
            </Text>
          </Flex>
        )}
      </Row>
      {ratio === null ? null : (
        <State tone={ratio >= textRatio ? "moss" : "brick"}>{own.contrastPicture(ratio.toFixed(1))}</State>
      )}
      {ratio === null || ratio >= textRatio ? null : enough === null ? (
        <Text>{own.veilNever}</Text>
      ) : (
        <QuietButton onClick={() => onChange({ ...ground, veil: enough })}>{own.veilEnough(enough)}</QuietButton>
      )}
    </>
  );
}
