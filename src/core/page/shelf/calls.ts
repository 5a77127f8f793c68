// What to do now.
import { entries, links } from "./entry";

export const calls = entries(
  "Calls to act",
  [
    "call",
    "Call to action",
    "one line and one button",
    (b) =>
      b.section(
        "Call to action",
        { surface: "ink", align: "center", width: "narrow" },
        b.heading(2, "Ready when you are"),
        b.words("One sentence that takes away the last doubt."),
        b.button("Get in touch"),
      ),
  ],
  [
    "call-beside",
    "Call beside its button",
    "a flat band for the middle of a page",
    (b) =>
      b.section(
        "Call beside its button",
        { surface: "accent", above: 40, below: 40 },
        b.columns(
          { split: "2:1", place: "center", gap: 32 },
          b.stack(
            { gap: 8 },
            b.heading(2, "Ready when you are"),
            b.words("One sentence that takes away the last doubt."),
          ),
          b.stack({ align: "end" }, b.button("Get in touch", undefined, { align: "end" })),
        ),
      ),
  ],
  [
    "reach",
    "Write or ring",
    "every way to reach you, in one row",
    (b) =>
      b.section(
        "Write or ring",
        { surface: "soft", align: "center", gap: 18 },
        b.heading(2, "Get in touch"),
        links(b, "both", ["phone", "Call us"], ["mail", "Write to us"], ["mapPin", "Find us"]),
      ),
  ],
  [
    "take-home",
    "File to take home",
    "a price list, a map, a form to print",
    (b) =>
      b.section(
        "File to take home",
        { width: "narrow", gap: 14 },
        b.heading(2, "To take home"),
        b.words("Say in one sentence what is in the file."),
        b.node("file", { media: null, text: "Download" }),
      ),
  ],
);
