"use client";
// Adding a block to one that holds others: every kind it may hold, by their groups.
import { blockGroups } from "@/core/page/kind";
import { heldBy, kinds } from "@/core/page/kinds";
import type { Kind, PageNode } from "@/core/page/node";
import { factsOf } from "@/core/site/facts";
import { useSite } from "@/studio/frame/site-context";
import { Choice } from "@/studio/kit/choice";
import { Row } from "@/studio/kit/fields";
import { newId } from "@/studio/kit/new-id";
import type { Composer } from "../store";
import { words as own } from "../words";

/** A new block as its kind starts, drawn from the site. */
export function blockOf(kind: Kind, facts: ReturnType<typeof factsOf>): PageNode {
  const { fresh, startsWith = [], holds } = kinds[kind];
  return {
    id: newId(),
    kind,
    content: fresh(facts),
    look: { base: {} },
    ...(holds ? { children: startsWith.map((child) => blockOf(child, facts)) } : {}),
  };
}

export function AddBlock({ composer, node }: { composer: Composer; node: PageNode }) {
  const { settings } = useSite();
  const held = heldBy(node.kind) ?? [];
  const grouped = blockGroups.map((group) => held.filter((kind) => kinds[kind].group === group));
  const others = held.filter((kind) => kinds[kind].group === undefined);
  return (
    <Row label={own.addBlock}>
      {(ids) => (
        <Choice
          {...ids}
          value=""
          onChange={(kind) => {
            if (!kind) return;
            const block = blockOf(kind as Kind, factsOf(settings));
            composer.say(composer.blocks.insert(node.id, (node.children ?? []).length, block));
          }}
          options={[
            ["", own.choose],
            ...[...grouped.flat(), ...others].map((kind) => [kind, kinds[kind].label] as const),
          ]}
        />
      )}
    </Row>
  );
}
