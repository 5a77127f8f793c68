// What judges a chat: the form of its settings, what a new one starts as, what would be wrong on the live site.
import type { WidgetJudge } from "@/core/widget/judge";
import { newChat } from "./chat";
import { chatSchema } from "./schema";

export const chatJudge: WidgetJudge<"chat"> = {
  schema: chatSchema,
  fresh: ({ name }) => newChat(name),
  problems: function* ({ enabled, brief, answers }, site) {
    if (!enabled) return;
    if (brief.avoids.some(({ words }) => words.includes("*"))) yield { weight: "look", code: "check.chatSaysNothing" };
    for (const answer of answers)
      if (answer.to && site.today && answer.to < site.today)
        yield { weight: "look", code: "check.chatAnswerOver", values: { question: answer.questions[0] ?? "" } };
  },
};
