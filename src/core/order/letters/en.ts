// Letters about orders, in English.
import type { LetterWording } from "./catalog";

export const en: LetterWording = {
  subject: {
    ordered: (shop) => `thank you · ${shop}`,
    toPay: (_shop, amount) => `to pay ${amount}`,
    paid: (shop) => `your payment has arrived · ${shop}`,
    changed: (shop) => `changed · ${shop}`,
    ready: (shop) => `ready to be fetched · ${shop}`,
    sent: (shop) => `on its way · ${shop}`,
    cancelled: (shop) => `cancelled · ${shop}`,
    refunded: (_shop, amount) => `${amount} given back`,
  },
  first: {
    ordered: () => "Thank you for your order. This is what you ordered:",
    toPay: (amount) => `Here you can pay ${amount} for your order:`,
    paid: (amount) => `Your payment of ${amount} has arrived. Thank you.`,
    changed: () => "Your order was changed. This is what it is now:",
    ready: () => "Your order is packed and can be fetched.",
    sent: () => "Your order is on its way.",
    cancelled: () => "Your order was cancelled. Nothing of it is sent any more.",
    refunded: (amount) => `We have given ${amount} back to you. It arrives the way you paid, within a few days.`,
  },
  order: (number) => `Order ${number}`,
  sending: (way) => `Sent by: ${way}`,
  fetching: (way, when) => (when ? `${way}: ${when}` : way),
  parcel: (tracking) => (tracking ? `Parcel number: ${tracking}` : "The parcel has no number of its own."),
  follow: "Follow it here:",
  inParcel: "In this parcel:",
  inIt: "Of that",
  taxOf: (rate, country) => `tax ${rate} ${country}`,
  to: "Address",
  see: "Your order, with its papers:",
};
