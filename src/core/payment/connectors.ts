// Ways to be paid, as the trade knows them. Each is told apart by data: whether a payment service stands behind it, when the money
// moves, what it may pay for, and what has to be set up.

export const connectorKinds = ["card", "redirect", "later", "transfer", "invoice", "pickup"] as const;
export type ConnectorKind = (typeof connectorKinds)[number];

/** What is paid for. */
export const paidThings = ["order", "booking"] as const;
export type PaidThing = (typeof paidThings)[number];

/** What can be set up of a way to be paid. */
export interface ConnectorSettings {
  /** What buyers read below its name; "" for nothing. */
  readonly words: string;
  /** Whose account money is sent to. */
  readonly owner: string;
  /** ISO 13616, without spaces. */
  readonly iban: string;
  /** ISO 9362; "" where the IBAN is enough. */
  readonly bic: string;
  /** Within so many days it is paid. */
  readonly days: number;
  /** The greatest amount that may be paid so, in minor units; null for any. */
  readonly most: number | null;
}
export type ConnectorField = keyof ConnectorSettings;

export interface ConnectorAbout {
  /** A payment service stands behind it: it has keys, a test mode, and tells what happens by itself. */
  readonly service: boolean;
  /** Taken when the buyer says yes; promised then, and taken when the goods leave; or paid by the buyer's own command afterwards. */
  readonly taken: "atOnce" | "whenSent" | "after";
  readonly pays: readonly PaidThing[];
  readonly fields: readonly ConnectorField[];
  readonly needs: readonly ConnectorField[];
  /** Only for what is fetched. */
  readonly fetched?: true;
}

export const connectors: Readonly<Record<ConnectorKind, ConnectorAbout>> = {
  card: { service: true, taken: "atOnce", pays: ["order", "booking"], fields: ["words"], needs: [] },
  redirect: { service: true, taken: "atOnce", pays: ["order", "booking"], fields: ["words", "most"], needs: [] },
  later: { service: true, taken: "whenSent", pays: ["order"], fields: ["words", "most"], needs: [] },
  transfer: {
    service: false,
    taken: "after",
    pays: ["order"],
    fields: ["owner", "iban", "bic", "days", "words"],
    needs: ["owner", "iban"],
  },
  invoice: {
    service: false,
    taken: "after",
    pays: ["order"],
    fields: ["owner", "iban", "bic", "days", "most", "words"],
    needs: ["owner", "iban"],
  },
  pickup: { service: false, taken: "after", pays: ["order"], fields: ["words"], needs: [], fetched: true },
};

export const paymentModes = ["test", "live"] as const;
export type PaymentMode = (typeof paymentModes)[number];

export const newConnector: ConnectorSettings = { words: "", owner: "", iban: "", bic: "", days: 14, most: null };

/** One way to be paid as buyers meet it. */
export interface OfferedPayment {
  readonly by: ConnectorKind;
  readonly words: string;
  readonly most: number | null;
}

/** Whether a way may pay for something: what it is, how much, and whether it is fetched. */
export const mayPay = (
  { by, most }: Pick<OfferedPayment, "by" | "most">,
  asked: { readonly thing: PaidThing; readonly amount: number; readonly fetched: boolean },
): boolean =>
  connectors[by].pays.includes(asked.thing) &&
  (most === null || asked.amount <= most) &&
  (!connectors[by].fetched || asked.fetched);

/** What a payer sends with a transfer: the number of what they pay for is its reference. */
export const transferLines = (
  { owner, iban, bic }: Pick<ConnectorSettings, "owner" | "iban" | "bic">,
  reference: string,
): readonly string[] => (iban ? [owner, iban.replace(/(.{4})(?=.)/g, "$1 "), ...(bic ? [bic] : []), reference] : []);

/**
 * The site a key of a service belongs to: keys say themselves whether they move money. Null for what is no key of the kind that
 * is asked for.
 */
export const keyMode = (key: string, of: "secret" | "hook"): PaymentMode | null =>
  paymentModes.find((mode) => key.startsWith(`${mode}.${of}.`)) ?? null;
