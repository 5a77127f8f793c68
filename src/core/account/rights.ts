// Who may do what, as one table: every operation and every file of the studio names one of these rights.

/** From the one who may most to the one who may least. */
export const roles = ["owner", "designer", "editor"] as const;
export type Role = (typeof roles)[number];

const rank: Readonly<Record<Role, number>> = { editor: 1, designer: 2, owner: 3 };

/** Whether `role` includes what `wanted` may. */
export const mayAs = (role: Role, wanted: Role): boolean => rank[role] >= rank[wanted];

/**
 * The least role for each right on a site. An editor changes words and pictures and sees how the site does; who the
 * visitors are, what they sent, and which outside calendars are read, is not theirs to know.
 */
export const rights = {
  "site.read": "editor",
  "words.write": "editor",
  "pages.arrange": "designer",
  "media.read": "editor",
  "media.write": "editor",
  "site.change": "designer",
  "site.export": "designer",
  "site.remove": "designer",
  "widgets.change": "designer",
  /** Counts without people. */
  "results.read": "editor",
  "releases.read": "editor",
  "releases.make": "designer",
  "site.rehearse": "editor",
  "jobs.read": "editor",
  /** Signups, bookings, letters: everything with a visitor's name or address in it. */
  "visitors.read": "designer",
  "visitors.change": "designer",
  /** Who works when, and where word of bookings goes. */
  "setUp.read": "designer",
  "setUp.change": "designer",
  /** Outside calendars with their addresses. */
  "feeds.read": "designer",
  "feeds.change": "designer",
  /** Secret addresses that open something. */
  "keys.read": "designer",
  "keys.change": "designer",
  /** Code that runs on the page itself, and in no frame. */
  "code.change": "owner",
  /** How long what visitors sent is kept. */
  "retention.change": "owner",
} as const satisfies Readonly<Record<string, Role>>;

export type Right = keyof typeof rights;

/** The sentence for somebody whose role is too small. */
export const tooSmall = (role: Role, right: Right): string =>
  `You are ${role} here; this needs ${rights[right] === "owner" ? "an owner" : "a designer"}.`;

/** The rights whose commands change what every screen of a site knows: its pages, widgets, brand, settings and media. */
export const changesFrame: ReadonlySet<Right> = new Set<Right>([
  "pages.arrange",
  "media.write",
  "site.change",
  "widgets.change",
  "setUp.change",
  "releases.make",
]);
