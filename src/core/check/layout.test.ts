import { builder } from "@/core/page/build";
import { applyEdits } from "@/core/page/editing/edit";
import { asFinding, gathered, type LayoutFinding, type LayoutFound, layoutFindingsSchema, repairEdits } from "./layout";

let last = 0;
const b = builder(() => `n${++last}`);
const table = { ...b.words("A word"), id: "wide" };
const page = b.page(b.section("Prices", {}, table));

const found = (px: number): LayoutFound => ({
  code: "layout.sideways",
  node: "wide",
  region: "main",
  values: { px },
  repair: { set: "look", node: "wide", field: "fit", value: "scroll" },
});

test("findings of several widths are one, with the values of the worst", () => {
  const all = gathered(
    new Map([
      [320, [found(120)]],
      [390, [found(50)]],
      [1180, [{ ...found(9), node: "other" }]],
    ]),
  );
  expect(all.map(({ node, widths, values }) => [node, widths, values.px])).toEqual([
    ["wide", [320, 390], 120],
    ["other", [1180], 9],
  ]);
});

test("of contrast and targets less is worse; the two states of a header are two findings", () => {
  const contrast = (ratio: number, state: string): LayoutFound => ({
    code: "layout.contrast",
    node: "nav",
    region: "header",
    values: { ratio, wanted: 4.5, state },
  });
  const all = gathered(
    new Map([
      [320, [contrast(2.1, "top"), contrast(3.9, "scrolled")]],
      [1440, [contrast(1.4, "top")]],
    ]),
  );
  expect(all.map(({ values }) => [values.state, values.ratio])).toEqual([
    ["top", 1.4],
    ["scrolled", 3.9],
  ]);
});

test("a repair holds at the width where the trouble is: phones alone, tablets and phones, or all", () => {
  const at = (...widths: number[]): LayoutFinding => ({ ...found(40), widths });
  const width = (finding: LayoutFinding) => (repairEdits(finding, page)[0] as { width?: string }).width;
  expect(width(at(320, 390))).toBe("phone");
  expect(width(at(560, 820))).toBe("tablet");
  expect(width(at(390, 1180))).toBe("base");
  const { page: next, refusals } = applyEdits(page, repairEdits(at(320), page));
  expect(refusals).toEqual([]);
  expect(next.children?.[0]?.children?.[0]?.look.phone).toEqual({ fit: "scroll" });
});

test("a repair of every width takes away what a narrower one says otherwise", () => {
  const { page: before } = applyEdits(page, [
    { type: "setLook", node: "wide", width: "phone", field: "fit", value: "clip" },
  ]);
  const { page: after } = applyEdits(before, repairEdits({ ...found(40), widths: [390, 1440] }, before));
  expect(after.children?.[0]?.children?.[0]?.look).toEqual({ base: { fit: "scroll" } });
});

test("of repairs that raise one number the highest holds, whichever comes last, and what was set meanwhile stays", () => {
  const media = "a".repeat(64);
  const section = page.children?.[0]?.id ?? "";
  const ground = { media, x: 50, y: 50, veil: 20 };
  const veiled = (veil: number): LayoutFinding => ({
    ...found(40),
    widths: [320],
    repair: { set: "content", node: section, field: "ground", value: { ...ground, veil }, raises: "veil" },
  });
  let now = applyEdits(page, [
    { type: "setContent", node: section, field: "ground", value: { ...ground, x: 30 } },
  ]).page;
  for (const veil of [55, 75, 45]) now = applyEdits(now, repairEdits(veiled(veil), now)).page;
  expect(now.children?.[0]?.content.ground).toEqual({ ...ground, x: 30, veil: 75 });
  expect(layoutFindingsSchema.validate([veiled(75)]).error).toBeUndefined();
});

test("no edit comes of a repair whose block is gone, or that its kind does not know", () => {
  const at = { ...found(40), widths: [320] };
  expect(repairEdits({ ...at, repair: { set: "look", node: "gone", field: "fit", value: "clip" } }, page)).toEqual([]);
  expect(repairEdits({ ...at, repair: { set: "look", node: "wide", field: "columns", value: 2 } }, page)).toEqual([]);
});

test("what a browser sends to be kept is bounded and known", () => {
  const judged = (list: unknown) => layoutFindingsSchema.validate(list).error?.message ?? null;
  const one = { ...found(3), widths: [320] };
  expect(judged([one])).toBeNull();
  expect(judged([{ ...one, code: "layout.unheard" }])).not.toBeNull();
  expect(judged([{ ...one, widths: [333] }])).not.toBeNull();
  expect(judged([{ ...one, values: { px: "x".repeat(300) } }])).not.toBeNull();
  expect(judged(Array.from({ length: 201 }, () => one))).not.toBeNull();
});

test("told before publishing, what breaks the live page stops it", () => {
  expect(asFinding("home", { ...found(12), widths: [320] })).toMatchObject({
    weight: "stops",
    document: "home",
    node: "wide",
    reason: { code: "layout.sideways", px: 12, widths: ["320"] },
  });
});
