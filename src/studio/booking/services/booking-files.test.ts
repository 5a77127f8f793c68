// What is taken into a set-up and out of it: tables of services, another site's set-up, and things that go.
import { newPriceRule } from "@/core/booking/blank";
import type { BookingSetUp, YearSeason } from "@/core/booking/booking";
import { setUpFaults } from "@/core/booking/rules/references";
import { bookingSetUpSchema } from "@/core/booking/rules/schema";
import { aResource, aService, aSetUp } from "@/core/booking/sample.test-kit";
import { copiedSetUp } from "../copied";
import { withoutResource, withoutService } from "../editing";
import { moved } from "../hours/painter-keys";
import { namesOf, needsSentence } from "../notes";
import { readServices, servicesCsv } from "./service-csv";

const part: BookingSetUp = {
  ...aSetUp(
    [
      aService("throw", { words: "=2+2", tax: { percent: 13.5, included: true }, starts: { at: ["09:30", "14:00"] } }),
      aService("glaze", { capacity: 8, needs: [{ name: "wheel", oneOf: ["w1", "w2", "w3"] }] }),
    ],
    [
      aResource("maren", {
        offers: [
          { service: "throw", does: true, durationMinutes: 90, tidyUp: null, price: { amount: 1, earlier: null } },
        ],
      }),
      ...[1, 2, 3].map((nth) => aResource(`w${nth}`, { kind: "thing", name: `Wheel ${nth}` })),
    ],
  ),
  prices: [
    { ...newPriceRule("r1", 100), service: "throw" },
    { ...newPriceRule("r2", 100), resource: "maren" },
  ],
};
let ids = 0;
const newId = () => `new${++ids}`;
const read = (text: string) => readServices(text, { part, currency: "EUR", newId });
const sound = (value: BookingSetUp) => {
  expect(bookingSetUpSchema.validate(value, { convert: false }).error).toBeUndefined();
  expect(setUpFaults(value)).toEqual([]);
};

describe("services as a table", () => {
  test("what is given out comes in again as it was, also words that look like a formula", () => {
    const text = servicesCsv(part.services, "EUR");
    expect(text.split("\r\n")).toHaveLength(3);
    expect(text).toContain("'=2+2");
    expect(read(text)).toEqual({ services: part.services, broken: [], fault: null });
  });

  test("a new line is a new service; broken ones are told by their line, the others are good", () => {
    const { services, broken } = read(
      "name;price;starts;seats\nBench;9,00;every 30;1\n;1;;\nMugs;x;;\nCups;1;noon;\nBowls;1;;0\n".replaceAll(
        ";",
        "\t",
      ),
    );
    expect(services).toMatchObject([
      { name: "Bench", price: { amount: 900 }, starts: { everyMinutes: 30 }, place: "workshop" },
    ]);
    expect(broken.map(({ line }) => line)).toEqual([3, 4, 5, 6]);
    expect(broken.map(({ reason }) => reason)).toEqual([
      "A service needs a name.",
      "“x” in price is no number.",
      expect.stringContaining("noon"),
      "The number of seats is at least 1.",
    ]);
  });

  test("a header that is not ours, an empty file, a line twice", () => {
    expect(read("title\nx").fault).toMatch(/has to name the columns/);
    expect(read("name,colour\nx,red").fault).toMatch(/not known: colour/);
    expect(read("name\n").fault).toMatch(/no service/);
    expect(read("id,name\na,x\na,y").broken).toEqual([{ line: 3, reason: "The id a stands here a second time." }]);
  });
});

describe("another site’s set-up", () => {
  test("with people and prices it is whole under new ids; without them it names nothing that is not there", () => {
    const whole = copiedSetUp(part, { place: "here", seasons: [], people: true, prices: true, newId });
    const here = { ...part.places[0], id: "here" } as BookingSetUp["places"][number];
    const { seasons: _whole, ...lists } = whole;
    sound({ places: [here], ...lists });
    expect(whole.prices).toHaveLength(2);
    expect(whole.resources[0]?.offers[0]?.service).toBe(whole.services[0]?.id);
    const bare = copiedSetUp(part, { place: "here", seasons: [], people: false, prices: false, newId });
    expect([bare.resources, bare.prices, bare.services[0]?.needs, bare.services[0]?.price]).toEqual([[], [], [], null]);
    const { seasons: _bare, ...bareLists } = bare;
    sound({ places: [here], ...bareLists });
  });
});

test("the lengths that clients choose come without their prices where no prices are wanted", () => {
  const lengths = [60, 120].map((minutes) => ({ minutes, price: { amount: minutes * 10, earlier: null } }));
  const theirs = aSetUp([aService("throw", { lengths })], [aResource("maren")]);
  const copied = (prices: boolean) =>
    copiedSetUp(theirs, { place: "here", seasons: [], people: true, prices, newId }).services[0]?.lengths;
  expect(copied(true)).toEqual(lengths);
  expect(copied(false)).toEqual(lengths.map(({ minutes }) => ({ minutes, price: null })));
});

test("another site’s hours of a season come with it: the same days are one season, and what would meet another is left out", () => {
  const span = { weekdays: [1], from: "10:00", to: "12:00", validFrom: null, validTo: null };
  const theirs = aSetUp(
    [aService("throw")],
    [
      aResource("maren", {
        week: [
          span,
          { ...span, season: "a", from: "13:00", to: "15:00" },
          { ...span, season: "b", from: "16:00", to: "17:00" },
        ],
      }),
    ],
    {
      seasons: [
        { id: "a", name: "High season", from: "05-01", to: "09-30" },
        { id: "b", name: "Spring", from: "03-01", to: "04-15" },
      ],
    },
  );
  const copied = (own: readonly YearSeason[]) =>
    copiedSetUp(theirs, { place: "here", seasons: own, people: true, prices: true, newId });
  const summer = { id: "s", name: "Summer", from: "05-01", to: "09-30" };
  const april = { id: "x", name: "April", from: "04-01", to: "04-30" };
  const both = copied([summer, april]);
  expect(both.seasons).toEqual([summer, april]);
  expect(both.resources[0]?.week?.map(({ season }) => season)).toEqual([undefined, "s"]);
  const fresh = copied([]);
  expect(fresh.seasons.map(({ name }) => name)).toEqual(["High season", "Spring"]);
  expect(fresh.resources[0]?.week?.[2]?.season).toBe(fresh.seasons[1]?.id);
  const here = { ...theirs.places[0], id: "here", seasons: fresh.seasons } as BookingSetUp["places"][number];
  const { seasons: _seasons, ...lists } = fresh;
  sound({ places: [here], ...lists });
});

test("whoever goes is named nowhere any more", () => {
  sound(withoutResource(part, "maren"));
  sound(withoutService(part, "throw"));
  expect(withoutResource(part, "maren").services[0]?.needs).toEqual([]);
  expect(withoutService(part, "throw").prices.map(({ id }) => id)).toEqual(["r2"]);
});

test("what a service takes, as a sentence", () => {
  expect(part.services.map((service) => needsSentence(part, service))).toEqual([
    "It takes Maren.",
    "It takes one of Wheel 1 to Wheel 3.",
  ]);
  expect(needsSentence(part, aService("none", { needs: [] }))).toMatch(/takes nobody yet/);
  expect(namesOf([aResource("maren"), aResource("tobi")])).toBe("Maren or Tobi");
});

test("the keys of the painter stay within the week", () => {
  expect(moved("ArrowUp", { weekday: 1, row: 0 }, 20, 30)).toEqual({ weekday: 1, row: 0 });
  expect(moved("ArrowLeft", { weekday: 1, row: 3 }, 20, 30)).toEqual({ weekday: 1, row: 3 });
  expect(moved("PageDown", { weekday: 7, row: 3 }, 20, 30)).toEqual({ weekday: 7, row: 9 });
  expect(moved("End", { weekday: 7, row: 3 }, 20, 5)).toEqual({ weekday: 7, row: 19 });
  expect(moved("x", { weekday: 7, row: 3 }, 20, 5)).toBeNull();
});
