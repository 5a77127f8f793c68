// Letters after a signup, in English.
import type { Language } from "./catalog";

export const en: Language = {
  confirm: {
    subject: (site) => `Please confirm your address for ${site}`,
    lines: (site) => [
      `Someone, probably you, asked for letters from ${site}.`,
      "If it was you, confirm your address here:",
    ],
    command: "Confirm my address",
  },
  welcome: {
    subject: (site) => `You are signed up with ${site}`,
    lines: (site) => [`Your address is on the list of ${site}.`, "Here is the way back to the site:"],
    command: "Open the site",
  },
  withdraw: "No more letters, or this was not you? Withdraw here:",
};
