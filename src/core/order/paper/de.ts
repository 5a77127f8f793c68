// What invoices and packing slips say, in German.
import type { PaperWords } from "./catalog";

export const de: PaperWords = {
  invoice: (number) => `Rechnung ${number}`,
  credit: (number) => `Gutschrift ${number}`,
  packing: (number) => `Packzettel ${number}`,
  date: "Datum",
  order: "Bestellung",
  ofInvoice: "Zu Rechnung",
  taxNumber: "Unsere Steuernummer",
  buyersNumber: "Ihre Steuernummer",
  what: "Ware",
  quantity: "Menge",
  each: "Preis",
  amount: "Betrag",
  sku: "Artikelnummer",
  net: "Ohne Steuer",
  taxOf: (rate, country) => `Steuer ${rate}, ${country}`,
  all: "Zusammen",
  voucher: (tail) => `Gutschein ${tail}`,
  paid: "Bezahlt. Vielen Dank.",
  givenBack: "Zurückgegeben",
  packedBy: "Gepackt von",
  outside: "Die Steuer schuldet der Käufer (Umkehrung der Steuerschuld).",
};
