import { changeAt, valueAt } from "./path";

const service = { name: "Shampoo and cut", tax: { percent: 19, included: true }, where: null };

test("a value is found by the way to it", () => {
  expect(valueAt(service, "name")).toBe("Shampoo and cut");
  expect(valueAt(service, "tax.percent")).toBe(19);
});

test("where the way ends before, there is none", () => {
  expect(valueAt(service, "where.words")).toBeUndefined();
  expect(valueAt(service, "deposit.percent")).toBeUndefined();
  expect(valueAt(null, "name")).toBeUndefined();
});

test("a change holds the outermost part, with the rest of it as it was", () => {
  expect(changeAt(service, "name", "Cut")).toEqual({ name: "Cut" });
  expect(changeAt(service, "tax.percent", 7)).toEqual({ tax: { percent: 7, included: true } });
  expect(service.tax.percent).toBe(19);
});

test("what is on the way and missing is made", () => {
  expect(changeAt(service, "where.words" as string, "Main room")).toEqual({ where: { words: "Main room" } });
});
