// Edits of words and lines one by one: what each does, how it is refused, and what it tells about itself.
import fc from "fast-check";
import { Mapping, StepMap } from "prosemirror-transform";
import { builder } from "@/core/page/build";
import { applyEdit, applyEdits, type Edit, editKinds, isWordsEdit, joined, typedWords } from "@/core/page/editing/edit";
import { continuesRun } from "@/core/page/editing/typing";
import { findNode } from "@/core/page/node";
import { paragraphs, plainWords, type RichDoc } from "@/core/page/words/richtext";
import { withLineIds } from "@/core/page/words/words";
import { spliceBetween } from "./line";
import { piecesOf } from "./pieces";
import { stepsBetween } from "./steps";

let last = 0;
const b = builder(() => `e${++last}`);

function visit() {
  const heading = b.heading(2, "Open");
  const words = b.words(["Come early.", "Bring boots."]);
  const list = b.rows([
    ["Tuesday", "7–13"],
    ["Saturday", "7–12"],
  ]);
  const page = b.page(b.section("Visit", {}, heading, words, list));
  const text = (edits: readonly Edit[]) => String(findNode(applyEdits(page, edits).page, heading.id)?.content.text);
  return { heading, words, list, page, text };
}

describe("letters of a line", () => {
  test("the change between any two texts turns the one into the other, and never parts a character of two units", () => {
    fc.assert(
      fc.property(fc.string({ unit: "grapheme" }), fc.string({ unit: "grapheme" }), (before, after) => {
        const edit = spliceBetween("n", "text", before, after);
        if (!edit) return expect(before).toBe(after);
        expect(before.slice(0, edit.at) + edit.put + before.slice(edit.at + edit.cut)).toBe(after);
        expect(edit.put).not.toMatch(/\p{Cs}/u);
      }),
      { numRuns: 500 },
    );
    expect(spliceBetween("n", "text", "😀", "😁")).toMatchObject({ at: 0, cut: 2, put: "😁" });
  });

  test("a splice past the end is one at the end; one of a line that is gone, or of no line, is refused", () => {
    const { heading, words, list, page, text } = visit();
    expect(text([{ type: "splice", node: heading.id, field: "text", at: 90, cut: 9, put: " daily" }])).toBe(
      "Open daily",
    );
    const tried = (node: string, field: string) =>
      applyEdit(page, { type: "splice", node, field, at: 0, cut: 0, put: "x" });
    expect(tried(list.id, "items.gone.text")).toMatchObject({ ok: false, reason: { code: "page.lineGone" } });
    expect(tried(words.id, "doc")).toMatchObject({ ok: false, reason: { code: "page.noLine" } });
    expect(tried(heading.id, "level")).toMatchObject({ ok: false, reason: { code: "page.noLine" } });
    expect(tried("gone", "text")).toMatchObject({ ok: false, reason: { code: "page.nodeGone" } });
    expect(tried(heading.id, "nothing")).toMatchObject({ ok: false, reason: { code: "page.invalid" } });
  });

  test("letters typed one after the other travel as one edit, those of two places as two", () => {
    const { heading, list } = visit();
    const typed = (field: string, node: string, words: string): Edit[] =>
      [...words].map((letter, at) => ({ type: "splice", node, field, at, cut: 0, put: letter }));
    const one = typed("text", heading.id, "Rye").reduce<readonly Edit[]>(joined, []);
    expect(one).toEqual([{ type: "splice", node: heading.id, field: "text", at: 0, cut: 0, put: "Rye" }]);
    const two = typed("items.l1.text", list.id, "x").reduce<readonly Edit[]>(joined, one);
    expect(two).toHaveLength(2);
    expect(typedWords(two)).toBe("Rye\nx");
  });
});

describe("running text", () => {
  test("any two documents: the steps between them lead from one to the other, and back", () => {
    const doc = fc
      .array(fc.stringMatching(/^[a-z ]{0,9}$/), { minLength: 1, maxLength: 4 })
      .map((texts) => paragraphs(...texts));
    fc.assert(
      fc.property(doc, doc, (before, after) => {
        const node = b.node("richText", { doc: before });
        const page = b.page(b.section("x", {}, node));
        const edit = stepsBetween(node.id, "doc", before, after);
        if (!edit) return expect(before).toEqual(after);
        const there = applyEdits(page, [edit]);
        expect(findNode(there.page, node.id)?.content.doc).toEqual(after);
        expect(applyEdits(there.page, there.inverses).page).toEqual(page);
      }),
    );
  });

  const hostile: readonly (readonly [string, Record<string, unknown>])[] = [
    ["no step", { stepType: "explode" }],
    ["no type", {}],
    ["a place outside of the document", { stepType: "replace", from: 900, to: 901 }],
    ["a place before it", { stepType: "replace", from: -5, to: 2 }],
    ["places that are no numbers", { stepType: "replace", from: "1", to: null }],
    [
      "a block that is not of running text",
      {
        stepType: "replace",
        from: 0,
        to: 0,
        slice: { content: [{ type: "heading", content: [{ type: "text", text: "x" }] }] },
      },
    ],
    [
      "a link that is a script",
      {
        stepType: "addMark",
        from: 1,
        to: 4,
        mark: { type: "link", attrs: { href: "javascript:alert(1)" } },
      },
    ],
    ["a mark nobody knows", { stepType: "addMark", from: 1, to: 4, mark: { type: "glow" } }],
    [
      "half a list",
      {
        stepType: "replace",
        from: 0,
        to: 0,
        slice: { content: [{ type: "listItem", content: [{ type: "paragraph" }] }] },
      },
    ],
  ];
  test.each(hostile)("refuses %s and leaves the page as it was", (_name, step) => {
    const { words, page } = visit();
    const outcome = applyEdit(page, { type: "steps", node: words.id, field: "doc", steps: [step] });
    expect(outcome).toMatchObject({
      ok: false,
      reason: { code: expect.stringMatching(/^page\.(stepFailed|invalid)$/) },
    });
  });

  test("a step in a line, or in a block that is gone, is refused", () => {
    const { heading, page } = visit();
    const steps = [{ stepType: "replace", from: 0, to: 0 }];
    expect(applyEdit(page, { type: "steps", node: heading.id, field: "text", steps })).toMatchObject({
      reason: { code: "page.noWords" },
    });
    expect(applyEdit(page, { type: "steps", node: "gone", field: "doc", steps })).toMatchObject({
      reason: { code: "page.nodeGone" },
    });
  });

  test("words typed behind each other are one run, a new word begins another, bold is none", () => {
    const { words } = visit();
    const put = (from: number, text: string): Edit => ({
      type: "steps",
      node: words.id,
      field: "doc",
      steps: [{ stepType: "replace", from, to: from, slice: { content: [{ type: "text", text }] } }],
    });
    expect(continuesRun(put(1, "a"), put(2, "b"))).toBe(true);
    expect(continuesRun(put(1, "a "), put(3, "b"))).toBe(false);
    expect(continuesRun(put(1, "a"), put(7, "b"))).toBe(false);
    const bold: Edit = {
      type: "steps",
      node: words.id,
      field: "doc",
      steps: [{ stepType: "addMark", from: 1, to: 2, mark: { type: "bold" } }],
    };
    expect(continuesRun(put(1, "a"), bold)).toBe(false);
  });
});

describe("lines of a list", () => {
  test("a line that waits for a picture is given one, and what was nothing is nothing again", () => {
    const gallery = b.node("gallery", { as: "grid", items: [{ id: "l1", media: null, alt: "" }] });
    const page = b.page(b.section("Pots", {}, gallery));
    const give = (field: string): Edit => ({ type: "setContent", node: gallery.id, field, value: "a".repeat(64) });
    const outcome = applyEdit(page, give("items.l1.media"));
    if (!outcome.ok) throw new Error(outcome.reason.code);
    expect(findNode(outcome.value.page, gallery.id)?.content.items).toEqual([
      { id: "l1", media: "a".repeat(64), alt: "" },
    ]);
    expect(applyEdits(outcome.value.page, [outcome.value.inverse]).page).toEqual(page);
    expect(applyEdit(page, give("items.l2.media"))).toMatchObject({ ok: false, reason: { code: "page.lineGone" } });
  });

  test("come, go and move by their ids; the list's own limits hold", () => {
    const { list, page } = visit();
    const items = (edits: readonly Edit[]) =>
      ((findNode(applyEdits(page, edits).page, list.id)?.content.items ?? []) as { id: string }[]).map(
        (item) => item.id,
      );
    const at = { node: list.id, field: "items" };
    expect(items([{ type: "addLine", ...at, index: 1, line: { id: "new", text: "Sunday" } }])).toEqual([
      "l1",
      "new",
      "l2",
    ]);
    expect(items([{ type: "moveLine", ...at, line: "l1", index: 9 }])).toEqual(["l2", "l1"]);
    expect(items([{ type: "removeLine", ...at, line: "l1" }])).toEqual(["l2"]);
    const refused = (edit: Edit) => {
      const outcome = applyEdit(page, edit);
      return outcome.ok ? "done" : outcome.reason.code;
    };
    expect(refused({ type: "addLine", ...at, index: 0, line: { id: "l1", text: "x" } })).toBe("page.idTaken");
    expect(refused({ type: "addLine", ...at, index: 0, line: { id: "n", colour: "red" } })).toBe("page.invalid");
    expect(refused({ type: "moveLine", ...at, line: "gone", index: 0 })).toBe("page.lineGone");
    expect(refused({ type: "removeLine", node: list.id, field: "style", line: "l1" })).toBe("page.noLines");
  });

  test("of an old page get ids that depend on nothing but the list", () => {
    const old = b.node("list", { style: "bullets", items: [{ text: "a" }, { id: "l1", text: "b" }, { text: "c" }] });
    const ids = (withLineIds(old).content.items as { id: string }[]).map((item) => item.id);
    expect(ids).toEqual(["l2", "l1", "l3"]);
    const named = withLineIds(old);
    expect(withLineIds(named)).toBe(named);
  });
});

test("an editor changes words and lines by every kind of edit that does, and nothing by the others", () => {
  const { heading, words, list, page } = visit();
  const mine: Edit[] = [
    { type: "splice", node: heading.id, field: "text", at: 0, cut: 0, put: "x" },
    { type: "splice", node: list.id, field: "items.l1.aside", at: 0, cut: 0, put: "x" },
    { type: "steps", node: words.id, field: "doc", steps: [{ stepType: "replace", from: 1, to: 2 }] },
    { type: "addLine", node: list.id, field: "items", index: 0, line: { id: "n", text: "x" } },
    { type: "moveLine", node: list.id, field: "items", line: "l1", index: 1 },
    { type: "removeLine", node: list.id, field: "items", line: "l1" },
  ];
  for (const edit of mine) expect([edit.type, isWordsEdit(page, edit)]).toEqual([edit.type, true]);
  const theirs: Edit[] = [
    { type: "splice", node: page.children?.[0]?.id ?? "", field: "name", at: 0, cut: 0, put: "x" },
    { type: "addLine", node: list.id, field: "style", index: 0, line: { id: "n" } },
    { type: "move", node: heading.id, parent: page.id, index: 0 },
    { type: "insert", parent: page.id, index: 0, node: b.section("x", {}) },
  ];
  for (const edit of theirs) expect([edit.type, isWordsEdit(page, edit)]).toEqual([edit.type, false]);
});

test("what is left of a stretch is what was seen: letters another put into it stand between the pieces", () => {
  const map = new Mapping([new StepMap([5, 0, 3]), new StepMap([0, 2, 0])]);
  expect(piecesOf(2, 8, map)).toEqual([
    { from: 0, to: 3 },
    { from: 6, to: 9 },
  ]);
  expect(piecesOf(0, 2, map)).toEqual([]);
  expect(piecesOf(4, 4, map)).toEqual([]);
  expect(piecesOf(0, 30_000, map)).toEqual([{ from: 0, to: 30_001 }]);
});

test("every kind of edit that types something tells the words, and only removing takes a block", () => {
  const { heading, words, list } = visit();
  expect(typedWords([{ type: "insert", parent: "p", index: 0, node: heading }])).toBe("Open");
  expect(
    typedWords([
      { type: "addLine", node: list.id, field: "items", index: 0, line: { id: "n", text: "a", aside: "b" } },
    ]),
  ).toBe("a b");
  const edit = stepsBetween(words.id, "doc", words.content.doc, paragraphs("Come early, please.", "Bring boots."));
  expect(typedWords([edit as Edit])).toBe(", please");
  expect(plainWords(words.content.doc as RichDoc)).toBe("Come early. Bring boots.");
  const taking = Object.values(editKinds).filter((kind) => kind.takesBlock);
  expect(taking).toEqual([editKinds.remove]);
});
