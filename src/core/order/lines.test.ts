// Parts of orders: what is left, what a part came to.
import fc from "fast-check";
import type { OrderDocument, OrderedLine } from "@/core/shop/ordered";
import { linesLeft, parcelLines, tooMuch, worthOf } from "./lines";

const line = (id: string, quantity: number, more: Partial<OrderedLine> = {}): OrderedLine => ({
  ...{ id, product: id, variant: id, sku: id.toUpperCase(), name: id, picture: null, quantity, per: 1, unit: "" },
  ...{ price: 100, grams: 0, asked: [], counted: true, ...more },
});

test("two of three mugs are on their way, and none of the bowl", () => {
  const lines = [line("mug", 3), line("bowl", 1)];
  const left = linesLeft(lines, [{ mug: 1 }, { mug: 1 }]);
  expect(left).toEqual({ mug: 1, bowl: 1 });
  expect(tooMuch({ mug: 2 }, left)).toBe("mug");
  expect(tooMuch({ vase: 1 }, left)).toBe("vase");
  expect(tooMuch({ mug: 1, bowl: 1 }, left)).toBeNull();
  expect(linesLeft(lines, [{ mug: 3, bowl: 1 }])).toEqual({});
});

test("files and vouchers go in no parcel", () => {
  const lines = [line("mug", 1), line("recipes", 1, { kind: "download" }), line("gift", 1, { kind: "voucher" })];
  expect(parcelLines(lines).map(({ id }) => id)).toEqual(["mug"]);
});

test("a line given back whole came to exactly what it cost; its parts never come to more than a cent beside it", () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 40 }),
      fc.integer({ min: 0, max: 1e7 }),
      fc.nat(40),
      (quantity, gross, cut) => {
        const total = { lines: [{ gross }] } as unknown as OrderDocument["total"];
        const order = { lines: [line("mug", quantity)], total };
        expect(worthOf(order, { mug: quantity })).toBe(gross);
        const part = Math.min(cut, quantity);
        const [first, rest] = [worthOf(order, { mug: part }), worthOf(order, { mug: quantity - part })];
        expect(Math.abs(first + rest - gross)).toBeLessThanOrEqual(1);
      },
    ),
  );
});
