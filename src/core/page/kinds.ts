// The list of block kinds. Adding a kind adds one file in kinds/ and one line here.
import type { KindDefinition } from "./kind";
import { button } from "./kinds/button";
import { columns } from "./kinds/columns";
import { divider } from "./kinds/divider";
import { heading } from "./kinds/heading";
import { list } from "./kinds/list";
import { navigation } from "./kinds/navigation";
import { page } from "./kinds/page";
import { picture } from "./kinds/picture";
import { richText } from "./kinds/rich-text";
import { section } from "./kinds/section";
import { stack } from "./kinds/stack";
import { widget } from "./kinds/widget";

const all = {
  page,
  section,
  columns,
  stack,
  heading,
  richText,
  picture,
  button,
  list,
  divider,
  navigation,
  widget,
};

export type KindName = keyof typeof all;
export const kinds: Readonly<Record<KindName, KindDefinition>> = all;

export const kindNames = Object.keys(kinds) as readonly KindName[];
const flow = kindNames.filter((kind) => kinds[kind].inFlow);

/** Kinds that may stand directly in a block of this kind; null where it holds none. */
export function heldBy(kind: KindName): readonly KindName[] | null {
  const { holds } = kinds[kind];
  return holds === undefined ? null : holds === "flow" ? flow : holds;
}
