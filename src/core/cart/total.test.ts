// What a basket comes to: worked out by hand for the tables of docs/shop.md, and against a slow oracle in exact fractions.
import fc from "fast-check";
import type { Place, TaxClass, TaxSettings } from "@/core/tax/tax";
import { betweenRow, taxLine, writtenSum } from "./sums";
import { type LineItem, type Total, type TotalAsked, totalOf } from "./total";

const classes: readonly TaxClass[] = [
  { id: "standard", name: "Standard", base: "standard", rates: {} },
  { id: "reduced", name: "Reduced", base: "reduced", rates: {} },
  { id: "none", name: "Vouchers", base: "none", rates: {} },
  { id: "states", name: "Goods", base: "standard", rates: { "US-IL": 6_250, "US-CA": 7_250 } },
];
const irish: TaxSettings = { included: true, home: "IE", oneStop: true, rounding: "line", classes };
const place = (country: string, region = ""): Place => ({ country, region, postcode: "" });
const line = (id: string, price: number, quantity = 1, more: Partial<LineItem> = {}): LineItem => ({
  id,
  price,
  quantity,
  per: 1,
  taxClass: "standard",
  sent: true,
  reasons: [],
  ...more,
});
const basket = (lines: readonly LineItem[], more: Partial<TotalAsked> = {}): TotalAsked => ({
  lines,
  reductions: [],
  sending: null,
  vouchers: [],
  to: place("IE"),
  buyer: { taxNumber: "" },
  ...more,
});
const parcel = (amount: number) => ({ name: "Parcel", amount, reasons: [] });

describe("worked out by hand", () => {
  test("two large mugs and clay by weight, ten per cent off the mugs, a parcel to Galway", () => {
    const total = totalOf(
      basket([line("mug", 2300, 2), line("clay", 180, 3400, { per: 1000 })], {
        reductions: [{ id: "ten", name: "Ten off two mugs", amount: 460, lines: ["mug"] }],
        sending: parcel(850),
      }),
      irish,
    );
    expect(total.lines.map(({ written, takenOff, gross }) => [written, takenOff, gross])).toEqual([
      [4600, 460, 4140],
      [612, 0, 612],
    ]);
    // 41.40 x 23/123 = 7.7415, 6.12 x 23/123 = 1.1444, 8.50 x 23/123 = 1.5894
    expect(total.lines.map(({ tax }) => tax)).toEqual([774, 114]);
    expect(total.sending).toMatchObject({ gross: 850, tax: 159 });
    expect(total).toMatchObject({ gross: 5602, tax: 1047, net: 4555, toPay: 5602 });
    expect(total.taxes).toEqual([{ rate: 23_000, owedTo: "IE", net: 4555, tax: 1047 }]);
  });

  test("the same, rounded once an order: 56.02 x 23/123 = 10.4753", () => {
    const total = totalOf(
      basket([line("mug", 2300, 2), line("clay", 180, 3400, { per: 1000 })], {
        reductions: [{ id: "ten", name: "Ten off two mugs", amount: 460, lines: ["mug"] }],
        sending: parcel(850),
      }),
      { ...irish, rounding: "order" },
    );
    expect(total).toMatchObject({ gross: 5602, tax: 1048, net: 4554 });
  });

  test("sending bears the tax of its goods, in proportion to them", () => {
    const total = totalOf(
      basket([line("mug", 3000), line("book", 1000, 1, { taxClass: "reduced" })], { sending: parcel(800) }),
      irish,
    );
    // 6.00 at 23 %: 1.12; 2.00 at 13.5 %: 0.24
    expect(total.sending).toMatchObject({ gross: 800, tax: 136 });
    expect(total.taxes.map(({ rate }) => rate)).toEqual([23_000, 13_500]);
  });

  test("within the Union the price that was shown holds, with the rate of where it goes", () => {
    const total = totalOf(basket([line("mug", 2300)], { to: place("DE") }), irish);
    // 23.00 x 19/119 = 3.6723
    expect(total.lines[0]).toMatchObject({ gross: 2300, tax: 367, levy: { rate: 19_000, owedTo: "DE" } });
    expect(total.lines[0]?.reasons).toEqual([{ code: "tax.there", at: "DE", rate: 19_000 }]);
  });

  test("a business in another state and a buyer outside the Union pay the net price", () => {
    const business = totalOf(
      basket([line("mug", 2300)], { to: place("DE"), buyer: { taxNumber: "DE123456789" } }),
      irish,
    );
    // 23.00 / 1.23 = 18.6992
    expect(business).toMatchObject({ gross: 1870, tax: 0 });
    expect(business.lines[0]?.reasons[0]).toMatchObject({ code: "tax.reverse" });
    const norwegian = totalOf(basket([line("mug", 2300)], { to: place("NO") }), irish);
    expect(norwegian).toMatchObject({ gross: 1870, tax: 0 });
    expect(norwegian.lines[0]?.reasons[0]).toEqual({ code: "tax.export", to: "NO" });
    // At home a number changes nothing.
    expect(totalOf(basket([line("mug", 2300)], { buyer: { taxNumber: "IE1234567T" } }), irish).tax).toBe(430);
  });

  test("Swiss and Norwegian shops, and states with tables of their own", () => {
    const swiss = totalOf(basket([line("mug", 4500)], { to: place("CH") }), { ...irish, home: "CH" });
    // 45.00 x 8.1/108.1 = 3.3719
    expect(swiss).toMatchObject({ gross: 4500, tax: 337 });
    const norwegian = totalOf(basket([line("mug", 50_000)], { to: place("NO") }), { ...irish, home: "NO" });
    expect(norwegian.tax).toBe(10_000);
    const american: TaxSettings = { ...irish, home: "US", included: false };
    const part = [line("chain", 3599, 1, { taxClass: "states" })];
    // 35.99 x 6.25 % = 2.249; another state, which the table does not name, has none.
    expect(totalOf(basket(part, { to: place("US", "IL") }), american)).toMatchObject({
      net: 3599,
      tax: 225,
      gross: 3824,
    });
    expect(totalOf(basket(part, { to: place("US", "OR") }), american)).toMatchObject({ tax: 0, gross: 3599 });
  });

  test("vouchers pay from what is left on them, in their order, and take nothing off the tax", () => {
    const total = totalOf(
      basket([line("mug", 2300)], {
        vouchers: [
          { code: "A", balance: 500 },
          { code: "B", balance: 5000 },
        ],
      }),
      irish,
    );
    expect(total.vouchers).toEqual([
      { code: "A", amount: 500 },
      { code: "B", amount: 1800 },
    ]);
    expect(total).toMatchObject({ gross: 2300, tax: 430, toPay: 0 });
  });

  test("more than there is can't be taken off", () => {
    const total = totalOf(basket([line("mug", 500)], { reductions: [{ id: "r", name: "Much", amount: 900 }] }), irish);
    expect(total).toMatchObject({ gross: 0, tax: 0, toPay: 0 });
    expect(total.reductions).toEqual([{ id: "r", name: "Much", amount: 500 }]);
  });
});

// The oracle: fractions as pairs of whole numbers, each rule written down once more, by the book and not by the code.
type Fraction = readonly [bigint, bigint];
const fraction = (a: number | bigint, b: number | bigint = 1): Fraction => [BigInt(a), BigInt(b)];
const times = ([a, b]: Fraction, [c, d]: Fraction): Fraction => [a * c, b * d];
const plus = ([a, b]: Fraction, [c, d]: Fraction): Fraction => [a * d + c * b, b * d];
const rounded = ([a, b]: Fraction): bigint => (2n * a + b) / (2n * b);

const arbitraryLine = fc.record({
  price: fc.integer({ min: 0, max: 500_000 }),
  quantity: fc.integer({ min: 1, max: 5000 }),
  per: fc.constantFrom<1 | 1000>(1, 1000),
  taxClass: fc.constantFrom("standard", "reduced", "none", "states"),
  sent: fc.boolean(),
});
const arbitraryTax = fc.record({
  included: fc.boolean(),
  home: fc.constantFrom("IE", "DE", "CH", "US"),
  oneStop: fc.boolean(),
  rounding: fc.constantFrom<"line" | "order">("line", "order"),
  classes: fc.constant(classes),
});
const arbitraryCart = fc
  .record({
    lines: fc.array(arbitraryLine, { minLength: 1, maxLength: 8 }),
    off: fc.option(fc.integer({ min: 0, max: 1_000_000 }), { nil: null }),
    sending: fc.option(fc.integer({ min: 0, max: 5000 }), { nil: null }),
    balance: fc.integer({ min: 0, max: 100_000 }),
    to: fc.constantFrom(place("IE"), place("DE"), place("NO"), place("US", "IL")),
    taxNumber: fc.constantFrom("", "DE123456789"),
  })
  .map(
    ({ lines, off, sending, balance, to, taxNumber }): TotalAsked => ({
      lines: lines.map((one, at) => ({ id: `l${at}`, reasons: [], ...one })),
      reductions: off === null ? [] : [{ id: "off", name: "Off", amount: off }],
      sending: sending === null ? null : parcel(sending),
      vouchers: [{ code: "V", balance }],
      to,
      buyer: { taxNumber },
    }),
  );

const parts = (total: Total) => [...total.lines, ...(total.sending ? [total.sending] : [])];

describe("of any basket", () => {
  test("what vouchers bore before is of what they pay, and never more than the tax there is", () => {
    const levies = [{ rate: 23_000, owedTo: "IE" }, { rate: 19_000, owedTo: "DE" }, null];
    fc.assert(
      fc.property(arbitraryCart, arbitraryTax, fc.constantFrom(...levies), (asked, tax, levy) => {
        const vouchers = asked.vouchers.map((voucher) => ({ ...voucher, levy }));
        const total = totalOf({ ...asked, vouchers }, tax);
        const paid = levy ? total.vouchers.reduce((sum, { amount }) => sum + amount, 0) : 0;
        const before = total.taxedBefore ?? [];
        expect(before.reduce((sum, row) => sum + row.net + row.tax, 0)).toBe(paid);
        for (const row of before) {
          const due = total.taxes.find(({ rate, owedTo }) => rate === row.rate && owedTo === row.owedTo);
          expect(row.tax).toBeGreaterThanOrEqual(0);
          expect(row.tax).toBeLessThanOrEqual(due?.tax ?? -1);
        }
      }),
    );
  });

  test("its lines add up to what it comes to, by one line between them where taxes differ", () => {
    fc.assert(
      fc.property(arbitraryCart, arbitraryTax, (asked, tax) => {
        const total = totalOf(asked, tax);
        const line = taxLine(total);
        const added = line.is === "added" ? line.taxes.reduce((sum, row) => sum + row.tax, 0) : 0;
        const between = betweenRow(line, { taxLess: "less", taxMore: "more", rounding: "rounding" })?.amount ?? 0;
        expect(writtenSum(total) + added + between).toBe(total.gross);
        // A difference of rates is told as one, and never as rounding of more than half a cent a line.
        if (line.is === "rounded") expect(Math.abs(line.amount)).toBeLessThanOrEqual(total.lines.length + 1);
      }),
    );
  });

  test("the whole is the sum of its parts, gross is net and tax in each, and nothing falls below zero", () => {
    fc.assert(
      fc.property(arbitraryCart, arbitraryTax, (asked, tax) => {
        const total = totalOf(asked, tax);
        for (const one of [...parts(total), total]) {
          expect(one.net + one.tax).toBe(one.gross);
          expect(Math.min(one.net, one.tax, one.gross)).toBeGreaterThanOrEqual(0);
        }
        for (const part of ["net", "tax", "gross"] as const)
          expect(parts(total).reduce((sum, one) => sum + one[part], 0)).toBe(total[part]);
        expect(total.taxes.reduce((sum, row) => sum + row.tax, 0)).toBe(total.tax);
        expect(total.taxes.reduce((sum, row) => sum + row.net, 0)).toBe(total.net);
        expect(total.toPay + total.vouchers.reduce((sum, { amount }) => sum + amount, 0)).toBe(total.gross);
      }),
    );
  });

  test("the order of the lines does not matter", () => {
    fc.assert(
      fc.property(arbitraryCart, arbitraryTax, fc.integer(), (asked, tax, turn) => {
        const turned = [...asked.lines];
        turned.push(...turned.splice(0, Math.abs(turn) % turned.length));
        turned.reverse();
        const [one, other] = [totalOf(asked, tax), totalOf({ ...asked, lines: turned }, tax)];
        expect({ ...other, lines: null }).toEqual({ ...one, lines: null });
        expect(new Set(other.lines)).toEqual(new Set(one.lines));
      }),
    );
  });

  test("rounded once an order, a line that is split in two changes nothing of the whole", () => {
    fc.assert(
      fc.property(arbitraryCart, arbitraryTax, fc.integer({ min: 1, max: 4999 }), (asked, tax, cut) => {
        const [first, ...rest] = asked.lines as [LineItem, ...LineItem[]];
        fc.pre(cut < first.quantity && !asked.reductions.length);
        const split = [{ ...first, quantity: cut }, { ...first, id: "l0b", quantity: first.quantity - cut }, ...rest];
        const byOrder = { ...tax, rounding: "order" as const };
        const [one, other] = [totalOf(asked, byOrder), totalOf({ ...asked, lines: split }, byOrder)];
        expect([other.net, other.tax, other.gross, other.taxes]).toEqual([one.net, one.tax, one.gross, one.taxes]);
      }),
    );
  });

  test("each line is what exact fractions say, rounded once", () => {
    fc.assert(
      fc.property(arbitraryCart, arbitraryTax, (asked, tax) => {
        const plain = { ...asked, reductions: [], sending: null };
        const byLine = totalOf(plain, { ...tax, rounding: "line" });
        for (const [at, { price, quantity, per }] of plain.lines.entries()) {
          const { levy, gross, net, tax: due } = byLine.lines[at] as Total["lines"][number];
          const written = times(fraction(price * quantity), fraction(1, per));
          if (tax.included) {
            const exact = times(written, fraction(100_000 + levy.rate, 100_000 + levy.writtenAt));
            expect(BigInt(gross)).toBe(rounded(exact));
            expect(BigInt(due)).toBe(rounded(times(fraction(gross), fraction(levy.rate, 100_000 + levy.rate))));
          } else {
            expect(BigInt(net)).toBe(rounded(written));
            expect(BigInt(due)).toBe(rounded(times(fraction(net), fraction(levy.rate, 100_000))));
          }
        }
        const byOrder = totalOf(plain, { ...tax, rounding: "order" });
        for (const row of new Set(byOrder.lines.map(({ levy }) => `${levy.rate} ${levy.writtenAt} ${levy.owedTo}`))) {
          const same = byOrder.lines.flatMap((one, at) =>
            `${one.levy.rate} ${one.levy.writtenAt} ${one.levy.owedTo}` === row ? [at] : [],
          );
          const { levy } = byOrder.lines[same[0] as number] as Total["lines"][number];
          let exact = fraction(0);
          for (const at of same) {
            const { price, quantity, per } = plain.lines[at] as LineItem;
            exact = plus(exact, fraction(price * quantity, per));
          }
          const due = tax.included ? times(exact, fraction(100_000 + levy.rate, 100_000 + levy.writtenAt)) : exact;
          const sum = same.reduce((all, at) => all + (byOrder.lines[at]?.[tax.included ? "gross" : "net"] ?? 0), 0);
          expect(BigInt(sum)).toBe(rounded(due));
        }
      }),
    );
  });
});
