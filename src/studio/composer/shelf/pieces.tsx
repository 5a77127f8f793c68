"use client";
// What the shelf has besides sections: blocks and widgets to carry onto the page; settings, pages and commands to go to.
import { Box, SimpleGrid, Text } from "@chakra-ui/react";
import { ArrowRight } from "lucide-react";
import { useState } from "react";
import { heldBy } from "@/core/page/kinds";
import type { PageNode } from "@/core/page/node";
import type { ShelfFacts } from "@/core/page/shelf";
import { factsOf } from "@/core/site/facts";
import { useSite } from "@/studio/frame/site-context";
import { Drawing } from "../order/picture";
import { inSection, type Place } from "../several";
import { blockOf } from "../sheet/add-block";
import type { Thing } from "./anything";
import { useCarried } from "./carried";
import { EntryButton } from "./entry-button";

/** A block to draw: what holds others and is empty yet holds words. */
function filled(node: PageNode, facts: ShelfFacts): PageNode {
  const { children = [] } = node;
  if (children.length) return { ...node, children: children.map((child) => filled(child, facts)) };
  return heldBy(node.kind)?.includes("richText") ? { ...node, children: [blockOf("richText", facts)] } : node;
}

interface CarriedPiece {
  readonly thing: Thing;
  readonly make: () => PageNode;
  /** Does what a press does: a block comes after what is selected. */
  onRun(): void;
  onAdd(node: PageNode, place: Place): void;
}

/** A block or a widget, drawn: what is needed to drag it, and its drawing. */
function useDrawn({ thing, make, onAdd }: Omit<CarriedPiece, "onRun">) {
  const carried = useCarried(`piece:${thing.key}`, {
    name: thing.name,
    shown: make,
    put: (place) => onAdd(make(), place),
  });
  const { settings } = useSite();
  const [drawn] = useState(() => inSection(filled(make(), factsOf(settings))));
  return { carried, drawn };
}

/** One block of its group, as a small drawing with its name below. */
function BriefPiece({ onRun, ...piece }: CarriedPiece) {
  const { carried, drawn } = useDrawn(piece);
  return (
    <EntryButton {...carried} onAdd={onRun} as="upright">
      <Drawing section={drawn} />
      <Text fontWeight="500" fontSize="small" textAlign="center" lineHeight="1.2">
        {piece.thing.name}
      </Text>
    </EntryButton>
  );
}

const Says = ({ name, note }: { name: string; note: string }) => (
  <Box minW="0" flex="1">
    <Text fontWeight="650">{name}</Text>
    <Text fontSize="small" color="ink2">
      {note}
    </Text>
  </Box>
);

function DrawnLine({ onRun, note, ...piece }: CarriedPiece & { readonly note: string }) {
  const { carried, drawn } = useDrawn(piece);
  return (
    <EntryButton {...carried} onAdd={onRun}>
      <Drawing section={drawn} />
      <Says name={piece.thing.name} note={note} />
    </EntryButton>
  );
}

/** One thing that was found and is no ready-made section: a block to carry, or something to go to. */
export function Piece({
  name,
  note,
  thing,
  onRun,
  onAdd,
}: {
  name: string;
  note: string;
  thing?: Thing | undefined;
  onRun: () => void;
  onAdd: (node: PageNode, place: Place) => void;
}) {
  if (thing?.make) return <DrawnLine thing={thing} make={thing.make} note={note} onRun={onRun} onAdd={onAdd} />;
  return (
    <EntryButton onAdd={onRun}>
      <Says name={name} note={note} />
      {thing ? <ArrowRight size={14} aria-hidden="true" /> : null}
    </EntryButton>
  );
}

/** Blocks under one heading, as small drawings beside each other. */
export function PieceGroup({
  title,
  things,
  onRun,
  onAdd,
}: {
  readonly title: string;
  readonly things: readonly Thing[];
  onRun(thing: Thing): void;
  onAdd(node: PageNode, place: Place): void;
}) {
  if (!things.length) return null;
  return (
    <Box as="section" aria-label={title} py="6px">
      <Text as="h3" fontWeight="700" mb="2px">
        {title}
      </Text>
      <SimpleGrid columns={4} gap="4px">
        {things.map((thing) =>
          thing.make ? (
            <BriefPiece key={thing.key} thing={thing} make={thing.make} onRun={() => onRun(thing)} onAdd={onAdd} />
          ) : null,
        )}
      </SimpleGrid>
    </Box>
  );
}
