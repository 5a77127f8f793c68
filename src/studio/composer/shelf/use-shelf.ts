"use client";
// The shelf of the composer: where it is open, and what becomes of what is taken from it.
import { useCallback, useEffect, useRef, useState } from "react";
import { standsOnPage } from "@/core/page/kinds";
import type { PageNode } from "@/core/page/node";
import { withFreshIds } from "@/core/page/node";
import type { ShelfEntry } from "@/core/page/shelf";
import { factsOf } from "@/core/site/facts";
import { widgetFacts, widgetKindNames } from "@/core/widget/all-facts";
import { useRefresh, useSite } from "@/studio/frame/site-context";
import { ask } from "@/studio/kit/api";
import { newId } from "@/studio/kit/new-id";
import { leftWords } from "../clipboard";
import { type Place, pasteAll, putAt } from "../several";
import { placeShared } from "../shared/commands";
import type { Composer } from "../store";
import type { OwnEntry } from "./own";
import { words } from "./words";

/** The document that sections of a group belong to, where it is not the page. */
const partOf: Readonly<Record<string, "header" | "footer">> = { Headers: "header", Footers: "footer" };

/** Where the shelf is open: among which sections, and behind how many of them. */
function placeNow(composer: Composer): Place {
  const { page, selection } = composer.view;
  const path = selection ? composer.path(selection.node) : [];
  const [root, section] = path;
  const holder = root && section && !composer.isInside(section.id) ? root : page;
  const at = section ? (holder.children ?? []).findIndex(({ id }) => id === section.id) : -1;
  return { parent: holder.id, index: at < 0 ? (holder.children ?? []).length : at + 1 };
}

/** Where things are put, and how often the shelf was asked for. */
function usePlace(composer: Composer) {
  const [place, setPlace] = useState<Place | null>(null);
  const [said, setSaid] = useState<string | null>(null);
  // Whoever asks for it again while it is open wants to search.
  const [asked, setAsked] = useState(0);

  const open = useCallback(
    (index?: number) => {
      if (!composer.mayLayout) return;
      setSaid(null);
      setAsked((count) => count + 1);
      setPlace(index === undefined ? placeNow(composer) : { parent: composer.view.page.id, index });
    },
    [composer],
  );
  const close = useCallback(() => setPlace(null), []);

  // Whoever chooses another section while it is open means the place behind that one.
  const { selection } = composer.view;
  const selected = selection?.node;
  const isOpen = place !== null;
  useEffect(() => {
    if (isOpen && selected) setPlace(placeNow(composer));
  }, [composer, isOpen, selected]);

  return { place, said, setSaid, asked, open, close };
}

export function useShelf(composer: Composer) {
  const site = useSite();
  const refresh = useRefresh();
  const latestRefresh = useRef(refresh);
  latestRefresh.current = refresh;
  const { place, said, setSaid, asked, open, close } = usePlace(composer);

  /** What is put on the page is told, and the next comes behind it; a refusal is told by the composer. */
  const tell = (name: string, put: Promise<string | null>) => {
    put
      .then((refusal) => (refusal ? composer.say(refusal) : setSaid(words.taken(name))))
      .catch((error: Error) => composer.say(error.message));
  };

  /** The widget that a section shows: the site's first of the kind, or a new one. */
  const widgetOf = async (entry: ShelfEntry): Promise<string | undefined> => {
    const kind = widgetKindNames.find((one) => one === entry.widget);
    if (!kind) return undefined;
    const there = site.widgets.find((widget) => widget.kind === kind);
    if (there) return there.id;
    const { id } = await ask("widgets.add", { site: site.key, kind, name: widgetFacts[kind].label });
    await latestRefresh.current();
    return id;
  };

  const here = (): Place => place ?? placeNow(composer);
  const take = (entry: ShelfEntry, at?: Place) =>
    tell(
      entry.name,
      (async () => {
        const widget = await widgetOf(entry);
        const section = entry.make(newId, { ...factsOf(site.settings), ...(widget ? { widget } : {}) });
        const part = partOf[entry.group];
        const root = part ? composer.view[part] : null;
        const own =
          root && composer.documentOf(root.id) ? { parent: root.id, index: (root.children ?? []).length } : null;
        const chosen = here();
        // A header goes where headers are, unless one of its rows is chosen already.
        return putAt(composer, at ?? (own && chosen.parent !== root?.id ? own : chosen), section);
      })(),
    );
  const add = (node: PageNode, at?: Place) =>
    tell(composer.documents.titleOf(node), Promise.resolve(putAt(composer, at ?? here(), node)));
  const addShared = (shared: string, at?: Place) => {
    const { parent, index } = at ?? here();
    tell(composer.documents.nameOf(shared), placeShared(composer, shared, parent, index));
  };
  const addOwn = (entry: OwnEntry, at?: Place) =>
    tell(
      entry.name,
      (async () => {
        const { node, left } = await ask("shelf.take", { site: site.key, entry: entry.id });
        await latestRefresh.current();
        const chosen = at ?? (standsOnPage(node.kind) ? here() : null);
        const refusal = chosen ? putAt(composer, chosen, withFreshIds(node, newId)) : pasteAll(composer, [node]);
        if (!refusal) composer.say(leftWords(left), "amber");
        return refusal;
      })(),
    );
  return { place, said, asked, open, close, take, add, addShared, addOwn };
}
