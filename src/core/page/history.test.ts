import { closeGroup, emptyHistory, record, redo, type Step, undo } from "./history";

const step = (value: string, group?: string): Step => ({
  document: "home",
  edits: [{ type: "setContent", node: "h", field: "text", value }],
  inverses: [{ type: "setContent", node: "h", field: "text", value: `before ${value}` }],
  ...(group ? { group } : {}),
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
  const undone = undo(two);
  expect(undone?.step).toEqual(step("2"));
  expect(redo(undone?.history ?? emptyHistory)?.history).toEqual(two);
  expect(record(undone?.history ?? emptyHistory, step("3")).future).toEqual([]);
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
