// Words of what stands around every screen of a site.
const edits = (count: number) => `${count} ${count === 1 ? "edit is" : "edits are"} kept here`;

export const words = {
  signInAgain: "Sign in again",
  signIn: "Sign in",
  sessionEnded: "Your session has ended. What you typed is kept; it is sent once you are signed in.",
  codeHint: "The six digits your authenticator shows now, or one of your recovery codes.",
  saved: (revision: number) => `Saved · r${revision}`,
  saving: "Saving…",
  waiting: (count: number) => `No connection · ${edits(count)}`,
  signedOut: (count: number) => `Signed out · ${edits(count)}`,
  notSaved: "Not saved",
} as const;
