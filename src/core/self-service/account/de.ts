// A buyer's own page, in German.
import type { AccountWords } from "./catalog";

export const de: AccountWords = {
  title: "Ihres hier",
  ask: "Ihre Bestellungen mit Dateien und Rechnungen, Buchungen und Anmeldungen. Es gibt kein Passwort: Ein Brief bringt einen Link.",
  email: "E-Mail",
  send: "Link senden",
  sent: (email) =>
    `Ein Brief mit dem Link ist unterwegs${email && ` an ${email}`}, falls hier etwas von Ihnen ist. Er gilt 30 Minuten.`,
  letterTitle: "Ihr Link",
  letter: "Mit diesem Link sehen Sie, was hier von Ihnen ist. Er gilt einmal, 30 Minuten lang:",
  letterLast: "Wenn Sie nicht darum gebeten haben, tun Sie nichts: Es geschieht nichts.",
  enter: "Weiter",
  enterText: (email) => `Sie sehen, was zu ${email} gehört, auf diesem Gerät 30 Tage lang.`,
  over: "Dieser Link gilt nicht mehr. Fordern Sie einen neuen an.",
  done: "Was Sie hier getan haben",
  nothing: "Hier ist nichts von Ihnen.",
  addresses: "Ihre Adressen",
  leave: "Auf diesem Gerät abmelden",
  forgetTitle: "Mich vergessen",
  forgetText:
    "Ihr Name, Ihre Adressen und was Sie geschrieben haben, wird hier überall gelöscht. Was verkauft wurde, bleibt ohne Sie in den Büchern. Das kann nicht zurückgenommen werden.",
  forgetAgree: "Ja, vergessen Sie mich",
  forget: "Alles löschen",
  forgotten: "Sie sind hier vergessen.",
  toShop: "Zur Website",
};
