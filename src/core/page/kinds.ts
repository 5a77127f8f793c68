// The list of block kinds. Adding a kind adds one file in kinds/, its name in kind-names and one line here.
import type { KindDefinition } from "./kind";
import { type Kind, kindNames } from "./kind-names";
import { address } from "./kinds/address";
import { anchor } from "./kinds/anchor";
import { bar } from "./kinds/bar";
import { button } from "./kinds/button";
import { card } from "./kinds/card";
import { code } from "./kinds/code";
import { columns } from "./kinds/columns";
import { divider } from "./kinds/divider";
import { embed } from "./kinds/embed";
import { file } from "./kinds/file";
import { gallery } from "./kinds/gallery";
import { heading } from "./kinds/heading";
import { hours } from "./kinds/hours";
import { icon } from "./kinds/icon";
import { links } from "./kinds/links";
import { list } from "./kinds/list";
import { logo } from "./kinds/logo";
import { navigation } from "./kinds/navigation";
import { notice } from "./kinds/notice";
import { page } from "./kinds/page";
import { picture } from "./kinds/picture";
import { question, questions } from "./kinds/questions";
import { quote } from "./kinds/quote";
import { richText } from "./kinds/rich-text";
import { section } from "./kinds/section";
import { shared } from "./kinds/shared";
import { shop } from "./kinds/shop";
import { slider } from "./kinds/slider";
import { spacer } from "./kinds/spacer";
import { stack } from "./kinds/stack";
import { table } from "./kinds/table";
import { tab, tabs } from "./kinds/tabs";
import { video } from "./kinds/video";
import { widget } from "./kinds/widget";

const all: Readonly<Record<Kind, KindDefinition>> = {
  page,
  section,
  columns,
  bar,
  stack,
  heading,
  richText,
  picture,
  video,
  button,
  list,
  divider,
  navigation,
  widget,
  quote,
  table,
  questions,
  question,
  notice,
  icon,
  logo,
  gallery,
  card,
  slider,
  tabs,
  tab,
  spacer,
  links,
  file,
  embed,
  code,
  anchor,
  hours,
  address,
  shared,
  shop,
};

/** Whatever stands in the flow, and a section, can be told what becomes of it where it is too wide. */
const fitted = (kind: KindDefinition): KindDefinition =>
  kind.inFlow || kind.spaceInside ? { ...kind, looks: [...kind.looks, "fit"] } : kind;

export const kinds = Object.fromEntries(Object.entries(all).map(([name, kind]) => [name, fitted(kind)])) as Readonly<
  Record<Kind, KindDefinition>
>;

const flow = kindNames.filter((kind) => kinds[kind].inFlow);

/** Kinds that may stand directly in a block of this kind; null where it holds none. */
export function heldBy(kind: Kind): readonly Kind[] | null {
  const { holds } = kinds[kind];
  return holds === undefined ? null : holds === "flow" ? flow : holds;
}

/** Whether a block of this kind stands on a page by itself; others stand in one that does. */
export const standsOnPage = (kind: Kind): boolean => (kinds.page.holds as readonly Kind[]).includes(kind);
