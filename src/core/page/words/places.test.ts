import { within } from "@/core/page/shared/placement";
import { builder } from "../build";
import { anchorFor, placesOn } from "./places";

let made = 0;
const b = builder(() => `i${++made}`);
const named = (name: string, anchor?: string) => b.node("section", { name, ...(anchor ? { anchor } : {}) }, {}, []);

describe("places a link can lead to", () => {
  const hours = named("Opening hours", "hours");
  const plain = named("What it costs");
  const inner = { ...named("Come by", "come-by"), id: "inner" };
  const silent = { ...named("Call"), id: "silent" };
  const placement = { ...b.node("shared", { shared: "call", fills: [] }), id: "place" };
  const page = b.page(hours, placement, plain);
  const shared = new Map([["call", b.page(inner, silent)]]);

  it("are the named ones of the page and of the shared sections on it, in the order one reads them", () => {
    expect(placesOn(page, shared)).toEqual([
      { anchor: "hours", node: hours.id, name: "Opening hours" },
      { anchor: "come-by", node: `place${within}inner`, name: "Come by" },
    ]);
  });

  it("are also sections that can be given a name here: those of shared ones are named in their definition", () => {
    expect(placesOn(page, shared, true).map(({ name }) => name)).toEqual(["Opening hours", "Come by", "What it costs"]);
  });

  it("know nothing of a shared section that is gone", () => {
    expect(placesOn(page, new Map())).toHaveLength(1);
  });
});

it("an anchor is made of the name's letters, and of a number where it is taken", () => {
  expect(anchorFor("Öffnungszeiten & Preise", [])).toBe("offnungszeiten-preise");
  expect(anchorFor("Our prices", ["our-prices", "our-prices-2"])).toBe("our-prices-3");
  expect(anchorFor("…", [null])).toBe("place");
});
