// An order's life: what follows what.
import fc from "fast-check";
import { afterDeed, orderDeeds, orderStates, possibleDeeds, takesGoods } from "./order";

test("a usual life, and what is refused on the way", () => {
  const life = ["pay", "pack", "send", "close"] as const;
  let state: (typeof orderStates)[number] = "waiting";
  const seen = life.map((deed) => {
    state = afterDeed(state, deed) ?? state;
    return state;
  });
  expect(seen).toEqual(["paid", "packed", "sent", "closed"]);
  expect(afterDeed("closed", "cancel")).toBeNull();
  expect(afterDeed("sent", "cancel")).toBeNull();
  expect(afterDeed("cancelled", "pay")).toBe("cancelled");
  expect(possibleDeeds("placed")).toEqual(["pay", "pack", "handOver", "cancel", "refund"]);
  expect(orderStates.filter(takesGoods)).toEqual(["placed", "paid", "packed", "sent", "handedOver", "closed"]);
});

test("no deed leads out of the table, and none back to waiting", () => {
  fc.assert(
    fc.property(
      fc.constantFrom(...orderStates),
      fc.array(fc.constantFrom(...orderDeeds), { maxLength: 12 }),
      (from, deeds) => {
        let state = from;
        for (const deed of deeds) {
          const next = afterDeed(state, deed);
          if (next === null) continue;
          expect(orderStates).toContain(next);
          if (next === "waiting") expect(state).toBe("waiting");
          state = next;
        }
      },
    ),
  );
});
