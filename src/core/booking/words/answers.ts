// What a client answers: one schema from a service's questions, and the answers that refuse.
import Joi from "joi";
import { dateSchema } from "@/core/time/schema";
import type { Question, Screening, Service } from "../booking";

export type Answer = string | number | boolean | readonly string[];
export type Answers = Readonly<Record<string, Answer>>;

const needed = { "any.required": "This is needed.", "string.empty": "This is needed." };

const schemas: Readonly<Record<Question["kind"], (question: Question) => Joi.Schema>> = {
  words: () => Joi.string().trim().max(2000),
  number: (question) => {
    let schema = Joi.number().messages({ "number.base": "Please write a number." });
    if (question.kind === "number" && question.min !== null) schema = schema.min(question.min);
    if (question.kind === "number" && question.max !== null) schema = schema.max(question.max);
    return schema;
  },
  choice: (question) =>
    Joi.string()
      .valid(...("options" in question ? question.options : []))
      .messages({ "any.only": "Please choose one of the list." }),
  several: (question) =>
    Joi.array()
      .items(
        Joi.string()
          .valid(...("options" in question ? question.options : []))
          .messages({ "any.only": "This is not one of the list." }),
      )
      .unique()
      .min(question.required ? 1 : 0)
      .messages({ "array.min": "Please choose at least one." }),
  tick: (question) =>
    question.required
      ? Joi.boolean().valid(true).messages({ "any.only": "Please tick this to go on." })
      : Joi.boolean(),
  date: () => dateSchema,
};

/** The schema of the answers to a service's questions, by key. */
export function answersSchema(questions: readonly Question[]): Joi.ObjectSchema<Answers> {
  return Joi.object<Answers>(
    Object.fromEntries(
      questions.map((question) => {
        const schema = schemas[question.kind](question).messages(needed);
        if (question.required) return [question.key, schema.required()];
        return [question.key, question.kind === "words" ? schema.allow("") : schema.allow(null)];
      }),
    ),
  );
}

const saidAs = (answer: Answer | null | undefined): readonly string[] => {
  if (answer === null || answer === undefined) return [];
  if (typeof answer === "boolean") return [answer ? "yes" : "no"];
  return typeof answer === "object" ? answer : [String(answer)];
};

/** The first screening question whose answer refuses, or null. A tick that was left alone says no. */
export function refusal(service: Pick<Service, "questions" | "screening">, answers: Answers): Screening | null {
  return (
    service.screening.find(({ question, refuses }) => {
      const kind = service.questions.find(({ key }) => key === question)?.kind;
      const said = saidAs(answers[question] ?? (kind === "tick" ? false : null));
      return said.some((one) => refuses.includes(one));
    }) ?? null
  );
}
