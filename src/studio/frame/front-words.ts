// Words that every page of the studio carries: its name, and what stands where a screen can’t be shown.

export const words = {
  notHere: "Nothing is here",
  notHereWhy: "The address may have changed, or the site is one you do not work on.",
  broken: "This screen stopped",
  brokenWhy: "Something went wrong while it was drawn. What was saved is safe.",
  showAgain: "Show it again",
  toSites: "To your sites",
  webitor: "Webitor",
} as const;
