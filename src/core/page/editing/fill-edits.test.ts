import { sharedContent } from "@/core/page/shared/placement";
import { sectionsOf } from "@/core/page/shared/sections";
import { builder } from "../build";
import type { PageNode } from "../node";
import { applyEdits, type Edit } from "./edit";
import { asFills, fillEdit } from "./fill-edits";

let made = 0;
const newId = () => `f${++made}`;
const b = builder(newId);

const heading: PageNode = { ...b.heading(2, "Ready"), open: ["text", "hidden"] };
const button: PageNode = { ...b.button("Go", "page:home"), open: ["link"] };
const rows: PageNode = { ...b.rows([["Small", "€12"]]), open: ["items"] };
const body = b.page(b.section("Call", {}, heading, button, rows));
const place = b.node("shared", { shared: "call", fills: [] });
const page = b.page(place);

/** What the place shows once the edits of its blocks were made through it, and the placement itself. */
function through(...edits: readonly Edit[]) {
  const outcome = asFills(place, body, edits, newId);
  if (!outcome.ok) return outcome;
  const { page: after, refusals, inverses } = applyEdits(page, outcome.value);
  expect(refusals).toEqual([]);
  // What was done by it is taken back by it.
  expect(applyEdits(after, inverses).page).toEqual(page);
  const placement = after.children?.[0] as PageNode;
  return { ok: true as const, placement, shown: JSON.stringify(sectionsOf(placement, body)) };
}

it("letters typed into open words are what the place says", () => {
  const typed = through({
    type: "splice",
    node: heading.id,
    field: "text",
    at: 5,
    cut: 0,
    put: " when you are",
  } as Edit);
  expect(typed).toMatchObject({ shown: expect.stringContaining("Ready when you are") });
});

it("lines come and go in an open list, and what is hidden is hidden here", () => {
  const line = { id: "l2", text: "Large", aside: "€48" };
  expect(through({ type: "addLine", node: rows.id, field: "items", index: 1, line })).toMatchObject({
    shown: expect.stringContaining("Large"),
  });
  const hidden = through({ type: "setLook", node: heading.id, width: "base", field: "hidden", value: true });
  expect(hidden).toMatchObject({ shown: expect.stringContaining('"hidden":true') });
});

it("a link that is taken away is none here", () => {
  const outcome = through({ type: "setContent", node: button.id, field: "link" });
  expect(outcome).toMatchObject({ shown: expect.not.stringContaining("page:home") });
});

it.each<[string, Edit]>([
  ["a field that is closed", { type: "setContent", node: button.id, field: "text", value: "Go on" }],
  ["another look", { type: "setLook", node: heading.id, width: "base", field: "size", value: 2 }],
  ["hiding on phones alone", { type: "setLook", node: heading.id, width: "phone", field: "hidden", value: true }],
  ["a block that goes", { type: "remove", node: heading.id }],
  ["a block that moves", { type: "move", node: heading.id, parent: body.children?.[0]?.id ?? "", index: 2 }],
])("refuses %s", (_what, edit) => {
  expect(through(edit)).toMatchObject({ ok: false, reason: { code: "page.notOpen" } });
});

it("fills a field once, changes it there, and takes out whatever is in it", () => {
  const [first] = fillEdit(place, heading.id, "text", "One", newId);
  const once = applyEdits(page, [first as Edit]).page.children?.[0] as PageNode;
  const [again] = fillEdit(once, heading.id, "text", "Two", newId);
  const twice = applyEdits(b.page(once), [again as Edit]).page.children?.[0] as PageNode;
  expect(sharedContent(twice).fills).toMatchObject([{ node: heading.id, field: "text", value: "Two" }]);
  const out = fillEdit(twice, heading.id, "text", undefined, newId);
  expect(sharedContent(applyEdits(b.page(twice), out).page.children?.[0] as PageNode).fills).toEqual([]);
});
