// How an order reaches its buyer: zones, bands, boxes, days.
import fc from "fast-check";
import { type Box, boxesFor, filledPercent, type Parcel } from "./boxes";
import { arrivalOf } from "./days";
import { matchesPostcode, postcodeFault } from "./postcode";
import { type Load, type Method, waysTo, weightOf, type Zone, type ZonePlace, zoneOf } from "./shipping";

const to = (country: string, postcode = "", region = "") => ({ country, region, postcode });
const where = (country: string, more: Partial<ZonePlace> = {}): ZonePlace => ({
  country,
  regions: [],
  postcodes: [],
  ...more,
});
const parcel = (
  id: string,
  rate: Extract<Method, { kind: "parcel" }>["rate"],
  freeFrom: number | null = null,
): Method => ({
  id,
  name: id,
  kind: "parcel",
  rate,
  freeFrom,
  days: { from: 1, to: 3 },
});
const zone = (id: string, places: readonly ZonePlace[], methods: readonly Method[] = []): Zone => ({
  id,
  name: id,
  places,
  methods,
});
const mugs = (count: number, grams = 420, worth = 4600): Load => ({
  parcels: [{ name: "mug", grams, sizeMm: [110, 90, 100], count }],
  worth,
});
const bands = [
  { upTo: 2000, amount: 650 },
  { upTo: 5000, amount: 850 },
  { upTo: 20_000, amount: 1400 },
];

describe("zones", () => {
  const zones = [
    zone("anywhere", [where("*")]),
    zone("ireland", [where("IE")]),
    zone("islands", [where("IE", { postcodes: ["H91*", "F2"] })]),
    zone("north", [where("GB", { postcodes: ["BT*"] })]),
    zone("munster", [where("IE", { regions: ["M"] })]),
  ];
  test("the closest one holds, whatever its place in the list", () => {
    expect(zoneOf(zones, to("IE", "D02 X285"))?.id).toBe("ireland");
    expect(zoneOf(zones, to("IE", "h91 ab12"))?.id).toBe("islands");
    expect(zoneOf(zones, to("IE", "T12", "M"))?.id).toBe("munster");
    // Buyers write regions as they like.
    expect(zoneOf(zones, to("IE", "T12", " m "))?.id).toBe("munster");
    expect(zoneOf(zones, to("GB", "BT1 5GS"))?.id).toBe("north");
    expect(zoneOf(zones, to("GB", "SW1A 1AA"))?.id).toBe("anywhere");
    expect(zoneOf(zones.slice(1), to("FR", "75001"))).toBeNull();
  });
  test("patterns of postcodes", () => {
    expect(matchesPostcode("1000-1999", "1050")).toBe(true);
    expect(matchesPostcode("1000-1999", "2000")).toBe(false);
    expect(matchesPostcode("1000-1999", "ABCD")).toBe(false);
    expect(matchesPostcode("10-19", "10115 Berlin")).toBe(true);
    expect(["BT*", "1000-1999", "H91 AB12", "*"].map(postcodeFault)).toEqual([null, null, null, null]);
    expect(["2000-1000", "100-1000", "B*T", ""].map((one) => postcodeFault(one) !== null)).toEqual([
      true,
      true,
      true,
      true,
    ]);
  });
});

describe("what a way costs, and why", () => {
  const ways = (methods: readonly Method[], load: Load) =>
    waysTo([zone("ireland", [where("IE")], methods)], to("IE"), load);
  test("weight bands; what is missing to be sent free is told", () => {
    const { value } = ways([parcel("post", { by: "weight", bands }, 6000)], { ...mugs(2, 1450), worth: 4752 });
    expect(value[0]).toMatchObject({
      amount: 850,
      reasons: [
        { code: "sending.weightBand", measured: 2900, upTo: 5000 },
        { code: "sending.freeFrom", from: 6000, missing: 1248 },
      ],
    });
    expect(ways([parcel("post", { by: "weight", bands }, 6000)], mugs(2, 1450, 6000)).value[0]?.amount).toBe(0);
  });
  test("a band holds up to and with its end", () => {
    const at = (grams: number) => ways([parcel("post", { by: "weight", bands })], mugs(1, grams)).value[0]?.amount;
    expect([at(2000), at(2001), at(20_000), at(20_001)]).toEqual([650, 850, 1400, undefined]);
  });
  test("by number, by price, flat, and fetched", () => {
    const methods: Method[] = [
      parcel("flat", { by: "flat", amount: 700 }),
      parcel("number", {
        by: "number",
        bands: [
          { upTo: 3, amount: 500 },
          { upTo: null, amount: 900 },
        ],
      }),
      parcel("price", {
        by: "price",
        bands: [
          { upTo: 5000, amount: 600 },
          { upTo: null, amount: 0 },
        ],
      }),
      { id: "here", name: "here", kind: "pickup", where: "Mill Lane", amount: 0 },
    ];
    expect(ways(methods, mugs(4)).value.map(({ amount }) => amount)).toEqual([700, 900, 600, 0]);
  });
  test("nothing fits, nothing is sent there, nothing is set: each says so", () => {
    const codes = (zones: readonly Zone[], load: Load) => waysTo(zones, to("IE"), load).reasons.map(({ code }) => code);
    expect(codes([zone("north", [where("GB")])], mugs(1))).toEqual(["sending.notThere"]);
    expect(codes([zone("ireland", [where("IE")])], mugs(1))).toEqual(["sending.zone", "sending.noWay"]);
    expect(codes([zone("ireland", [where("IE")], [parcel("post", { by: "weight", bands })])], mugs(1, 30_000))).toEqual(
      ["sending.zone", "sending.weightOver"],
    );
  });
});

describe("boxes", () => {
  const box = (name: string, side: number, mostGrams: number, amount: number): Box => ({
    name,
    sizeMm: [side, side, side],
    mostGrams,
    amount,
  });
  const boxes = [box("small", 200, 2000, 500), box("large", 400, 20_000, 1100)];
  const names = (things: readonly (Parcel & { count: number })[]) => {
    const packed = boxesFor(things, boxes);
    return packed.ok ? packed.value.map(({ name }) => name) : packed.reason;
  };
  const thing = (sizeMm: Parcel["sizeMm"], grams: number, count = 1) => ({ name: "thing", sizeMm, grams, count });
  test("the smallest that holds everything; else the largest, until nothing is left", () => {
    expect(names([thing([100, 100, 100], 400, 4)])).toEqual(["small"]);
    expect(names([thing([100, 100, 100], 400, 6)])).toEqual(["large"]);
    expect(names([thing([390, 390, 100], 900, 4)])).toEqual(["large", "small"].slice(0, 1).concat("large"));
    expect(names([thing([500, 100, 100], 400)])).toEqual({ code: "sending.boxNone", thing: "thing" });
    expect(names([thing(null, 1500)])).toEqual(["small"]);
    expect(names([])).toEqual([]);
  });
  test("nothing is lost, and no box holds more than it may", () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            name: fc.constantFrom("a", "b", "c"),
            grams: fc.integer({ min: 0, max: 3000 }),
            sizeMm: fc.option(
              fc.tuple(
                fc.integer({ min: 10, max: 390 }),
                fc.integer({ min: 10, max: 390 }),
                fc.integer({ min: 10, max: 390 }),
              ),
              { nil: null },
            ),
            count: fc.integer({ min: 1, max: 5 }),
          }),
          { maxLength: 4 },
        ),
        (things) => {
          const packed = boxesFor(things, boxes);
          if (!packed.ok) return;
          const grams = things.reduce((sum, one) => sum + one.grams * one.count, 0);
          const volume = things.reduce(
            (sum, one) => sum + (one.sizeMm?.reduce((a, b) => a * b, 1) ?? 0) * one.count,
            0,
          );
          expect(grams).toBeLessThanOrEqual(packed.value.reduce((sum, one) => sum + one.mostGrams, 0));
          const room = packed.value.reduce((sum, one) => sum + one.sizeMm.reduce((a, b) => a * b, 1), 0);
          expect(volume).toBeLessThanOrEqual((room * filledPercent) / 100);
        },
      ),
    );
  });
  test("a load weighs what its things weigh", () => expect(weightOf(mugs(3))).toBe(1260));
});

describe("days", () => {
  const day = (date: string) => Date.parse(`${date}T00:00:00Z`) / 86_400_000;
  const date = (one: number) => new Date(one * 86_400_000).toISOString().slice(0, 10);
  const dispatch = { until: "14:00", weekdays: [2, 3, 4, 5, 6], days: 0 };
  const arrives = (on: string, minutes: number, extra = 0, holidays: readonly string[] = []) => {
    const found = arrivalOf({ day: day(on), minutes }, dispatch, { from: 1, to: 3 }, extra, (one) =>
      holidays.includes(date(one)),
    );
    return found && [found.leaves, found.from, found.to].map(date);
  };
  test("before and after the hour, over a weekend, over a holiday, with days to make it", () => {
    // 2026-11-26 is a Thursday.
    expect(arrives("2026-11-26", 13 * 60)).toEqual(["2026-11-26", "2026-11-27", "2026-12-01"]);
    expect(arrives("2026-11-26", 14 * 60)).toEqual(["2026-11-26", "2026-11-27", "2026-12-01"]);
    expect(arrives("2026-11-26", 14 * 60 + 1)).toEqual(["2026-11-27", "2026-11-30", "2026-12-02"]);
    // Saturday afternoon waits until Tuesday: nobody packs on Sunday and Monday.
    expect(arrives("2026-11-28", 15 * 60)?.[0]).toBe("2026-12-01");
    expect(arrives("2026-12-25", 9 * 60, 0, ["2026-12-25", "2026-12-26"])?.[0]).toBe("2026-12-29");
    expect(arrives("2026-11-26", 9 * 60, 15)?.[0]).toBe("2026-12-17");
  });
  test("a shop that never packs sends nothing", () => {
    expect(
      arrivalOf({ day: 20_000, minutes: 0 }, { ...dispatch, weekdays: [] }, { from: 1, to: 2 }, 0, () => false),
    ).toBeNull();
  });
});
