// Charges: events that come late, twice and in any order; what was paid and given back of several.
import fc from "fast-check";
import {
  afterEvent,
  type Charge,
  type ChargeEvent,
  chargeStates,
  moneyState,
  openedCharge,
  paidOf,
  refundFault,
  shareRefund,
} from "./charge";

const event: fc.Arbitrary<ChargeEvent> = fc.oneof(
  fc.record({ is: fc.constantFrom(...chargeStates), amount: fc.constant(5602) }),
  fc.constantFrom<ChargeEvent>(
    { is: "refunded", refund: "r1", amount: 850 },
    { is: "refunded", refund: "r2", amount: 4752 },
  ),
);

test("events in any order, and any of them twice, end the same", () => {
  fc.assert(
    fc.property(fc.array(event, { maxLength: 8 }), fc.array(fc.nat(), { maxLength: 12 }), (events, turns) => {
      const end = events.reduce(afterEvent, openedCharge);
      const shuffled = [...events];
      for (const turn of turns) {
        if (!shuffled.length) break;
        const [one] = shuffled.splice(turn % shuffled.length, 1);
        shuffled.push(one as ChargeEvent, one as ChargeEvent);
      }
      expect(shuffled.reduce(afterEvent, openedCharge)).toEqual(end);
    }),
  );
});

test("refused twice, the last refusal is told; money that comes after it is taken all the same", () => {
  const first = afterEvent(openedCharge, { is: "declined", amount: 5602, why: "noFunds" });
  const second = afterEvent(first, { is: "declined", amount: 5602, why: "expired" });
  expect([first.why, second.why]).toEqual(["noFunds", "expired"]);
  expect(afterEvent(second, { is: "captured", amount: 5602 })).toMatchObject({
    state: "captured",
    amount: 5602,
    why: "",
  });
});

test("a refund that a service tells of is none before the money came, and none of more than what is left of it", () => {
  const captured = afterEvent(openedCharge, { is: "captured", amount: 5602 });
  const refund = (amount: number, id = "a") => ({ is: "refunded", refund: id, amount }) as const;
  for (const early of [openedCharge, afterEvent(openedCharge, { is: "authorised", amount: 5602 })])
    expect(refundFault(early, refund(1))).toBe("early");
  expect([1, 5602].map((amount) => refundFault(captured, refund(amount)))).toEqual([null, null]);
  expect([0, -1, 5603].map((amount) => refundFault(captured, refund(amount)))).toEqual(Array(3).fill("tooMuch"));
  const part = afterEvent(captured, refund(5000));
  // Told again it is the same one.
  expect(refundFault(part, refund(5000))).toBeNull();
  expect(refundFault(part, refund(602, "b"))).toBeNull();
  expect(refundFault(part, refund(603, "b"))).toBe("tooMuch");
  expect(refundFault(part, { is: "captured", amount: 9 })).toBeNull();
});

test("how it stands with its money", () => {
  const captured = afterEvent(openedCharge, { is: "captured", amount: 5602 });
  const declined = afterEvent(openedCharge, { is: "declined", amount: 5602, why: "noFunds" });
  const stand = (...charges: Parameters<typeof paidOf>[0][number][]) => moneyState(5602, paidOf(charges));
  expect(declined).toMatchObject({ state: "declined", amount: 0, why: "noFunds" });
  expect([stand(), stand(declined), stand(declined, captured)]).toEqual(["unpaid", "unpaid", "paid"]);
  expect(stand(afterEvent(captured, { is: "refunded", refund: "a", amount: 850 }))).toBe("refundedPart");
  expect(stand(afterEvent(captured, { is: "refunded", refund: "a", amount: 5602 }))).toBe("refundedWhole");
  expect(moneyState(5602, { paid: 100, refunded: 0 })).toBe("partly");
});

test("a refund is shared among charges, none gives back more than it took", () => {
  const charge = fc.record({ taken: fc.nat(9000), back: fc.nat(9000) }).map(
    ({ taken, back }): Charge => ({
      ...{ state: "captured", amount: taken, why: "" },
      refunds: back && back <= taken ? { before: back } : {},
    }),
  );
  fc.assert(
    fc.property(fc.array(charge, { maxLength: 5 }), fc.nat(30_000), (charges, amount) => {
      const { paid, refunded } = paidOf(charges);
      const shares = shareRefund(charges, amount);
      const given = shares.reduce((sum, share) => sum + share.amount, 0);
      expect(given).toBe(Math.min(amount, paid - refunded));
      for (const share of shares) expect(share.amount).toBeLessThanOrEqual(share.charge.amount);
    }),
  );
});

test("a promise that is given up takes nothing; what was taken all the same outranks it", () => {
  const promised = afterEvent(openedCharge, { is: "authorised", amount: 900 });
  const released = afterEvent(promised, { is: "released", amount: 900 });
  expect([promised.amount, released.state, released.amount]).toEqual([0, "released", 0]);
  expect(afterEvent(released, { is: "captured", amount: 900 })).toMatchObject({ state: "captured", amount: 900 });
});
