"use client";
// The small pictures of the running order: each section as it looks on this page, cut from what the stage draws. They come when
// nothing else waits, one after the other, and follow the page a moment after its last edit: letters never wait for them.
import { Box } from "@chakra-ui/react";
import { memo, useEffect, useState } from "react";
import { drawing } from "@/core/page/look/drawing";
import { drawingHeight, drawingWidth } from "@/core/page/look/shapes";
import type { PageNode } from "@/core/page/node";
import type { Part } from "@/core/render/drawing";
import type { RenderedPage, Renderer } from "@/core/render/render";
import { Drawn } from "@/studio/kit/drawn";
import { idle } from "@/studio/stage/hidden-frame";
import { StageFrame } from "@/studio/stage/stage-frame";
import { useNear } from "@/studio/stage/use-near";

/** So long nothing has changed when pictures follow, in ms. */
const restMs = 700;
/** Sections are pictured as on a page of this width. */
const pageWidthPx = 960;
const widthPx = 64;
/** A section of one line is still a picture. */
const leastPx = 14;
/** Where the running order is folded to pictures. */
const foldedPx = 52;

/** A section's structure, as shapes: until it is pictured, and while it is carried. */
export const Drawing = memo(function Drawing({ section, scale }: { section: PageNode; scale?: number }) {
  return <Drawn shapes={drawing(section)} {...(scale ? { scale } : {})} />;
});

/** What a picture shows: a page with one of its sections. */
export interface PicturedPart {
  readonly rendered: RenderedPage;
  readonly renderer: Renderer;
}

export type PartsPictured = ReadonlyMap<string, PicturedPart>;

type Parts = RenderedPage["parts"];

/** What was pictured of a part, as long as that is the same: an edit draws the picture of its own section alone. */
const known = new WeakMap<Part, PicturedPart>();
function pictureOf(part: Part, rendered: RenderedPage, parts: Parts, renderer: Renderer): PicturedPart {
  const old = known.get(part);
  const same = old?.renderer === renderer && old.rendered.top === rendered.top;
  if (old && same && old.rendered.parts.main[0] === parts.main[0]) return old;
  const made = { renderer, rendered: { ...rendered, parts } };
  known.set(part, made);
  return made;
}

function pictured(rendered: RenderedPage, renderer: Renderer): PartsPictured {
  const { header, main, footer } = rendered.parts;
  const flat = rendered.top ? { ...rendered, top: null } : rendered;
  return new Map([
    // A header lies over what begins the page: without it words in white would stand on white.
    ...header.map((part, index) => {
      const parts = { header: header.slice(index), main: main.slice(0, 1), footer: [] };
      return [part.id, pictureOf(part, rendered, parts, renderer)] as const;
    }),
    ...[...main, ...footer].map((part) => {
      const parts = { header: [], main: [part], footer: [] };
      return [part.id, pictureOf(part, flat, parts, renderer)] as const;
    }),
  ]);
}

const none: PartsPictured = new Map();

/** Pictures of all parts of a page, as it was when nothing had changed for a moment. */
export function usePictured(renderer: Renderer | null, rendered: RenderedPage | null): PartsPictured {
  const [rested, setRested] = useState<PartsPictured>(none);
  useEffect(() => {
    if (!renderer || !rendered) return;
    const timer = setTimeout(() => setRested(pictured(rendered, renderer)), restMs);
    return () => clearTimeout(timer);
  }, [renderer, rendered]);
  return rested;
}

// Pictures are drawn one at a time, each when there is nothing better to do.
let turns = Promise.resolve();
const turn = (): Promise<void> => {
  turns = turns.then(idle);
  return turns;
};

/** Whether it is the turn of one that may be drawn. */
function useTurn(may: boolean): boolean {
  const [come, setCome] = useState(false);
  useEffect(() => {
    if (!may || come) return;
    let wanted = true;
    void turn().then(() => wanted && setCome(true));
    return () => {
      wanted = false;
    };
  }, [may, come]);
  return come;
}

export const EntryPicture = memo(function EntryPicture({
  section,
  picture,
  folded,
}: {
  section: PageNode;
  picture: PicturedPart | undefined;
  folded: boolean;
}) {
  const width = folded ? foldedPx : widthPx;
  const scale = width / drawingWidth;
  // Without its border, as wide as the drawing with its own.
  const inside = width - 2;
  const height = Math.round(drawingHeight * scale) - 2;
  const [ref, near] = useNear();
  const come = useTurn(near && picture !== undefined);
  return (
    <Box ref={ref} flex="none" pointerEvents="none" aria-hidden="true" inert>
      {picture && near && come ? (
        <Box overflow="clip" borderWidth="1px" borderColor="line" borderRadius="2px">
          <StageFrame
            title=""
            widthPx={pageWidthPx}
            scale={inside / pageWidthPx}
            clipPx={height}
            leastPx={leastPx}
            rendered={picture.rendered}
            renderer={picture.renderer}
          />
        </Box>
      ) : (
        <Drawing section={section} scale={scale} />
      )}
    </Box>
  );
});
