// Whether pages let themselves be framed, what they set, and what they may do.
import fc from "fast-check";
import { cookiesOf, framingOf } from "./framing";
import { allowOf, rightNames, sandboxOf } from "./rights";

const site = new URL("https://wrenfield.example");
const refuses = (headers: Record<string, string | string[]>) => framingOf(headers, site).refusedBy;

test.each([
  [{}],
  [{ "content-security-policy": "default-src 'self'" }],
  [{ "content-security-policy": "frame-ancestors *" }],
  [{ "content-security-policy": "frame-ancestors 'self' https://wrenfield.example" }],
  [{ "content-security-policy": "frame-ancestors https://*.example" }],
  [{ "content-security-policy": "frame-ancestors https:" }],
  [{ "content-security-policy": "FRAME-ANCESTORS  wrenfield.example:443" }],
  // The newer header stands before the older one.
  [{ "content-security-policy": "frame-ancestors *", "x-frame-options": "DENY" }],
  [{ "x-frame-options": "ALLOWALL" }],
])("%j lets itself be framed", (headers) => expect(refuses(headers as never)).toBeNull());

test.each([
  [{ "x-frame-options": "DENY" }, "X-Frame-Options", "DENY"],
  [{ "x-frame-options": "sameorigin" }, "X-Frame-Options", "sameorigin"],
  [
    { "content-security-policy": "default-src 'self'; frame-ancestors 'none'" },
    "Content-Security-Policy",
    "frame-ancestors 'none'",
  ],
  [{ "content-security-policy": "frame-ancestors 'self'" }, "Content-Security-Policy", "frame-ancestors 'self'"],
  [
    { "content-security-policy": "frame-ancestors https://other.example" },
    "Content-Security-Policy",
    "frame-ancestors https://other.example",
  ],
  [
    { "content-security-policy": "frame-ancestors https://wrenfield.example:8443" },
    "Content-Security-Policy",
    "frame-ancestors https://wrenfield.example:8443",
  ],
  [
    { "content-security-policy": ["default-src 'self'", "frame-ancestors"] },
    "Content-Security-Policy",
    "frame-ancestors",
  ],
])("%j refuses, and is quoted", (headers, header, value) =>
  expect(refuses(headers as never)).toEqual({ header, value }),
);

test("whatever headers come, it is one or the other", () => {
  fc.assert(
    fc.property(fc.string({ maxLength: 200 }), fc.string({ maxLength: 40 }), (policy, options) => {
      const found = refuses({ "content-security-policy": policy, "x-frame-options": options });
      expect(found === null || found.value.length <= 200).toBe(true);
    }),
  );
});

test("cookies by their names, each once", () => {
  expect(cookiesOf({ "set-cookie": ["seen=1; Path=/", "seen=2", "who=a=b; Secure", "; nothing", "=x"] })).toEqual([
    "seen",
    "who",
  ]);
  expect(cookiesOf({})).toEqual([]);
});

test("rights become the frame’s attributes, in one order; none lets it be seen and nothing else", () => {
  expect(sandboxOf([])).toBe("");
  expect(sandboxOf(["forms", "scripts"])).toBe("allow-scripts allow-forms");
  expect(sandboxOf(rightNames).split(" ")).toHaveLength(rightNames.length);
  expect(allowOf(["place", "fullScreen"])).toBe("fullscreen; geolocation");
});
