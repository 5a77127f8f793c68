// Code of a designer as a document of its own: what can't break out of it, and what its policy lets it reach.
import fc from "fast-check";
import { tagsIn } from "@/core/input/tags";
import { kinds } from "@/core/page/kinds";
import { codeDocument, codePolicy, stillDocument } from "./document";

const content = (more: object) => ({
  title: "River",
  html: "<p>1 m</p>",
  css: "",
  script: "",
  origins: [],
  purpose: "needed" as const,
  ...more,
});

test("a script that says the end of a script stays one script; so does a style", () => {
  const html = codeDocument(
    content({ script: 'document.title = "</script><img src=x>"', css: "p{content:'</style><img src=y>'}" }),
    "en",
  );
  expect(tagsIn(html, "img")).toEqual([]);
  expect(tagsIn(html, "script")).toHaveLength(2);
  expect(codeDocument(content({ title: "</title><img src=z>" }), "en")).toContain("&lt;/title>&lt;img");
});

test("whatever is written as script or style, no element comes of it", () => {
  fc.assert(
    fc.property(fc.string({ maxLength: 200 }), fc.string({ maxLength: 200 }), (script, css) => {
      const written = codeDocument(content({ script: `${script}<b>`, css: `${css}<b>`, html: "" }), "en");
      expect(tagsIn(written, "b")).toEqual([]);
    }),
  );
});

test("where nothing runs its script is not even there", () => {
  expect(stillDocument(content({ script: "alert(1)", css: "p{color:red}" }))).toBe(
    "<style>body{margin:0}p{color:red}</style><p>1 m</p>",
  );
});

test("its policy: an origin of its own, what is listed and nothing else", () => {
  const none = codePolicy([], "'self'");
  expect(none).toContain("sandbox allow-scripts allow-forms allow-popups;");
  expect(none).not.toContain("allow-same-origin");
  expect(none).toContain("connect-src 'none'");
  const one = codePolicy(["https://river.example"], "http://localhost:4400");
  expect(one).toContain("connect-src https://river.example");
  expect(one).toContain("script-src 'unsafe-inline' https://river.example");
  expect(one).toContain("frame-ancestors 'self' http://localhost:4400");
});

test("an origin that is none is refused at its field, and an address too", () => {
  const fault = (origin: string) => kinds.code.schema.validate(content({ origins: [origin] })).error?.details[0];
  expect(fault("https://river.example")).toBeUndefined();
  expect(fault("http://river.localhost:4400")).toBeUndefined();
  for (const wrong of [
    "river.example",
    "https://river.example/path",
    "https://river.example; script-src *",
    "*",
    "https://a b",
  ])
    expect(fault(wrong)?.message).toBe("Write an origin as https://host.example, without a path.");
  expect(kinds.code.schema.validate(content({ script: "x".repeat(100_001) })).error?.details[0]?.path).toEqual([
    "script",
  ]);
});
