import { builder } from "../build";
import type { PageNode } from "../node";
import { pathTo } from "../node";
import { type Box, dropAt } from "./drop";

let made = 0;
const b = builder(() => `d${++made}`);
const heading = b.heading(2, "One");
const words = b.words("Two");
const [left, right] = [b.stack({}, b.words("left")), b.stack({})];
const columns = b.columns({}, left, right);
const section = b.section("S", {}, heading, words, columns);
const second = b.section("T", {});
const page = b.page(section, second);

const boxes: Readonly<Record<string, Box>> = {
  [section.id]: { x: 0, y: 0, width: 1000, height: 400 },
  [second.id]: { x: 0, y: 400, width: 1000, height: 100 },
  [heading.id]: { x: 50, y: 50, width: 900, height: 40 },
  [words.id]: { x: 50, y: 110, width: 900, height: 40 },
  [columns.id]: { x: 50, y: 170, width: 900, height: 200 },
  [left.id]: { x: 50, y: 170, width: 430, height: 200 },
  [right.id]: { x: 520, y: 170, width: 430, height: 200 },
  [left.children?.[0]?.id ?? ""]: { x: 50, y: 170, width: 430, height: 30 },
};
const boxOf = (id: string) => boxes[id] ?? null;
const drop = (dragged: PageNode, over: string, x: number, y: number) =>
  dropAt(dragged, pathTo(page, over) ?? [], { x, y }, boxOf);

it("stands before or behind what it is over, with a line between the two", () => {
  expect(drop(words, heading.id, 100, 55)).toMatchObject({ value: { parent: section.id, index: 0 } });
  expect(drop(columns, words.id, 100, 145)).toMatchObject({
    value: { parent: section.id, index: 2, line: { x: 50, y: 158, width: 900, height: 4 } },
  });
});

it("goes into the innermost that takes it, also an empty one", () => {
  expect(drop(heading, left.children?.[0]?.id ?? "", 100, 195)).toMatchObject({ value: { parent: left.id, index: 1 } });
  expect(drop(heading, right.id, 700, 300)).toMatchObject({ value: { parent: right.id, index: 0 } });
  expect(drop(heading, second.id, 500, 450)).toMatchObject({ value: { parent: second.id, index: 0 } });
});

it("a column stands beside columns: the line is upright", () => {
  const outcome = drop(left, right.id, 900, 300);
  expect(outcome).toMatchObject({ value: { parent: columns.id, index: 2, line: { width: 4, height: 200 } } });
});

it("a section goes among sections, wherever it is over", () => {
  expect(drop(second, heading.id, 100, 60)).toMatchObject({ value: { parent: page.id, index: 0 } });
  expect(drop(section, second.id, 100, 490)).toMatchObject({ value: { parent: page.id, index: 2 } });
});

it("over itself its holder is asked, and never goes into itself", () => {
  expect(drop(columns, left.id, 100, 300)).toMatchObject({ value: { parent: section.id } });
});

it("what nothing takes is refused with both kinds", () => {
  const question = b.node("question", { title: "Why?" }, {}, []);
  expect(drop(question, heading.id, 100, 60)).toMatchObject({
    ok: false,
    reason: { code: "page.cannotHold", parent: "heading", kind: "question" },
  });
});

it("in a part of a bar blocks stand beside each other: the line stands upright, be there one or none", () => {
  const logo = b.logo();
  const bar = b.bar({}, [logo], [], []);
  const [start, middle] = bar.children as [PageNode, PageNode];
  const header = b.page(b.section("Header", {}, bar));
  const placed: Readonly<Record<string, Box>> = {
    [bar.id]: { x: 0, y: 0, width: 1000, height: 40 },
    [start.id]: { x: 0, y: 0, width: 460, height: 40 },
    [middle.id]: { x: 464, y: 0, width: 72, height: 40 },
    [logo.id]: { x: 0, y: 0, width: 120, height: 40 },
  };
  const dragged = b.button("Call us");
  const at = (over: string, x: number) =>
    dropAt(dragged, pathTo(header, over) ?? [], { x, y: 30 }, (id) => placed[id] ?? null);
  expect(at(logo.id, 100)).toMatchObject({ value: { parent: start.id, index: 1, line: { width: 4, height: 40 } } });
  expect(at(logo.id, 20)).toMatchObject({ value: { parent: start.id, index: 0 } });
  expect(at(middle.id, 500)).toMatchObject({ value: { parent: middle.id, index: 0, line: { width: 4 } } });
});
