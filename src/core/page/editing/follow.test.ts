// Two or three people at one page, on lines that lose and repeat: all come to the same page, with every word in it.
import fc from "fast-check";
import { anyEdit, anyPage } from "../arbitrary.test-kit";
import { builder } from "../build";
import { spliceBetween } from "../edits/line";
import { stepsBetween } from "../edits/steps";
import { everyNode, findNode, type PageNode } from "../node";
import { pageFaults } from "../validate";
import { type Paragraph, paragraphs, plainWords, type RichDoc } from "../words/richtext";
import { nodeWords } from "../words/words";
import { applyEdits, type Edit, typedWords } from "./edit";
import { type Batch, type Copy, catchUp, follow, giveUp, type Lost, type Stored, takeIn } from "./follow";

/** The server, reduced to what it promises: one line of batches, each stored once, at the end that its sender knows. */
class Line {
  readonly stored: Stored[] = [];
  page: PageNode;
  /** What removals took with them: words in it were taken knowingly. */
  taken = "";
  constructor(readonly start: PageNode) {
    this.page = start;
  }
  since = (revision: number): readonly Stored[] => this.stored.filter((entry) => entry.revision > revision);
  store(batch: Batch, base: number): readonly Stored[] {
    const known = this.stored.some((entry) => entry.batch === batch.batch);
    if (!known && base === this.stored.length) {
      const before = nodeWords(this.page);
      const { page, applied } = applyEdits(this.page, batch.edits);
      const after = nodeWords(page).split("\n");
      if (applied.some((edit) => ["remove", "removeLine"].includes(edit.type)))
        this.taken += `\n${before
          .split("\n")
          .filter((words) => !after.includes(words))
          .join("\n")}`;
      this.page = page;
      this.stored.push({ batch: batch.batch, edits: JSON.parse(JSON.stringify(applied)), revision: base + 1 });
    }
    return this.since(base);
  }
}

let names = 0;
const newName = () => `b${++names}`;

class Person {
  copy: Copy;
  readonly lost: Lost[] = [];
  constructor(readonly line: Line) {
    this.copy = { stored: line.page, revision: line.stored.length, unsent: [], page: line.page };
  }
  private take(followed: ReturnType<typeof follow>) {
    this.copy = followed.copy;
    this.lost.push(...followed.lost);
  }
  make(edits: readonly Edit[]) {
    const { page, applied } = applyEdits(this.copy.page, edits);
    if (applied.length)
      this.copy = { ...this.copy, page, unsent: [...this.copy.unsent, { batch: newName(), edits: applied }] };
  }
  /** Sends the first unsent batch; the way there or back may be lost. */
  send(fate: "arrives" | "lost" | "answerLost" | "twice" | "signedOut" = "arrives") {
    const [first] = this.copy.unsent;
    if (!first || fate === "lost" || fate === "signedOut") return;
    const sent = JSON.parse(JSON.stringify(first)) as Batch;
    const answer = this.line.store(sent, this.copy.revision);
    if (fate === "twice") this.line.store(sent, this.copy.revision);
    if (fate !== "answerLost") this.take(follow(this.copy, answer));
  }
  poll = () => this.take(follow(this.copy, this.line.since(this.copy.revision)));
  /** The tab is closed, and opened anew with what it left behind. */
  reopen() {
    const { unsent, revision } = JSON.parse(JSON.stringify(this.copy)) as Copy;
    const left = catchUp(unsent, revision, this.line.since(revision));
    this.copy = { stored: this.line.page, revision: this.line.stored.length, unsent: [], page: this.line.page };
    this.take(takeIn(this.copy, left));
  }
  settle() {
    for (let round = 0; this.copy.unsent.length && round < 200; round++) this.send();
    this.poll();
  }
}

type Command =
  | { readonly kind: "type"; readonly who: number; readonly where: number; readonly at: number }
  | { readonly kind: "cut"; readonly who: number; readonly where: number; readonly at: number; readonly cut: number }
  | { readonly kind: "paragraphs"; readonly who: number; readonly where: number; readonly at: number }
  | { readonly kind: "tree"; readonly who: number; readonly edit: Edit }
  | { readonly kind: "send"; readonly who: number; readonly fate: Parameters<Person["send"]>[0] }
  | { readonly kind: "poll"; readonly who: number }
  | { readonly kind: "reopen"; readonly who: number };

const who = fc.nat(2);
const place = { where: fc.nat(20), at: fc.nat(30) };
const command = (page: PageNode): fc.Arbitrary<Command> =>
  fc.oneof(
    { weight: 6, arbitrary: fc.record({ kind: fc.constant("type" as const), who, ...place }) },
    {
      weight: 2,
      arbitrary: fc.record({ kind: fc.constant("cut" as const), who, ...place, cut: fc.integer({ min: 1, max: 6 }) }),
    },
    { weight: 2, arbitrary: fc.record({ kind: fc.constant("paragraphs" as const), who, ...place }) },
    {
      weight: 2,
      arbitrary: fc.record({
        kind: fc.constant("tree" as const),
        who,
        edit: anyEdit(page).filter((edit) => !["setContent", "splice", "steps"].includes(edit.type)),
      }),
    },
    {
      weight: 5,
      arbitrary: fc.record({
        kind: fc.constant("send" as const),
        who,
        fate: fc.constantFrom("arrives", "arrives", "lost", "answerLost", "twice", "signedOut"),
      }),
    },
    {
      weight: 2,
      arbitrary: fc.oneof(
        fc.record({ kind: fc.constant("poll" as const), who }),
        fc.record({ kind: fc.constant("reopen" as const), who }),
      ),
    },
  );

/** Every text of a page that letters can be typed into, with how to change it. */
interface Text {
  readonly length: number;
  change(at: number, cut: number, put: string): Edit | null;
}

function textsOf(page: PageNode): Text[] {
  return [...everyNode(page)].flatMap((node): Text[] => {
    const line = (field: string, text: string) => ({
      length: text.length,
      change: (at: number, cut: number, put: string) =>
        spliceBetween(node.id, field, text, text.slice(0, at) + put + text.slice(at + cut)),
    });
    if (node.kind === "heading") return [line("text", String(node.content.text))];
    if (node.kind === "list")
      return (node.content.items as { id: string; text: string }[]).map((one) =>
        line(`items.${one.id}.text`, one.text),
      );
    if (node.kind !== "richText") return [];
    const doc = node.content.doc as RichDoc;
    const texts = doc.content.map((block) =>
      (block.content ?? []).map((inline) => ("text" in inline ? inline.text : "")).join(""),
    );
    return texts.map((text, index) => ({
      length: text.length,
      change: (at: number, cut: number, put: string) =>
        stepsBetween(
          node.id,
          "doc",
          doc,
          paragraphs(
            ...texts.map((one, other) => (other === index ? one.slice(0, at) + put + one.slice(at + cut) : one)),
          ),
        ),
    }));
  });
}

/** Joins the first two paragraphs of a running text, or parts its only one in two. */
function reparagraphed(page: PageNode, where: number, at: number): Edit | null {
  const docs = [...everyNode(page)].filter((node) => node.kind === "richText");
  const node = docs[where % Math.max(1, docs.length)];
  if (!node) return null;
  const doc = node.content.doc as RichDoc;
  const [first, second, ...rest] = doc.content as readonly Paragraph[];
  const letters = (block: Paragraph) => (block.content ?? []).map((one) => ("text" in one ? one.text : "")).join("");
  if (!first) return null;
  const text = letters(first);
  const cut = at % (text.length + 1);
  const texts = second ? [text + letters(second), ...rest.map(letters)] : [text.slice(0, cut), text.slice(cut)];
  return stepsBetween(node.id, "doc", doc, paragraphs(...texts));
}

/** Letters of one token never stand apart, and no token contains another. */
const token = (count: number) => `⟨${count}⟩`;

test("any interleaving, with losses, repeats, reopened tabs and sign-outs, ends in one page and loses no typed word", () => {
  fc.assert(
    fc.property(
      anyPage.chain((page) => fc.tuple(fc.constant(page), fc.array(command(page), { minLength: 4, maxLength: 60 }))),
      ([page, commands]) => {
        const line = new Line(page);
        const people = [new Person(line), new Person(line), new Person(line)];
        const typed: { token: string; who: number }[] = [];
        for (const [count, one] of commands.entries()) {
          const person = people[one.who] as Person;
          if (one.kind === "send") person.send(one.fate);
          else if (one.kind === "poll") person.poll();
          else if (one.kind === "reopen") person.reopen();
          else if (one.kind === "tree") person.make([one.edit]);
          else if (one.kind === "paragraphs") {
            const edit = reparagraphed(person.copy.page, one.where, one.at);
            if (edit) person.make([edit]);
          } else {
            const texts = textsOf(person.copy.page);
            const text = texts[one.where % Math.max(1, texts.length)];
            if (!text) continue;
            const at = one.at % (text.length + 1);
            const mark = one.kind === "type" ? token(count) : "";
            const edit = text.change(at, one.kind === "cut" ? one.cut : 0, mark);
            // Words that somebody takes away while reading them are not lost: here only words of the start are taken.
            if (!edit || (one.kind === "cut" && /[⟨⟩]/.test(nodeWords(person.copy.page)))) continue;
            person.make([edit]);
            if (mark) typed.push({ token: mark, who: one.who });
          }
        }
        for (const person of people) person.settle();
        for (const person of people) person.poll();
        for (const person of people) {
          expect(person.copy.unsent).toEqual([]);
          expect(person.copy.page).toEqual(line.page);
        }
        expect(pageFaults(line.page)).toEqual([]);
        expect(
          applyEdits(
            page,
            line.stored.flatMap((entry) => entry.edits),
          ).page,
        ).toEqual(line.page);
        const kept = nodeWords(line.page);
        for (const { token: mark, who: typist } of typed) {
          const letters = [...mark];
          const stands = (words: string) => letters.every((letter) => words.includes(letter));
          const named = (people[typist] as Person).lost.map((one) => typedWords(one.edits)).join("\n");
          expect({ mark, stands: stands(kept) || stands(named) || stands(line.taken) }).toEqual({ mark, stands: true });
        }
      },
    ),
    { numRuns: 400 },
  );
});

let last = 0;
const b = builder(() => `f${++last}`);

function bakery() {
  const heading = b.heading(1, "Bread from six.");
  const words = b.words(["We bake at night.", "Come early."]);
  const prices = b.rows([
    ["Rye", "€4"],
    ["Spelt", "€5"],
  ]);
  const line = new Line(
    applyEdits(b.page(), [
      { type: "insert", parent: `f${last}`, index: 0, node: b.section("Opening", {}, heading, words, prices) },
    ]).page,
  );
  return { heading, words, prices, line, left: new Person(line), right: new Person(line) };
}
const textOf = (page: PageNode, id: string) => findNode(page, id)?.content.text;
const wordsAt = (page: PageNode, id: string) => plainWords(findNode(page, id)?.content.doc as RichDoc);
const itemsAt = (page: PageNode, id: string) =>
  findNode(page, id)?.content.items as { id: string; text: string; aside?: string }[];

test("two people write in one heading: both words stand, the one's deletion takes only what was seen", () => {
  const { heading, line, left, right } = bakery();
  left.make([spliceBetween(heading.id, "text", "Bread from six.", "Bread, fresh from six.") as Edit]);
  right.make([spliceBetween(heading.id, "text", "Bread from six.", "Open.") as Edit]);
  left.settle();
  right.settle();
  left.poll();
  expect(textOf(line.page, heading.id)).toContain(", fresh");
  expect(textOf(line.page, heading.id)).toContain("Open");
  expect(left.copy.page).toEqual(right.copy.page);
  expect([...left.lost, ...right.lost]).toEqual([]);
});

test("two people write in one paragraph, one of them bold: both keep their words", () => {
  const { words, line, left, right } = bakery();
  const doc = words.content.doc;
  left.make([stepsBetween(words.id, "doc", doc, paragraphs("We bake every night.", "Come early.")) as Edit]);
  right.make([stepsBetween(words.id, "doc", doc, paragraphs("We bake at night, by hand.", "Come early.")) as Edit]);
  right.make([
    {
      type: "steps",
      node: words.id,
      field: "doc",
      steps: [{ stepType: "addMark", mark: { type: "bold" }, from: 1, to: 8 }],
    },
  ]);
  left.settle();
  right.settle();
  left.poll();
  expect(left.copy.page).toEqual(right.copy.page);
  expect(wordsAt(line.page, words.id)).toContain("every");
  expect(wordsAt(line.page, words.id)).toContain(", by hand");
  expect(JSON.stringify(findNode(line.page, words.id)?.content.doc)).toContain('"bold"');
});

test("one list, two people: lines are known by their ids, not by where they stand", () => {
  const { prices, line, left, right } = bakery();
  const [rye, spelt] = itemsAt(line.page, prices.id) as unknown as [{ id: string }, { id: string }];
  left.make([{ type: "addLine", node: prices.id, field: "items", index: 0, line: { id: "new", text: "Oat" } }]);
  right.make([{ type: "splice", node: prices.id, field: `items.${spelt.id}.aside`, at: 0, cut: 2, put: "€6" }]);
  right.make([{ type: "moveLine", node: prices.id, field: "items", line: spelt.id, index: 0 }]);
  left.settle();
  right.settle();
  left.poll();
  expect(itemsAt(left.copy.page, prices.id)).toEqual(itemsAt(right.copy.page, prices.id));
  expect(itemsAt(line.page, prices.id).find((one) => one.id === spelt.id)?.aside).toBe("€6");
  expect(itemsAt(line.page, prices.id).map((one) => one.id)).toEqual(expect.arrayContaining(["new", rye.id, spelt.id]));
});

test("words typed into a block that another removed are named with the reason, and can be had back", () => {
  const { heading, left, right } = bakery();
  left.make([{ type: "remove", node: heading.id }]);
  left.settle();
  right.make([spliceBetween(heading.id, "text", "Bread from six.", "Bread from six, and rolls.") as Edit]);
  right.settle();
  expect(right.lost.map((one) => [one.reason.code, typedWords(one.edits)])).toEqual([["page.nodeGone", ", and rolls"]]);
});

test("a batch that the server refuses is taken out from under those that were made after it", () => {
  const { heading, left } = bakery();
  left.make([spliceBetween(heading.id, "text", "Bread from six.", "Our bread from six.") as Edit]);
  left.make([spliceBetween(heading.id, "text", "Our bread from six.", "Our bread from six and rolls.") as Edit]);
  const given = giveUp(left.copy, left.copy.unsent[0]?.batch ?? "", { code: "forbidden" });
  expect(textOf(given.copy.page, heading.id)).toBe("Bread from six and rolls.");
  expect(given.lost.map((one) => typedWords(one.edits))).toEqual(["Our b"]);
});
