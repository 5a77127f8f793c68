"use client";
// What the shelf has besides sections: blocks and widgets to carry onto the page, pages and commands to go to.
import { Box, SimpleGrid, Text } from "@chakra-ui/react";
import { useState } from "react";
import { heldBy } from "@/core/page/kinds";
import type { PageNode } from "@/core/page/node";
import type { ShelfFacts } from "@/core/page/shelf";
import { factsOf } from "@/core/site/facts";
import { useSite } from "@/studio/frame/site-context";
import { Drawing } from "../running-order";
import { inSection, type Place } from "../several";
import { blockOf } from "../sheet/add-block";
import type { Thing } from "./anything";
import { useCarried } from "./carried";
import { EntryButton } from "./entry-button";

const lineStyle = {
  display: "block",
  width: "100%",
  padding: "6px 7px",
  textAlign: "left",
  cursor: "pointer",
  borderRadius: 5,
} as const;

function ThingLine({ thing, onRun }: { thing: Thing; onRun: () => void }) {
  return (
    <button type="button" onClick={onRun} style={lineStyle}>
      <Text fontWeight="650">{thing.name}</Text>
      <Text fontSize="small" color="ink2">
        {thing.note}
      </Text>
    </button>
  );
}

interface PieceCommands {
  /** Does what a press does: a block comes after what is selected. */
  onRun(thing: Thing): void;
  onAdd(node: PageNode, place: Place): void;
}

interface PieceProps {
  readonly thing: Thing;
  readonly make: () => PageNode;
  /** Names it alone, where its group is told by the heading above. */
  readonly brief?: boolean;
  readonly commands: PieceCommands;
}

/** A block to draw: what holds others and is empty yet holds words. */
function filled(node: PageNode, facts: ShelfFacts): PageNode {
  const { children = [] } = node;
  if (children.length) return { ...node, children: children.map((child) => filled(child, facts)) };
  return heldBy(node.kind)?.includes("richText") ? { ...node, children: [blockOf("richText", facts)] } : node;
}

/** A block or a widget: dragged onto the page, or put after what is selected by a click. */
function Piece({ thing, make, brief, commands }: PieceProps) {
  const carried = useCarried(`piece:${thing.key}`, {
    name: thing.name,
    shown: make,
    put: (place) => commands.onAdd(make(), place),
  });
  const { settings } = useSite();
  const [drawn] = useState(() => inSection(filled(make(), factsOf(settings))));
  return (
    <EntryButton {...carried} onAdd={() => commands.onRun(thing)} upright={brief}>
      <Drawing section={drawn} />
      <Box minW="0" maxW="100%">
        <Text
          fontWeight={brief ? "500" : "650"}
          {...(brief ? { fontSize: "small", textAlign: "center", lineHeight: "1.2" } : {})}
        >
          {thing.name}
        </Text>
        {brief ? null : (
          <Text fontSize="small" color="ink2">
            {thing.note}
          </Text>
        )}
      </Box>
    </EntryButton>
  );
}

/** Things under one heading: as a list with what each is, or brief, as small drawings beside each other. */
export function ThingGroup({
  title,
  things,
  brief = false,
  ...commands
}: { readonly title: string; readonly things: readonly Thing[]; readonly brief?: boolean } & PieceCommands) {
  if (!things.length) return null;
  const shown = things.map((thing) =>
    thing.make ? (
      <Piece key={thing.key} thing={thing} make={thing.make} brief={brief} commands={commands} />
    ) : (
      <ThingLine key={thing.key} thing={thing} onRun={() => commands.onRun(thing)} />
    ),
  );
  return (
    <Box as="section" aria-label={title} borderTopWidth={brief ? "0" : "1px"} borderColor="line" py="6px">
      <Text as="h3" fontWeight="700" mb="2px">
        {title}
      </Text>
      {brief ? (
        <SimpleGrid columns={3} gap="2px">
          {shown}
        </SimpleGrid>
      ) : (
        shown
      )}
    </Box>
  );
}
