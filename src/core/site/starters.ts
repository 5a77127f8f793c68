// What a new site can start from: two starters, or empty. Told apart from what makes a site of them, which draws on the shelf.
import { benchBrand, clayBrand, plainBrand } from "@/core/brand/presets";
import type { SiteFile } from "./site";

export type StarterKey = "workshop" | "counter" | "empty";

interface Starter {
  readonly name: string;
  readonly note: string;
  readonly brand: SiteFile["brand"];
  /** Shelf keys per page; the first page is the home page. */
  readonly pages: readonly { readonly title: string; readonly slug: string; readonly sections: readonly string[] }[];
}

export const starters: Readonly<Record<StarterKey, Starter>> = {
  workshop: {
    name: "Workshop",
    note: "Home, Offer and Visit for a place that teaches or makes: warm paper, serif headings.",
    brand: clayBrand,
    pages: [
      { title: "Home", slug: "", sections: ["opening", "cards", "quote", "call"] },
      { title: "Offer", slug: "offer", sections: ["words", "steps", "prices"] },
      { title: "Visit", slug: "visit", sections: ["beside", "hours"] },
    ],
  },
  counter: {
    name: "Counter",
    note: "Home, Prices and Contact for a shop or repair counter: green, round, direct.",
    brand: benchBrand,
    pages: [
      { title: "Home", slug: "", sections: ["opening", "steps", "hours"] },
      { title: "Prices", slug: "prices", sections: ["prices", "call"] },
      { title: "Contact", slug: "contact", sections: ["hours", "beside"] },
    ],
  },
  empty: {
    name: "Empty",
    note: "One page without sections, and a plain brand.",
    brand: plainBrand,
    pages: [{ title: "Home", slug: "", sections: [] }],
  },
};
