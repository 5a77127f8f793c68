// Every word of the Publish screen.

import type { ChangeDetail, ChangeOf } from "@/core/site/change";
import { counted } from "@/studio/kit/counted";

const quoted = (text: string | undefined) => `“${(text ?? "").slice(0, 90)}”`;

/** A part of a change as a sentence. */
const details: Readonly<Record<ChangeDetail["code"], (detail: ChangeDetail) => string>> = {
  sectionNew: ({ name }) => `Section ${quoted(name)} is new`,
  sectionChanged: ({ name }) => `Section ${quoted(name)} is changed`,
  sectionGone: ({ name }) => `Section ${quoted(name)} is gone`,
  sectionsMoved: () => "Sections stand in another order",
  words: ({ before, after }) =>
    !before
      ? `New words: ${quoted(after)}`
      : !after
        ? `Words gone: ${quoted(before)}`
        : `${quoted(before)} is now ${quoted(after)}`,
  title: ({ before, after }) => `Title ${quoted(before)} is now ${quoted(after)}`,
  slug: ({ before, after }) => `Address ${before} is now ${after}`,
  description: ({ after }) => (after ? `Description: ${quoted(after)}` : "The description is gone"),
  navigation: ({ after }) => (after === "shown" ? "Shown in navigation" : "No longer in navigation"),
  more: () => "Its place in the tree, groups, or what search engines are told",
  standing: () => "Where it stands",
  top: () => "How it behaves while one scrolls",
  value: ({ name = "", before, after }) => {
    const field = fieldNames[name] ?? fieldNames[name.split(".")[0] ?? ""] ?? "A setting";
    return before || after ? `${field}: ${before || "none"}, now ${after || "none"}` : `${field} changed`;
  },
};

/** Settings by their place in a site, in the words of the screens where they are set. */
const fieldNames: Readonly<Record<string, string>> = {
  name: "Name",
  language: "Language",
  zone: "Time zone",
  currency: "Currency",
  description: "Description",
  mailFrom: "Sender",
  senderName: "Sender’s name",
  address: "Address",
  phone: "Phone",
  hours: "Opening hours",
  favicon: "Icon",
  sharing: "Picture for sharing",
  pages: "Order of pages",
  headersFooters: "Order of headers and footers",
  colours: "Colours",
  type: "Type",
  shape: "Shapes",
  space: "Spacing",
  enabled: "Switched on",
  design: "Design",
  words: "Words",
  picture: "Picture",
  fields: "Fields",
  thanks: "Thank you",
  letter: "Confirmation letter",
  confirmByMail: "Confirmed by mail",
  triggers: "When it opens",
  conditions: "For whom",
  restraint: "Restraint",
  priority: "Priority",
  look: "Look",
};

const kinds: Readonly<Record<ChangeOf, string>> = {
  page: "Page",
  header: "Header",
  footer: "Footer",
  brand: "Every page",
  settings: "Site",
  widget: "Widget",
  shared: "Shared section",
  redirect: "Old address",
};

export const words = {
  title: "Publish",
  loading: "the changes",
  shows: (address: string, release: number | null) =>
    `${address} shows ${release === null ? "nothing yet" : `release ${release}`}.`,
  waiting: (count: number) => `${counted(count, "change", "changes")} since the last release`,
  first: (pages: number, widgets: number) =>
    `The first release: ${counted(pages, "page", "pages")}${widgets ? ` and ${counted(widgets, "widget", "widgets")}` : ""}`,
  allPublished: "Everything is published",
  whatStops: "What stops the release",
  moreStop: (count: number) => `and ${counted(count, "more", "more")}: they stand below.`,
  show: "Show",
  showOf: (says: string) => `Show: ${says}`,
  stops: (count: number) => counted(count, "thing stops the release", "things stop the release"),
  leftOut: (count: number) => `${counted(count, "change is", "changes are")} left out`,
  publish: (count: number) => `Publish ${counted(count, "change", "changes")}`,
  publishAgain: "Publish again",
  failed: (error: string | null) => `The release failed: ${error}. The live site is as it was; publish again.`,
  published: "Published.",
  openLive: "Open the live site",
  progress: (done: number, total: number) => `${done} of ${total} steps. You may leave this page.`,
  unmeasured: (pages: number) => `${counted(pages, "page was", "pages were")} not measured as they stand.`,
  measure: "Measure them",
  beginning: "Beginning…",
  publishing: "Publishing",
  what: { new: "new", changed: "changed", removed: "removed" },
  kind: (of: ChangeOf) => kinds[of],
  detail: (detail: ChangeDetail) => details[detail.code](detail),
  goesAlong: (name: string) => `Publish ${name}`,
  see: "Before and after",
  seeOf: (name: string) => `Before and after of ${name}`,
  takeBack: "Take back",
  takeBackOf: (name: string) => `Take back ${name}`,
  takeBackTitle: (name: string) => `Take back ${name}?`,
  takeBackText:
    "The working state becomes what is live here. Pages keep their history; undo in the composer does not reach it.",
  before: "Live now",
  after: "After publishing",
  nothingBefore: "Not there yet",
  nothingAfter: "Gone",
  findings: "What was found",
  toChecks: "All checks",
  onPages: (pages: number) => `On ${counted(pages, "page", "pages")}`,
  onNoPage: "It stands on no page.",
  history: "History",
  noHistory: "Releases stand here; you can look at each and go back to it.",
  release: (number: number) => `Release ${number}`,
  live: "live",
  building: "in the making",
  made: (when: string, by: string | null, pages: number, rendered: number) =>
    `${when} · ${by ?? "someone"} · ${counted(pages, "page", "pages")}, ${rendered} rendered`,
  download: (number: number) => `Download release ${number} as a zip`,
  downloadHint: "Download as a zip",
  look: "Look",
  lookAt: (number: number) => `Look at release ${number}`,
  page: "Page",
  goBack: "Make it live",
  goBackHint: "Visitors see this release again. The working state stays as it is.",
  restore: "Work on from it",
  restoreHint: "The working state becomes this release. What is live stays as it is.",
  restored: (count: number) =>
    `The working state is this release again: ${counted(count, "change", "changes")} taken back.`,
  close: "Close",
  loadingPage: "the page",
  n1180Px: "1180 px",
  n390Px: "390 px",
} as const;
