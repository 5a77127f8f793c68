"use client";
// A window over the screen.
import { Dialog, defineSlotRecipe, Portal } from "@chakra-ui/react";
import { X } from "lucide-react";
import type { ReactNode } from "react";
import { IconButton } from "./buttons";
import { layerOf } from "./recipes";
import { words } from "./words";

const look = defineSlotRecipe({
  className: "chakra-dialog",
  slots: ["backdrop", "positioner", "content", "header", "body", "footer", "title", "closeTrigger"],
  base: {
    backdrop: {
      position: "fixed",
      inset: 0,
      w: "100dvw",
      h: "100dvh",
      zIndex: layerOf("popover", 1),
      bg: "ink/45",
      _open: { animation: "fade-in 400ms" },
      _closed: { animation: "fade-out 200ms" },
    },
    positioner: {
      position: "fixed",
      inset: 0,
      w: "100dvw",
      h: "100dvh",
      zIndex: layerOf("popover"),
      display: "flex",
      alignItems: "center",
      justifyContent: "center",
      overflow: "auto",
      overscrollBehaviorY: "none",
      pointerEvents: "auto",
    },
    content: {
      position: "relative",
      display: "flex",
      flexDirection: "column",
      w: "100%",
      maxW: "512px",
      maxH: "calc(100dvh - 16px)",
      m: "auto",
      outline: 0,
      bg: "sheet",
      color: "ink",
      fontSize: "ui",
      borderRadius: "panel",
      boxShadow: "lifted",
      _open: { animation: "scale-in 200ms, fade-in 200ms" },
      _closed: { animation: "scale-out 100ms, fade-out 100ms" },
    },
    header: { display: "flex", gap: "8px", px: "24px", pt: "24px", pb: "6px" },
    body: { flex: 1, minH: 0, overflowY: "auto", position: "relative", px: "24px", pt: "8px", pb: "24px" },
    footer: {
      display: "flex",
      alignItems: "center",
      justifyContent: "flex-end",
      gap: "12px",
      px: "24px",
      pt: "8px",
      pb: "16px",
    },
    title: { fontFamily: "heading", fontSize: "title", lineHeight: "28px", fontWeight: "600" },
    closeTrigger: { position: "absolute", top: "8px", insetEnd: "8px" },
  },
  variants: { size: { lg: { content: { maxW: "min(760px, calc(100vw - 24px))" } } } },
});

export function Window({
  title,
  open,
  onClose,
  children,
  foot,
  wide,
}: {
  title: string;
  open: boolean;
  onClose: () => void;
  children: ReactNode;
  foot?: ReactNode;
  wide?: boolean;
}) {
  return (
    <Dialog.Root
      recipe={look}
      open={open}
      onOpenChange={({ open: now }) => !now && onClose()}
      {...(wide ? { size: "lg" } : {})}
    >
      <Portal>
        <Dialog.Backdrop />
        <Dialog.Positioner>
          <Dialog.Content>
            <Dialog.Header>
              <Dialog.Title>{title}</Dialog.Title>
            </Dialog.Header>
            <Dialog.Body>{children}</Dialog.Body>
            {foot ? <Dialog.Footer>{foot}</Dialog.Footer> : null}
            <Dialog.CloseTrigger asChild>
              <IconButton name={words.close}>
                <X size={16} />
              </IconButton>
            </Dialog.CloseTrigger>
          </Dialog.Content>
        </Dialog.Positioner>
      </Portal>
    </Dialog.Root>
  );
}
