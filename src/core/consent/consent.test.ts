// The rules of each region against what their laws say, and what follows for a visitor.
import fc from "fast-check";
import { type KeptChoice, type Optional, optional } from "./category";
import { type ConsentSite, type ConsentVisitor, decideConsent, monthsAfter } from "./decide";
import { regionKeys, regionOf, rules, statesWithLaw } from "./rules";
import { demands } from "./sources";

const now = Date.parse("2026-03-05T18:40:00Z");
const site: ConsentSite = {
  things: [
    { key: "basket", purpose: "needed" },
    { key: "counts", purpose: "statistics" },
    { key: "clips", purpose: "marketing" },
    { key: "map", purpose: "preferences" },
  ],
  elsewhere: "eu",
  months: 12,
  version: "v1",
};
const visitor = (more: Partial<ConsentVisitor> & { country?: string; part?: string } = {}): ConsentVisitor => {
  const { country = "IE", part, ...rest } = more;
  return {
    whereabouts: { country, part: part ?? null },
    knownBy: "address",
    signal: false,
    choice: null,
    now,
    ...rest,
  };
};
const chose = (given: readonly Optional[], more: Partial<KeptChoice> = {}): KeptChoice => ({
  id: "c1",
  at: now - 86_400_000,
  given,
  known: site.things.map(({ key }) => key),
  version: "v1",
  ...more,
});
const codes = (decision: ReturnType<typeof decideConsent>) => decision.reasons.map(({ code }) => code);

/**
 * What the laws say, read from their texts and written down apart from the rules: whether a yes is needed first, whether
 * refusing has to be as easy, whether ticks may stand, whether the browser's signal has to be heeded, the longest time.
 */
const law: Readonly<
  Record<string, [yesFirst: boolean, asEasy: boolean, ticks: boolean, signal: boolean, months: number]>
> = {
  // “…only allowed on condition that the subscriber or user concerned has given his or her consent” (ePrivacy, 5(3)).
  IE: [true, true, false, false, 6],
  NO: [true, true, false, false, 6],
  RE: [true, true, false, false, 6],
  // “…unless the subscriber or user has given consent” (PECR, 6(2)(b)).
  GB: [true, true, false, false, 12],
  // “…if they inform users … and that they may refuse to allow processing” (FMG, 45c b).
  CH: [false, false, true, false, 12],
  // “manifestação livre, informada e inequívoca” (LGPD, 5, XII).
  BR: [true, true, false, false, 12],
  // “…must first inform the person … of the means available to activate the functions” (P-39.1, 8.1).
  "CA-QC": [true, true, false, false, 12],
  CA: [true, true, false, false, 12],
  // “An organization should generally seek express consent when the information is likely to be considered sensitive”.
  "CA-ON": [false, false, true, false, 12],
  // “the right, at any time, to direct a business … not to sell or share” (1798.120(a)); signals “shall” be processed (7025(b)).
  "US-CA": [false, true, true, true, 12],
  "US-CO": [false, true, true, true, 12],
  US: [false, true, true, true, 12],
};

test.each(Object.entries(law))(
  "%s: the rule says what the law says",
  (where, [yesFirst, asEasy, ticks, signal, months]) => {
    const [country = "", part] = where.split("-");
    const { rule, shows, may } = decideConsent(site, visitor({ country, ...(part ? { part } : {}) }));
    expect({ asEasy: rule.asEasy, ticks: rule.ticks, months: rule.holdsMonths }).toEqual({ asEasy, ticks, months });
    expect(shows).toBe(yesFirst ? "question" : "word");
    for (const category of optional) expect(may[category]).toBe(!yesFirst);
    const signalled = decideConsent(site, visitor({ country, ...(part ? { part } : {}), signal: true }));
    expect(signalled.may.marketing).toBe(!yesFirst && !signal);
    expect(codes(signalled)).toContain(signal ? "consent.signal" : "consent.signalWithoutLaw");
  },
);

test("every demand of a rule has its law and place, and nothing is demanded that no source stands for", () => {
  for (const [region, rule] of Object.entries(rules)) {
    const own = demands[region as keyof typeof demands];
    const on = new Set(own.map((demand) => demand.on));
    for (const { source } of own) expect(source.law.length > 3 && source.at.length > 3).toBe(true);
    expect([...rule.before, ...rule.later].sort()).toEqual([...optional].sort());
    for (const said of rule.says) expect(on.has(said)).toBe(true);
    expect(on.has("before")).toBe(rule.before.length > 0);
    expect(on.has("later")).toBe(rule.later.length > 0);
    expect(on.has("asEasy")).toBe(rule.asEasy);
    expect(on.has("ticks")).toBe(!rule.ticks);
    expect(on.has("signal")).toBe(rule.signal.length > 0);
    expect(on.has("close")).toBe(!rule.close);
    expect(on.has("implied")).toBe(!rule.implied);
    expect(on.has("holds")).toBe(true);
  }
});

describe("where somebody is", () => {
  test("thirty countries of the EEA and the parts of the EU under other codes are one region", () => {
    const countries =
      "AT BE BG CY CZ DE DK EE ES FI FR GR HR HU IE IS IT LI LT LU LV MT NL NO PL PT RO SE SI SK AX GF GP MF MQ RE YT";
    for (const country of countries.split(" ")) expect(regionOf({ country, part: null })).toBe("eu");
  });
  test("a state without a law is elsewhere; a part of a country that has no parts of its own changes nothing", () => {
    expect(regionOf({ country: "US", part: "WY" })).toBe("elsewhere");
    for (const part of statesWithLaw) expect(regionOf({ country: "US", part })).toBe("states");
    expect(regionOf({ country: "DE", part: "BY" })).toBe("eu");
    expect(regionOf({ country: "JP", part: null })).toBe("elsewhere");
  });
  test("unknown is the strictest; elsewhere is as the designer chose, and the reasons say so", () => {
    const unknown = decideConsent(site, { ...visitor(), whereabouts: null, knownBy: "nothing" });
    expect(unknown).toMatchObject({ region: "eu", shows: "question", may: { marketing: false } });
    expect(codes(unknown)[0]).toBe("consent.nowhere");
    const tokyo = decideConsent({ ...site, elsewhere: "canada" }, visitor({ country: "JP" }));
    expect(tokyo).toMatchObject({ region: "elsewhere", ruleOf: "canada", shows: "word" });
    expect(codes(tokyo)).toContain("consent.asChosen");
  });
});

describe("a choice", () => {
  test("holds what was said, for as long as the rule and the site allow, on the calendar", () => {
    const { shows, may, until } = decideConsent(site, visitor({ choice: chose(["marketing"]) }));
    expect(shows).toBe("nothing");
    expect(may).toEqual({ preferences: false, statistics: false, marketing: true });
    expect(new Date(until ?? 0).toISOString()).toBe("2026-09-04T18:40:00.000Z");
    expect(new Date(monthsAfter(Date.parse("2026-08-31T10:00:00Z"), 6)).toISOString()).toBe("2027-02-28T10:00:00.000Z");
  });

  test("ends at its last moment, and is asked for again", () => {
    const at = now - 200 * 86_400_000;
    const ends = monthsAfter(at, 6);
    const held = (moment: number) =>
      decideConsent(site, visitor({ choice: chose(["marketing"], { at }), now: moment }));
    expect(held(ends - 1).shows).toBe("nothing");
    expect(held(ends)).toMatchObject({ shows: "question", may: { marketing: false } });
    expect(codes(held(ends))).toContain("consent.over");
    // Where the law lets it hold for twelve months it does, unless the site says less.
    const london = (months: number) =>
      decideConsent({ ...site, months }, visitor({ country: "GB", choice: chose(["marketing"], { at }), now: ends }))
        .shows;
    expect([london(12), london(3)]).toEqual(["nothing", "question"]);
  });

  test("something new is asked about; what it does not touch stays as it was", () => {
    const grown: ConsentSite = { ...site, things: [...site.things, { key: "box", purpose: "unsorted" }] };
    const decision = decideConsent(grown, visitor({ choice: chose(["statistics", "marketing"]) }));
    expect(decision).toMatchObject({
      shows: "question",
      may: { statistics: true, marketing: false, preferences: false },
    });
    expect(codes(decision)).toContain("consent.grew");
    const needed: ConsentSite = { ...site, things: [...site.things, { key: "session", purpose: "needed" }] };
    expect(decideConsent(needed, visitor({ choice: chose([]) })).shows).toBe("nothing");
  });

  test("a refusal stays one where nothing has to be asked first, even when its time is over", () => {
    const choice = chose([], { at: now - 500 * 86_400_000 });
    expect(decideConsent(site, visitor({ country: "CH", choice })).may).toEqual({
      preferences: false,
      statistics: false,
      marketing: false,
    });
  });

  test("from a clock that goes ahead it is not believed", () => {
    expect(decideConsent(site, visitor({ choice: chose(["marketing"], { at: now + 90 * 86_400_000 }) })).shows).toBe(
      "question",
    );
  });
});

test("a site that brings nothing in asks nothing, anywhere", () => {
  const bare: ConsentSite = { ...site, things: [{ key: "basket", purpose: "needed" }] };
  for (const country of ["IE", "US", "JP"]) {
    const decision = decideConsent(bare, visitor({ country }));
    expect(decision).toMatchObject({ shows: "nothing", asks: [] });
    expect(codes(decision)).toContain("consent.nothingToAsk");
  }
});

test("only what there is is asked about; what nobody has sorted needs the yes that most needs", () => {
  const few: ConsentSite = { ...site, things: [{ key: "box", purpose: "unsorted" }] };
  expect(decideConsent(few, visitor()).asks).toEqual(["marketing"]);
});

const anyVisitor = fc.record({
  whereabouts: fc.option(
    fc.record({
      country: fc.constantFrom("IE", "GB", "CH", "BR", "CA", "US", "JP", "ZZ"),
      part: fc.option(fc.constantFrom("QC", "ON", "CA", "WY")),
    }),
  ),
  knownBy: fc.constantFrom("address" as const, "proxy" as const),
  signal: fc.boolean(),
  choice: fc.option(
    fc.record({
      id: fc.constant("c"),
      at: fc.integer({ min: now - 40 * 30 * 86_400_000, max: now + 86_400_000 * 40 }),
      given: fc.subarray([...optional]),
      known: fc.subarray(site.things.map(({ key }) => key)),
      version: fc.constant("v"),
    }),
  ),
  now: fc.constant(now),
});

test("for anyone, anywhere: nothing loads that a rule wants a yes for and got none; what was refused never loads; there is a reason", () => {
  fc.assert(
    fc.property(
      anyVisitor,
      fc.constantFrom(...(Object.keys(rules) as (keyof typeof rules)[])),
      (someone, elsewhere) => {
        const decision = decideConsent({ ...site, elsewhere }, someone);
        expect(regionKeys).toContain(decision.region);
        expect(decision.reasons.length).toBeGreaterThan(1);
        for (const category of optional) {
          const saidYes = someone.choice?.given.includes(category) ?? false;
          if (decision.rule.before.includes(category) && !saidYes) expect(decision.may[category]).toBe(false);
          if (someone.choice && !saidYes) expect(decision.may[category]).toBe(false);
        }
        if (decision.shows === "nothing") expect(someone.choice).not.toBeNull();
      },
    ),
    { numRuns: 600 },
  );
});
