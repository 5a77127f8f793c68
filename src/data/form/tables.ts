// What visitors sent through forms, and the files that came with it.
import { index, int, mysqlEnum, mysqlTable, text, unique, varchar } from "drizzle-orm/mysql-core";
import { type FormState, formStates } from "@/core/form/form";
import { createdAt, email, hash, idOf, instant, json, language, rowId, siteId, widgetId } from "../columns";
import { personal } from "../personal";

/** One answer as the Desk shows it, whatever the form asks today. */
export interface KeptAnswer {
  readonly key: string;
  readonly label: string;
  readonly words: string;
  /** Id of the file that came with it. */
  readonly file?: string;
}

export const formAnswers = mysqlTable(
  "form_answers",
  {
    id: rowId(),
    siteId: siteId(),
    widgetId: widgetId(),
    /** Names one sending: sent again, it is the same. */
    once: varchar("once", { length: 40 }).notNull(),
    state: mysqlEnum("state", formStates as unknown as [FormState, ...FormState[]]).notNull(),
    /** Who is answered to, or "" where the form asked for no address. */
    email: email(),
    name: varchar("name", { length: 120 }).notNull(),
    answers: json<readonly KeptAnswer[]>("answers").notNull(),
    page: varchar("page", { length: 400 }).notNull(),
    language: language(),
    /** The wording agreed to, as it stood that day. */
    consent: varchar("consent", { length: 600 }).notNull(),
    /** What was answered from the Desk last. */
    reply: text("reply"),
    createdAt: createdAt(),
    answeredAt: instant("answered_at"),
  },
  (table) => [
    unique("form_answers_once").on(table.siteId, table.widgetId, table.once),
    index("form_answers_time").on(table.siteId, table.createdAt),
  ],
);
personal(formAnswers, { counted: "forms", by: ["email"], named: ["answers"], forgets: "row" });

export const formFiles = mysqlTable(
  "form_files",
  {
    id: rowId(),
    siteId: siteId(),
    answerId: idOf("answer_id"),
    /** SHA-256 of the bytes, which are kept once for all sites. */
    hash: hash(),
    name: varchar("name", { length: 200 }).notNull(),
    type: varchar("type", { length: 80 }).notNull(),
    bytes: int("bytes").notNull(),
  },
  (table) => [index("form_files_answer").on(table.siteId, table.answerId), index("form_files_hash").on(table.hash)],
);
personal(formFiles, { of: { table: formAnswers, here: "answerId", there: "id" }, bytes: "hash", forgets: "row" });
