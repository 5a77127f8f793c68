import fc from "fast-check";
import { iconSchema, pathOfShapes } from "../look/icon";
import { isLink, linkFromWords, readLink, writeLink } from "./link";
import { anchorFor } from "./places";

test("every sort of link is read, and written as it was", () => {
  const links = [
    "page:visit",
    "page:visit#prices",
    "#prices",
    "mailto:hello@kiln.example",
    "mailto:hello@kiln.example?subject=A%20class%20for%20two%3F",
    "tel:+35315550100",
    "sms:+35315550100",
    "widget:letters",
    "https://kiln.example/a?b=c#d",
  ];
  expect(links.map((link) => readLink(link).to)).toEqual([
    "page",
    "page",
    "place",
    "mail",
    "mail",
    "phone",
    "message",
    "widget",
    "web",
  ]);
  for (const link of links) {
    expect(isLink(link)).toBe(true);
    expect(writeLink(readLink(link))).toBe(link);
  }
});

test("any subject comes back as it was written", () => {
  fc.assert(
    fc.property(fc.string({ unit: "grapheme", maxLength: 40 }), (subject) => {
      const link = writeLink({ to: "mail", address: "a@b.example", subject });
      expect(link === null ? null : readLink(link)).toEqual(
        link === null ? null : { to: "mail", address: "a@b.example", subject },
      );
    }),
  );
});

test("what is no link is refused: scripts, data, quotes, line breaks", () => {
  for (const wrong of [
    "javascript:alert(1)",
    "data:text/html,x",
    "mailto:a@b.example?subject=x&bcc=c@d.example",
    "mailto:a@b.example?subject=a\r\nBcc: c@d.example",
    'https://a.example/"onclick=',
    "sms:+1;body=x",
    "widget:",
    "file:///etc/passwd",
  ])
    expect(isLink(wrong)).toBe(false);
  expect(linkFromWords("kiln.example/visit")).toBe("https://kiln.example/visit");
  expect(linkFromWords("www")).toBeNull();
});

test("a section without an anchor gets one from its name that no other has", () => {
  expect(anchorFor("Our prices", [])).toBe("our-prices");
  expect(anchorFor("Öffnungszeiten!", ["offnungszeiten"])).toBe("offnungszeiten-2");
  expect(anchorFor("2026", [null])).toBe("place");
});

test("shapes of an icon become one path that a page may hold", () => {
  const path = pathOfShapes([
    ["circle", { cx: "12", cy: "10", r: "3" }],
    ["rect", { x: "2", y: "4", width: "20", height: "16", rx: "2" }],
    ["line", { x1: "1", x2: "2", y1: "3", y2: "4" }],
    ["polyline", { points: "1 2 3 4" }],
    ["script", { d: "x" }],
  ]);
  expect(iconSchema.validate({ name: "map-pin", path }).error).toBeUndefined();
  expect(path).toMatch(/^M9 10a3 3 0 1 0 6 0a3 3 0 1 0 -6 0M4 4h16/);
  expect(iconSchema.validate({ name: "x", path: '"/><script>' }).error).toBeDefined();
});
