// The page on which one pays, in English.
import type { PayWords } from "./catalog";

export const en: PayWords = {
  toPay: "To pay",
  test: "Test mode: no money moves.",
  onTo: { redirect: "On to your bank", later: "On to agreeing" },
  onToText: "You pay on the payment service’s own page and come back here.",
  frame: "Card details, on the payment service’s own page",
  declined: {
    noFunds: "There is not enough on this account. Nothing was taken. Try another card, or another way to pay.",
    expired: "This card is not valid any more. Nothing was taken. Try another card.",
    refused: "The bank refused this payment. Nothing was taken. Try another card, or ask your bank.",
    wrongCode: "The security code was wrong. Nothing was taken. Try again.",
    overLimit: "This is more than the card may pay at once. Nothing was taken. Try another way to pay.",
  },
  declinedElse: "The payment was refused. Nothing was taken. Try again, or another way to pay.",
  otherWay: "Another way to pay",
  change: "Pay this way",
  silent: "The payment service does not answer just now. Nothing was taken. Try again in a minute.",
  again: "Try again",
  over: "This can’t be paid any more",
  overText: "Nothing was taken. If something was taken all the same, it goes back by itself.",
  see: "See it",
  noWay: "This can’t be paid here just now. Please write to us.",
};
