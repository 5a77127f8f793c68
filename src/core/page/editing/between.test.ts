import fc from "fast-check";
import { anyEdit, anyPage } from "../arbitrary.test-kit";
import { editsBetween } from "./between";
import { applyEdits } from "./edit";

test("whatever was done to a page, the edits between the two states lead back", () => {
  fc.assert(
    fc.property(
      anyPage.chain((page) => fc.tuple(fc.constant(page), fc.array(anyEdit(page), { maxLength: 14 }))),
      ([page, edits]) => {
        const now = applyEdits(page, edits).page;
        const back = applyEdits(now, editsBetween(now, page));
        expect(back.refusals).toEqual([]);
        expect(back.page).toEqual(page);
        expect(editsBetween(page, page)).toEqual([]);
      },
    ),
    { numRuns: 300 },
  );
});
