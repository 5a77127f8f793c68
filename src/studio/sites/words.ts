// Every word of the sites screens.
import type { WidgetKindName } from "@/core/widget/settings";
import { counted } from "@/studio/kit/counted";

/** What waits, by the kind of widget it came by. */
const waiting: Readonly<Partial<Record<WidgetKindName, (count: number) => string>>> = {
  form: (count) => counted(count, "form to be answered", "forms to be answered"),
  chat: (count) => counted(count, "conversation that nobody read", "conversations that nobody read"),
  shop: (count) => counted(count, "order to be packed", "orders to be packed"),
  booking: (count) => counted(count, "booking that waits for a yes", "bookings that wait for a yes"),
};

export const words = {
  homePage: (site: string) => `Home page of ${site}`,
  moreFor: (name: string) => `More for ${name}`,
  openLiveSite: "Open the live site",
  siteSettings: "Site settings",
  copySite: "Copy this site…",
  downloadSiteFile: "Download the site file",
  removeSite: "Remove this site…",
  liveRelease: (number: number) => `Live, release ${number}`,
  notPublishedYet: "Not published yet",
  changesWait: (count: number) => counted(count, "change waits", "changes wait"),
  findings: (count: number) => counted(count, "finding", "findings"),
  newAnywhere: "New on your sites",
  waits: (kind: WidgetKindName, count: number) =>
    waiting[kind]?.(count) ?? counted(count, "thing waits", "things wait"),
  toDesk: (site: string) => `Desk of ${site}`,
  thisWeek: (signups: number) => `${counted(signups, "signup", "signups")} this week`,
  sites: "Sites",
  lookedAfter: (count: number, studio: string) => `${counted(count, "site", "sites")} looked after by ${studio}`,
  theStudio: "the studio",
  siteFile: "Site file",
  fromSiteFile: "From a site file",
  readingSiteFile: "Reading the file…",
  newSite: "New site",
  cameSwitchedOff: (names: readonly string[]) =>
    `Switched off in the new site: ${names.map((name) => `“${name}”`).join(", ")}. Only an owner of the studio sets code for whole pages; ask one to switch it on.`,
  siteFileWasNot: "The site file was not taken; nothing was changed.",
  theSites: "the sites",
  hereStandSitesYour: "Here stand the sites of your clients. Start with “New site”.",
  copy: (name: string) => `Copy ${name}`,
  pagesPicturesWidgetsWhat:
    "Pages, pictures, widgets and what can be booked are copied; releases and what visitors sent are not.",
  makeCopy: "Make the copy",
  keyTaken: "This site address is taken",
  siteWithKeyFile: "A site with the address of this file is there already. Give the new one another.",
  importUnderKey: "Import under this address",
  name: "Name",
  key: "Site address",
  firstOfAddress: "The first part of its address, until it has a domain of its own.",
  makeSite: "Make the site",
  startsAs: "Starts as",
  currencyFrom: "The currency is that of place and language, until you choose another.",
  lettersFrom: (address: string) =>
    `Letters to visitors come from ${address}, until you say another address in the settings of the site.`,
  starterPicture: (name: string) => `How ${name} begins`,
  remove: (name: string) => `Remove ${name}`,
  removeSiteGood: "Remove the site for good",
  itsPagesReleasesSignups: (address: string) =>
    `Its pages, releases, signups and mails go, and ${address} answers no more. Download the site file first if you may want it back.`,
  type: (name: string) => `Type “${name}”`,
} as const;
