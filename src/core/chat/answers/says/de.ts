// What the chat says, in German.
import type { ChatSays } from "./catalog";

export const de: ChatSays = {
  unknown: {
    plain: "Das steht nicht auf dieser Website. Raten möchte ich nicht.",
    warm: "Das habe ich auf dieser Website leider nicht gefunden, und raten möchte ich nicht.",
    brief: "Steht nicht auf dieser Website.",
  },
  canDo: "Fragen Sie gern mit anderen Worten, oder hinterlassen Sie eine Nachricht.",
  person: "Ich gebe das an einen Menschen weiter. Bis jemand da ist, antworte ich weiter.",
  personLater: (when) =>
    `Gerade ist niemand da; Antwort gibt es ab ${when}. Hinterlassen Sie eine Nachricht, dann bekommen Sie eine.`,
  nobody:
    "Gerade kann niemand kommen. Hinterlassen Sie eine Nachricht mit Ihrer Adresse, dann kommt die Antwort per E-Mail.",
  angry: "Das tut mir leid. Ich gebe das an einen Menschen weiter. Bis jemand da ist, antworte ich weiter.",
  leave: "Nachricht hinterlassen",
  greeting: "Guten Tag. Was möchten Sie wissen?",
  thanks: "Gern geschehen.",
  goodbye: "Auf Wiedersehen.",
  tooLong: (most) =>
    `Das ist mehr, als ich auf einmal lesen kann. Bitte in ein, zwei Sätzen fragen, bis ${most} Zeichen.`,
  nothing: "Ich kann nur Worte lesen. Was möchten Sie wissen?",
  script: (known) => `Ich lese ${known}. Bitte in einer dieser Sprachen fragen, oder eine Nachricht hinterlassen.`,
  twoReadings: "Was davon meinen Sie?",
  open: (day, spans) => `${day}: ${spans}.`,
  closed: (day) => `${day}: geschlossen.`,
  week: "Geöffnet ist:",
  price: (name, price) => `${name}: ${price}.`,
  priceFrom: (name, price) => `${name}: ab ${price}.`,
  insteadOf: (price) => `Vorher ${price}.`,
  times: (name, day) => `${name}, frei am ${day}:`,
  noTimes: (name, days) => `${name}: nichts frei ${days}.`,
  nextTimes: (name, day) => `${name}, wieder frei am ${day}:`,
  noneSoon: (name) => `${name}: in den nächsten Wochen nichts frei.`,
  inStock: (name) => `${name} ist da.`,
  soldOut: (name) => `${name} ist ausverkauft.`,
  order:
    "Ihre Bestellungen stehen hier auf Ihrer eigenen Seite. Sie öffnet sich über einen Link in einem Brief, ohne Passwort.",
  rows: (count, names) => `${count}: ${names}.`,
  noRow: (count, table) => `Keines der ${count} in „${table}“ passt dazu.`,
  phone: (number) => `Telefon: ${number}`,
  mail: (address) => `E-Mail: ${address}`,
  ownPage: "Ihre eigene Seite",
  openIt: "Öffnen",
  talk: "Mit einem Menschen sprechen",
  talked: "Gespräch",
  prove: "Hier sagen",
  codeTitle: "Ihr Code",
  codeLetter: (code) =>
    `${code} ist der Code für die Stelle, an der nach Ihren Bestellungen gefragt wurde. Er gilt zehn Minuten. Wer ihn nicht hat, sieht nichts.`,
  codeWrong: "Das ist nicht der Code. Bitte noch einmal im Brief nachsehen.",
  codeOver: "Dieser Code gilt nicht mehr. Bitte einen neuen anfordern.",
  and: "und",
};

/** To whoever one is close to. */
export const closely: Partial<ChatSays> = {
  canDo: "Frag gern mit anderen Worten, oder hinterlass eine Nachricht.",
  personLater: (when) =>
    `Gerade ist niemand da; Antwort gibt es ab ${when}. Hinterlass eine Nachricht, dann bekommst du eine.`,
  nobody:
    "Gerade kann niemand kommen. Hinterlass eine Nachricht mit deiner Adresse, dann kommt die Antwort per E-Mail.",
  greeting: "Hallo. Was möchtest du wissen?",
  goodbye: "Bis bald.",
  tooLong: (most) =>
    `Das ist mehr, als ich auf einmal lesen kann. Frag bitte in ein, zwei Sätzen, bis ${most} Zeichen.`,
  nothing: "Ich kann nur Worte lesen. Was möchtest du wissen?",
  script: (known) => `Ich lese ${known}. Frag bitte in einer dieser Sprachen, oder hinterlass eine Nachricht.`,
  twoReadings: "Was davon meinst du?",
  ownPage: "Deine eigene Seite",
  codeTitle: "Dein Code",
  codeLetter: (code) =>
    `${code} ist der Code für die Stelle, an der nach deinen Bestellungen gefragt wurde. Er gilt zehn Minuten. Wer ihn nicht hat, sieht nichts.`,
  order:
    "Deine Bestellungen stehen hier auf deiner eigenen Seite. Sie öffnet sich über einen Link in einem Brief, ohne Passwort.",
};
