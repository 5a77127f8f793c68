import { mostOpen, parseMarkup } from "./markup";
import { tagsIn } from "./tags";

const nested = (levels: number) =>
  `${"<b>".repeat(levels)}<link href="/inside">${"</b>".repeat(levels)}<link href="/behind">`;

/** Addresses that are told before the parser ends. */
function links(markup: string): { readonly whole: boolean; readonly found: string[] } {
  const found: string[] = [];
  const whole = parseMarkup(markup, { onopentag: (_name, { href }) => href !== undefined && found.push(href) });
  return { whole, found };
}

test("markup is read whole, elements without an end counted as closed", () => {
  expect(links(`${"<br><img>".repeat(5000)}<link href="/a">`)).toEqual({ whole: true, found: ["/a"] });
  expect(links(nested(mostOpen - 1))).toEqual({ whole: true, found: ["/inside", "/behind"] });
  expect(links(`${"<p>".repeat(5000)}<link href="/a">`)).toEqual({ whole: true, found: ["/a"] });
});

test("what is nested deeper than anybody means ends it, with what was found before", () => {
  expect(links(`<link href="/before">${nested(mostOpen)}`)).toEqual({ whole: false, found: ["/before"] });
  expect(tagsIn(`<link href="/before">${nested(200_000)}`, "link")).toEqual([{ href: "/before" }]);
});

test("what a handler throws is thrown", () => {
  const failing = () => {
    throw new Error("no");
  };
  expect(() => parseMarkup("<p>", { onopentag: failing })).toThrow("no");
});
