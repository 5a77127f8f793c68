// The table of rights: who includes whom, and what an editor never may.
import { mayAs, type Right, rights, roles, tooSmall } from "./rights";

test("each role includes those after it, and none before it", () => {
  roles.forEach((role, at) => {
    roles.forEach((other, nth) => {
      expect([role, other, mayAs(role, other)]).toEqual([role, other, at <= nth]);
    });
  });
});

test("an editor has words, pictures and counts; nothing of visitors, calendars' addresses, keys or the set-up", () => {
  const editors = (Object.keys(rights) as Right[]).filter((right) => mayAs("editor", rights[right]));
  expect(editors.sort()).toEqual([
    "jobs.read",
    "media.read",
    "media.write",
    "releases.read",
    "results.read",
    "site.read",
    "site.rehearse",
    "words.write",
  ]);
});

test("how long things are kept is an owner's", () => {
  expect(mayAs("designer", rights["retention.change"])).toBe(false);
  expect(tooSmall("designer", "retention.change")).toBe("You are designer here; this needs an owner.");
  expect(tooSmall("editor", "visitors.read")).toBe("You are editor here; this needs a designer.");
});
