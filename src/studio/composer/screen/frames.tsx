"use client";
// The frames on the stage: the page at the chosen width, and the phone beside it on wish.
import { Flex } from "@chakra-ui/react";
import { type RefObject, useEffect } from "react";
import type { Width } from "@/core/page/look/look";
import { deviceClass } from "@/core/visitor/visitor";
import { EditableFrame } from "@/studio/stage/editable-frame";
import { useScrollTogether } from "../scroll-together";
import type { Composer } from "../store";
import { useViewChoice } from "../view-choice";
import { words } from "../words";

const scopeOf = (widthPx: number): Width =>
  ({ wide: "base", tablet: "tablet", phone: "phone" })[deviceClass(widthPx)] as Width;

/** The width of the frame that is always there; two frames need it to be a wide one. */
export function useMainWidth(composer: Composer): number {
  const [{ sideBySide, widthPx }] = useViewChoice();
  const mainWidth = sideBySide ? Math.max(widthPx, 820) : widthPx;
  const mainScope = scopeOf(mainWidth);
  useEffect(() => {
    // A change holds for a width that can be seen: the frame it was chosen in may have gone.
    const { selection } = composer.view;
    const seen = selection && (selection.width === mainScope || (sideBySide && selection.width === "phone"));
    if (selection && !seen) composer.select(selection.node, mainScope);
  }, [composer, mainScope, sideBySide]);
  return mainWidth;
}

type FrameOf = Omit<Parameters<typeof EditableFrame>[0], "name" | "widthPx" | "scale" | "scope" | "roomPx">;

/** Side by side, each in the room it has. */
export function Frames({
  frame,
  mainWidth,
  stageWidth,
  editRef,
}: {
  frame: FrameOf;
  mainWidth: number;
  stageWidth: number;
  editRef: RefObject<((node: string) => void) | null>;
}) {
  const { tell: tellPane, scrolled } = useScrollTogether();
  const [{ sideBySide, zoom }, choose] = useViewChoice();
  const mainScope = scopeOf(mainWidth);
  const room = Math.max(240, stageWidth - 36);
  const phoneScale = zoom === "fit" ? Math.min(1, (room * 0.3) / 390) : zoom / 100;
  const phoneRoom = sideBySide ? Math.min(390 * phoneScale, room * 0.45) : 0;
  const wideRoom = room - phoneRoom - (sideBySide ? 22 : 0);
  const mainScale = zoom === "fit" ? Math.min(1, wideRoom / mainWidth) : zoom / 100;
  const edge = {
    centred: !sideBySide,
    // Two frames need the wide one to be one.
    onWidth: (px: number) => choose({ widthPx: sideBySide ? Math.max(px, 820) : px }),
  };
  return (
    <Flex gap="22px" h="100%" justify={sideBySide ? "flex-start" : "center"}>
      <EditableFrame
        key="main"
        {...frame}
        name={
          mainWidth > 900 ? words.frameNames.wide : mainWidth > 600 ? words.frameNames.tablet : words.frameNames.phone
        }
        widthPx={mainWidth}
        edge={edge}
        roomPx={wideRoom}
        scale={mainScale}
        scope={mainScope}
        editRef={editRef}
        onPane={(pane) => tellPane("main", pane)}
        onScrolled={() => scrolled("main")}
      />
      {sideBySide ? (
        <EditableFrame
          key="phone"
          {...frame}
          name={words.frameNames.phone}
          widthPx={390}
          roomPx={phoneRoom}
          scale={phoneScale}
          scope="phone"
          rounded
          onPane={(pane) => tellPane("phone", pane)}
          onScrolled={() => scrolled("phone")}
        />
      ) : null}
    </Flex>
  );
}
