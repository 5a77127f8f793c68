"use client";
// Code of a block, written in an editor with room of its own; and a list of words, one a line.
import { Box, Flex, Text } from "@chakra-ui/react";
import { Code } from "lucide-react";
import { useState } from "react";
import { PlainButton } from "@/studio/kit/buttons";
import { Row } from "@/studio/kit/fields";
import { later } from "@/studio/kit/later";
import { Loading, State } from "@/studio/kit/layout";
import { linesOf } from "@/studio/kit/lines";
import { TextArea } from "@/studio/kit/text-area";
import { Window } from "@/studio/kit/window";
import { words as own } from "../words";
import { type FieldProps, useField } from "./field";

// Only who writes code loads what it is written in.
const CodeEditor = later(
  () => import("@/studio/kit/code-editor").then((module) => module.CodeEditor),
  <Loading what={own.theEditor} />,
);

export function CodeField({ composer, node, field }: FieldProps<"code">) {
  const { value, set, error } = useField(composer, node, field.name);
  const [open, setOpen] = useState(false);
  const text = String(value ?? "");
  const lines = text.trim() ? text.trimEnd().split("\n").length : 0;
  return (
    <Box mb="6px">
      <Flex align="center" justify="space-between" gap="8px">
        <Text color="ink2">{own.codeLines(field.label, lines)}</Text>
        <PlainButton onClick={() => setOpen(true)} aria-label={own.writeCode(field.label)}>
          <Code size={14} /> {own.write}
        </PlainButton>
      </Flex>
      {error ? <State tone="brick">{error}</State> : null}
      <Window
        wide
        title={field.label}
        open={open}
        onClose={() => setOpen(false)}
        foot={<PlainButton onClick={() => setOpen(false)}>{own.doneWriting}</PlainButton>}
      >
        <Text color="ink2" mb="8px">
          {own.codeKept}
        </Text>
        <CodeEditor value={text} language={field.control.language} label={field.label} onChange={set} />
        {error ? <State tone="brick">{error}</State> : null}
      </Window>
    </Box>
  );
}

export function ListField({ composer, node, field }: FieldProps<"list">) {
  const { value, set, error } = useField(composer, node, field.name);
  const [typed, setTyped] = useState((value as readonly string[]).join("\n"));
  return (
    <Row label={field.label} error={error} hint={field.hint?.(node.content)} stacked>
      {(ids) => (
        <TextArea
          {...ids}
          rows={3}
          value={typed}
          onChange={(text) => {
            setTyped(text);
            set(linesOf(text));
          }}
        />
      )}
    </Row>
  );
}
