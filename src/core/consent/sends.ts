// What blocks and widgets say that they reach and leave behind.
import type { Sends, StandIns } from "@/core/kind/holder";
import { sentByOpening } from "@/core/opening/sends";
import { kinds } from "@/core/page/kinds";
import { everyNode, type PageNode } from "@/core/page/node";
import { openingOf } from "@/core/widget/all-facts";
import { kindOf } from "@/core/widget/kinds";
import type { SiteWidget, WidgetKindName } from "@/core/widget/settings";
import { keptOrigin, keptStandIns, keyOf } from "./declared";

const sameOrigin = (list: readonly Sends[]): readonly Sends[] => [
  ...new Map(list.map((one) => [keyOf(one), one])).values(),
];

/** What the blocks of a document declare, each origin once. */
export const sentOn = (root: PageNode): readonly Sends[] =>
  sameOrigin(
    [...everyNode(root)].flatMap(({ kind, content }) => [...(kinds[kind].sends?.(content, keptStandIns) ?? [])]),
  );

/** What a widget declares. Its settings may name stand-ins by their addresses, which `standIns` tells. */
export function sentByWidget(widget: SiteWidget, standIns: StandIns): readonly Sends[] {
  const opening = openingOf(widget);
  const sent = [
    ...(opening ? sentByOpening(opening) : []),
    ...(kindOf(widget as { kind: WidgetKindName }).sends?.(widget.settings as never, standIns) ?? []),
  ];
  return sameOrigin(sent.map((one) => ({ ...one, origin: keptOrigin(one.origin, standIns) })));
}
