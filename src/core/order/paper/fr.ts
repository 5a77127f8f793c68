// What invoices and packing slips say, in French.
import type { PaperWords } from "./catalog";

export const fr: PaperWords = {
  invoice: (number) => `Facture ${number}`,
  credit: (number) => `Avoir ${number}`,
  packing: (number) => `Bon de préparation ${number}`,
  date: "Date",
  order: "Commande",
  ofInvoice: "Pour la facture",
  taxNumber: "Notre numéro de TVA",
  buyersNumber: "Votre numéro de TVA",
  what: "Articles",
  quantity: "Quantité",
  each: "Prix",
  amount: "Montant",
  sku: "Référence",
  net: "Hors taxe",
  taxOf: (rate, country) => `Taxe ${rate}, ${country}`,
  all: "Total",
  voucher: (tail) => `Bon ${tail}`,
  paid: "Payé. Merci.",
  givenBack: "Remboursé",
  packedBy: "Préparé par",
  outside: "TVA due par l’acheteur (autoliquidation).",
};
