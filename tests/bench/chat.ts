// Figures of the chat: how often it is right, against plain full-text search by a package, and what it takes for a site of 500 pages.
import MiniSearch from "minisearch";
import { ChatEngine } from "@/core/chat/engine";
import type { KnownPage } from "@/core/chat/knows/knowledge";
import { pageSource, passagesOf } from "@/core/chat/knows/knowledge";
import { readPage } from "@/core/chat/knows/read-page";
import { wrenfieldChat } from "../../scripts/demo-sites/chat";
import { type Count, counted } from "../chat/asking";
import { heldOutQuestions } from "../chat/held-out";
import { laterQuestions } from "../chat/later";
import { oddlaneQuestions } from "../chat/oddlane";
import type { Question } from "../chat/question";
import { knowledgeFor, knownPages, siteFile } from "../chat/site";
import { wrenfieldQuestions } from "../chat/wrenfield";
import { beside, collect, paced, percentile, took } from "./pace";

const all: readonly Question[] = [...wrenfieldQuestions, ...oddlaneQuestions, ...laterQuestions, ...heldOutQuestions];

const share = ({ right, of }: Count) => right / of;

export interface ChatRight {
  readonly rightFirst: number;
  readonly falseAnswers: number;
  readonly tableRight: number;
  /** The same of the questions that nothing was ever set by. */
  readonly heldOut: number;
  readonly heldOutFalse: number;
  /** Questions with a page that answers them whose first hit by plain search is that page. */
  readonly plainRight: number;
  /** The chat's own share of those. */
  readonly sameRight: number;
}

/** A plain index of whole pages by the package: what one would begin with. */
function plainSearch(pages: readonly KnownPage[]): MiniSearch {
  const index = new MiniSearch({
    fields: ["title", "text"],
    searchOptions: { boost: { title: 2 }, fuzzy: 0.2, prefix: true },
  });
  index.addAll(
    pages.map(({ path, title, read }) => ({
      id: path,
      title,
      text: read.sections.map(({ headings, lines }) => [...headings, ...lines].join("\n")).join("\n"),
    })),
  );
  return index;
}

export function chatRight(): ChatRight {
  const { known, unknown, table } = counted(all);
  const held = counted(heldOutQuestions);
  const onPages = all.filter(({ expects }) => expects.of === "page");
  const plain = {
    wrenfield: plainSearch(knownPages(siteFile("wrenfield"))),
    oddlane: plainSearch(knownPages(siteFile("oddlane"))),
  };
  const found = onPages.filter(
    ({ site, question, expects }) => expects.of === "page" && plain[site].search(question)[0]?.id === expects.path,
  );
  return {
    rightFirst: share(known),
    falseAnswers: 1 - share(unknown),
    tableRight: share(table),
    heldOut: share(held.known),
    heldOutFalse: 1 - share(held.unknown),
    plainRight: found.length / onPages.length,
    sameRight: share(counted(onPages).known),
  };
}

const words =
  "kiln clay wheel glaze river quay shelf pot bowl mug planter apron tutor evening saturday firing ash oat iron moss cone foot rim slip".split(
    " ",
  );

/** Markup of a page that nobody wrote: eight sections of made-up sentences. */
function madePage(nth: number): string {
  const word = (at: number) => words[(nth * 31 + at * 17 + ((nth * at) % 13)) % words.length] as string;
  const sentence = (at: number) =>
    `The ${word(at)} of the ${word(at + 1)} ${nth} is ${word(at + 2)}, and its ${word(at + 3)} takes ${(nth * at) % 90} minutes.`;
  const sections = Array.from(
    { length: 8 },
    (_, at) =>
      `<section><h2>${word(at)} ${word(at + 5)} ${nth}</h2><p>${Array.from({ length: 4 }, (_, line) => sentence(at * 4 + line)).join(" ")}</p></section>`,
  );
  return `<main><h1>Page ${nth} of ${word(1)}</h1>${sections.join("")}</main>`;
}

export interface ChatLarge {
  readonly indexS: number;
  readonly oneVsAll: number;
  readonly answerP95Ms: number;
  readonly memoryMib: number;
}

/** A site of 500 pages: read and indexed, one of its pages changed, and asked two hundred times a round. */
export async function chatLarge(): Promise<ChatLarge> {
  const site = siteFile("wrenfield");
  // What was let go of before must not be counted, nor what is not yet let go of.
  collect();
  const before = process.memoryUsage().heapUsed;
  const put = (into: ChatEngine, page: KnownPage) => {
    const source = pageSource(page);
    into.put(source, passagesOf(source, page.read));
  };
  const indexed = () => {
    const pages = Array.from(
      { length: 500 },
      (_, nth): KnownPage => ({ path: `/p${nth}`, title: `Page ${nth}`, read: readPage(madePage(nth)) }),
    );
    const engine = new ChatEngine(knowledgeFor(site, wrenfieldChat, pages));
    for (const page of pages) put(engine, page);
    return engine;
  };
  const engine = indexed();
  collect();
  const memoryMib = (process.memoryUsage().heapUsed - before) / 2 ** 20;
  const indexS = (await paced(3, () => took(indexed))) / 1000;
  // One page that changed: read and put in anew, fifty times for a figure that stands.
  const changed = () => {
    for (let nth = 0; nth < 50; nth++)
      put(engine, { path: "/p7", title: "Page 7", read: readPage(madePage(1000 + nth)) });
  };
  const oneVsAll =
    (await beside(
      3,
      () => took(changed),
      () => took(indexed),
    )) / 50;
  const asked = [
    "how long does the kiln of the river take",
    "which glaze on saturday",
    "whel and cly",
    "opening hours",
    "do you have a swimming pool",
    "tutorevening",
    "shelf 312",
  ];
  const now = Date.parse("2026-11-25T11:40:00Z");
  const answering = async () => {
    const taken: number[] = [];
    for (let nth = 0; nth < 200; nth++) {
      const question = `${asked[nth % asked.length]} ${nth % 3 ? "" : nth}`;
      taken.push(
        await took(() => {
          const { heard } = engine.hear({ question, before: null, page: "en-IE", now });
          engine.reply(heard, null, now);
        }),
      );
    }
    return percentile(taken, 0.95);
  };
  return { indexS, oneVsAll, answerP95Ms: await paced(3, answering), memoryMib };
}
