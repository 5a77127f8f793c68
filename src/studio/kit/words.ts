// Every word of the kit screens.
export const words = {
  wentWrongHere: "Something went wrong here, and nothing may have been done. What you typed is kept: please try again.",
  yourPasswordAgain: "Your password again",
  close: "Close",
  notLoaded: "This part could not be loaded.",
  tryAgain: "Try again",
  goOn: "Go on",
  changesWhoGetsOr: "This changes who gets in or what is kept, so please show that it is you.",
  password: "Password",
  backInherited: (field: string) => `Back to the inherited ${field}`,
  loading: (what: string) => `Loading ${what}…`,
  roomUsedSitesPictures: (
    sites: number,
    mostSites: number,
    pictures: string,
    mostPictures: string,
    megabytes: string,
    mostMegabytes: string,
  ) =>
    `Room used: ${sites} of ${mostSites} sites, ${pictures} of ${mostPictures} pictures, ${megabytes} of ${mostMegabytes} MB.`,
  openCalendar: "Choose a day",
  timeOfDay: "Time of day",
  hours: {
    hint: "Such as 9:00–12:30, 14:00–18:00. Empty is closed.",
    unreadable: "These can’t be read. Write them such as 9:00–12:30, 14:00–18:00.",
    days: ["Monday", "Tuesday", "Wednesday", "Thursday", "Friday", "Saturday", "Sunday"],
  },
  locale: { language: "Language", zone: "Time zone", currency: "Currency" },
} as const;
