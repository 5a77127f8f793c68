// How a page ends: for the footer, or above it.
import { addressLines, type Build, entries, links, openHours, type ShelfFacts } from "./entry";

/** Address, hours and ways to reach the business, beside each other. */
const threeParts = (b: Build, facts: ShelfFacts) =>
  b.columns(
    { split: "1:1:1", gap: 48 },
    b.stack({ gap: 10 }, b.heading(3, "Find us"), addressLines(b, facts)),
    b.stack({ gap: 10 }, b.heading(3, "Open"), openHours(b, facts)),
    b.stack(
      { gap: 10 },
      b.heading(3, "Get in touch"),
      links(b, "column", ["phone", "Call us"], ["mail", "Write to us"]),
    ),
  );

export const footers = entries(
  "Footers",
  [
    "foot",
    "Foot in three parts",
    "address, hours and ways to reach you",
    (b, facts) => b.section("Foot in three parts", { surface: "ink", above: 48, below: 48 }, threeParts(b, facts)),
  ],
  [
    "foot-bar",
    "Foot as a bar",
    "logo, menu and ways to reach you, in one row",
    (b) =>
      b.section(
        "Foot as a bar",
        { surface: "ink", above: 28, below: 28 },
        b.bar(
          {},
          [b.logo()],
          [b.navigation("bar", "Footer", false)],
          [links(b, "icons", ["phone", "Call us"], ["mail", "Write to us"])],
        ),
      ),
  ],
  [
    "foot-parts-bar",
    "Foot in parts above a bar",
    "address, hours and reach; logo and menu below",
    (b, facts) =>
      b.section(
        "Foot in parts above a bar",
        { surface: "soft", above: 48, below: 24 },
        threeParts(b, facts),
        b.node("divider", {}),
        b.bar({}, [b.logo()], [], [b.navigation("bar", "Footer", false)]),
      ),
  ],
  [
    "foot-line",
    "Foot in one line",
    "a name and the ways to reach you",
    (b) =>
      b.section(
        "Foot in one line",
        { surface: "soft", above: 24, below: 24 },
        b.columns(
          { split: "1:1", place: "center", gap: 24 },
          b.stack({}, b.node("logo", { media: null })),
          b.stack({ align: "end" }, links(b, "both", ["phone", "Call us"], ["mail", "Write to us"])),
        ),
      ),
  ],
);
