"use client";
// A window over the screen.
import { Dialog, Portal } from "@chakra-ui/react";
import { X } from "lucide-react";
import type { ReactNode } from "react";
import { IconButton } from "./buttons";
import { words } from "./words";

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
    <Dialog.Root open={open} onOpenChange={({ open: now }) => !now && onClose()} {...(wide ? { size: "lg" } : {})}>
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
