import { anEntry } from "@/core/booking/sample.test-kit";
import type { DeskBooking } from "./booking";
import { blocksOf } from "./sessions";

const row = (id: string) => ({ id, name: id }) as unknown as DeskBooking;

test("bookings of one start and the same resources are one block; busy time stands beside them", () => {
  const entry = (booking: string, resource = "ilse", from = "2026-03-13T18:30", seats = 2) => ({
    ...anEntry("glaze", resource, from, "2026-03-13T20:00", seats),
    booking,
  });
  const blocks = blocksOf(
    [entry("a"), entry("b", "ilse", undefined, 3), entry("c", "tobi"), entry("d", "ilse", "2026-03-13T12:00")],
    [{ resource: "tobi", calendar: "his own", from: 0, to: 1 }],
    [row("a"), row("b"), row("c")],
  );
  expect(blocks.map(({ seats, bookings, outside }) => [seats, bookings.map(({ id }) => id), outside])).toEqual([
    [5, ["a", "b"], ""],
    [2, ["c"], ""],
    [2, [], ""],
    [0, [], "his own"],
  ]);
});
