"use client";
import { Box, Flex, Text } from "@chakra-ui/react";
// The shelf beside the running order: sections ready to be placed, found by name, dragged or added by Enter.
import { useDraggable } from "@dnd-kit/core";
import { X } from "lucide-react";
import { useMemo, useState } from "react";
import { type ShelfEntry, shelf } from "@/core/page/shelf";
import { IconButton, TextInput, Title } from "@/studio/kit/kit";
import { Drawing } from "./running-order";
import { SharedOnShelf } from "./shared/shared-on-shelf";
import { words as own } from "./words";

let drawn = 0;
/** The entry as a section to draw; its ids are never placed on a page. */
const sample = (entry: ShelfEntry) => entry.make(() => `drawn${++drawn}`);

function Entry({ entry, onAdd }: { entry: ShelfEntry; onAdd: () => void }) {
  const { attributes, listeners, setNodeRef } = useDraggable({ id: `shelf:${entry.key}` });
  const section = useMemo(() => sample(entry), [entry]);
  return (
    <button
      ref={setNodeRef}
      type="button"
      {...attributes}
      {...listeners}
      onClick={onAdd}
      onKeyDown={(event) => {
        if (event.key !== "Enter") return;
        event.preventDefault();
        onAdd();
      }}
      style={{
        display: "flex",
        gap: 10,
        alignItems: "center",
        width: "100%",
        padding: 7,
        textAlign: "left",
        cursor: "grab",
        borderRadius: 5,
        touchAction: "none",
      }}
    >
      <Drawing section={section} />
      <Box minW="0">
        <Text fontWeight="650">{entry.name}</Text>
        <Text fontSize="small" color="ink2">
          {entry.note}
        </Text>
      </Box>
    </button>
  );
}

export function Shelf({
  onAdd,
  onAddShared,
  onRenamed,
  onClose,
}: {
  onAdd: (entry: ShelfEntry) => void;
  onAddShared: (shared: string) => void;
  onRenamed: (shared: string, name: string) => void;
  onClose: () => void;
}) {
  const [words, setWords] = useState("");
  const found = shelf.filter((entry) => `${entry.name} ${entry.note}`.toLowerCase().includes(words.toLowerCase()));
  return (
    <Box
      as="section"
      aria-label={own.shelf}
      position="absolute"
      left="100%"
      top="0"
      bottom="0"
      w="264px"
      zIndex="20"
      bg="sheet"
      borderRightWidth="1px"
      borderColor="line"
      boxShadow="lifted"
      p="12px"
      overflowY="auto"
      onKeyDown={(event) => {
        if (event.key !== "Escape") return;
        event.stopPropagation();
        onClose();
      }}
    >
      <Flex justify="space-between" align="center" mb="8px">
        <Title level={2}>{own.shelf}</Title>
        <IconButton name={own.closeShelf} onClick={onClose}>
          <X size={16} />
        </IconButton>
      </Flex>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          if (found[0]) onAdd(found[0]);
        }}
      >
        <TextInput
          {...{ autoFocus: true }}
          aria-label={own.findSection}
          placeholder={own.findSection}
          value={words}
          onChange={setWords}
        />
      </form>
      <Text fontSize="small" color="ink2" my="8px">
        {own.dragOneIntoRunning(found.length)}
      </Text>
      <SharedOnShelf words={words} onAdd={onAddShared} onRenamed={onRenamed} />
      {found.map((entry) => (
        <Entry key={entry.key} entry={entry} onAdd={() => onAdd(entry)} />
      ))}
      {found.length === 0 ? <Text color="ink2">{own.nothingShelfCalled}</Text> : null}
    </Box>
  );
}
