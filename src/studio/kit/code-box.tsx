"use client";
// Code as one of a step's fields: its editor is loaded when somebody comes to write, and goes on where they are.
import { type ComponentProps, type ComponentType, useState } from "react";
import type { CodeEditor as Editor } from "./code-editor";
import { TextArea } from "./text-area";

type BoxProps = Pick<ComponentProps<typeof Editor>, "value" | "language" | "label" | "onChange">;

export function CodeBox(props: BoxProps) {
  const { value, label, onChange } = props;
  const [come, setCome] = useState<{
    Editor: ComponentType<ComponentProps<typeof Editor>>;
    at: readonly [number, number];
  } | null>(null);
  const load = (area: HTMLTextAreaElement) =>
    import("./code-editor").then(
      (module) => {
        // Who has gone on meanwhile is not brought back.
        if (area === document.activeElement)
          setCome({ Editor: module.CodeEditor, at: [area.selectionStart, area.selectionEnd] });
      },
      // Without it the code is written as plain text.
      () => {},
    );
  if (come) return <come.Editor {...props} low at={come.at} />;
  return (
    <TextArea
      mono
      aria-label={label}
      rows={9}
      value={value}
      onChange={onChange}
      onFocus={(event) => void load(event.currentTarget)}
    />
  );
}
