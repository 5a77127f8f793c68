// A small site to be asked: two services, a product, hours, a page or two, in any language.

import type { Live, LiveTimes, Reply, SiteFacts } from "./answers/reply";
import { newChat } from "./chat";
import { ChatEngine, type Knowledge } from "./engine";
import type { Turn } from "./understands/interpret";
import type { Subject } from "./understands/subject";

/** A Wednesday, 11:40 in Dublin. */
export const now = Date.parse("2026-11-25T11:40:00Z");

export const facts: SiteFacts = {
  name: "The kiln",
  about: "The kiln. A pottery.",
  language: "en-IE",
  languages: ["en-IE"],
  zone: "Europe/Dublin",
  currency: "EUR",
  hours: {
    hours: [
      [],
      [{ from: "14:00", to: "21:00" }],
      [{ from: "10:00", to: "18:00" }],
      [],
      [],
      [{ from: "10:00", to: "14:00" }],
      [],
    ],
  },
  address: ["Lower Quay", "Wrenfield"],
  phone: "+353 1 555 0117",
  mail: "hello@kiln.example",
};

export const wheel: Subject = {
  ...{ kind: "service", id: "wheel", name: "Evening wheel", aka: ["room", "Maren"], href: "/classes" },
  ...{ price: 3800, earlier: 4500 },
};
export const bench: Subject = {
  ...{ kind: "service", id: "bench", name: "Open bench", aka: ["room"], href: "/classes", price: 900, earlier: null },
};
export const mug: Subject = {
  ...{ kind: "product", id: "mug", name: "Bell mug", aka: [], href: "/shop/bell-mug", price: 2200, earlier: null },
  fromPrice: true,
};

export const knowledge = (more: Partial<Knowledge> = {}): Knowledge => ({
  facts,
  brief: newChat("the kiln").brief,
  subjects: [wheel, bench, mug],
  tables: [],
  synonyms: [],
  answers: [],
  ownPage: "/mine",
  ...more,
});

/** An engine with passages: each a page, its heading and its lines. */
export function engineOf(
  more: Partial<Knowledge> = {},
  pages: readonly (readonly [path: string, heading: string, ...lines: string[]])[] = [],
): ChatEngine {
  const engine = new ChatEngine(knowledge(more));
  const byPath = new Map<string, (readonly [string, string, ...string[]])[]>();
  for (const page of pages) byPath.set(page[0], [...(byPath.get(page[0]) ?? []), page]);
  for (const [path, sections] of byPath)
    engine.put(
      { id: `page:${path}`, kind: "page", title: path.slice(1), href: path },
      sections.map(([, heading, ...lines], nth) => ({
        ...{ id: `page:${path}#${nth}`, source: `page:${path}`, headings: [heading], lines },
        ...{ question: heading.endsWith("?"), shows: [] },
      })),
    );
  return engine;
}

export const freeAt = (service: string, date: string, ...times: string[]): LiveTimes => ({
  ...{ service, date, times: times.map((time) => ({ start: `${date}T${time}`, time })), later: false, onPage: false },
  ...{ widget: "calendar", asks: [], terms: "", subject: null },
});

/** Asks one question after another; `live` is what engines tell to each. */
export function conversation(
  engine: ChatEngine,
  questions: readonly string[],
  { live = null, page = "en-IE", at = now }: { live?: Live | null; page?: string; at?: number } = {},
): readonly Reply[] {
  let before: Turn | null = null;
  return questions.map((question) => {
    const { heard } = engine.hear({ question, before, page, now: at });
    const reply = engine.reply(heard, live, at);
    before = reply.turn;
    return reply;
  });
}

export const said = (reply: Reply | undefined): string => reply?.lines.map(({ text }) => text).join(" ") ?? "";
