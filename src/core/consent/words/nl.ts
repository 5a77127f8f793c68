// The question of consent, in Dutch.
import type { ConsentWords } from "./catalog";

export const nl: ConsentWords = {
  title: "Mogen we dingen van elders laden?",
  text: "Sommige delen van deze site komen van anderen of onthouden iets over u. Ze wachten tot u ja zegt.",
  accept: "Alles accepteren",
  refuse: "Alles weigeren",
  choose: "Kiezen",
  save: "Keuze opslaan",
  close: "Sluiten",
  toldTitle: "Wat deze site meebrengt",
  toldText: "Sommige delen komen van anderen of onthouden iets over u. U kunt ze weigeren.",
  understood: "Verder",
  doNotSell: "Mijn persoonsgegevens niet verkopen of delen",
  again: "Privacykeuzes",
  policy: "Alles lezen",
  takenBack: "U kunt dit altijd wijzigen onder “Privacykeuzes”.",
  proof: "Uw keuze is bewaard als %1. Daarmee is ze te bewijzen.",
  profiling: "Sommige kunnen u herkennen, lokaliseren of een profiel van u maken. Ze staan uit tot u ze aanzet.",
  things: ["één onderdeel", "%1 onderdelen"],
  always: "altijd aan",
  names: { needed: "Noodzakelijk", preferences: "Voorkeuren", statistics: "Statistiek", marketing: "Reclame" },
  about: {
    needed: "Zonder deze werkt de site niet.",
    preferences: "Onthouden uw keuze of tonen wat bij u past.",
    statistics: "Tellen bezoeken om de site te verbeteren.",
    marketing: "Komen van anderen, die kunnen weten wat u bekijkt.",
  },
};
