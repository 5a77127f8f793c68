// How a page begins: bars for the header.
import { entries } from "./entry";

export const headers = entries(
  "Headers",
  [
    "head-bar",
    "Logo and menu",
    "logo at the start, menu at the end",
    (b) =>
      b.section(
        "Logo and menu",
        { above: 16, below: 16 },
        b.bar({}, [b.logo()], [], [b.navigation("bar", "Main", false)]),
      ),
  ],
  [
    "head-middle",
    "Menu in the middle",
    "logo, menu and a button",
    (b) =>
      b.section(
        "Menu in the middle",
        { above: 16, below: 16 },
        b.bar(
          {},
          [b.logo()],
          [b.navigation("bar", "Main", false)],
          [b.button("Get in touch", undefined, { size: 0.95 })],
        ),
      ),
  ],
);
