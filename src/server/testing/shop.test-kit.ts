// A shop in tests: set up as its workspace does it, with the pages it needs; live with the next release.
import type { Shop } from "@/core/shop/shop";
import type { TestStudio } from "./studio.test-kit";

/** Sets a shop up at the workshop. */
export async function openTestShop(studio: TestStudio, more: Partial<Shop> = {}): Promise<void> {
  const at = { site: "wrenfield" };
  const made = (await studio.as("designer", "widgets.add", { ...at, kind: "shop", name: "Shop" })) as { id: string };
  const widget = made.id;
  const { pages } = (await studio.as("designer", "shop.makePages", { ...at, widget })) as { pages: Shop["pages"] };
  const { settings } = (await studio.as("designer", "widgets.read", { ...at, widget })) as { settings: Shop };
  await studio.as("designer", "widgets.save", {
    ...{ ...at, widget, revision: 0, name: "Shop" },
    settings: { ...settings, enabled: true, pages, ...more },
  });
}

/** What somebody types into the checkout. */
export const aBuyer = {
  email: "nuala@post.example",
  "address.name": "Nuala Byrne",
  "address.street": "3 Quay Street",
  "address.city": "Galway",
  "address.postcode": "H91 AB12",
  "address.country": "IE",
  agreed: "true",
};
