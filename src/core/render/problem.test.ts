import { Parser } from "htmlparser2";
import { isPassing, type ProblemShown, problemHtml } from "./problem";

const shown: ProblemShown = {
  status: 503,
  code: "busy",
  messages: ["You are number 402."],
  reference: "",
  again: "address",
};

/** What stands on the page, and its elements' attributes. */
function read(html: string) {
  let text = "";
  const elements: [string, Record<string, string>][] = [];
  const parser = new Parser({
    onopentag: (name, attributes) => elements.push([name, attributes]),
    ontext: (part) => {
      text += part;
    },
  });
  parser.end(html);
  const of = (name: string) => elements.filter(([one]) => one === name).map(([, attributes]) => attributes);
  return { text, of };
}

test.each([
  [404, "notFound", "Nothing is here", false],
  [409, "changed", "That did not work", false],
  [429, "tooMany", "One moment, please", true],
  [503, "busy", "One moment, please", true],
  [500, "failed", "That did not work", true],
] as const)("%i %s is headed “%s”, and passing or not", (status, code, title, passing) => {
  expect(read(problemHtml({ ...shown, status, code }, "en")).text).toContain(title);
  expect(isPassing(status)).toBe(passing);
});

test("a database that is away, and a fault of ours, are told in the reader's language, with the log's reference", () => {
  const away = read(problemHtml({ ...shown, code: "databaseAway", messages: ["The database"] }, "de-AT"));
  expect(away.text).toContain("Einen Moment, bitte");
  expect(away.text).not.toContain("database");
  expect(away.of("html")).toEqual([{ lang: "de" }]);
  expect(read(problemHtml({ ...shown, status: 500, code: "failed", reference: "r-17" }, "fr")).text).toContain("r-17");
  const none = { ...shown, status: 404, code: "notPublished", again: null };
  expect(read(problemHtml(none, "fr")).text).toContain("pas encore publié");
  expect(read(problemHtml({ ...none, code: "constructor" }, "fr")).text).toContain("You are number 402.");
  expect(read(problemHtml(shown, "pt")).of("html")).toEqual([{ lang: "en" }]);
});

test("what was sent stands in the page, to be sent once more as it was, and is no markup", () => {
  const fields = [
    ["note", 'two\nlines & "quotes"'],
    ['"><script>', "</script><b>"],
  ] as const;
  const { of, text } = read(problemHtml({ ...shown, again: { fields } }, "en"));
  expect(of("input").map(({ name, value }) => [name, value])).toEqual(fields);
  expect([of("script"), of("b"), of("a")]).toEqual([[], [], []]);
  expect(text).toContain("Send it again");
});

test("what can't be asked again offers nothing to press", () => {
  const { of } = read(problemHtml({ ...shown, status: 404, code: "notFound", again: null }, "en"));
  expect([of("a"), of("button"), of("form")]).toEqual([[], [], []]);
});
