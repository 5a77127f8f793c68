// What a client is asked about a service. Light: pages carry it.
import type { Question, Service } from "../booking";

/** Its questions as they are asked: a choice of which one answer refuses has to be made, or nobody would be refused. */
export const askedQuestions = ({
  questions,
  screening,
}: Pick<Service, "questions" | "screening">): readonly Question[] =>
  questions.map((question) =>
    question.kind === "choice" && screening.some((one) => one.question === question.key)
      ? { ...question, required: true }
      : question,
  );
