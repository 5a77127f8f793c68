import fc from "fast-check";
import { anyEdit, anyPage } from "../arbitrary.test-kit";
import { builder } from "../build";
import { findNode, pathTo } from "../node";
import { pageFaults } from "../validate";
import { applyEdit, applyEdits, type Edit, isWordsEdit } from "./edit";
import { editSchema } from "./schema";

let last = 0;
const b = builder(() => `n${++last}`);

function opening() {
  const heading = b.heading(1, "Hands in clay by Saturday.");
  const section = b.section("Opening", {}, heading, b.button("See free wheels"));
  const prices = b.section("Prices", {}, b.rows([["First throw", "€38"]]));
  return { heading, section, prices, page: b.page(section, prices) };
}

describe("any sequence of edits", () => {
  test("leaves a valid page, and its inverses give the page back", () => {
    fc.assert(
      fc.property(
        anyPage.chain((page) => fc.tuple(fc.constant(page), fc.array(anyEdit(page), { maxLength: 12 }))),
        ([page, edits]) => {
          const after = applyEdits(page, edits);
          expect(pageFaults(after.page)).toEqual([]);
          const back = applyEdits(after.page, after.inverses);
          expect(back.refusals).toEqual([]);
          expect(back.page).toEqual(page);
        },
      ),
      { numRuns: 400 },
    );
  });

  test("means the same after travelling as JSON", () => {
    fc.assert(
      fc.property(
        anyPage.chain((page) => fc.tuple(fc.constant(page), fc.array(anyEdit(page), { maxLength: 8 }))),
        ([page, edits]) => {
          const travelled = JSON.parse(JSON.stringify(edits)) as Edit[];
          for (const edit of travelled) expect(editSchema.validate(edit).error).toBeUndefined();
          expect(applyEdits(page, travelled).page).toEqual(JSON.parse(JSON.stringify(applyEdits(page, edits).page)));
        },
      ),
    );
  });

  test("that can't apply leaves the very same page and says why", () => {
    fc.assert(
      fc.property(
        anyPage.chain((page) => fc.tuple(fc.constant(page), anyEdit(page))),
        ([page, edit]) => {
          const before = JSON.stringify(page);
          const outcome = applyEdit(page, edit);
          expect(JSON.stringify(page)).toBe(before);
          if (!outcome.ok) expect(outcome.reason.code).toMatch(/^page\./);
        },
      ),
      { numRuns: 300 },
    );
  });
});

test("changing a heading keeps the identity of everything off its path, so that little is rendered anew", () => {
  const { page, heading, prices, section } = opening();
  const outcome = applyEdit(page, { type: "setContent", node: heading.id, field: "text", value: "By Sunday." });
  if (!outcome.ok) throw new Error("refused");
  expect(findNode(outcome.value.page, prices.id)).toBe(prices);
  expect(findNode(outcome.value.page, section.id)).not.toBe(section);
});

test("a section moved down by one stands behind the next", () => {
  const { page, section, prices } = opening();
  const outcome = applyEdit(page, { type: "move", node: section.id, parent: page.id, index: 1 });
  if (!outcome.ok) throw new Error("refused");
  expect(outcome.value.page.children?.map((child) => child.id)).toEqual([prices.id, section.id]);
});

const refusals: readonly [string, (at: ReturnType<typeof opening>) => Edit, string][] = [
  ["a block someone has removed", () => ({ type: "remove", node: "gone" }), "page.nodeGone"],
  ["the page itself", ({ page }) => ({ type: "remove", node: page.id }), "page.rootStays"],
  [
    "a section into its own inside",
    ({ section, page }) => ({ type: "move", node: page.children?.[0]?.id ?? "", parent: section.id, index: 0 }),
    "page.intoItself",
  ],
  [
    "a heading right onto the page",
    ({ heading, page }) => ({ type: "move", node: heading.id, parent: page.id, index: 0 }),
    "page.cannotHold",
  ],
  [
    "a heading of level 7",
    ({ heading }) => ({ type: "setContent", node: heading.id, field: "level", value: 7 }),
    "page.invalid",
  ],
  [
    "a size of 40 rem",
    ({ heading }) => ({ type: "setLook", node: heading.id, width: "phone", field: "size", value: 40 }),
    "page.invalid",
  ],
  [
    "a script as a link",
    ({ section }) => ({
      type: "setContent",
      node: section.children?.[1]?.id ?? "",
      field: "link",
      value: "javascript:alert(1)",
    }),
    "page.invalid",
  ],
  [
    "a section that stands there already",
    ({ page, section }) => ({ type: "insert", parent: page.id, index: 0, node: section }),
    "page.idTaken",
  ],
];

test.each(refusals)("refuses %s", (_name, edit, code) => {
  const at = opening();
  const outcome = applyEdit(at.page, edit(at));
  expect(outcome).toMatchObject({ ok: false, reason: { code } });
});

test("a phone departure that is taken back leaves no empty width behind", () => {
  const { page, heading } = opening();
  const set: Edit = { type: "setLook", node: heading.id, width: "phone", field: "size", value: 2 };
  const { page: after, inverses } = applyEdits(page, [set]);
  expect(findNode(after, heading.id)?.look).toEqual({ base: {}, phone: { size: 2 } });
  expect(findNode(applyEdits(after, inverses).page, heading.id)?.look).toEqual({ base: {} });
});

test("an editor changes words and pictures, nothing else", () => {
  const { page, heading, section } = opening();
  expect(isWordsEdit(page, { type: "setContent", node: heading.id, field: "text", value: "x" })).toBe(true);
  expect(isWordsEdit(page, { type: "setContent", node: heading.id, field: "level", value: 2 })).toBe(false);
  expect(isWordsEdit(page, { type: "setContent", node: section.id, field: "name", value: "x" })).toBe(false);
  expect(isWordsEdit(page, { type: "setLook", node: heading.id, width: "base", field: "size", value: 2 })).toBe(false);
  expect(isWordsEdit(page, { type: "remove", node: heading.id })).toBe(false);
});

test("the path to a block leads from the page down to it", () => {
  const { page, heading, section } = opening();
  expect(pathTo(page, heading.id)?.map((node) => node.id)).toEqual([page.id, section.id, heading.id]);
  expect(pathTo(page, "gone")).toBeNull();
});
