// Copying and pasting blocks through the system's clipboard: over pages, sites and tabs, and what other programs put there.

import { isPicture, type MediaEntry } from "@/core/media/entry";
import { builder } from "@/core/page/build";
import {
  blocksOfPieces,
  type Clip,
  clipType,
  type Piece,
  piecesOfText,
  readClip,
  writeClip,
} from "@/core/page/editing/clip";
import { type Looks, type PageNode, withFreshIds } from "@/core/page/node";
import { isPlacement, sharedContent } from "@/core/page/shared/placement";
import { madeOwn } from "@/core/page/shared/swap";
import { nodeWords } from "@/core/page/words/words";
import { ask, upload } from "@/studio/kit/api";
import { newId } from "@/studio/kit/new-id";
import { pageReasonWords } from "@/studio/stage/page-reasons";
import { piecesOfHtml } from "./clip-html";
import { pasteAll, removeSelected } from "./several";
import type { Composer } from "./store";
import { words } from "./words";

const looksKey = "webitor.looks";
let looksHere: Looks | null = null;

/** Keeps the looks of a block, to be put on others: here, on another page, in another tab. */
export function keepLooks(looks: Looks): void {
  looksHere = looks;
  try {
    localStorage.setItem(looksKey, JSON.stringify(looks));
  } catch {
    // Forbidden storage: they can be put on in this tab.
  }
}

/** The looks that were copied last; null when none were. */
export function lastLooks(): Looks | null {
  try {
    return (JSON.parse(localStorage.getItem(looksKey) ?? "null") as Looks | null) ?? looksHere;
  } catch {
    return looksHere;
  }
}

/** Whether a copy or paste is about something else on the screen: a field, words that are marked or being written. */
function isElsewhere(event: ClipboardEvent): boolean {
  const target = event.target instanceof Node ? event.target : null;
  const element = target instanceof Element ? target : (target?.parentElement ?? null);
  if (element?.closest("input,textarea,select,[contenteditable],[role=dialog],[role=menu]")) return true;
  const marked = element?.ownerDocument.getSelection();
  return event.type !== "paste" && marked !== null && marked !== undefined && !marked.isCollapsed;
}

function clipOf(composer: Composer, site: string, nodes: readonly PageNode[]): Clip {
  const own: Record<string, readonly PageNode[]> = {};
  for (const node of nodes) {
    const body = isPlacement(node) ? composer.view.shared.get(sharedContent(node).shared) : undefined;
    // One that holds others in turn is made of its own sections alone.
    if (body) own[node.id] = madeOwn(node, body, newId).filter((section) => !isPlacement(section));
  }
  return { site, nodes, own };
}

/** Copies or cuts the selected blocks. */
export function copyBlocks(event: ClipboardEvent, composer: Composer, site: string): void {
  if (isElsewhere(event) || !event.clipboardData) return;
  // Blocks in a shared section have names of their place, which no page takes.
  const nodes = composer.selected().map((node) => (composer.isInside(node.id) ? withFreshIds(node, newId) : node));
  if (!nodes.length) return;
  event.preventDefault();
  event.clipboardData.setData(clipType, writeClip(clipOf(composer, site, nodes)));
  event.clipboardData.setData("text/plain", nodes.map(nodeWords).join("\n\n"));
  if (event.type === "cut" && composer.mayLayout) removeSelected(composer);
}

/** What is told after blocks of another site were pasted. */
export const leftWords = ({ links, pictures }: { links: number; pictures: number }): string | null =>
  links || pictures ? words.leftOut(links, pictures) : null;

/** Pastes, and says why it can't be, or else what there is to say. */
function put(composer: Composer, nodes: readonly PageNode[], told: string | null = null): void {
  const refusal = pasteAll(composer, nodes);
  if (refusal) composer.say(refusal);
  else if (told) composer.say(told, "amber");
}

async function pasteClip(text: string, composer: Composer, site: string, refresh: () => Promise<unknown>) {
  const read = readClip(text);
  if (!read.ok) return composer.say(pageReasonWords(read.reason));
  const { nodes, own } = read.value;
  if (read.value.site === site) return put(composer, nodes);
  const plain = nodes.flatMap((node) => (isPlacement(node) ? (own[node.id] ?? []) : [node]));
  if (!plain.length) return composer.say(words.nothingToPaste);
  const { nodes: here, left } = await ask("shelf.carry", { site, from: read.value.site, nodes: [...plain] });
  await refresh();
  put(composer, here, leftWords(left));
}

async function pastePictures(
  files: readonly File[],
  composer: Composer,
  site: string,
  refresh: () => Promise<unknown>,
) {
  const entries: MediaEntry[] = [];
  for (const file of files) entries.push(await upload<MediaEntry>(`/api/sites/${site}/media`, file));
  await refresh();
  const b = builder(newId);
  put(
    composer,
    entries.filter(isPicture).map(({ hash }) => b.picture(hash, "")),
  );
}

/** Takes what is on the clipboard: our blocks, pictures, words with or without a form. */
export function pasteBlocks(
  event: ClipboardEvent,
  composer: Composer,
  site: string,
  refresh: () => Promise<unknown>,
): void {
  const { clipboardData } = event;
  if (isElsewhere(event) || !clipboardData || !composer.mayLayout) return;
  event.preventDefault();
  const told = (work: Promise<unknown>) => work.catch((error: Error) => composer.say(error.message));
  const own = clipboardData.getData(clipType);
  if (own) return void told(pasteClip(own, composer, site, refresh));
  const pictures = [...clipboardData.files].filter((file) => file.type.startsWith("image/"));
  if (pictures.length) return void told(pastePictures(pictures, composer, site, refresh));
  const text = clipboardData.getData("text/plain");
  // Our own form as text, as it comes by mail or from a file.
  if (text.trimStart().startsWith('{"webitor"')) return void told(pasteClip(text, composer, site, refresh));
  const html = clipboardData.getData("text/html");
  const formed = html ? piecesOfHtml(html) : [];
  const pieces: readonly Piece[] = formed.length ? formed : piecesOfText(text);
  const blocks = blocksOfPieces(pieces, newId);
  if (blocks.length) put(composer, blocks);
  else composer.say(words.nothingToPaste);
}
