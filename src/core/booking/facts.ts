// What lists say of widgets of this kind, and where they may stand.
import type { WidgetFacts } from "@/core/widget/facts";

export const bookingFacts: WidgetFacts<"booking"> = {
  label: "Booking calendar",
  sentence: "Shows what can be booked, with times and prices, and takes bookings.",
  drawing: [
    { kind: "bold", x: 8, y: 5, width: 20, height: 2.2 },
    ...[0, 1, 2].flatMap((row) =>
      [0, 1, 2, 3, 4].map(
        (column) =>
          ({
            kind: row === 1 && column === 2 ? "key" : "box",
            x: 8 + column * 7.4,
            y: 10 + row * 6.6,
            width: 6,
            height: 5,
          }) as const,
      ),
    ),
  ],
  placements: ["flow", "button", "link", "over"],
  callWords: "See services and prices",
  note: ({ services }) => (services.length === 1 ? "one service" : `${services.length} services`),
  floats: true,
};
