import fc from "fast-check";
import { builder } from "@/core/page/build";
import { applyEdits } from "@/core/page/editing/edit";
import { mediaNamed, mediaOn, replaceMediumEdits, withMedium } from "./uses";

const [jug, mug, bowl] = ["a", "b", "c"].map((letter) => letter.repeat(64)) as [string, string, string];
let last = 0;
const b = builder(() => `n${++last}`);

const page = b.page(
  {
    ...b.section("Opening", {}, b.picture(jug, "A jug")),
    content: { name: "Opening", ground: { media: jug, x: 20, y: 80, veil: 40 } },
  },
  b.section(
    "More",
    {},
    b.node("gallery", {
      as: "grid",
      items: [
        { id: "l1", media: jug, alt: "The jug again" },
        { id: "l2", media: mug, alt: "A mug" },
      ],
    }),
    b.button("The recipe", `file:${bowl}`),
  ),
);

test("media are found wherever they stand: in pictures, behind sections, in lines of lists, behind links", () => {
  expect([...mediaOn(page)].sort()).toEqual([jug, mug, bowl]);
  expect(mediaNamed({ picture: jug, words: { text: "no medium" } })).toEqual([jug]);
});

test("another in the place of one: crops and descriptions stay, of a list only the line that has it changes", () => {
  const edits = replaceMediumEdits(page, jug, bowl);
  expect(edits.map((edit) => "field" in edit && edit.field)).toEqual(["ground", "media", "items.l1.media"]);
  const { page: next, refusals, inverses } = applyEdits(page, edits);
  expect(refusals).toEqual([]);
  expect([...mediaOn(next)].sort()).toEqual([mug, bowl]);
  expect(next.children?.[0]?.content.ground).toEqual({ media: bowl, x: 20, y: 80, veil: 40 });
  expect(applyEdits(next, inverses).page).toEqual(page);
});

test("a link to a file follows", () => {
  const { page: next } = applyEdits(page, replaceMediumEdits(page, bowl, mug));
  expect(JSON.stringify(next)).toContain(`"file:${mug}"`);
});

test("whatever a value is: nothing but the one medium changes, and putting it back gives what was", () => {
  const leaf = fc.oneof(
    fc.constantFrom(jug, mug, `file:${mug}`, "words"),
    fc.integer(),
    fc.boolean(),
    fc.constant(null),
  );
  const { value } = fc.letrec((tie) => ({
    value: fc.oneof(
      leaf,
      fc.array(tie("value"), { maxLength: 3 }),
      fc.dictionary(fc.string(), tie("value"), { maxKeys: 3 }),
    ),
  }));
  fc.assert(
    fc.property(value, (one) => {
      const put = withMedium(one, jug, bowl);
      expect(mediaNamed(put)).not.toContain(jug);
      expect(withMedium(put, bowl, jug)).toEqual(one);
    }),
  );
});
