"use client";
// A button that asks for files.
import type { ButtonProps } from "@chakra-ui/react";
import { useRef } from "react";
import { PlainButton } from "./buttons";

type Asking = Omit<ButtonProps, "onClick"> & {
  /** Of the field, for whoever does not see the button. */
  label: string;
  /** What the window of the system offers, as in an input of type file. */
  accept?: string;
};

/** Asks for files, many at once where it says so. What is no such file is taken too: the server says why not. */
export function FilesButton({
  label,
  accept,
  many = true,
  onFiles,
  children,
  ...button
}: Asking & { many?: boolean; onFiles: (files: readonly File[]) => void }) {
  const input = useRef<HTMLInputElement>(null);
  return (
    <>
      <input
        ref={input}
        type="file"
        accept={accept}
        multiple={many}
        hidden
        aria-label={label}
        onChange={(event) => {
          const files = [...(event.target.files ?? [])];
          // The same ones can be chosen again.
          event.target.value = "";
          if (files.length) onFiles(files);
        }}
      />
      <PlainButton {...button} onClick={() => input.current?.click()}>
        {children}
      </PlainButton>
    </>
  );
}

/** Asks for one file. */
export const FileButton = ({ onFile, ...asking }: Asking & { onFile: (file: File) => void }) => (
  <FilesButton {...asking} many={false} onFiles={([file]) => file && onFile(file)} />
);
