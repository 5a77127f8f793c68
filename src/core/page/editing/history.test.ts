import { builder } from "../build";
import { findNode, type PageNode } from "../node";
import { applyEdits, type Edit } from "./edit";
import {
  closeGroup,
  emptyHistory,
  type History,
  notice,
  record,
  redo,
  redone,
  type Step,
  typing,
  undo,
  undone,
} from "./history";

const step = (value: string, group?: string): Step => ({
  document: "home",
  edits: [{ type: "setContent", node: "h", field: "text", value }],
  inverses: [{ type: "setContent", node: "h", field: "text", value: `before ${value}` }],
  ...(group ? { group } : {}),
});

let last = 0;
const b = builder(() => `n${++last}`);

/** One person's page with its history, and what others do to it. */
function desk(text: string) {
  const heading = b.heading(1, text);
  let page: PageNode = b.page(b.section("Opening", {}, heading));
  let history: History = emptyHistory;
  const words = () => String(findNode(page, heading.id)?.content.text);
  const splice = (at: number, cut: number, put: string): Edit => ({
    type: "splice",
    node: heading.id,
    field: "text",
    at,
    cut,
    put,
  });
  return {
    words,
    type(at: number, put: string, cut = 0) {
      const made = applyEdits(page, [splice(at, cut, put)]);
      page = made.page;
      history = record(history, { document: "home", edits: made.applied, inverses: made.inverses, group: typing });
    },
    other(at: number, put: string, cut = 0) {
      const made = applyEdits(page, [splice(at, cut, put)]);
      page = made.page;
      history = notice(history, "home", made.applied);
    },
    back() {
      const taken = undo(history);
      if (!taken) return;
      const made = applyEdits(page, taken.edits);
      page = made.page;
      history = undone(taken.history, "home", made.applied, made.inverses);
    },
    again() {
      const taken = redo(history);
      if (!taken) return;
      const made = applyEdits(page, taken.edits);
      page = made.page;
      history = redone(taken.history, "home", made.applied, made.inverses);
    },
  };
}

test("typed words are taken back one run at a time", () => {
  const at = desk("");
  for (const [index, letter] of [..."Fresh bread daily"].entries()) at.type(index, letter);
  at.back();
  expect(at.words()).toBe("Fresh bread ");
  at.back();
  expect(at.words()).toBe("Fresh ");
  at.again();
  at.again();
  expect(at.words()).toBe("Fresh bread daily");
});

test("letters rubbed out one after the other come back together", () => {
  const at = desk("Bread daily");
  for (let end = 11; end > 5; end--) at.type(end - 1, "", 1);
  expect(at.words()).toBe("Bread");
  at.back();
  expect(at.words()).toBe("Bread daily");
});

test("going back takes one's own words and leaves those that another wrote before, between and behind them", () => {
  const at = desk("bread");
  at.type(0, "Fresh ");
  at.other(11, " daily");
  at.type(17, " from six");
  at.other(0, "Our: ");
  expect(at.words()).toBe("Our: Fresh bread daily from six");
  at.back();
  expect(at.words()).toBe("Our: Fresh bread daily");
  at.back();
  expect(at.words()).toBe("Our: bread daily");
  at.again();
  at.other(0, "! ");
  at.again();
  expect(at.words()).toBe("! Our: Fresh bread daily from six");
});

test("letters typed one after the other are taken back at once, in the right order", () => {
  const history = record(record(emptyHistory, step("H", "h.text")), step("Ha", "h.text"));
  expect(history.past).toHaveLength(1);
  expect(history.past[0]?.inverses.map((edit) => "value" in edit && edit.value)).toEqual(["before Ha", "before H"]);
});

test("selecting something else ends the group", () => {
  const history = record(closeGroup(record(emptyHistory, step("H", "h.text"))), step("Ha", "h.text"));
  expect(history.past).toHaveLength(2);
});

test("undo and redo walk the same steps, and a new step drops what was undone", () => {
  const two = record(record(emptyHistory, step("1")), step("2"));
  const taken = undo(two);
  expect(taken?.edits).toEqual(step("2").inverses);
  const back = undone(taken?.history ?? emptyHistory, "home", step("2").inverses, step("2").edits);
  const again = redo(back);
  expect(again?.edits).toEqual(step("2").edits);
  expect(redone(again?.history ?? emptyHistory, "home", step("2").edits, step("2").inverses)).toEqual(two);
  expect(record(back, step("3")).future).toEqual([]);
  expect(undo(emptyHistory)).toBeNull();
  expect(redo(two)).toBeNull();
});

test("a thousand steps can all be undone", () => {
  let history = emptyHistory;
  for (let count = 0; count < 1000; count++) history = record(history, step(String(count)));
  let taken = 0;
  for (let next = undo(history); next; next = undo(next.history)) taken += 1;
  expect(taken).toBe(1000);
});
