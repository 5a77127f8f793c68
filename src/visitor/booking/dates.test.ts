import { dateAt, listedDateAt } from "./dates";

describe("keys among days", () => {
  test.each([
    ["ArrowRight", "2026-03-12"],
    ["ArrowLeft", "2026-03-10"],
    ["ArrowDown", "2026-03-18"],
    ["ArrowUp", "2026-03-04"],
    ["PageDown", "2026-04-01"],
    ["PageUp", "2026-02-01"],
    ["Home", "2026-03-09"],
    ["End", "2026-03-15"],
    ["Enter", null],
  ])("%s in a month's grid", (key, to) => {
    expect(dateAt(key, "2026-03-11", "en-IE", false)).toBe(to);
  });

  test("where lines run from right to left the arrows do, too, and weeks begin where the reader's do", () => {
    expect(dateAt("ArrowRight", "2026-03-11", "ar", true)).toBe("2026-03-10");
    expect(dateAt("ArrowLeft", "2026-03-11", "ar", true)).toBe("2026-03-12");
    expect(dateAt("Home", "2026-03-11", "en-US", false)).toBe("2026-03-08");
  });

  test.each([
    ["ArrowDown", "2026-03-19"],
    ["ArrowRight", "2026-03-19"],
    ["ArrowUp", "2026-03-11"],
    ["Home", "2026-03-11"],
    ["End", "2026-03-20"],
    ["PageDown", null],
  ])("%s in a list that leaves days out", (key, to) => {
    expect(listedDateAt(key, "2026-03-14", ["2026-03-11", "2026-03-14", "2026-03-19", "2026-03-20"])).toBe(to);
  });

  test("past either end of a list there is nothing", () => {
    const dates = ["2026-03-11", "2026-03-14"];
    expect(listedDateAt("ArrowUp", "2026-03-11", dates)).toBeNull();
    expect(listedDateAt("ArrowDown", "2026-03-14", dates)).toBeNull();
  });
});
