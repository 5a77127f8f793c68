// A deposit and a late fee, in whole minor units: never more than the price, and nothing of what was paid is lost.
import fc from "fast-check";
import type { Portion } from "../booking";
import { serviceSchema } from "../rules/schema";
import { aService } from "../sample.test-kit";
import { balanceOf, cancellingCosts, isLate, lateFeeOf, payNowOf, portionOf } from "./deposit";

const share = (percent: number): Portion => ({ kind: "share", percent });
const amount = (minor: number): Portion => ({ kind: "amount", amount: minor });
const hour = 3_600_000;
const start = Date.UTC(2026, 2, 11, 10);
const agreed = { state: "confirmed" as const, startsAt: start, cancelHours: 24, lateFee: 2000 };

test("a share is rounded half up; an amount is for each seat, and at most the price", () => {
  expect(portionOf(share(50), { gross: 3801, seats: 1 })).toBe(1901);
  expect(portionOf(share(1), { gross: 49, seats: 1 })).toBe(0);
  expect(portionOf(amount(1000), { gross: 7600, seats: 2 })).toBe(2000);
  expect(portionOf(amount(5000), { gross: 7600, seats: 2 })).toBe(7600);
});

test("without a deposit all of it is paid before it holds, and nothing where it holds by itself", () => {
  const bill = { gross: 4800, seats: 2 };
  expect(payNowOf(aService("glaze", { confirm: "payment" }), bill)).toBe(4800);
  expect(payNowOf(aService("glaze", { confirm: "payment", deposit: share(25) }), bill)).toBe(1200);
  expect(payNowOf(aService("glaze", { confirm: "payment" }), null)).toBeNull();
  expect(payNowOf(aService("glaze", { confirm: "payment" }), { gross: 0, seats: 1 })).toBeNull();
  expect(payNowOf(aService("glaze", { confirm: "atOnce" }), bill)).toBeNull();
  expect(lateFeeOf(aService("glaze"), bill)).toBeNull();
  expect(lateFeeOf(aService("glaze", { lateFee: amount(500) }), bill)).toBe(1000);
});

describe("cancelling", () => {
  test("costs nothing until the last moment of its hours, then the fee, and from the start on it can't be", () => {
    expect(cancellingCosts(agreed, start - 24 * hour)).toBe(0);
    expect(cancellingCosts(agreed, start - 24 * hour + 1)).toBe(2000);
    expect(cancellingCosts(agreed, start - 1)).toBe(2000);
    expect(cancellingCosts(agreed, start)).toBeNull();
    expect(isLate(agreed, start - 24 * hour)).toBe(false);
  });

  test("without a fee, or of what is not confirmed yet, it can't be after its hours", () => {
    expect(cancellingCosts({ ...agreed, lateFee: null }, start - hour)).toBeNull();
    expect(cancellingCosts({ ...agreed, state: "waitingApproval" }, start - hour)).toBeNull();
    expect(cancellingCosts({ ...agreed, state: "waitingApproval" }, start - 25 * hour)).toBe(0);
  });
});

test("whatever was paid and agreed: all of it is kept or comes back, and never both owed and given back", () => {
  const portion = fc.oneof(
    fc.integer({ min: 1, max: 100 }).map(share),
    fc.integer({ min: 1, max: 100_000_000 }).map(amount),
  );
  fc.assert(
    fc.property(
      fc.record({ gross: fc.integer({ min: 0, max: 50_000_000_000 }), seats: fc.integer({ min: 1, max: 500 }) }),
      portion,
      portion,
      (bill, deposit, lateFee) => {
        const paid = payNowOf({ confirm: "payment", deposit }, bill) ?? 0;
        const fee = lateFeeOf({ lateFee }, bill) ?? 0;
        for (const part of [paid, fee]) {
          expect(Number.isSafeInteger(part)).toBe(true);
          expect(part).toBeGreaterThanOrEqual(0);
          expect(part).toBeLessThanOrEqual(bill.gross);
        }
        const { back, owed } = balanceOf({ paid, fee, givenBack: 0 });
        expect(paid - back + owed).toBe(fee);
        expect(Math.min(back, owed)).toBe(0);
        expect(balanceOf({ paid, fee, givenBack: back }).back).toBe(0);
      },
    ),
  );
});

test("a deposit of what needs no payment, a share of 0 or 101, an amount of nothing: each at its field", () => {
  const faults = (more: object) =>
    serviceSchema.validate({ ...aService("throw"), ...more }).error?.details.map(({ path }) => path.join("."));
  expect(faults({ deposit: share(50) })).toEqual(["deposit"]);
  expect(faults({ confirm: "payment", deposit: share(101) })).toEqual(["deposit.percent"]);
  expect(faults({ lateFee: share(0) })).toEqual(["lateFee.percent"]);
  expect(faults({ lateFee: amount(0) })).toEqual(["lateFee.amount"]);
  expect(faults({ lateFee: { kind: "half" } })).toEqual(["lateFee.kind"]);
  expect(faults({ confirm: "payment", deposit: amount(100), lateFee: share(100) })).toBeUndefined();
});
