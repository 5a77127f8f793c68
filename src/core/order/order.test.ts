// An order's life: what follows what.
import fc from "fast-check";
import { afterCommand, orderCommands, orderStates, possibleCommands, takesGoods } from "./order";

test("a usual life, and what is refused on the way", () => {
  const life = ["pay", "pack", "send", "close"] as const;
  let state: (typeof orderStates)[number] = "waiting";
  const seen = life.map((command) => {
    state = afterCommand(state, command) ?? state;
    return state;
  });
  expect(seen).toEqual(["paid", "packed", "sent", "closed"]);
  expect(afterCommand("closed", "cancel")).toBeNull();
  expect(afterCommand("sent", "cancel")).toBeNull();
  expect(afterCommand("cancelled", "pay")).toBe("cancelled");
  expect(possibleCommands("placed")).toEqual(["pay", "pack", "handOver", "cancel", "refund"]);
  expect(orderStates.filter(takesGoods)).toEqual(["placed", "paid", "packed", "sent", "handedOver", "closed"]);
});

test("no command leads out of the table, and none back to waiting", () => {
  fc.assert(
    fc.property(
      fc.constantFrom(...orderStates),
      fc.array(fc.constantFrom(...orderCommands), { maxLength: 12 }),
      (from, commands) => {
        let state = from;
        for (const command of commands) {
          const next = afterCommand(state, command);
          if (next === null) continue;
          expect(orderStates).toContain(next);
          if (next === "waiting") expect(state).toBe("waiting");
          state = next;
        }
      },
    ),
  );
});
