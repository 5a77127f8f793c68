// Where the marks over a frame stand: around what is chosen, around what is chosen further, and where other people are.
import { useCallback, useState } from "react";
import type { Width } from "@/core/page/look/look";
import type { Composer, ComposerView } from "@/studio/composer/store";
import { words } from "@/studio/composer/words";
import { type Edges, edgesOf } from "./drag-handles";
import { find, type Rect } from "./frame-events";
import { type StageState, unfold } from "./patch";
import { tagPlace } from "./tag-place";

const rectOf = ({ x, y, width, height }: DOMRect): Rect => ({ x, y, width, height });

/** How another person is called here. */
export const personName = (person: { readonly name: string; readonly self: boolean }): string =>
  person.self ? words.youElsewhere : person.name;

/** What it was before, as long as it is the same: React draws nothing anew then. */
const kept =
  <T>(next: T) =>
  (before: T): T =>
    JSON.stringify(before) === JSON.stringify(next) ? before : next;

export function useMarks({
  composer,
  view: { selection, people },
  scope,
  scale,
}: {
  composer: Composer;
  view: ComposerView;
  scope: Width;
  scale: number;
}) {
  const [rect, setRect] = useState<Rect | null>(null);
  const [tagAt, setTagAt] = useState({ x: 0, y: 0 });
  const [edges, setEdges] = useState<Edges | null>(null);
  const [further, setFurther] = useState<readonly Rect[]>([]);
  const [others, setOthers] = useState<readonly { tab: string; name: string; rect: Rect }[]>([]);
  const selected = selection?.node ?? null;
  const more = selection?.more;
  const mine = selection?.width === scope;
  const block = selected ? composer.node(selected) : null;
  const tag = block ? composer.documents.titleOf(block) : "";
  const tagLength = tag.length;
  const measure = useCallback(
    (stage: StageState) => {
      const places = people.flatMap((person) => {
        const where = person.node ? find(stage, person.node)?.getBoundingClientRect() : null;
        return where ? [{ tab: person.tab, name: personName(person), rect: rectOf(where) }] : [];
      });
      setOthers(kept<typeof others>(places));
      const along = (more ?? []).flatMap((id) => find(stage, id)?.getBoundingClientRect() ?? []).map(rectOf);
      setFurther(kept<readonly Rect[]>(along));
      const element = selected ? find(stage, selected) : null;
      const own = selected && mine && element ? composer.node(selected) : null;
      setEdges(kept(element && own ? edgesOf(element, own) : null));
      if (!element) return setRect(null);
      unfold(element);
      const { x, y } = tagPlace(stage.document, element, scale, tagLength);
      setTagAt(kept({ x, y }));
      setRect(kept<Rect | null>(rectOf(element.getBoundingClientRect())));
    },
    [selected, more, mine, people, scale, tagLength, composer],
  );
  return { rect, tagAt, edges, further, others, measure, selected, more, mine, block, tag };
}
