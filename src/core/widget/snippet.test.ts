// The two lines for pages of other sites.
import { snippetOf } from "./snippet";

const home = "https://wrenfield.example";

test("an element with a link for those without scripts, and one script of its kind", () => {
  expect(snippetOf(home, { kind: "booking", widget: "calendar", words: "Book a time" })).toBe(
    '<div data-booking="calendar"><a href="https://wrenfield.example/">Book a time</a></div>\n<script src="https://wrenfield.example/_w/v1/booking/elsewhere.js" async></script>',
  );
  expect(snippetOf(home, { kind: "chat", widget: "c1", words: "Ask", place: "corner" })).toContain(
    '<div data-chat="c1" data-place="corner">',
  );
});

test("what somebody wrote stays words", () => {
  const words = '"><script>alert(1)</script>&';
  const lines = snippetOf(home, { kind: "chat", widget: 'x" onclick="y', words });
  expect(lines).toContain("&quot;&gt;&lt;script&gt;alert(1)&lt;/script&gt;&amp;");
  expect(lines.match(/<script/g)).toHaveLength(1);
  expect(lines).not.toContain('onclick="y');
});
