// What visitors read in a shop.
import { inLanguage } from "@/core/locale/words";
import type { ConnectorKind } from "@/core/payment/connectors";

export interface ShopWords {
  readonly add: string;
  readonly choose: string;
  readonly see: string;
  readonly none: string;
  readonly few: (left: number) => string;
  readonly there: string;
  readonly from: (price: string) => string;
  readonly before: (price: string) => string;
  readonly per: (price: string, unit: string) => string;
  readonly taxIn: string;
  readonly taxAdded: string;
  readonly sendingBesides: string;
  readonly newMark: string;
  readonly quantity: string;
  readonly amountIn: (unit: string) => string;
  readonly variant: string;
  readonly optional: string;
  readonly search: string;
  readonly searchIn: string;
  readonly filters: string;
  readonly apply: string;
  readonly clear: string;
  readonly inStock: string;
  readonly reduced: string;
  readonly priceFrom: string;
  readonly priceTo: string;
  readonly order: string;
  readonly orders: Readonly<Record<"fitting" | "newest" | "cheapest" | "dearest" | "name", string>>;
  readonly found: (count: number) => string;
  readonly nothing: string;
  readonly nothingFor: (words: string) => string;
  readonly page: (page: number, pages: number) => string;
  readonly earlier: string;
  readonly later: string;
  readonly related: string;
  readonly cart: string;
  readonly cartCount: (count: number) => string;
  readonly cartEmpty: string;
  /** Very many order at the moment: one's place among them. */
  readonly rush: (number: number) => string;
  readonly orderChanged: string;
  /** How much a voucher is to be worth, between two amounts. */
  readonly amountOf: (least: string, most: string) => string;
  readonly sendBack: string;
  readonly sendBackWhat: string;
  readonly sendBackAsk: string;
  readonly sendBackAsked: string;
  readonly sendBackNot: string;
  /** Leads to everything that is a buyer's own. */
  readonly yours: string;
  /** Beside a tick: one letter about a basket that was left. */
  readonly remind: string;
  readonly remindTitle: string;
  readonly remindText: string;
  readonly remindLast: string;
  /** Before the link by which an order is paid. */
  readonly toPayLetter: (price: string) => string;
  readonly toShop: string;
  readonly remove: string;
  readonly close: string;
  readonly removeNamed: (name: string) => string;
  readonly change: string;
  readonly each: (price: string) => string;
  readonly sum: string;
  readonly sending: string;
  readonly sendingLater: string;
  readonly sendingGuess: (country: string) => string;
  readonly toPay: string;
  readonly total: string;
  readonly taxOf: (rate: string, net: string, tax: string) => string;
  readonly checkout: string;
  readonly back: string;
  readonly priceChanged: (name: string, before: string, now: string) => string;
  readonly gone: (name: string) => string;
  readonly fewer: (name: string, left: number) => string;
  readonly email: string;
  readonly phone: string;
  readonly contact: string;
  readonly address: string;
  readonly fields: Readonly<
    Record<"name" | "company" | "street" | "more" | "postcode" | "city" | "region" | "country", string>
  >;
  readonly showWays: string;
  readonly way: string;
  readonly payment: string;
  readonly payments: Readonly<Record<ConnectorKind, string>>;
  readonly payUntil: (date: string) => string;
  readonly invoice: string;
  readonly parcel: (date: string, tracking: string) => string;
  readonly voucher: string;
  readonly useVoucher: string;
  readonly dropVoucher: (tail: string) => string;
  readonly voucherUsed: (tail: string, left: string) => string;
  readonly noVoucher: string;
  readonly voucherSpent: string;
  readonly voucherWorth: (amount: string) => string;
  readonly voucherSheet: string;
  readonly voucherLeft: (amount: string, until: string) => string;
  readonly voucherAsk: string;
  readonly voucherLook: string;
  readonly downloads: string;
  readonly fetchUntil: (left: number, date: string) => string;
  readonly fetchOver: string;
  readonly fetchUsed: string;
  readonly issuedTitle: string;
  readonly issuedFor: (number: string) => string;
  readonly payNow: (price: string) => string;
  readonly taxNumber: string;
  readonly taxNumberHint: string;
  readonly note: string;
  readonly agree: (terms: string) => string;
  readonly place: (price: string) => string;
  readonly wrong: (count: number) => string;
  readonly needed: string;
  readonly badEmail: string;
  readonly badPostcode: (example: string) => string;
  readonly badWay: string;
  readonly rehearsed: string;
  readonly fileHint: string;
  readonly fetchAt: string;
  readonly fetchChoose: string;
  readonly noFetchTimes: string;
  readonly badFetchAt: string;
  readonly fetchAtTaken: string;
  readonly badPayment: string;
  readonly badTaxNumber: string;
  readonly agreeNeeded: string;
  readonly notThere: (country: string) => string;
  readonly noWay: string;
  readonly arrives: (from: string, to: string) => string;
  readonly free: string;
  readonly freeMissing: (missing: string) => string;
  readonly orderTitle: (number: string) => string;
  readonly thanks: string;
  readonly thanksText: (email: string) => string;
  readonly states: Readonly<Record<string, string>>;
  readonly noOrder: string;
  readonly whatNext: string;
  readonly allProducts: string;
  readonly categories: string;
  readonly tooMany: (most: number) => string;
  readonly noProduct: string;
}

const units = { kg: "kg", l: "l", m: "m" } as const;

const en: ShopWords = {
  add: "Add to basket",
  choose: "Choose",
  see: "See it",
  none: "None left",
  few: (left) => `${left} left`,
  there: "In stock",
  from: (price) => `from ${price}`,
  before: (price) => `before ${price}`,
  per: (price, unit) => `${price} per ${units[unit as "kg"] ?? unit}`,
  taxIn: "Tax included",
  taxAdded: "Tax is added",
  sendingBesides: "sending is added",
  newMark: "New",
  quantity: "Quantity",
  amountIn: (unit) => `Amount in ${unit}`,
  variant: "Which one",
  optional: "optional",
  search: "Search",
  searchIn: "Search the shop",
  filters: "Filters",
  apply: "Show",
  clear: "Clear filters",
  inStock: "In stock",
  reduced: "Reduced",
  priceFrom: "Price from",
  priceTo: "to",
  order: "Order",
  orders: {
    fitting: "as they are set",
    newest: "newest first",
    cheapest: "lowest price first",
    dearest: "highest price first",
    name: "by name",
  },
  found: (count) => (count === 1 ? "1 product" : `${count} products`),
  nothing: "Nothing here at the moment.",
  nothingFor: (words) => `Nothing was found for “${words}”. Try fewer or other words.`,
  page: (page, pages) => `Page ${page} of ${pages}`,
  earlier: "Page before",
  later: "Next page",
  related: "Goes well with it",
  cart: "Basket",
  cartCount: (count) => (count === 1 ? "Basket, 1 thing" : `Basket, ${count} things`),
  sendBack: "Send something back",
  sendBackWhat: "What, and why",
  sendBackAsk: "Ask for it",
  sendBackAsked: "You asked to send something back. We answer by mail.",
  sendBackNot: "It has not left yet: write to us, and we change it.",
  amountOf: (least, most) => `Worth, from ${least} to ${most}`,
  yours: "Your orders and bookings",
  remind: "Remind me once by mail, should I leave something in the basket",
  remindTitle: "Your basket is still here",
  remindText: "You asked to be reminded of what you left in your basket:",
  remindLast: "This is the only letter about it.",
  orderChanged: "Your order was changed. This is what it is now:",
  toPayLetter: (price) => `Here you can pay ${price} for your order:`,
  cartEmpty: "Your basket is empty.",
  rush: (number) =>
    `Very many people are ordering at the moment; you are number ${number}. Nothing is lost: please try again in a few seconds.`,
  toShop: "To the shop",
  remove: "Remove",
  close: "Close",
  removeNamed: (name) => `Remove ${name}`,
  change: "Update",
  each: (price) => `${price} each`,
  sum: "Goods",
  sending: "Sending",
  sendingLater: "worked out at the checkout",
  sendingGuess: (country) => `to ${country}`,
  toPay: "To pay",
  total: "Total",
  taxOf: (rate, net, tax) => `Tax in it: ${rate} of ${net} = ${tax}`,
  checkout: "To the checkout",
  back: "Back to the basket",
  priceChanged: (name, before, now) => `${name} cost ${before} before and costs ${now} now.`,
  gone: (name) => `${name} is not sold any more and was taken out.`,
  fewer: (name, left) => `Of ${name} only ${left} are left.`,
  email: "E-mail",
  phone: "Phone",
  contact: "Contact",
  address: "Address",
  fields: {
    name: "Name",
    company: "Company",
    street: "Street and number",
    more: "Flat, floor, building",
    postcode: "Postcode",
    city: "Town",
    region: "County or state",
    country: "Country",
  },
  showWays: "Show ways of sending",
  way: "Sending",
  payment: "Payment",
  payments: {
    card: "Card",
    redirect: "From your bank account",
    later: "Pay later",
    transfer: "Bank transfer",
    invoice: "Invoice",
    pickup: "Pay when fetching",
  },
  invoice: "Invoice (PDF)",
  parcel: (date, tracking) => (tracking ? `Parcel of ${date}: ${tracking}` : `Parcel of ${date}`),
  voucher: "Gift voucher",
  useVoucher: "Use it",
  dropVoucher: (tail) => `Leave out voucher ${tail}`,
  voucherUsed: (tail, left) => `Voucher ${tail}, ${left} on it`,
  noVoucher: "There is no voucher with this code. It has twelve letters and digits, without O, I, 0 and 1.",
  voucherSpent: "Nothing is left on this voucher.",
  voucherWorth: (amount) => `Gift voucher, ${amount}`,
  voucherSheet: "To print (PDF)",
  voucherLeft: (amount, until) => `${amount} is left on it. It is good until ${until}.`,
  voucherAsk: "What is left on a voucher?",
  voucherLook: "Look",
  downloads: "Your files",
  fetchUntil: (left, date) => `${left === 1 ? "once more" : `${left} times`}, until ${date}`,
  fetchOver: "The time in which this file could be fetched is over. Write to us if you need it again.",
  fetchUsed: "This file was fetched as often as it may be. Write to us if you need it again.",
  issuedTitle: "Ready for you",
  issuedFor: (number) => `This comes with your order ${number}.`,
  payUntil: (date) => `To be paid until ${date}.`,
  payNow: (price) => `Pay ${price} now`,
  taxNumber: "Tax number of your business",
  taxNumberHint: "With its country, such as DE123456789.",
  note: "A word to us",
  agree: (terms) => `I have read ${terms} and agree.`,
  place: (price) => `Order and pay ${price}`,
  wrong: (count) =>
    count === 1
      ? "One thing is missing or wrong. It is marked below."
      : `${count} things are missing or wrong. They are marked below.`,
  needed: "This is needed.",
  badEmail: "This is no e-mail address. One looks like ana@mail.example.",
  badPostcode: (example) => `A postcode here looks like ${example}.`,
  badWay: "Choose how it is sent.",
  rehearsed: "A rehearsal: nothing was ordered, and nobody was written to.",
  fileHint: "A picture, PDF, text or office file, up to 10 MB.",
  fetchAt: "When you fetch it",
  fetchChoose: "Choose a time",
  noFetchTimes: "No time to fetch it is free just now. Choose another way, or get in touch.",
  badFetchAt: "Choose when you fetch it.",
  fetchAtTaken: "Somebody else has just taken this time. Choose another one.",
  badPayment: "Choose how you pay.",
  badTaxNumber: "The register does not know this number. Leave it empty, or look at it again.",
  agreeNeeded: "Please read the terms and agree.",
  notThere: (country) => `We do not send to ${country}.`,
  noWay: "None of our ways of sending takes this basket. Take something out, or write to us.",
  arrives: (from, to) => (from === to ? `arrives ${from}` : `arrives ${from} to ${to}`),
  free: "free",
  freeMissing: (missing) => `${missing} more, and it is sent free.`,
  orderTitle: (number) => `Order ${number}`,
  thanks: "Thank you for your order",
  thanksText: (email) => `We have written to ${email}. Below is everything you ordered.`,
  states: {
    placed: "ordered",
    waiting: "waiting for payment",
    paid: "paid",
    packed: "packed",
    sent: "sent",
    handedOver: "handed over",
    closed: "done",
    cancelled: "cancelled",
    returned: "returned",
  },
  noOrder: "This link leads to no order. Look at the letter again.",
  whatNext: "What happens next",
  allProducts: "All products",
  categories: "Categories",
  tooMany: (most) => `At most ${most} at a time.`,
  noProduct: "This product is not sold any more.",
};

const de: ShopWords = {
  add: "In den Korb",
  choose: "Auswählen",
  see: "Ansehen",
  none: "Ausverkauft",
  few: (left) => `Noch ${left}`,
  there: "Vorrätig",
  from: (price) => `ab ${price}`,
  before: (price) => `vorher ${price}`,
  per: (price, unit) => `${price} je ${units[unit as "kg"] ?? unit}`,
  taxIn: "Inkl. MwSt.",
  taxAdded: "Zzgl. MwSt.",
  sendingBesides: "zzgl. Versand",
  newMark: "Neu",
  quantity: "Anzahl",
  amountIn: (unit) => `Menge in ${unit}`,
  variant: "Ausführung",
  optional: "freiwillig",
  search: "Suchen",
  searchIn: "Im Laden suchen",
  filters: "Filter",
  apply: "Anzeigen",
  clear: "Filter aufheben",
  inStock: "Vorrätig",
  reduced: "Reduziert",
  priceFrom: "Preis von",
  priceTo: "bis",
  order: "Reihenfolge",
  orders: {
    fitting: "wie im Laden",
    newest: "Neues zuerst",
    cheapest: "niedrigster Preis zuerst",
    dearest: "höchster Preis zuerst",
    name: "nach Namen",
  },
  found: (count) => (count === 1 ? "1 Artikel" : `${count} Artikel`),
  nothing: "Zurzeit gibt es hier nichts.",
  nothingFor: (words) => `Zu „${words}“ wurde nichts gefunden. Versuchen Sie weniger oder andere Wörter.`,
  page: (page, pages) => `Seite ${page} von ${pages}`,
  earlier: "Seite davor",
  later: "Nächste Seite",
  related: "Passt dazu",
  cart: "Korb",
  cartCount: (count) => `Korb, ${count} Stück`,
  sendBack: "Etwas zurückgeben",
  sendBackWhat: "Was, und warum",
  sendBackAsk: "Darum bitten",
  sendBackAsked: "Sie möchten etwas zurückgeben. Wir antworten per Mail.",
  sendBackNot: "Sie ist noch nicht unterwegs: Schreiben Sie uns, wir ändern sie.",
  amountOf: (least, most) => `Wert, von ${least} bis ${most}`,
  yours: "Ihre Bestellungen und Buchungen",
  remind: "Erinnern Sie mich einmal per Mail, falls ich etwas im Korb lasse",
  remindTitle: "Ihr Korb ist noch da",
  remindText: "Sie wollten daran erinnert werden, was Sie im Korb gelassen haben:",
  remindLast: "Das ist der einzige Brief dazu.",
  orderChanged: "Ihre Bestellung wurde geändert. So lautet sie jetzt:",
  toPayLetter: (price) => `Hier können Sie ${price} für Ihre Bestellung bezahlen:`,
  cartEmpty: "Ihr Korb ist leer.",
  rush: (number) =>
    `Im Moment bestellen sehr viele; Sie sind die Nummer ${number}. Nichts geht verloren: Versuchen Sie es in ein paar Sekunden noch einmal.`,
  toShop: "Zum Laden",
  remove: "Entfernen",
  close: "Schließen",
  removeNamed: (name) => `${name} entfernen`,
  change: "Ändern",
  each: (price) => `je ${price}`,
  sum: "Waren",
  sending: "Versand",
  sendingLater: "wird an der Kasse berechnet",
  sendingGuess: (country) => `nach ${country}`,
  toPay: "Zu zahlen",
  total: "Summe",
  taxOf: (rate, net, tax) => `Enthaltene Steuer: ${rate} auf ${net} = ${tax}`,
  checkout: "Zur Kasse",
  back: "Zurück zum Korb",
  priceChanged: (name, before, now) => `${name} kostete ${before} und kostet jetzt ${now}.`,
  gone: (name) => `${name} wird nicht mehr verkauft und wurde entfernt.`,
  fewer: (name, left) => `Von ${name} gibt es nur noch ${left}.`,
  email: "E-Mail",
  phone: "Telefon",
  contact: "Kontakt",
  address: "Adresse",
  fields: {
    name: "Name",
    company: "Firma",
    street: "Straße und Hausnummer",
    more: "Zusatz",
    postcode: "Postleitzahl",
    city: "Ort",
    region: "Region",
    country: "Land",
  },
  showWays: "Versandarten anzeigen",
  way: "Versand",
  payment: "Bezahlung",
  payments: {
    card: "Karte",
    redirect: "Vom Bankkonto",
    later: "Später zahlen",
    transfer: "Überweisung",
    invoice: "Rechnung",
    pickup: "Zahlung bei Abholung",
  },
  invoice: "Rechnung (PDF)",
  parcel: (date, tracking) => (tracking ? `Paket vom ${date}: ${tracking}` : `Paket vom ${date}`),
  voucher: "Geschenkgutschein",
  useVoucher: "Einlösen",
  dropVoucher: (tail) => `Gutschein ${tail} weglassen`,
  voucherUsed: (tail, left) => `Gutschein ${tail}, ${left} darauf`,
  noVoucher: "Einen Gutschein mit diesem Code gibt es nicht. Er hat zwölf Buchstaben und Ziffern, ohne O, I, 0 und 1.",
  voucherSpent: "Auf diesem Gutschein ist nichts mehr.",
  voucherWorth: (amount) => `Geschenkgutschein über ${amount}`,
  voucherSheet: "Zum Drucken (PDF)",
  voucherLeft: (amount, until) => `Darauf sind noch ${amount}. Er gilt bis ${until}.`,
  voucherAsk: "Was ist auf einem Gutschein?",
  voucherLook: "Nachsehen",
  downloads: "Ihre Dateien",
  fetchUntil: (left, date) => `${left === 1 ? "noch einmal" : `${left} Mal`}, bis ${date}`,
  fetchOver: "Die Zeit für diese Datei ist vorbei. Schreiben Sie uns, wenn Sie sie noch einmal brauchen.",
  fetchUsed: "Diese Datei wurde so oft geholt, wie es geht. Schreiben Sie uns, wenn Sie sie noch einmal brauchen.",
  issuedTitle: "Für Sie bereit",
  issuedFor: (number) => `Das gehört zu Ihrer Bestellung ${number}.`,
  payUntil: (date) => `Zu bezahlen bis ${date}.`,
  payNow: (price) => `${price} jetzt bezahlen`,
  taxNumber: "Umsatzsteuer-Nummer Ihrer Firma",
  taxNumberHint: "Mit dem Land davor, etwa IE1234567T.",
  note: "Nachricht an uns",
  agree: (terms) => `Ich habe ${terms} gelesen und stimme zu.`,
  place: (price) => `Zahlungspflichtig bestellen: ${price}`,
  wrong: (count) =>
    count === 1
      ? "Eine Angabe fehlt oder stimmt nicht. Sie ist unten markiert."
      : `${count} Angaben fehlen oder stimmen nicht. Sie sind unten markiert.`,
  needed: "Das wird gebraucht.",
  badEmail: "Das ist keine E-Mail-Adresse. Sie sieht etwa so aus: ana@mail.example.",
  badPostcode: (example) => `Eine Postleitzahl sieht hier so aus: ${example}.`,
  badWay: "Wählen Sie den Versand.",
  rehearsed: "Eine Probe: Nichts wurde bestellt, und niemandem wurde geschrieben.",
  fileHint: "Ein Bild, PDF, Text oder eine Office-Datei, bis 10 MB.",
  fetchAt: "Wann Sie es abholen",
  fetchChoose: "Zeit wählen",
  noFetchTimes: "Zum Abholen ist gerade keine Zeit frei. Wählen Sie einen anderen Weg, oder melden Sie sich.",
  badFetchAt: "Wählen Sie, wann Sie es abholen.",
  fetchAtTaken: "Diese Zeit hat gerade jemand anders genommen. Wählen Sie eine andere.",
  badPayment: "Wählen Sie, wie Sie bezahlen.",
  badTaxNumber: "Das Register kennt diese Nummer nicht. Lassen Sie sie weg, oder prüfen Sie sie noch einmal.",
  agreeNeeded: "Bitte lesen Sie die Bedingungen und stimmen Sie zu.",
  notThere: (country) => `Nach ${country} versenden wir nicht.`,
  noWay: "Keine unserer Versandarten nimmt diesen Korb. Nehmen Sie etwas heraus, oder schreiben Sie uns.",
  arrives: (from, to) => (from === to ? `Ankunft ${from}` : `Ankunft ${from} bis ${to}`),
  free: "kostenlos",
  freeMissing: (missing) => `Noch ${missing}, dann ist der Versand kostenlos.`,
  orderTitle: (number) => `Bestellung ${number}`,
  thanks: "Danke für Ihre Bestellung",
  thanksText: (email) => `Wir haben an ${email} geschrieben. Unten steht alles, was Sie bestellt haben.`,
  states: {
    placed: "bestellt",
    waiting: "wartet auf Zahlung",
    paid: "bezahlt",
    packed: "gepackt",
    sent: "versandt",
    handedOver: "übergeben",
    closed: "erledigt",
    cancelled: "storniert",
    returned: "zurückgegeben",
  },
  noOrder: "Dieser Link führt zu keiner Bestellung. Sehen Sie noch einmal im Brief nach.",
  whatNext: "Wie es weitergeht",
  allProducts: "Alle Artikel",
  categories: "Kategorien",
  tooMany: (most) => `Höchstens ${most} auf einmal.`,
  noProduct: "Dieser Artikel wird nicht mehr verkauft.",
};

const fr: ShopWords = {
  add: "Ajouter au panier",
  choose: "Choisir",
  see: "Voir",
  none: "Épuisé",
  few: (left) => `Plus que ${left}`,
  there: "En stock",
  from: (price) => `à partir de ${price}`,
  before: (price) => `avant ${price}`,
  per: (price, unit) => `${price} par ${units[unit as "kg"] ?? unit}`,
  taxIn: "TVA comprise",
  taxAdded: "TVA en sus",
  sendingBesides: "livraison en sus",
  newMark: "Nouveau",
  quantity: "Quantité",
  amountIn: (unit) => `Quantité en ${unit}`,
  variant: "Modèle",
  optional: "facultatif",
  search: "Chercher",
  searchIn: "Chercher dans la boutique",
  filters: "Filtres",
  apply: "Afficher",
  clear: "Effacer les filtres",
  inStock: "En stock",
  reduced: "En promotion",
  priceFrom: "Prix de",
  priceTo: "à",
  order: "Ordre",
  orders: {
    fitting: "comme en boutique",
    newest: "nouveautés d’abord",
    cheapest: "prix croissant",
    dearest: "prix décroissant",
    name: "par nom",
  },
  found: (count) => (count === 1 ? "1 article" : `${count} articles`),
  nothing: "Il n’y a rien ici pour le moment.",
  nothingFor: (words) => `Rien n’a été trouvé pour « ${words} ». Essayez moins de mots ou d’autres.`,
  page: (page, pages) => `Page ${page} sur ${pages}`,
  earlier: "Page précédente",
  later: "Page suivante",
  related: "Va bien avec",
  cart: "Panier",
  cartCount: (count) => `Panier, ${count} articles`,
  sendBack: "Renvoyer quelque chose",
  sendBackWhat: "Quoi, et pourquoi",
  sendBackAsk: "Le demander",
  sendBackAsked: "Vous souhaitez renvoyer quelque chose. Nous répondons par courriel.",
  sendBackNot: "Elle n’est pas encore partie : écrivez-nous, nous la changeons.",
  amountOf: (least, most) => `Valeur, de ${least} à ${most}`,
  yours: "Vos commandes et réservations",
  remind: "Rappelez-moi une fois par courriel si je laisse quelque chose dans le panier",
  remindTitle: "Votre panier vous attend",
  remindText: "Vous avez demandé un rappel de ce que vous avez laissé dans votre panier :",
  remindLast: "C’est le seul message à ce sujet.",
  orderChanged: "Votre commande a été modifiée. La voici maintenant :",
  toPayLetter: (price) => `Vous pouvez payer ici ${price} pour votre commande :`,
  cartEmpty: "Votre panier est vide.",
  rush: (number) =>
    `Il y a énormément de commandes en ce moment ; vous êtes le numéro ${number}. Rien n’est perdu : réessayez dans quelques secondes.`,
  toShop: "À la boutique",
  remove: "Retirer",
  close: "Fermer",
  removeNamed: (name) => `Retirer ${name}`,
  change: "Modifier",
  each: (price) => `${price} l’unité`,
  sum: "Articles",
  sending: "Livraison",
  sendingLater: "calculée à la caisse",
  sendingGuess: (country) => `vers ${country}`,
  toPay: "À payer",
  total: "Total",
  taxOf: (rate, net, tax) => `TVA comprise : ${rate} de ${net} = ${tax}`,
  checkout: "Passer commande",
  back: "Retour au panier",
  priceChanged: (name, before, now) => `${name} coûtait ${before} et coûte maintenant ${now}.`,
  gone: (name) => `${name} n’est plus vendu et a été retiré.`,
  fewer: (name, left) => `Il ne reste que ${left} de ${name}.`,
  email: "E-mail",
  phone: "Téléphone",
  contact: "Contact",
  address: "Adresse",
  fields: {
    name: "Nom",
    company: "Société",
    street: "Rue et numéro",
    more: "Complément",
    postcode: "Code postal",
    city: "Ville",
    region: "Région",
    country: "Pays",
  },
  showWays: "Afficher les modes de livraison",
  way: "Livraison",
  payment: "Paiement",
  payments: {
    card: "Carte",
    redirect: "Depuis votre compte bancaire",
    later: "Payer plus tard",
    transfer: "Virement",
    invoice: "Facture",
    pickup: "Paiement au retrait",
  },
  invoice: "Facture (PDF)",
  parcel: (date, tracking) => (tracking ? `Colis du ${date} : ${tracking}` : `Colis du ${date}`),
  voucher: "Bon cadeau",
  useVoucher: "L’utiliser",
  dropVoucher: (tail) => `Laisser le bon ${tail}`,
  voucherUsed: (tail, left) => `Bon ${tail}, ${left} dessus`,
  noVoucher: "Aucun bon n’a ce code. Il a douze lettres et chiffres, sans O, I, 0 ni 1.",
  voucherSpent: "Il ne reste rien sur ce bon.",
  voucherWorth: (amount) => `Bon cadeau de ${amount}`,
  voucherSheet: "À imprimer (PDF)",
  voucherLeft: (amount, until) => `Il y reste ${amount}. Il est valable jusqu’au ${until}.`,
  voucherAsk: "Que reste-t-il sur un bon ?",
  voucherLook: "Voir",
  downloads: "Vos fichiers",
  fetchUntil: (left, date) => `${left === 1 ? "encore une fois" : `${left} fois`}, jusqu’au ${date}`,
  fetchOver: "Le temps pour ce fichier est passé. Écrivez-nous si vous en avez encore besoin.",
  fetchUsed: "Ce fichier a été pris aussi souvent que possible. Écrivez-nous si vous en avez encore besoin.",
  issuedTitle: "Prêt pour vous",
  issuedFor: (number) => `Cela fait partie de votre commande ${number}.`,
  payUntil: (date) => `À payer avant le ${date}.`,
  payNow: (price) => `Payer ${price} maintenant`,
  taxNumber: "Numéro de TVA de votre société",
  taxNumberHint: "Avec le pays devant, par exemple DE123456789.",
  note: "Un mot pour nous",
  agree: (terms) => `J’ai lu ${terms} et j’accepte.`,
  place: (price) => `Commander et payer ${price}`,
  wrong: (count) =>
    count === 1
      ? "Une indication manque ou est fausse. Elle est marquée ci-dessous."
      : `${count} indications manquent ou sont fausses. Elles sont marquées ci-dessous.`,
  needed: "Ceci est nécessaire.",
  badEmail: "Ce n’est pas une adresse e-mail. Elle ressemble à ana@mail.example.",
  badPostcode: (example) => `Un code postal ressemble ici à ${example}.`,
  badWay: "Choisissez le mode de livraison.",
  rehearsed: "Une répétition : rien n’a été commandé, et personne n’a reçu de message.",
  fileHint: "Une image, un PDF, un texte ou un fichier bureautique, 10 Mo au plus.",
  fetchAt: "Quand vous le retirez",
  fetchChoose: "Choisir une heure",
  noFetchTimes: "Aucune heure de retrait n’est libre pour le moment. Choisissez un autre mode, ou contactez-nous.",
  badFetchAt: "Choisissez l’heure du retrait.",
  fetchAtTaken: "Quelqu’un vient de prendre cette heure. Choisissez-en une autre.",
  badPayment: "Choisissez comment vous payez.",
  badTaxNumber: "Le registre ne connaît pas ce numéro. Laissez-le vide, ou vérifiez-le.",
  agreeNeeded: "Veuillez lire les conditions et les accepter.",
  notThere: (country) => `Nous ne livrons pas vers ${country}.`,
  noWay: "Aucun de nos modes de livraison ne prend ce panier. Retirez quelque chose, ou écrivez-nous.",
  arrives: (from, to) => (from === to ? `arrivée ${from}` : `arrivée du ${from} au ${to}`),
  free: "gratuite",
  freeMissing: (missing) => `Encore ${missing}, et la livraison est gratuite.`,
  orderTitle: (number) => `Commande ${number}`,
  thanks: "Merci pour votre commande",
  thanksText: (email) => `Nous avons écrit à ${email}. Vous trouvez ci-dessous tout ce que vous avez commandé.`,
  states: {
    placed: "commandé",
    waiting: "en attente du paiement",
    paid: "payé",
    packed: "emballé",
    sent: "expédié",
    handedOver: "remis",
    closed: "terminé",
    cancelled: "annulé",
    returned: "retourné",
  },
  noOrder: "Ce lien ne mène à aucune commande. Regardez encore dans la lettre.",
  whatNext: "Et ensuite",
  allProducts: "Tous les articles",
  categories: "Catégories",
  tooMany: (most) => `Au plus ${most} à la fois.`,
  noProduct: "Cet article n’est plus vendu.",
};

const byLanguage = { en, de, fr };

/** The words of a shop in a language; English where there are none. */
export const shopWords = (language: string): ShopWords => inLanguage(byLanguage, language);
