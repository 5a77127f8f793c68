// The question of consent, in Swedish.
import type { ConsentWords } from "./catalog";

export const sv: ConsentWords = {
  title: "Får vi ladda saker från andra?",
  text: "Vissa delar av sidan kommer från andra eller minns något om dig. De väntar tills du säger ja.",
  accept: "Godkänn alla",
  refuse: "Neka alla",
  choose: "Välj",
  save: "Spara valet",
  close: "Stäng",
  toldTitle: "Vad sidan för med sig",
  toldText: "Vissa delar kommer från andra eller minns något om dig. Du kan neka dem.",
  understood: "Fortsätt",
  doNotSell: "Sälj eller dela inte mina personuppgifter",
  again: "Integritetsval",
  policy: "Läs allt",
  takenBack: "Du kan ändra dig när som helst under ”Integritetsval”.",
  proof: "Ditt val är sparat som %1. Med det kan det bevisas.",
  profiling: "Vissa kan känna igen dig, hitta var du är eller skapa en profil av dig. De är av tills du slår på dem.",
  things: ["en sak", "%1 saker"],
  always: "alltid på",
  names: { needed: "Nödvändiga", preferences: "Inställningar", statistics: "Statistik", marketing: "Marknadsföring" },
  about: {
    needed: "Utan dem fungerar inte sidan.",
    preferences: "Minns ditt val eller visar det som passar dig.",
    statistics: "Räknar besök så att sidan blir bättre.",
    marketing: "Kommer från andra, som kan få veta vad du tittar på.",
  },
};
