import { freshTop, needsScript, type Top, topClass, topCss, topSchema } from "./top";

test("a header that only stays needs no script; one that changes does", () => {
  expect(needsScript(freshTop)).toBe(false);
  expect(needsScript({ ...freshTop, stays: "back" })).toBe(true);
  expect(needsScript({ ...freshTop, through: "ink" })).toBe(true);
  expect(needsScript({ ...freshTop, scrolled: { ...freshTop.scrolled, shadow: true } })).toBe(true);
  expect(needsScript({ ...freshTop, stays: "no", through: "ink" })).toBe(false);
});

test("see-through: the first section makes room for it, and words are those of the surface until it is scrolled", () => {
  const css = topCss({ ...freshTop, through: "ink", heightPx: 80 });
  expect(css).toContain("margin-bottom:-80px");
  expect(css).toContain('header.b-through+main>.b-section:first-child::before{content:"";height:80px}');
  expect(css).toMatch(/html:not\(\.past\) [^{]*\{color:var\(--on-ink\)/);
  expect(css).not.toContain("background:var(--s-ink)");
  expect(topClass({ ...freshTop, through: "ink" })).toBe("b-top stays-always b-through");
});

test("a lower header once scrolled moves nothing: its ground is scaled and its row shifted", () => {
  const css = topCss({ ...freshTop, heightPx: 80, scrolled: { heightPx: 60, shadow: false } });
  expect(css).toContain("scaleY(0.75)");
  expect(css).toContain("translateY(-10px)");
  expect(css).toContain("scroll-padding-top:76px");
});

test("heights have limits", () => {
  const told = (part: Partial<Top>) => topSchema.validate({ ...freshTop, ...part }).error?.message;
  expect(told({})).toBeUndefined();
  expect(told({ heightPx: 20 })).toBe("A header is at least 40 px high.");
  expect(told({ heightPx: 900 })).toBe("A header is at most 200 px high.");
});
