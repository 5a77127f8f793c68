// One charge: what a payment service tells of it, from the first word to the last, and what came of several charges together.

/** From the first to the last: a later word never goes back behind an earlier one. */
export const chargeStates = [
  "opened",
  /** The bank wants to know from the payer that it is they. */
  "asksFactor",
  "declined",
  /** Promised: it is taken once the goods leave. */
  "authorised",
  /** Given up before anything was taken. */
  "released",
  "captured",
] as const;
export type ChargeState = (typeof chargeStates)[number];

/** Why a bank or a service says no. */
export const declineReasons = ["noFunds", "expired", "refused", "wrongCode", "overLimit"] as const;
export type DeclineReason = (typeof declineReasons)[number];

export interface Charge {
  readonly state: ChargeState;
  /** Minor units that were taken. */
  readonly amount: number;
  /** Why it was declined; "" for nothing told. */
  readonly why: string;
  /** What was given back, by the id of the refund. */
  readonly refunds: Readonly<Record<string, number>>;
}

/** One event of a payment service about a charge; amounts in minor units. */
export type ChargeEvent =
  | { readonly is: ChargeState; readonly amount: number; readonly why?: string }
  | { readonly is: "refunded"; readonly refund: string; readonly amount: number };

export const openedCharge: Charge = { state: "opened", amount: 0, why: "", refunds: {} };

/**
 * A charge after an event. In whichever order events come, and however often, the end is the same, but for why it was refused last:
 * states only go forward, and refunds are known by their ids. Taken money outranks a refusal of the same charge: where both are told, the money moved.
 */
export function afterEvent(charge: Charge, event: ChargeEvent): Charge {
  if (event.is === "refunded") return { ...charge, refunds: { ...charge.refunds, [event.refund]: event.amount } };
  // Refused once more, the last refusal is what its payer has to know of.
  if (event.is === "declined" && charge.state === "declined") return { ...charge, why: event.why ?? charge.why };
  const further = chargeStates.indexOf(event.is) > chargeStates.indexOf(charge.state);
  if (!further) return charge;
  return { ...charge, state: event.is, amount: event.is === "captured" ? event.amount : 0, why: event.why ?? "" };
}

/** Why a refund that a service tells of can't be: nothing was taken yet, or it is more than what is left of what was. */
export function refundFault(charge: Charge, event: ChargeEvent): "early" | "tooMuch" | null {
  if (event.is !== "refunded") return null;
  if (charge.state !== "captured") return "early";
  const others = Object.entries(charge.refunds).reduce((sum, [id, one]) => (id === event.refund ? sum : sum + one), 0);
  return event.amount > 0 && others + event.amount <= charge.amount ? null : "tooMuch";
}

/** States in which a payer may still pay. */
export const isOpen = (state: ChargeState): boolean =>
  state === "opened" || state === "asksFactor" || state === "declined";

/** What was paid and given back, over several charges. */
export function paidOf(charges: readonly Pick<Charge, "amount" | "refunds">[]): {
  readonly paid: number;
  readonly refunded: number;
} {
  let [paid, refunded] = [0, 0];
  for (const { amount, refunds } of charges) {
    paid += amount;
    for (const one of Object.values(refunds)) refunded += one;
  }
  return { paid, refunded };
}

/** How something stands with its money. */
export type MoneyState = "unpaid" | "partly" | "paid" | "refundedPart" | "refundedWhole";

export function moneyState(toPay: number, { paid, refunded }: { paid: number; refunded: number }): MoneyState {
  if (refunded > 0) return refunded >= paid ? "refundedWhole" : "refundedPart";
  if (paid >= toPay) return "paid";
  return paid > 0 ? "partly" : "unpaid";
}

/**
 * How a refund is shared among charges, in their order: each gives back at most what is left of it. What it can't share is the
 * caller's to refuse.
 */
export function shareRefund<C extends Pick<Charge, "amount" | "refunds">>(
  charges: readonly C[],
  amount: number,
): readonly { readonly charge: C; readonly amount: number }[] {
  let rest = amount;
  return charges.flatMap((charge) => {
    const { paid, refunded } = paidOf([charge]);
    const taking = Math.min(paid - refunded, rest);
    if (taking <= 0) return [];
    rest -= taking;
    return [{ charge, amount: taking }];
  });
}
