// Every word of the steps of code for every page.
export const words = {
  code: "Code",
  codeNote: (lines: number) => (lines === 1 ? "one line" : `${lines} lines`),
  reach: "What it reaches",
  reachNote: (origins: number) => (origins === 1 ? "one origin" : `${origins} origins`),
  warning:
    "This runs on the page itself and may do whatever a page may: read what visitors type, change what they see, send it elsewhere. Take only code that you would answer for.",
  where: "Stands",
  wheres: { head: "in the head", end: "at the end of the page" },
  html: "HTML",
  script: "Script",
  purpose: "It is for",
  purposes: {
    needed: "what the page is for: it runs at once",
    preferences: "preferences",
    statistics: "statistics",
    marketing: "marketing, or unknown",
  },
  waits: "It waits for the visitor’s yes. On a site without a consent widget it never runs.",
  origins: "Origins",
  originsHint: "As https://host.example, one a line. They enter the policy of every page; any other is refused.",
  sets: "Leaves on this site",
  setsHint: "Names of cookies and entries, one a line: they go when the yes is taken back.",
};
