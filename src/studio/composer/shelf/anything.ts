// What "+" finds besides sections: blocks that have a place here, widgets, pages, and commands.
import { useRouter } from "next/navigation";
import { useMemo } from "react";
import { blockGroups } from "@/core/page/kind";
import { kindNames } from "@/core/page/kind-names";
import { kinds } from "@/core/page/kinds";
import type { PageNode } from "@/core/page/node";
import { settingsFound } from "@/core/page/shelf/settings-found";
import { factsOf } from "@/core/site/facts";
import { widgetFacts, widgetKindNames } from "@/core/widget/all-facts";
import { type OpenSite, useSite } from "@/studio/frame/site-context";
import { newId } from "@/studio/kit/new-id";
import { pasteAll, takesHere } from "../several";
import { blockOf } from "../sheet/add-block";
import type { Composer } from "../store";
import { words as composing } from "../words";
import { words } from "./words";

export interface Thing {
  readonly key: string;
  /** What it is for whoever searches: "block:gallery", "widget:booking". */
  readonly is: string;
  readonly group: "blocks" | "widgets" | "pages" | "commands" | "settings";
  readonly name: string;
  readonly note: string;
  /** The group of its kind, for blocks. */
  readonly of?: (typeof blockGroups)[number];
  /** A new block for it, where it is something to put on the page. */
  make?(): PageNode;
  run(): void;
}

/** Commands of the screen itself. */
export interface ScreenCommands {
  sideBySide(): void;
  rehearse(): void;
  /** The settings of the page on the sheet. */
  pageSettings(): void;
  findWords(): void;
  help(): void;
}

/** Puts a block after what is selected, or in a section of its own that is called by it; the block is selected. */
const put = (composer: Composer, node: PageNode, name: string) => {
  const refusal = pasteAll(composer, [node], name);
  if (refusal) return composer.say(refusal);
  const selected = composer.view.selection && composer.node(composer.view.selection.node);
  const inside = selected?.kind === node.kind ? null : selected?.children?.find(({ kind }) => kind === node.kind);
  if (inside) composer.select(inside.id);
};

const blocks = (composer: Composer, site: OpenSite): readonly Thing[] =>
  blockGroups
    .flatMap((group) => kindNames.filter((kind) => kinds[kind].group === group))
    .filter((kind) => takesHere(composer, kind) || takesHere(composer, "section"))
    .map((kind) => {
      const make = () => blockOf(kind, factsOf(site.settings));
      return {
        key: `block:${kind}`,
        is: `block:${kind}`,
        group: "blocks",
        name: kinds[kind].label,
        note: words.aBlock(kinds[kind].group ?? ""),
        of: kinds[kind].group,
        make,
        run: () => put(composer, make(), composing.newSection),
      };
    });

const placedWidgets = (composer: Composer, site: OpenSite): readonly Thing[] =>
  site.widgets.flatMap((widget): readonly Thing[] => {
    const kind = widgetFacts[widget.kind];
    const as = kind.placements.find((placement) => placement !== "over");
    if (!as) return [];
    const node = (): PageNode => ({
      id: newId(),
      kind: "widget",
      content: { widget: widget.id, as, text: kind.callWords },
      look: { base: {} },
    });
    return [
      {
        key: `widget:${widget.id}`,
        is: `widget:${widget.kind}`,
        group: "widgets",
        name: widget.name,
        note: words.aWidget(kind.label),
        make: node,
        run: () => put(composer, node(), widget.name),
      },
    ];
  });

/** A new widget of each kind that there can be one more of, set up where widgets are. */
const newWidgets = (site: OpenSite, go: (address: string) => void): readonly Thing[] =>
  widgetKindNames
    .filter((kind) => !widgetFacts[kind].single || !site.widgets.some((widget) => widget.kind === kind))
    .map((kind) => ({
      key: `new:${kind}`,
      is: `widget:${kind}`,
      group: "settings",
      name: words.newWidget(widgetFacts[kind].label),
      note: words.newWidgetNote,
      run: () => go(`/s/${site.key}/widgets?new=${kind}`),
    }));

/** The row of columns that the selection is, or stands in. */
function columnsHere(composer: Composer): PageNode | null {
  const { selection } = composer.view;
  return selection
    ? (composer.path(selection.node).findLast(({ kind }) => kinds[kind].looks.includes("split")) ?? null)
    : null;
}

function commandsHere(composer: Composer, screen: ScreenCommands): readonly Thing[] {
  const command = (key: string, name: string, note: string, run: () => void): Thing => ({
    key: `command:${key}`,
    is: `command:${key}`,
    group: "commands",
    name,
    note,
    run,
  });
  const row = columnsHere(composer);
  const { selection, page } = composer.view;
  // A section has a picture behind it: the one that is chosen, or the first.
  const ground = (selection && composer.path(selection.node)[1]?.id) ?? page.children?.[0]?.id;
  const split = (value: string) => () => {
    const refusal = row && composer.looks.set(row.id, "phone", "split", value);
    if (refusal) composer.say(refusal);
  };
  return [
    ...(row
      ? [
          command("stack", words.stack, words.stackNote, split("stacked")),
          command("beside", words.beside, words.besideNote, split("1:1")),
        ]
      : []),
    ...(ground ? [command("ground", words.ground, words.groundNote, () => composer.select(ground))] : []),
    command("side", words.sideBySide, "T", screen.sideBySide),
    command("rehearse", words.rehearse, "R", screen.rehearse),
    command("words", words.findWords, "F", screen.findWords),
    command("keys", words.keys, "?", screen.help),
  ];
}

/** Everything there is, as it stands with this selection. */
export function useAnything(composer: Composer, screen: ScreenCommands): readonly Thing[] {
  const site = useSite();
  const router = useRouter();
  const { selection } = composer.view;
  // biome-ignore lint/correctness/useExhaustiveDependencies: what has a place depends on what is selected
  return useMemo(
    () => [
      ...blocks(composer, site),
      ...placedWidgets(composer, site),
      ...site.pages.map(
        (page): Thing => ({
          key: `page:${page.id}`,
          is: `page:${page.id}`,
          group: "pages",
          name: page.title,
          note: words.aPage,
          run: () => router.push(`/s/${site.key}/pages/${page.id}`),
        }),
      ),
      ...newWidgets(site, router.push),
      ...settingsFound.map(
        ({ path, ...setting }): Thing => ({
          ...setting,
          key: setting.is,
          group: "settings",
          run:
            path === ""
              ? screen.pageSettings
              : () => router.push(path.startsWith("/sites") ? "/" : `/s/${site.key}${path}`),
        }),
      ),
      ...commandsHere(composer, screen),
    ],
    [composer, site, router, screen, selection],
  );
}
