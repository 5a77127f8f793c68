"use client";
// Which part of a picture its place shows, drawn in the place's own shape: dragged, zoomed and turned; and how large the
// place wants it.
import { Box, Flex, Text } from "@chakra-ui/react";
import { Minus, Plus, RotateCcw, RotateCw } from "lucide-react";
import { useRef, useState } from "react";
import { enlargedFrom } from "@/core/check/layout";
import type { Region } from "@/core/media/cut";
import { type Cut, leanCut, mostZoom, pointFor, pointOf, regionShown, turned } from "@/core/media/cut";
import type { MediaEntry } from "@/core/media/entry";
import { isPicture } from "@/core/media/entry";
import { isDrawing, mayTurn, sidesOf, type Turn } from "@/core/media/forms";
import { useSite } from "@/studio/frame/site-context";
import { IconButton, QuietButton } from "@/studio/kit/buttons";
import { State } from "@/studio/kit/layout";
import { Picture } from "@/studio/kit/picture";
import { Segments } from "@/studio/kit/segments";
import { smallPicture } from "@/studio/kit/small-picture";
import { useFacts } from "../facts";
import { words as own } from "../words";

const highestPx = 220;
const stepPercent = 3;
const stepZoom = 0.1;

const arrows: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

/** How large a place is that shows a picture whole. */
export function PlaceWants({ node }: { node: string }) {
  const [largest] = useFacts(node)
    .flatMap(({ places }) => places.get("") ?? [])
    .toSorted((one, other) => other.widthPx - one.widthPx);
  return largest ? (
    <Text fontSize="small" color="ink2" mt="4px">
      {own.placeWants(largest.widthPx, largest.heightPx)}
    </Text>
  ) : null;
}

export function PictureCut({
  node,
  place,
  media,
  cut,
  widestPx = 256,
  onChange,
}: {
  /** The block, and which of its places: "" or the line. */
  node: string;
  place: string;
  media: string | null;
  cut: Cut | undefined;
  /** How wide it may be drawn. */
  widestPx?: number;
  /** `moving`: one of many small changes that are one step back together. */
  onChange: (cut: Cut | undefined, moving: boolean) => void;
}) {
  const site = useSite();
  const sizes = useFacts(node).flatMap(({ widthPx, places }) => {
    const size = places.get(place);
    return size ? [{ at: widthPx, ...size }] : [];
  });
  const [shownAt, setShownAt] = useState<string>("");
  /** Where a drag began, and what was shown then. */
  const began = useRef({ x: 0, y: 0, left: 0, top: 0 });
  const entry = site.media.find(({ hash }) => hash === media);
  const chosen = sizes.find(({ at }) => String(at) === shownAt) ?? sizes[0];
  const largest = sizes.toSorted((one, other) => other.widthPx - one.widthPx)[0];
  if (!entry || !isPicture(entry))
    return largest ? (
      <Text fontSize="small" color="ink2" mb="8px">
        {own.placeWants(largest.widthPx, largest.heightPx)}
      </Text>
    ) : null;
  const turn: Turn = mayTurn(entry) ? (cut?.turn ?? 0) : 0;
  const sides = sidesOf(entry, turn);
  const shape = sides.widthPx / sides.heightPx;
  const placeShape = chosen ? chosen.widthPx / chosen.heightPx : shape;
  const point = pointOf(cut, entry);
  const zoom = cut?.zoom ?? 1;
  const region = regionShown(shape, placeShape, point, zoom);
  const widthPx = Math.round(Math.min(widestPx, highestPx * placeShape));
  const height = Math.round(widthPx / placeShape);
  const put = (next: Cut, moving = true) => onChange(leanCut({ ...cut, ...next }), moving);
  /** Shows what begins there, in shares of the picture. */
  const show = (left: number, top: number) => put(pointFor(left, top, region));
  const zoomTo = (next: number) => put({ zoom: Math.max(1, Math.min(mostZoom, next)) });
  // A point of its own turns with the picture, as the picture's does.
  const turnBy = (by: Turn) =>
    put({ ...(cut?.x === undefined ? {} : turned(point, by)), turn: ((turn + by) % 360) as Turn }, false);
  return (
    <Box mt="8px" mb="10px" role="group" aria-label={own.cutTitle}>
      {sizes.length > 1 ? (
        <Box mb="6px">
          <Segments
            label={own.cutAt}
            value={String(chosen?.at ?? "")}
            options={sizes.map(({ at }) => [String(at), own.cutAtPx(at)] as const)}
            onChange={setShownAt}
          />
        </Box>
      ) : null}
      <button
        type="button"
        aria-label={own.cutHow}
        title={own.cutHow}
        onKeyDown={(event) => {
          const by = arrows[event.key];
          if (by) show(region.left + (by[0] * stepPercent) / 100, region.top + (by[1] * stepPercent) / 100);
          else if (event.key === "+" || event.key === "=") zoomTo(zoom + stepZoom);
          else if (event.key === "-") zoomTo(zoom - stepZoom);
          else return;
          event.preventDefault();
          event.stopPropagation();
        }}
        onPointerDown={(event) => {
          event.preventDefault();
          event.currentTarget.focus();
          event.currentTarget.setPointerCapture(event.pointerId);
          began.current = { x: event.clientX, y: event.clientY, left: region.left, top: region.top };
        }}
        onPointerMove={({ currentTarget, pointerId, clientX, clientY }) => {
          if (!currentTarget.hasPointerCapture(pointerId)) return;
          const { x, y, left, top } = began.current;
          if (clientX === x && clientY === y) return;
          show(left - ((clientX - x) / widthPx) * region.width, top - ((clientY - y) / height) * region.height);
        }}
        style={{
          display: "block",
          position: "relative",
          overflow: "hidden",
          width: widthPx,
          height,
          cursor: "grab",
          touchAction: "none",
          background: "var(--chakra-colors-wash)",
        }}
      >
        <WholePicture site={site} entry={entry} turn={turn} widthPx={widthPx} region={region} height={height} />
      </button>
      <NearAndTurned zoom={zoom} zoomTo={zoomTo} entry={entry} turnBy={turnBy} cut={cut} onChange={onChange} />
      {chosen && largest ? (
        <PlaceNote
          at={chosen.at}
          size={chosen}
          least={largest}
          given={Math.round(sides.widthPx * region.width)}
          drawing={isDrawing(entry)}
        />
      ) : null}
    </Box>
  );
}

/** The whole picture, of which a part is shown. */
const WholePicture = ({
  site,
  entry,
  turn,
  widthPx,
  region,
  height,
}: {
  site: ReturnType<typeof useSite>;
  entry: MediaEntry;
  turn: 0 | 90 | 180 | 270;
  widthPx: number;
  region: Region;
  height: number;
}) => (
  <Picture
    src={smallPicture(site, entry.hash, turn)}
    style={{
      position: "absolute",
      maxWidth: "none",
      width: widthPx / region.width,
      height: height / region.height,
      left: (-region.left * widthPx) / region.width,
      top: (-region.top * height) / region.height,
    }}
  />
);

/** How near the picture is, and how it is turned. */
const NearAndTurned = ({
  zoom,
  zoomTo,
  entry,
  turnBy,
  cut,
  onChange,
}: {
  zoom: number;
  zoomTo: (next: number) => void;
  entry: MediaEntry;
  turnBy: (by: Turn) => void;
  cut: Cut | undefined;
  onChange: (cut: Cut | undefined, moving: boolean) => void;
}) => (
  <Flex align="center" gap="2px" mt="4px">
    <IconButton name={own.cutLess} disabled={zoom <= 1} onClick={() => zoomTo(zoom - stepZoom)}>
      <Minus size={14} />
    </IconButton>
    <Text w="42px" textAlign="center" whiteSpace="nowrap" flex="none" fontVariantNumeric="tabular-nums">
      {own.cutZoom(zoom)}
    </Text>
    <IconButton name={own.cutMore} disabled={zoom >= mostZoom} onClick={() => zoomTo(zoom + stepZoom)}>
      <Plus size={14} />
    </IconButton>
    {mayTurn(entry) ? (
      <>
        <Box w="8px" />
        <IconButton name={own.turnLeft} onClick={() => turnBy(270)}>
          <RotateCcw size={14} />
        </IconButton>
        <IconButton name={own.turnRight} onClick={() => turnBy(90)}>
          <RotateCw size={14} />
        </IconButton>
      </>
    ) : null}
    <Box flex="1" />
    {cut ? <QuietButton onClick={() => onChange(undefined, false)}>{own.cutBack}</QuietButton> : null}
  </Flex>
);

/** How large the place is, and whether the part that is shown has enough pixels for it. */
function PlaceNote({
  at,
  size,
  least,
  given,
  drawing,
}: {
  at: number;
  size: { readonly widthPx: number; readonly heightPx: number };
  least: { readonly widthPx: number; readonly heightPx: number };
  /** So many pixels of the picture lie beside each other in what is shown. */
  given: number;
  drawing: boolean;
}) {
  const times = least.widthPx / given;
  return (
    <Box fontSize="small" mt="2px">
      <Text color="ink2">{own.placeIs(size.widthPx, size.heightPx, at)}</Text>
      {drawing ? null : times > enlargedFrom ? (
        <State tone="amber">{own.placeTooSmall(given, least.widthPx, least.heightPx, times)}</State>
      ) : (
        <Text color="moss">{own.placeEnough(given, least.widthPx, least.heightPx)}</Text>
      )}
    </Box>
  );
}
