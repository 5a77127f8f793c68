// What a chat's settings may be.
import Joi from "joi";
import { modelLimits } from "@/core/chat/model/ask";
import type { Model } from "@/core/chat/model/model";
import { closeLanguages } from "@/core/chat/understands/close-language";
import { startAddress } from "@/core/crawl/address";
import { crawlLimits } from "@/core/crawl/crawl";
import { neededWords } from "@/core/field/schema";
import { originsSchema } from "@/core/input/text";
import { floatingSchema, openingFields, pagesFields } from "@/core/opening/schema";
import { weekSchema } from "@/core/site/hours-schema";
import { dateSchema } from "@/core/time/schema";
import {
  type Brief,
  type Chat,
  type ChatSource,
  chatLimits,
  collectable,
  type Expected,
  type OwnAnswer,
  type TestQuestion,
  type Topic,
  tones,
} from "./chat";
import { type ChatTable, columnKinds, type TableColumn } from "./knows/table";

const id = Joi.string()
  .pattern(/^[\w:-]{1,40}$/)
  .required();

const media = Joi.string().pattern(/^[0-9a-f]{64}$/);

const topic = Joi.object<Topic>({
  id,
  words: Joi.array()
    .items(Joi.string().trim().min(1).max(80))
    .min(1)
    .max(30)
    .required()
    .messages({ "array.min": "Write a word or two that name the topic." }),
  says: neededWords(600),
});

const topics = Joi.array()
  .items(topic)
  .max(chatLimits.topics)
  .unique("id")
  .required()
  .messages({ "array.max": `At most ${chatLimits.topics} topics are possible.` });

const clock = Joi.string()
  .pattern(/^(?:[01]\d|2[0-3]):[0-5]\d$/)
  .allow(null)
  .required()
  .messages({ "string.pattern.base": "A time is written like 09:30." });

const patterns = pagesFields.include;

const briefSchema = Joi.object<Brief>({
  name: neededWords(60),
  picture: media,
  helps: neededWords(240),
  tone: Joi.string()
    .valid(...tones)
    .required(),
  close: Joi.array()
    .items(Joi.string().valid(...closeLanguages))
    .unique()
    .required(),
  avoids: topics,
  adds: topics,
  person: Joi.object({
    afterUnknown: Joi.number().integer().min(0).max(10).required(),
    whenAngry: Joi.boolean().required(),
    words: Joi.array().items(Joi.string().trim().min(1).max(80)).max(40).required(),
    overAmount: Joi.number().integer().min(0).max(1_000_000_000).allow(null).required(),
    hours: Joi.alternatives(Joi.string().valid("site"), weekSchema).required(),
    goes: Joi.string().valid("desk", "mail", "phone").required(),
    waitMinutes: Joi.number().integer().min(1).max(60),
  }).required(),
  collects: Joi.array()
    .items(Joi.string().valid(...collectable))
    .unique()
    .required(),
  consent: Joi.string().allow("").max(600).required(),
}).required();

/** A path of the site, or an address elsewhere. */
const href = Joi.string()
  .pattern(/^(?:\/[^\s]{0,300}|https:\/\/[^\s]{3,500}|mailto:[^\s]{3,200}|tel:[+\d ()-]{3,30})$/)
  .required()
  .messages({ "string.pattern.base": "A link is a path such as /classes, or an address that begins with https://." });

const answerSchema = Joi.object<OwnAnswer>({
  id,
  questions: Joi.array()
    .items(Joi.string().trim().min(2).max(200))
    .min(1)
    .max(chatLimits.wordings)
    .required()
    .messages({
      "array.min": "Write the question in at least one wording.",
      "array.max": `At most ${chatLimits.wordings} wordings of one question are possible.`,
    }),
  text: neededWords(2000),
  link: Joi.object({ text: neededWords(60), href }),
  widget: Joi.string().pattern(/^[\w-]{1,40}$/),
  picture: media,
  from: dateSchema.allow(null).required(),
  to: dateSchema.allow(null).required(),
})
  .custom((answer: OwnAnswer, helpers) =>
    answer.from && answer.to && answer.from > answer.to ? helpers.error("dates.order") : answer,
  )
  .messages({ "dates.order": "“To” must not be before “from”." });

const wholeNumber = (min: number, max: number, words: string) =>
  Joi.number()
    .integer()
    .min(min)
    .max(max)
    .required()
    .messages({
      ...{
        "any.required": words,
        "number.base": words,
        "number.integer": words,
        "number.min": words,
        "number.max": words,
      },
    });

export const sourceSchema: Joi.ObjectSchema<ChatSource> = Joi.object<ChatSource>({
  id,
  of: Joi.string().valid("site", "file").required(),
})
  .when(Joi.object({ of: Joi.valid("site") }).unknown(), {
    then: Joi.object({
      address: Joi.string()
        .trim()
        .max(crawlLimits.address)
        .required()
        .custom((typed: string, helpers) => (startAddress(typed) ? typed : helpers.error("source.address")))
        .messages({
          "string.empty": "Write the address of the site, or of its sitemap.",
          "source.address": "Write an address such as https://studio.example, or that of a sitemap.",
        }),
      mostPages: wholeNumber(1, crawlLimits.pages, `Between 1 and ${crawlLimits.pages} pages are read.`),
      mostDepth: wholeNumber(0, crawlLimits.depth, `Between 0 and ${crawlLimits.depth} links are followed.`),
      everyDays: wholeNumber(0, 365, "Write days from 1 to 365, or 0 for never."),
      leaveOut: patterns,
    }),
  })
  .when(Joi.object({ of: Joi.valid("file") }).unknown(), {
    then: Joi.object({
      file: media.required().messages({ "string.empty": "Choose a file.", "string.pattern.base": "Choose a file." }),
    }),
  });

const columnSchema = Joi.object<TableColumn>({
  name: Joi.string().trim().allow("").max(80).required(),
  kind: Joi.string()
    .valid(...columnKinds)
    .required(),
  unit: Joi.string().trim().allow("").max(10).required(),
  aka: Joi.array().items(Joi.string().trim().min(1).max(40)).max(12),
});

const tableSchema = Joi.object<ChatTable>({
  id,
  name: neededWords(80),
  row: Joi.string().trim().allow("").max(60).required(),
  nameColumn: Joi.number().integer().min(0).max(chatLimits.columns).required(),
  columns: Joi.array()
    .items(columnSchema)
    .min(1)
    .max(chatLimits.columns)
    .required()
    .messages({ "array.max": `A table has at most ${chatLimits.columns} columns.` }),
  rows: Joi.array()
    .items(Joi.array().items(Joi.string().allow("").max(chatLimits.cell)).max(chatLimits.columns))
    .max(chatLimits.rows)
    .required()
    .messages({ "array.max": `A table has at most ${chatLimits.rows} rows.` }),
})
  .custom((table: ChatTable, helpers) => {
    if (table.rows.some((row) => row.length !== table.columns.length)) return helpers.error("table.uneven");
    return table.nameColumn < table.columns.length ? table : helpers.error("table.named");
  })
  .messages({
    "table.uneven": "Every row of a table has as many cells as there are columns.",
    "table.named": "The column that names a row is none of the table’s.",
  });

const expectedSchema = Joi.object<Expected>({
  of: Joi.string().valid("page", "row", "own", "live", "unknown").required(),
})
  .when(Joi.object({ of: Joi.valid("page") }).unknown(), {
    then: Joi.object({
      path: Joi.string()
        .pattern(/^(?:\/|https?:\/\/)[^\s]{0,900}$/)
        .required()
        .messages({ "string.empty": "Choose the page that answers it." }),
      says: Joi.string().trim().allow("").max(200).required(),
    }),
  })
  .when(Joi.object({ of: Joi.valid("row") }).unknown(), {
    then: Joi.object({ table: Joi.string().max(340).required(), row: neededWords(chatLimits.cell) }),
  })
  .when(Joi.object({ of: Joi.valid("own") }).unknown(), { then: Joi.object({ answer: id }) })
  .when(Joi.object({ of: Joi.valid("live") }).unknown(), {
    then: Joi.object({ what: Joi.string().valid("hours", "times", "price", "stock", "order").required() }),
  })
  .required();

const question = Joi.string()
  .trim()
  .min(1)
  .max(chatLimits.question)
  .messages({
    "string.empty": "Write the question.",
    "string.max": `A question has at most ${chatLimits.question} characters.`,
  });

const testSchema = Joi.object<TestQuestion>({
  id,
  question: question.required(),
  before: question,
  expects: expectedSchema,
});

export const chatSchema: Joi.ObjectSchema<Chat> = Joi.object<Chat>({
  enabled: Joi.boolean().required(),
  brief: briefSchema,
  greetings: Joi.array()
    .items(Joi.object({ id, text: neededWords(240), include: patterns, from: clock, to: clock }))
    .max(chatLimits.greetings)
    .unique("id")
    .required(),
  starters: Joi.array()
    .items(Joi.object({ id, text: neededWords(120), include: patterns }))
    .max(chatLimits.starters)
    .unique("id")
    .required(),
  leaveOut: patterns,
  sources: Joi.array()
    .items(sourceSchema)
    .max(chatLimits.sources)
    .unique("id")
    .required()
    .messages({ "array.max": `At most ${chatLimits.sources} other sites and files are possible.` }),
  tables: Joi.array()
    .items(tableSchema)
    .max(chatLimits.tables)
    .unique("id")
    .required()
    .messages({ "array.max": `At most ${chatLimits.tables} tables are possible.` }),
  synonyms: Joi.array()
    .items(
      Joi.array().items(Joi.string().trim().min(1).max(60)).min(2).max(20).messages({
        "array.min": "A group needs at least two words that mean the same.",
      }),
    )
    .max(chatLimits.synonyms)
    .required(),
  answers: Joi.array().items(answerSchema).max(chatLimits.answers).unique("id").required(),
  tests: Joi.array()
    .items(testSchema)
    .max(chatLimits.tests)
    .unique("id")
    .required()
    .messages({ "array.max": `At most ${chatLimits.tests} questions are possible.` }),
  stopBelow: Joi.number().integer().min(1).max(100).allow(null).required().messages({
    "number.base": "Write the share as a number from 1 to 100.",
    "number.min": "The share is at least 1 %.",
    "number.max": "The share is at most 100 %.",
  }),
  model: Joi.object<Model>({
    address: Joi.string()
      .trim()
      .max(crawlLimits.address)
      .pattern(/^https?:\/\/[^\s]{3,}$/)
      .required()
      .messages({
        "string.empty": "Write the address at which the model is asked.",
        "string.pattern.base": "Write an address such as https://model.example/answers.",
      }),
    mostCalls: wholeNumber(1, modelLimits.calls, "Write how often a day it may be asked."),
    costIn: wholeNumber(0, 1_000_000_000, "Write a price, or 0."),
    costOut: wholeNumber(0, 1_000_000_000, "Write a price, or 0."),
  })
    .allow(null)
    .required(),
  floating: floatingSchema.allow(null).required(),
  sites: originsSchema,
  keepDays: Joi.number().integer().min(1).max(730).required().messages({
    "number.base": "Write the days as a number.",
    "number.min": "A conversation is kept for a day at least.",
    "number.max": "Two years (730 days) are the most.",
  }),
  ...openingFields,
});
