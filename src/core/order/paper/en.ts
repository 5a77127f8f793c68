// What invoices and packing slips say, in English.
import type { PaperWords } from "./catalog";

export const en: PaperWords = {
  invoice: (number) => `Invoice ${number}`,
  credit: (number) => `Credit note ${number}`,
  packing: (number) => `Packing slip ${number}`,
  date: "Date",
  order: "Order",
  ofInvoice: "For invoice",
  taxNumber: "Our tax number",
  buyersNumber: "Your tax number",
  what: "Goods",
  quantity: "Quantity",
  each: "Price",
  amount: "Amount",
  sku: "SKU",
  net: "Without tax",
  taxOf: (rate, country) => `Tax ${rate}, ${country}`,
  all: "In all",
  voucher: (tail) => `Voucher ${tail}`,
  paid: "Paid. Thank you.",
  givenBack: "Given back",
  packedBy: "Packed by",
  outside: "The buyer owes the tax (reverse charge).",
};
