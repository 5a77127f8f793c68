"use client";
// Which fields of a block in a shared section each page fills by itself.
import { Text } from "@chakra-ui/react";
import { kinds } from "@/core/page/kinds";
import type { PageNode } from "@/core/page/node";
import { visibility } from "@/core/page/shared/placement";
import { openable } from "@/core/page/validate";
import { Tick } from "@/studio/kit/fields";
import { Group } from "@/studio/kit/layout";
import type { Composer } from "../store";
import { setOpen } from "./commands";
import { words } from "./words";

/** What a field that can be opened is called. */
export const openLabel = (node: PageNode, field: string): string =>
  field === visibility
    ? words.visibility
    : (kinds[node.kind].fields.find(({ name }) => name === field)?.label ??
      (kinds[node.kind].fields.some(({ control }) => control.kind === "picture" && control.cut === field)
        ? words.cutOf
        : words.placedWords));

export function OpenTicks({ composer, node }: { composer: Composer; node: PageNode }) {
  const may = openable(node);
  const open = node.open ?? [];
  if (!may.length) return null;
  return (
    <Group title={words.open}>
      <Text fontSize="small" color="ink2" mb="6px">
        {words.openHint}
      </Text>
      {may.map((field) => (
        <Tick
          key={field}
          label={openLabel(node, field)}
          checked={open.includes(field)}
          onChange={(on) => {
            const next = may.filter((one) => (one === field ? on : open.includes(one)));
            const refusal = setOpen(composer, node.id, next);
            if (refusal) composer.say(refusal);
          }}
        />
      ))}
    </Group>
  );
}
