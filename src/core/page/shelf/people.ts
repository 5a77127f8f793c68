// Who works here.
import { entries, links } from "./entry";

export const people = entries(
  "People",
  [
    "people",
    "The people",
    "three portraits with names",
    (b) =>
      b.section(
        "The people",
        {},
        b.heading(2, "Who we are"),
        b.columns(
          { split: "1:1:1", gap: 32 },
          ...["First name", "Second name", "Third name"].map((name) =>
            b.stack(
              { gap: 10 },
              b.picture(null, "", { ratio: "1:1" }),
              b.heading(3, name),
              b.words("What this person does here, in one sentence."),
            ),
          ),
        ),
      ),
  ],
  [
    "person",
    "One person",
    "a portrait and a few words",
    (b) =>
      b.section(
        "One person",
        { surface: "soft" },
        b.columns(
          { split: "1:2", place: "center", gap: 48 },
          b.stack({}, b.picture(null, "", { ratio: "3:4" })),
          b.stack(
            { gap: 16 },
            b.heading(2, "A name"),
            b.words(["How this person came to the trade.", "What they are known for, and when one finds them here."]),
            links(b, "both", ["mail", "Write to me"]),
          ),
        ),
      ),
  ],
  [
    "join",
    "Work with us",
    "for those who look for a place",
    (b) =>
      b.section(
        "Work with us",
        { align: "center", width: "narrow", gap: 16 },
        b.heading(2, "Work with us"),
        b.words("Whom you look for, from when, and for how many hours a week."),
        b.button("Write to us"),
      ),
  ],
);
