// When it is open, where it is, and how one gets there.

import { address } from "../kinds/address";
import { firstIcons } from "../look/icon";
import { addressLines, entries, icon, openHours } from "./entry";

export const places = entries(
  "Hours and place",
  [
    "hours",
    "Opening hours",
    "when and where, side by side",
    (b, facts) =>
      b.section(
        "Opening hours",
        { surface: "soft" },
        b.columns(
          { split: "1:1", gap: 48 },
          b.stack({}, b.heading(2, "Open"), openHours(b, facts)),
          b.stack(
            {},
            b.heading(2, "Find us"),
            addressLines(b, facts),
            b.words("How to come by bus, where to leave the car."),
          ),
        ),
      ),
  ],
  [
    "find-us",
    "Map and address",
    "a drawn map beside the hours of today",
    (b, facts) =>
      b.section(
        "Map and address",
        {},
        b.columns(
          { split: "3:2", gap: 48 },
          b.stack({}, b.node("address", address.fresh(facts) as Record<string, unknown>)),
          b.stack({}, b.heading(2, "Open"), b.node("hours", { as: "grouped", now: true, exceptions: true })),
        ),
      ),
  ],
  [
    "getting-here",
    "Getting here",
    "by foot, by bus, by car",
    (b) => {
      const way = (sign: "footprints" | "bus" | "car", title: string) =>
        b.stack({ gap: 8 }, icon(b, sign), b.heading(3, title), b.words("From where, how long, what to look out for."));
      return b.section(
        "Getting here",
        {},
        b.heading(2, "Getting here"),
        b.columns(
          { split: "1:1:1", gap: 40 },
          way("footprints", "On foot"),
          way("bus", "By bus"),
          way("car", "By car"),
        ),
      );
    },
  ],
  [
    "notice",
    "Notice",
    "something that holds for a few days",
    (b) =>
      b.section(
        "Notice",
        { above: 16, below: 16 },
        b.node("notice", { text: "Say what is different today, and until when.", icon: firstIcons.megaphone }),
      ),
  ],
);
