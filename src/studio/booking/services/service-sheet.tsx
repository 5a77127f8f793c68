"use client";
// One service: its name, what can be done with it, and its fields.
import { Box, Flex } from "@chakra-ui/react";
import { ArrowLeft, Copy, Trash2 } from "lucide-react";
import { FieldTable } from "@/studio/forms/field-table";
import { QuietButton } from "@/studio/kit/buttons";
import { Title } from "@/studio/kit/layout";
import { words } from "../words";
import { type ServiceAround, serviceFields } from "./service-fields";

export function ServiceSheet({
  onBack,
  onCopy,
  onRemove,
  ...around
}: ServiceAround & { onBack: () => void; onCopy: () => void; onRemove: () => void }) {
  return (
    <Box
      onKeyDown={(event) => {
        // One level out, unless something open in it is meant.
        if (event.key === "Escape" && !event.defaultPrevented) onBack();
      }}
    >
      <Flex align="center" justify="space-between" mb="6px">
        <QuietButton onClick={onBack}>
          <ArrowLeft size={14} /> {words.allServices}
        </QuietButton>
        <Flex gap="6px">
          <QuietButton onClick={onCopy}>
            <Copy size={13} /> {words.copyThis}
          </QuietButton>
          <QuietButton onClick={onRemove}>
            <Trash2 size={13} /> {words.removeThis}
          </QuietButton>
        </Flex>
      </Flex>
      <Title level={2}>{around.editing.item.name || words.unnamed}</Title>
      <FieldTable {...around.editing} around={around} of={serviceFields} />
    </Box>
  );
}
