// What people ask before they come.
import { questions as asked, entries, links } from "./entry";

const three = [
  ["What should I bring?", "Answer it in one or two sentences."],
  ["What if I can’t come?", "Answer it in one or two sentences."],
  ["Is it right for beginners?", "Answer it in one or two sentences."],
] as const;

export const questions = entries(
  "Questions",
  [
    "questions",
    "Questions",
    "what people ask, folded",
    (b) => b.section("Questions", { width: "narrow" }, b.heading(2, "What people ask"), asked(b, ...three)),
  ],
  [
    "questions-beside",
    "Questions beside a way to ask",
    "and whom to ask what is not answered",
    (b) =>
      b.section(
        "Questions beside a way to ask",
        { surface: "soft" },
        b.columns(
          { split: "1:2", gap: 56 },
          b.stack(
            { gap: 14 },
            b.heading(2, "What people ask"),
            b.words("Not answered here? We answer within a day."),
            links(b, "column", ["mail", "Write to us"], ["phone", "Call us"]),
          ),
          b.stack({}, asked(b, ...three)),
        ),
      ),
  ],
);
