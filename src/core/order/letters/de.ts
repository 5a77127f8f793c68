// Letters about orders, in German.
import type { LetterWording } from "./catalog";

export const de: LetterWording = {
  subject: {
    ordered: (shop) => `vielen Dank · ${shop}`,
    toPay: (_shop, amount) => `${amount} zu zahlen`,
    paid: (shop) => `Ihre Zahlung ist da · ${shop}`,
    changed: (shop) => `geändert · ${shop}`,
    ready: (shop) => `liegt zum Abholen bereit · ${shop}`,
    sent: (shop) => `ist unterwegs · ${shop}`,
    cancelled: (shop) => `storniert · ${shop}`,
    refunded: (_shop, amount) => `${amount} zurückgezahlt`,
  },
  first: {
    ordered: () => "Vielen Dank für Ihre Bestellung. Das haben Sie bestellt:",
    toPay: (amount) => `Hier können Sie ${amount} für Ihre Bestellung zahlen:`,
    paid: (amount) => `Ihre Zahlung von ${amount} ist angekommen. Vielen Dank.`,
    changed: () => "Ihre Bestellung wurde geändert. So ist sie jetzt:",
    ready: () => "Ihre Bestellung ist gepackt und kann abgeholt werden.",
    sent: () => "Ihre Bestellung ist unterwegs.",
    cancelled: () => "Ihre Bestellung wurde storniert. Es wird nichts mehr davon versandt.",
    refunded: (amount) =>
      `Wir haben Ihnen ${amount} zurückgezahlt. Das Geld kommt in einigen Tagen auf dem Weg an, auf dem Sie gezahlt haben.`,
  },
  order: (number) => `Bestellung ${number}`,
  sending: (way) => `Versand: ${way}`,
  fetching: (way, when) => (when ? `${way}: ${when}` : way),
  parcel: (tracking) => (tracking ? `Paketnummer: ${tracking}` : "Das Paket hat keine eigene Nummer."),
  follow: "Hier lässt es sich verfolgen:",
  inParcel: "In diesem Paket:",
  inIt: "Davon",
  taxOf: (rate, country) => `Steuer ${rate} ${country}`,
  to: "Anschrift",
  see: "Ihre Bestellung mit ihren Belegen:",
};
