import fc from "fast-check";
import { readHost, readPath } from "./hosts";

const ours = { publicHost: "studio.example", sitesHost: "studio.example", standIns: false };

test.each<[string | undefined, object | null]>([
  ["studio.example", { kind: "studio" }],
  ["STUDIO.example:4400", { kind: "studio" }],
  ["wrenfield.studio.example:443", { kind: "site", key: "wrenfield" }],
  ["rehearse.wrenfield.studio.example", { kind: "rehearsal", key: "wrenfield" }],
  [undefined, null],
  ["", null],
  ["studio.example.evil.example", null],
  ["evilstudio.example", null],
  ["a.b.studio.example", null],
  ["rehearse.rehearse.wrenfield.studio.example", null],
  ["-bad.studio.example", null],
  ["x.studio.example", null],
  ["wrenfield.studio.example.", null],
  ["wrenfield.studio.example:port", null],
])("the host %s is %o", (header, wanted) => expect(readHost(header, ours)).toEqual(wanted));

test.each<[string, object | null]>([
  ["studio.example", { kind: "studio" }],
  ["wrenfield.sites.example", { kind: "site", key: "wrenfield" }],
  ["rehearse.wrenfield.sites.example", { kind: "rehearsal", key: "wrenfield" }],
  ["wrenfield.studio.example", null],
  ["sites.example", null],
  ["pay.studio.example", { kind: "standIn", label: "pay" }],
  ["pay.sites.example", { kind: "site", key: "pay" }],
])("where sites stand below a host of their own, %s is %o", (header, wanted) =>
  expect(readHost(header, { ...ours, sitesHost: "sites.example", standIns: true })).toEqual(wanted),
);

test.each<[string, string | null]>([
  ["/", "/"],
  ["/a/b?c=/../d", "/a/b"],
  ["/a%20b", "/a b"],
  ["/a/../b", null],
  ["/a/%2e%2e/b", null],
  ["/a/./b", null],
  ["//evil.example/", null],
  ["/a\\b", null],
  ["/a%5Cb", null],
  ["/a%00", null],
  ["/%E0%A4", null],
  ["a", null],
])("the path %s reads %s", (target, wanted) => expect(readPath(target)).toBe(wanted));

test("whatever is asked for, a path that is read has no dot segments and no second root", () => {
  fc.assert(
    fc.property(fc.string({ unit: fc.constantFrom("/", ".", "%2e", "%2F", "\\", "a", "?", "%", "\0") }), (target) => {
      const path = readPath(target);
      if (path === null) return;
      expect(path.startsWith("/") && !path.startsWith("//")).toBe(true);
      expect(path.split("/").some((part) => part === "." || part === "..")).toBe(false);
    }),
  );
});
