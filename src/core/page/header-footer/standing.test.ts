import fc from "fast-check";
import {
  choiceFor,
  claimOf,
  idleRules,
  movedStanding,
  ruleHolds,
  ruleSorts,
  type Standee,
  type Standing,
  type StandingPage,
  type StandingRule,
  standingSchema,
} from "./standing";

const page = (id: string, path: string, ...groups: string[]): StandingPage => ({ id, path, groups, language: "en-IE" });
const home = page("home", "/");
const mugs = page("mugs", "/shop/mugs", "Shop");
const kiln = page("kiln", "/journal/kiln", "Journal");
const site = { is: "site" } as const;
const standee = (id: string, include: readonly StandingRule[], exclude: readonly StandingRule[] = []): Standee => ({
  id,
  standing: { include, exclude },
});

test("the shop has a header of its own, one mug a third, and the home page none", () => {
  const all = [
    standee("main", [site], [{ is: "page", page: "home" }]),
    standee("shop", [{ is: "group", group: "Shop" }]),
    standee("mug", [{ is: "path", path: "/shop/*" }]),
  ];
  expect(choiceFor(all, kiln).chosen).toBe("main");
  expect(choiceFor(all, mugs)).toEqual({
    chosen: "mug",
    claims: [
      { of: "main", rule: site, stands: true },
      { of: "shop", rule: { is: "group", group: "Shop" }, stands: true },
      { of: "mug", rule: { is: "path", path: "/shop/*" }, stands: true },
    ],
  });
  expect(choiceFor(all, home)).toEqual({
    chosen: null,
    claims: [{ of: "main", rule: { is: "page", page: "home" }, stands: false }],
  });
});

test("of two patterns the one that spells out more of the path wins; of equal rules the header that stands first", () => {
  const wide = standee("wide", [{ is: "path", path: "/shop/*" }]);
  const close = standee("close", [{ is: "path", path: "/shop/mug*" }]);
  expect(choiceFor([wide, close], mugs).chosen).toBe("close");
  expect(choiceFor([wide, standee("twin", wide.standing.include)], mugs).chosen).toBe("wide");
});

test("a page taken in by name stays, whatever its group is left out by", () => {
  const standing: Standing = {
    include: [site, { is: "page", page: "mugs" }],
    exclude: [{ is: "group", group: "Shop" }],
  };
  expect(claimOf(standing, mugs)).toEqual({ rule: { is: "page", page: "mugs" }, stands: true });
  expect(claimOf(standing, page("bowls", "/shop/bowls", "Shop"))).toMatchObject({ stands: false });
});

test("rules that never count are told with why", () => {
  const all = [
    standee("main", [site, { is: "group", group: "Winter" }], [{ is: "path", path: "/shop/*" }]),
    standee("shop", [{ is: "path", path: "/shop/*" }]),
    standee("twin", [site]),
  ];
  expect(idleRules(all, [home, mugs, kiln])).toEqual([
    { of: "main", side: "include", rule: { is: "group", group: "Winter" }, why: { code: "noPage" } },
    { of: "main", side: "exclude", rule: { is: "path", path: "/shop/*" }, why: { code: "leavesOutNothing" } },
    { of: "twin", side: "include", rule: site, why: { code: "beaten", by: ["main", "shop"] } },
  ]);
  const covered = [
    standee("main", [
      { is: "group", group: "Shop" },
      { is: "page", page: "mugs" },
    ]),
  ];
  expect(idleRules(covered, [mugs])).toEqual([
    { of: "main", side: "include", rule: { is: "group", group: "Shop" }, why: { code: "covered" } },
  ]);
});

test("a rule for a page's own path follows the page; patterns stay", () => {
  const standing: Standing = {
    include: [
      { is: "path", path: "/kiln" },
      { is: "path", path: "/k*" },
    ],
    exclude: [],
  };
  expect(movedStanding(standing, "/kiln", "/firing")?.include[0]).toEqual({ is: "path", path: "/firing" });
  expect(movedStanding(standing, "/kiln", "/firing")?.include[1]).toEqual({ is: "path", path: "/k*" });
  expect(movedStanding(standing, "/other", "/firing")).toBeNull();
});

test("a rule has what its sort needs and nothing else", () => {
  const fault = (rule: object) =>
    standingSchema.validate({ include: [rule], exclude: [] }, { convert: false }).error?.message ?? null;
  expect(fault(site)).toBeNull();
  expect(fault({ is: "path", path: "journal" })).toContain("Write a path such as /journal/*");
  expect(fault({ is: "group" })).not.toBeNull();
  expect(fault({ is: "site", page: "home" })).not.toBeNull();
  expect(fault({ is: "weather" })).not.toBeNull();
});

const groups = ["Shop", "Journal"];
const anyRule: fc.Arbitrary<StandingRule> = fc.oneof(
  fc.constant(site),
  fc.constantFrom("en", "en-IE", "de").map((language) => ({ is: "language" as const, language })),
  fc.constantFrom(...groups, "Winter").map((group) => ({ is: "group" as const, group })),
  fc.constantFrom("/", "/shop/*", "/shop/m*", "/journal/*", "*").map((path) => ({ is: "path" as const, path })),
  fc.constantFrom("home", "mugs", "kiln", "gone").map((id) => ({ is: "page" as const, page: id })),
);
const anyStanding = fc.record({
  include: fc.array(anyRule, { maxLength: 4 }),
  exclude: fc.array(anyRule, { maxLength: 3 }),
});
const anySite = fc
  .array(anyStanding, { maxLength: 4 })
  .map((list) => list.map((standing, index): Standee => ({ id: `h${index}`, standing })));
const anyPage = fc.record({
  id: fc.constantFrom("home", "mugs", "kiln", "new"),
  path: fc.constantFrom("/", "/shop/mugs", "/shop/bowls", "/journal/kiln"),
  groups: fc.subarray(groups),
  language: fc.constantFrom("en-IE", "de"),
});

/** How specific a rule is, worked out by comparing it with every other in turn. */
const beats = (one: StandingRule, other: StandingRule): boolean => {
  const [a, b] = [ruleSorts.indexOf(one.is), ruleSorts.indexOf(other.is)];
  if (a !== b) return a > b;
  return (
    one.is === "path" &&
    other.is === "path" &&
    one.path.replace(/\*/g, "").length > other.path.replace(/\*/g, "").length
  );
};

test("whatever the rules: the one chosen takes the page in, and nobody who takes it in is more specific, or as specific and before it", () => {
  fc.assert(
    fc.property(anySite, anyPage, (all, at) => {
      const taking = all.flatMap(({ id, standing }, place) => {
        const holding = (rules: readonly StandingRule[]) => rules.filter((rule) => ruleHolds(rule, at));
        const own = holding(standing.include);
        const best = own.find((rule) => own.every((other) => !beats(other, rule)));
        const left = best === undefined || holding(standing.exclude).some((rule) => !beats(best, rule));
        return best && !left ? [{ id, best, place }] : [];
      });
      const expected = taking.find((one) =>
        taking.every(
          (other) => !beats(other.best, one.best) && (beats(one.best, other.best) || other.place >= one.place),
        ),
      );
      expect(choiceFor(all, at).chosen).toBe(expected?.id ?? null);
    }),
    { numRuns: 500 },
  );
});

test("whatever the rules: taking one away that never counts changes no page", () => {
  fc.assert(
    fc.property(anySite, fc.uniqueArray(anyPage, { selector: ({ id }) => id, maxLength: 4 }), (all, pages) => {
      for (const { of, side, rule } of idleRules(all, pages)) {
        const without = all.map((one) =>
          one.id === of
            ? { ...one, standing: { ...one.standing, [side]: one.standing[side].filter((other) => other !== rule) } }
            : one,
        );
        for (const at of pages) expect(choiceFor(without, at).chosen).toBe(choiceFor(all, at).chosen);
      }
    }),
    { numRuns: 300 },
  );
});

test("the order of the headers matters only between equally specific rules", () => {
  fc.assert(
    fc.property(anySite, anyPage, (all, at) => {
      const one = choiceFor(all, at);
      const turned = choiceFor([...all].reverse(), at);
      const ruleOf = (choice: typeof one) => choice.claims.find(({ of }) => of === choice.chosen)?.rule ?? null;
      const [a, b] = [ruleOf(one), ruleOf(turned)];
      expect(a === null).toBe(b === null);
      if (a && b) expect(beats(a, b) || beats(b, a)).toBe(false);
    }),
  );
});
