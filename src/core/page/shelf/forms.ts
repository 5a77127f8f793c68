// Sections that visitors do something in: write, book, ask for the letter.
import { entries, links, placed } from "./entry";

export const forms = entries(
  "Forms and booking",
  [
    "form",
    "Contact form",
    "a form beside the ways to reach you",
    (b, facts) =>
      b.section(
        "Contact form",
        {},
        b.columns(
          { split: "3:2", gap: 56 },
          // The form has a heading of its own.
          b.stack({}, placed(b, facts, "flow", "Form")),
          b.stack(
            { gap: 10 },
            b.heading(3, "Get in touch"),
            links(b, "column", ["phone", "Call us"], ["mail", "Write to us"]),
            b.words("When you answer, and who does."),
          ),
        ),
      ),
    "form",
  ],
  [
    "book",
    "Book a time",
    "the booking calendar below a few words",
    (b, facts) =>
      b.section(
        "Book a time",
        {},
        b.heading(2, "Book a time"),
        b.words("What can be booked, and what people should know before."),
        placed(b, facts, "flow", "Calendar"),
      ),
    "booking",
  ],
  [
    "letter",
    "Get the letter",
    "a line and a button that opens the signup",
    (b, facts) =>
      b.section(
        "Get the letter",
        { surface: "soft", align: "center" },
        b.heading(2, "News now and then"),
        b.words("What the letter tells, and how often it comes."),
        placed(b, facts, "button", "Sign up"),
      ),
    "popup",
  ],
);
