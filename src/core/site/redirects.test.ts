import fc from "fast-check";
import type { Redirect } from "@/core/site/site";
import { redirectCircle, whereItLeads } from "./redirects";

const pages: Readonly<Record<string, string>> = { visit: "/visit" };
const ends = (all: readonly Redirect[], from: string) => whereItLeads(all, from, (id) => pages[id]);

test("an old address leads to where its page is now, by way of others too, or to another host", () => {
  const all: Redirect[] = [
    { from: "/find-us", page: "visit" },
    { from: "/map", to: "/find-us" },
    { from: "/shop", to: "https://shop.example/mugs" },
    { from: "/old", page: "gone" },
    { from: "/a", to: "/b" },
    { from: "/b", to: "/a" },
  ];
  expect(ends(all, "/map")).toBe("/visit");
  expect(ends(all, "/shop")).toBe("https://shop.example/mugs");
  expect(ends(all, "/old")).toBeNull();
  expect(ends(all, "/a")).toBeNull();
  expect(ends(all, "/nowhere")).toBeNull();
});

test("a circle is told as the way one would be led; a page on it ends the way", () => {
  const circle: Redirect[] = [
    { from: "/a", to: "/b/" },
    { from: "/b", to: "/c" },
    { from: "/c", to: "/a" },
  ];
  expect(redirectCircle(circle, new Set())).toEqual(["/a", "/b", "/c", "/a"]);
  expect(redirectCircle(circle, new Set(["/c"]))).toBeNull();
  expect(redirectCircle([{ from: "/a", to: "/a" }], new Set())).toEqual(["/a", "/a"]);
});

test("whatever leads where: without a circle every address ends, with one some do not", () => {
  const paths = ["/a", "/b", "/c", "/d"];
  const anyRedirects = fc.uniqueArray(
    fc.record({ from: fc.constantFrom(...paths), to: fc.constantFrom(...paths, "/end", "https://x.example/") }),
    { selector: ({ from }) => from },
  );
  fc.assert(
    fc.property(anyRedirects, (all) => {
      const endless = all.some(({ from }) => ends(all, from) === null);
      expect(redirectCircle(all, new Set()) !== null).toBe(endless);
    }),
  );
});
