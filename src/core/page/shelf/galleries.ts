// Pictures of the work.
import { entries, gallery } from "./entry";

export const galleries = entries(
  "Galleries",
  [
    "gallery",
    "Gallery",
    "six pictures in two rows",
    (b) =>
      b.section(
        "Gallery",
        {},
        b.heading(2, "From the workshop"),
        gallery(b, "grid", 6, { columns: 3, ratio: "1:1", gap: 16 }),
      ),
  ],
  [
    "gallery-rows",
    "Pictures in rows",
    "each in its own shape, rows of equal height",
    (b) =>
      b.section(
        "Pictures in rows",
        {},
        b.heading(2, "From the workshop"),
        gallery(b, "rows", 7, { height: 220, gap: 12 }),
      ),
  ],
  [
    "gallery-strip",
    "Strip of pictures",
    "one row that scrolls sideways",
    (b) =>
      b.section(
        "Strip of pictures",
        { surface: "soft" },
        b.heading(2, "From the workshop"),
        gallery(b, "strip", 6, { height: 300, gap: 16 }),
      ),
  ],
  [
    "slides",
    "Slides",
    "one picture with its words at a time",
    (b) =>
      b.section(
        "Slides",
        {},
        b.node(
          "slider",
          { label: "Our work", seconds: 0 },
          {},
          ["The first piece", "The second piece", "The third piece"].map((title) =>
            b.stack(
              {},
              b.columns(
                { split: "3:2", place: "center", gap: 40 },
                b.stack({}, b.picture(null, "", { ratio: "4:3" })),
                b.stack({}, b.heading(3, title), b.words("For whom it was made, and of what.")),
              ),
            ),
          ),
        ),
      ),
  ],
);
