"use client";
// Lines that come, go and move: those of a list, with something at their end where the kind says so.
import { Box, Flex, Text } from "@chakra-ui/react";
import { Plus } from "lucide-react";
import { useState } from "react";
import type { PageNode } from "@/core/page/node";
import { QuietButton } from "@/studio/kit/buttons";
import { TextInput } from "@/studio/kit/fields";
import { State } from "@/studio/kit/layout";
import { LineCommands } from "@/studio/kit/line-commands";
import { useInside } from "@/studio/kit/use-inside";
import type { Composer } from "../store";
import { words as own } from "../words";
import { type FieldProps, useField } from "./field";
import { FitsNote } from "./fits-note";

interface Line {
  readonly id: string;
  readonly text: string;
  readonly aside?: string;
}

export function LinesField({ composer, node, field }: FieldProps<"lines">) {
  const items = node.content[field.name] as readonly Line[];
  // A line that was just added is written in at once.
  const [added, setAdded] = useState<string | null>(null);
  const add = (after?: string) => setAdded(composer.lines.add(node.id, field.name, { text: "" }, after));
  return (
    <>
      <Text color="ink2" mb="4px">
        {own.linesCount(items.length)}
      </Text>
      {items.map((item, index) => (
        <ListLine
          key={item.id}
          composer={composer}
          node={node}
          field={field.name}
          item={item}
          number={index + 1}
          of={items.length}
          aside={field.control.aside(node.content)}
          fresh={item.id === added}
          onEnter={() => add(item.id)}
        />
      ))}
      <QuietButton onClick={() => add()}>
        <Plus size={14} /> {own.addLine}
      </QuietButton>
    </>
  );
}

function ListLine({
  composer,
  node,
  field,
  item,
  number,
  of,
  aside: withAside,
  fresh,
  onEnter,
}: {
  composer: Composer;
  node: PageNode;
  /** Name of the list's field. */
  field: string;
  item: Line;
  number: number;
  of: number;
  aside: boolean;
  fresh: boolean;
  onEnter: () => void;
}) {
  const text = useField(composer, node, `${field}.${item.id}.text`);
  const aside = useField(composer, node, `${field}.${item.id}.aside`);
  const fault = text.error ?? aside.error;
  const { inside, on } = useInside();
  const onKeyDown = (event: React.KeyboardEvent) => {
    if (event.key === "Enter") {
      event.preventDefault();
      onEnter();
    }
    if (event.altKey && (event.key === "ArrowUp" || event.key === "ArrowDown")) {
      event.preventDefault();
      composer.lines.move(node.id, field, item.id, event.key === "ArrowUp" ? -1 : 1);
    }
  };
  return (
    <Box mb="4px" onKeyDown={onKeyDown} {...on}>
      <Flex gap="4px">
        <TextInput
          {...{ autoFocus: fresh }}
          aria-label={own.lineNumber(number)}
          aria-invalid={text.error !== undefined}
          value={item.text}
          onChange={text.set}
        />
        {withAside ? (
          <Box w="62px" flex="none">
            <TextInput
              aria-label={own.endLine(number)}
              aria-invalid={aside.error !== undefined}
              value={item.aside ?? ""}
              onChange={aside.set}
            />
          </Box>
        ) : null}
        <LineCommands
          before={own.moveLineUpAlt(number)}
          behind={own.moveLineDownAlt(number)}
          remove={own.removeLine(number)}
          first={number === 1}
          last={number === of}
          onMove={(by) => composer.lines.move(node.id, field, item.id, by)}
          onRemove={() => composer.lines.remove(node.id, field, item.id)}
        />
      </Flex>
      {fault ? <State tone="brick">{fault}</State> : null}
      {inside ? <FitsNote node={node.id} path={`${item.id}.text`} /> : null}
    </Box>
  );
}
