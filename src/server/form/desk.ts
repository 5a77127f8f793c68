// The Desk: what came through forms, what became of it, and answers to it.
import { and, count, eq, inArray, or, type SQL } from "drizzle-orm";
import Joi from "joi";
import { type FormState, formStates } from "@/core/form/form";
import { escapeHtml } from "@/core/render/markup";
import { senderOf } from "@/core/site/site";
import { inTransaction } from "@/data/connection";
import { announce } from "@/data/event/outbox";
import { formAnswers, formFiles } from "@/data/form/tables";
import { pageOf } from "@/data/paging";
import { holdsWords } from "@/data/text";
import { widgets } from "@/data/widget/tables";
import { writeMail } from "../mail/mail";
import { type SiteCall, siteOperation } from "../operation";
import { fieldProblem, notFound } from "../problem";

const atOnce = 60;
const id = Joi.string().max(24).required();
const state = Joi.string().valid(...formStates);

interface Filter {
  readonly state?: FormState;
  readonly widget?: string;
  readonly words?: string;
}

function matching(siteId: string, filter: Filter): SQL {
  const { words } = filter;
  return and(
    eq(formAnswers.siteId, siteId),
    filter.state ? eq(formAnswers.state, filter.state) : undefined,
    filter.widget ? eq(formAnswers.widgetId, filter.widget) : undefined,
    words
      ? or(
          holdsWords(formAnswers.email, words),
          holdsWords(formAnswers.name, words),
          holdsWords(formAnswers.answers, words),
        )
      : undefined,
  ) as SQL;
}

async function answerRow({ context: { db }, site }: SiteCall, answer: string) {
  const [row] = await db
    .select()
    .from(formAnswers)
    .where(and(eq(formAnswers.siteId, site.id), eq(formAnswers.id, answer)));
  if (!row) throw notFound("This form");
  return row;
}

export const formOperations = {
  /** A page of what came, newest first; `before` is the last one of the page before it. How many are in each state. */
  "desk.forms": siteOperation(
    "visitors.read",
    {
      state,
      widget: Joi.string().max(40),
      words: Joi.string().trim().allow("").max(120),
      before: Joi.string().max(24).allow(null).default(null),
    },
    async (call, { before, ...filter }: Filter & { before: string | null }) => {
      const { db } = call.context;
      const mine = matching(call.site.id, filter);
      const list = { table: formAnswers, at: formAnswers.createdAt, id: formAnswers.id, mine };
      const { rows, more } = await pageOf(db, list, before, atOnce, (where, order) =>
        db
          .select({
            id: formAnswers.id,
            email: formAnswers.email,
            name: formAnswers.name,
            state: formAnswers.state,
            answers: formAnswers.answers,
            createdAt: formAnswers.createdAt,
            form: widgets.name,
          })
          .from(formAnswers)
          .leftJoin(widgets, and(eq(widgets.siteId, formAnswers.siteId), eq(widgets.id, formAnswers.widgetId)))
          .where(where)
          .orderBy(...order)
          .limit(atOnce),
      );
      const states = await db
        .select({ state: formAnswers.state, all: count() })
        .from(formAnswers)
        .where(eq(formAnswers.siteId, call.site.id))
        .groupBy(formAnswers.state);
      return {
        more,
        counts: Object.fromEntries(states.map((one) => [one.state, one.all])) as Partial<Record<FormState, number>>,
        rows: rows.map(({ answers, createdAt, ...row }) => ({
          ...row,
          at: createdAt.toISOString(),
          // What it is about, in a line: the longest that was written.
          about: [...answers].sort((one, other) => other.words.length - one.words.length)[0]?.words.slice(0, 160) ?? "",
        })),
      };
    },
  ),
  "desk.form": siteOperation("visitors.read", { answer: id }, async (call, input: { answer: string }) => {
    const { createdAt, answeredAt, once: _once, siteId: _site, ...row } = await answerRow(call, input.answer);
    const files = await call.context.db
      .select({ id: formFiles.id, name: formFiles.name, type: formFiles.type, bytes: formFiles.bytes })
      .from(formFiles)
      .where(and(eq(formFiles.siteId, call.site.id), eq(formFiles.answerId, row.id)));
    return { ...row, at: createdAt.toISOString(), answeredAt: answeredAt?.toISOString() ?? null, files };
  }),
  "desk.formState": siteOperation(
    "visitors.change",
    { answers: Joi.array().items(Joi.string().max(24)).min(1).max(200).required(), state: state.required() },
    async (call, input: { answers: readonly string[]; state: FormState }) => {
      await inTransaction(call.context.db, async (tx) => {
        await tx
          .update(formAnswers)
          .set({ state: input.state })
          .where(and(eq(formAnswers.siteId, call.site.id), inArray(formAnswers.id, [...input.answers])));
        await announce(tx, call.site.id, "desk", { of: "form", arrival: false });
      });
      return {};
    },
  ),
  /** Writes to whoever sent it, below what they wrote. */
  "desk.answerForm": siteOperation(
    "visitors.change",
    {
      answer: id,
      text: Joi.string().trim().min(1).max(5000).required().messages({ "string.empty": "Write an answer first." }),
    },
    async (call, input: { answer: string; text: string }) => {
      const { context, site } = call;
      const row = await answerRow(call, input.answer);
      if (!row.email) throw fieldProblem("text", "This form asked for no address, so there is nobody to write to.");
      const quoted = row.answers
        .filter(({ words }) => words)
        .map(({ label, words }) => `> ${label}: ${words.replaceAll("\n", "\n> ")}`);
      const written = input.text.split("\n");
      await inTransaction(context.db, async (tx) => {
        await writeMail(context, tx, {
          siteId: site.id,
          sender: senderOf(site),
          recipient: row.email,
          subject: `Re: ${site.name}`,
          text: [...written, "", ...quoted, ""].join("\n"),
          html: `${written.map((line) => `<p>${escapeHtml(line)}</p>`).join("")}<blockquote>${row.answers
            .filter(({ words }) => words)
            .map(({ label, words }) => `<p>${escapeHtml(`${label}: ${words}`)}</p>`)
            .join("")}</blockquote>`,
          withdrawUrl: "",
        });
        await tx
          .update(formAnswers)
          .set({ state: "answered", reply: input.text, answeredAt: context.now() })
          .where(and(eq(formAnswers.siteId, site.id), eq(formAnswers.id, row.id)));
        await announce(tx, site.id, "desk", { of: "form", arrival: false });
      });
      context.jobQueued();
      return {};
    },
  ),
};

/** A file that came with a form: its name, type and bytes. */
export async function formFile(call: SiteCall, file: string): Promise<{ name: string; type: string; body: Buffer }> {
  const [row] = await call.context.db
    .select()
    .from(formFiles)
    .where(and(eq(formFiles.siteId, call.site.id), eq(formFiles.id, file)));
  const body = row ? await call.context.bytes.get(row.hash) : null;
  if (!row || !body) throw notFound("This file", "file");
  return { name: row.name, type: row.type, body };
}
