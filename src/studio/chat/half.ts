// The studio's half of the chat: facts for every screen, and what is loaded when it is opened.
import { counted } from "@/studio/kit/counted";
import { sum, type WidgetStudio } from "@/studio/widget/half";

export const chatStudio: WidgetStudio<"chat"> = {
  workspace: () => import("./workspace").then(({ workspace }) => workspace),
  rehearse: () => import("./rehearse").then(({ rehearseChat }) => rehearseChat),
  inShort: ({ series }) => {
    const questions = sum(series.questions);
    return questions
      ? `${counted(questions, "question", "questions")} · ${Math.round((sum(series.answered) / questions) * 100)} % answered`
      : "no questions yet";
  },
  desk: { name: "Conversations", list: () => import("./desk").then(({ Conversations }) => Conversations) },
  removing: "Conversations stay on the Desk until their days are over.",
};
