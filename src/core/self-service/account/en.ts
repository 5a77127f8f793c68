// A buyer's own page, in English.
import type { AccountWords } from "./catalog";

export const en: AccountWords = {
  title: "Yours here",
  ask: "Your orders with their files and invoices, bookings and signups. There is no password: a letter brings a link.",
  email: "E-mail",
  send: "Send the link",
  sent: (email) =>
    `A letter with the link is on its way${email && ` to ${email}`}, if something of yours is here. It works for 30 minutes.`,
  letterTitle: "Your link",
  letter: "With this link you see what is yours here. It works once, within 30 minutes:",
  letterLast: "If you did not ask for it, leave it: nothing happens.",
  enter: "Go on",
  enterText: (email) => `You see what belongs to ${email}, on this device for 30 days.`,
  over: "This link does not work any more. Ask for another one.",
  done: "What you did here",
  nothing: "Nothing of yours is here.",
  addresses: "Addresses you gave",
  leave: "Leave this device",
  forgetTitle: "Forget me",
  forgetText:
    "Your name, addresses and what you wrote are erased everywhere here. What was sold stays in the books, without you. This can’t be taken back.",
  forgetAgree: "Yes, forget me",
  forget: "Erase all of it",
  forgotten: "You are forgotten here.",
  toShop: "To the site",
};
