// The question of consent, in English.
import type { ConsentWords } from "./catalog";

export const en: ConsentWords = {
  title: "May we load things from elsewhere?",
  text: "Some parts of this site come from others, or remember something about you. They wait until you say yes.",
  accept: "Accept all",
  refuse: "Refuse all",
  choose: "Choose",
  save: "Save this choice",
  close: "Close",
  toldTitle: "What this site brings in",
  toldText: "Some parts come from others, or remember something about you. You may refuse them.",
  understood: "Go on",
  doNotSell: "Do not sell or share my personal information",
  again: "Privacy choices",
  policy: "Read all of it",
  takenBack: "You can change this at any time under “Privacy choices”.",
  proof: "Your choice is kept as %1. Whoever runs this site can prove it by that.",
  profiling:
    "Some of them can identify or locate you, or make a profile of you. They are off until you switch them on.",
  things: ["one thing", "%1 things"],
  always: "always on",
  names: { needed: "Needed", preferences: "Preferences", statistics: "Statistics", marketing: "Marketing" },
  about: {
    needed: "Without these the site does not work.",
    preferences: "Remember what you chose, or show something that suits you.",
    statistics: "Count visits, so that the site gets better.",
    marketing: "Come from others who may learn what you look at.",
  },
};
