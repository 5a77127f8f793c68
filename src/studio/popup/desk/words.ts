// Every word of the signups on the Desk.
export const words = {
  signups: "Signups",
  searchAddressOrName: "Search address or name",
  state: "State",
  everyState: "every state",
  popup: "Popup",
  everyPopup: "every popup",
  counting: "Counting…",
  csv: "CSV",
  erase: (email: string) => `Erase ${email}`,
  eraseWord: "Erase",
  noSignupFitsTake: "No signup fits. Take a filter away to see more.",
  signupsThroughSitesPopups: "Signups through this site’s popups stand here, newest first.",
  erasePerson: "Erase this person",
  eraseEverywhere: "Erase everywhere",
  everySignup: "Every signup of",
  siteEveryMailAddress:
    "on this site and every mail to this address goes, and bookings keep their time without a name. Counts by day stay; they name nobody.",
  signupStates: { waiting: "waiting for confirmation", confirmed: "confirmed", withdrawn: "withdrawn" },
  signupColumns: ["Address", "Name", "State", "Page", "Popup", "Answers", "Language", "Signed up", ""],
  signupsCount: (all: number) => `${all.toLocaleString("en")} ${all === 1 ? "signup" : "signups"}`,
} as const;
