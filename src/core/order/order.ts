// An order's life as data: which command leads from which state to which. Every step an order takes is one of these, and a row.

export const orderStates = [
  /** Stands, and is paid later: by invoice, by transfer, at pickup. */
  "placed",
  /** Waits for a payment that is under way. */
  "waiting",
  "paid",
  "packed",
  "sent",
  "handedOver",
  "closed",
  "cancelled",
  "returned",
] as const;
export type OrderState = (typeof orderStates)[number];

export const orderCommands = [
  "pay",
  "promise",
  "fail",
  "pack",
  "send",
  "handOver",
  "close",
  "cancel",
  "return",
  "refund",
] as const;
export type OrderCommand = (typeof orderCommands)[number];

interface Step {
  readonly from: readonly OrderState[];
  /** Null where the order stays as it is. */
  readonly to: OrderState | null;
}

const alive: readonly OrderState[] = ["placed", "waiting", "paid", "packed", "sent", "handedOver"];

/** The steps of each command; a command from a state that no step names is refused. */
export const orderSteps: Readonly<Record<OrderCommand, readonly Step[]>> = {
  pay: [
    { from: ["placed", "waiting"], to: "paid" },
    // Paid after it left, after it was cancelled, or what a change of it has cost more: the order stays where it is.
    { from: ["paid", "packed", "sent", "handedOver", "closed", "cancelled"], to: null },
  ],
  // A service answers for the money: it is taken once the goods leave.
  promise: [{ from: ["waiting"], to: "placed" }],
  fail: [{ from: ["waiting"], to: "cancelled" }],
  pack: [{ from: ["placed", "paid"], to: "packed" }],
  send: [{ from: ["packed"], to: "sent" }],
  handOver: [{ from: ["placed", "paid", "packed"], to: "handedOver" }],
  close: [{ from: ["sent", "handedOver"], to: "closed" }],
  cancel: [{ from: ["placed", "waiting", "paid", "packed"], to: "cancelled" }],
  return: [{ from: ["sent", "handedOver", "closed"], to: "returned" }],
  refund: [{ from: [...alive.filter((state) => state !== "waiting"), "closed", "cancelled", "returned"], to: null }],
};

/** Where a command leads from a state; null where it can't be done. */
export function afterCommand(state: OrderState, command: OrderCommand): OrderState | null {
  const step = orderSteps[command].find(({ from }) => from.includes(state));
  return step ? (step.to ?? state) : null;
}

/** What can be done with an order as it stands. */
export const possibleCommands = (state: OrderState): readonly OrderCommand[] =>
  orderCommands.filter((command) => afterCommand(state, command) !== null);

/**
 * What somebody at the Desk can do with an order as it stands: no money is taken for one that stands no more, and none goes back
 * that is not there. Amounts in minor units.
 */
export const deskCommandsOf = (order: {
  readonly state: OrderState;
  readonly toPay: number;
  readonly paid: number;
  readonly refunded: number;
}): readonly OrderCommand[] =>
  possibleCommands(order.state).filter((command) => {
    if (byThemselves.includes(command)) return false;
    if (command === "pay") return order.paid < order.toPay && order.state !== "cancelled";
    return command !== "refund" || order.paid > order.refunded;
  });

/** Whether a buyer may ask to send something of it back: it has left, or was fetched. */
export const mayAskReturn = (state: OrderState): boolean => afterCommand(state, "return") !== null;

/** Commands that nobody at the Desk does: time and payment services do them. */
export const byThemselves: readonly OrderCommand[] = ["promise", "fail"];

/** States in which its goods are the buyer's: they are off the shelf for good, and not only kept. */
export const takesGoods = (state: OrderState): boolean =>
  state !== "waiting" && state !== "cancelled" && state !== "returned";
