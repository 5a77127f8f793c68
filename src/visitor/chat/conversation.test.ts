// What follows in a conversation from what is, without a page.
import fc from "fast-check";
import type { Button } from "@/core/chat/public-types";
import type { TalkLine } from "./api";
import { answersOf, askAgainMs, fieldNamed, freshIn, greetingAt, isWithin, startersAt } from "./conversation";

const greeting = (text: string, include: string[], from: string | null = null, to: string | null = null) => ({
  ...{ id: text, text, include, from, to },
});

test("the first greeting of the page and the time of day is said", () => {
  const greetings = [
    greeting("Good night", [], "22:00", "06:00"),
    greeting("About classes", ["/classes*"]),
    greeting("Good morning", [], "06:00", "12:00"),
  ];
  const at = (path: string, time: string) => greetingAt({ greetings }, path, time);
  expect(at("/", "23:10")).toBe("Good night");
  expect(at("/classes/wheel", "05:59")).toBe("Good night");
  expect(at("/classes/wheel", "06:00")).toBe("About classes");
  expect(at("/", "06:00")).toBe("Good morning");
  expect(at("/", "12:00")).toBeUndefined();
});

test("a time is in a stretch or in the stretch from its end to its beginning, never in both", () => {
  const time = fc.integer({ min: 0, max: 1439 }).map((of) => {
    const two = (value: number) => String(value).padStart(2, "0");
    return `${two(Math.floor(of / 60))}:${two(of % 60)}`;
  });
  fc.assert(
    fc.property(time, time, time, (of, from, to) => {
      fc.pre(from !== to);
      expect(isWithin(of, from, to)).toBe(!isWithin(of, to, from));
    }),
  );
  expect([isWithin("09:00", null, null), isWithin("09:00", "09:00", null), isWithin("09:00", null, "09:00")]).toEqual([
    true,
    true,
    false,
  ]);
});

test("a page offers its own questions and everybody's, six at most", () => {
  const starter = (text: string, include: string[] = []) => ({ id: text, text, include });
  const starters = [starter("kiln", ["/kiln-hire"]), ..."abcdefg".split("").map((text) => starter(text))];
  expect(startersAt({ starters }, "/kiln-hire")).toEqual(["kiln", "a", "b", "c", "d", "e"]);
  expect(startersAt({ starters }, "/")).toEqual(["a", "b", "c", "d", "e", "f"]);
});

test("what is shown already is not shown again, however often it comes", () => {
  const line = (nth: number) => ({ nth, by: "chat", kind: "answer", text: "", helped: null }) as unknown as TalkLine;
  const lines = [0, 1, 2].map(line);
  expect(freshIn({ lines }, -1)).toEqual(lines);
  expect(freshIn({ lines }, 1)).toEqual([lines[2]]);
  expect(freshIn({ lines }, 2)).toEqual([]);
});

test("with a person it is asked more often", () => {
  expect(askAgainMs("person")).toBeLessThan(askAgainMs("chat"));
  expect(askAgainMs("waiting")).toBe(askAgainMs("person"));
});

test("answers are sent in the form of their questions, and open ones as none", () => {
  const ask = (key: string, kind: string) => ({ key, label: key, kind, required: false });
  const asks = [
    ...[ask("notes", "words"), ask("hands", "number"), ask("age", "number"), ask("day", "date")],
    ...[ask("tools", "several"), ask("new", "tick")],
  ] as unknown as Extract<Button, { kind: "book" }>["asks"];
  const values = { "a.notes": "", "a.hands": "2", "a.age": "", "a.day": "", "a.tools": ["wire"], "a.new": false };
  expect(answersOf(asks, values)).toEqual({
    ...{ notes: "", hands: 2, age: null, day: null, tools: ["wire"], new: false },
  });
});

test("a refusal finds its field", () => {
  expect(["answers.hands", "client.email", "terms"].map(fieldNamed)).toEqual(["a.hands", "email", "terms"]);
});
