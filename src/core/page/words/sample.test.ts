import { builder } from "../build";
import { kindNames } from "../kind-names";
import { kinds } from "../kinds";
import type { PageNode } from "../node";
import { plainFacts } from "../shelf/entry";
import { shelf } from "../shelf/index";
import { hasSamples, samplesIn } from "./sample";

let made = 0;
const newId = () => `s${++made}`;
const b = builder(newId);
const fresh = (kind: PageNode["kind"]): PageNode => ({
  id: newId(),
  kind,
  content: kinds[kind].fresh(plainFacts),
  look: { base: {} },
});

it("words a new block comes with are told until they are changed, line by line", () => {
  const quote = fresh("quote");
  expect(samplesIn(quote)).toEqual(["What somebody said, in their own words.", "First name"]);
  const said = { ...quote, content: { ...quote.content, text: "Mind the geese." } };
  expect(samplesIn(said)).toEqual(["First name"]);
  expect(hasSamples(b.section("Proof", {}, said))).toBe(true);
  expect(hasSamples(b.section("Proof", {}, { ...said, content: { ...said.content, who: "Orla" } }))).toBe(false);
  expect(samplesIn(fresh("heading"))).toHaveLength(1);
});

it("words that fit any site are no samples: a button that says “Read more”, a name for those who hear the page", () => {
  for (const kind of ["button", "navigation", "widget", "file", "links"] as const)
    expect(samplesIn(fresh(kind))).toEqual([]);
  expect(samplesIn(fresh("slider"))).toEqual([]);
});

it("a block that holds others is told by what stands in it", () => {
  expect(samplesIn(b.section("A new heading", {}, b.heading(2, "Come by")))).toEqual([]);
  expect(kindNames.filter((kind) => kinds[kind].holds && samplesIn({ ...fresh(kind), children: [] }).length)).toEqual(
    [],
  );
});

it("every ready-made section says what belongs in it, but for those that are made of settings or of plain words", () => {
  const silent = shelf.filter((entry) => !hasSamples(entry.make(newId))).map(({ name }) => name);
  expect(silent.length).toBeLessThan(shelf.length / 3);
});

test("a form that stands in the flow shows its own words: those of its button are no samples there", () => {
  const placed = (as: string) => b.node("widget", { widget: "ask", as, text: "Sign up" });
  expect(samplesIn(placed("flow"))).toEqual([]);
  expect(samplesIn(b.node("widget", { widget: "ask", as: "flow", text: "Form" }))).toEqual([]);
  expect(samplesIn(b.node("widget", { widget: "ask", as: "button", text: "Form" }))).toEqual([]);
});
