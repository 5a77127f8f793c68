// Settings that the shelf's search leads to, each with the screen where it stands, below the site's own address.
import type { Findable } from "./find";

export interface SettingFound extends Findable {
  /** Below "/s/<site>". */
  readonly path: string;
}

const setting = (key: string, name: string, note: string, path: string): SettingFound => ({
  is: `setting:${key}`,
  name,
  note,
  path,
});

export const settingsFound: readonly SettingFound[] = [
  setting("page", "This page’s settings", "title, address, description for search engines", ""),
  setting("pages", "All pages", "the tree of pages, their order and addresses", "/structure"),
  setting(
    "headersFooters",
    "Headers and footers",
    "which ones there are, and where each stands",
    "/structure?part=headersFooters",
  ),
  setting("redirects", "Redirects", "old addresses, and where they lead", "/structure?part=redirects"),
  setting("colours", "Colours of the site", "Brand", "/brand"),
  setting("type", "Fonts and type", "Brand", "/brand"),
  setting("description", "Description of the site", "settings, for search results", "/settings"),
  setting("place", "Language, time and money", "settings", "/settings"),
  setting("address", "Address of the business", "settings", "/settings"),
  setting("phone", "Phone number", "settings", "/settings"),
  setting("hours", "Opening hours of the site", "settings, with holidays and closures", "/settings"),
  setting("sender", "Sender of letters", "settings", "/settings"),
  setting("favicon", "Icon in the browser’s tab", "settings", "/settings"),
  setting("sharing", "Picture for sharing", "settings", "/settings"),
  setting("key", "Address of the site", "settings", "/settings"),
  setting("payments", "Payments", "cards, transfer, in the shop", "/payments"),
  setting("checks", "Checks", "every page at six widths, links and words", "/checks"),
  setting("publish", "Publish", "what changed, and what stands in the way", "/publish"),
  setting("history", "Releases so far", "look at each, go back to one", "/publish"),
  setting("desk", "Desk", "what visitors sent", "/desk"),
  setting("people", "People", "who may work on the site", "/people"),
  setting("siteFile", "Take the site out, or bring one in", "Sites", "/sites"),
];
