// A form that a visitor sends: judged by its own fields, kept once, told to the site by mail, and to its sender if wished.
import Joi from "joi";
import { type Field, largestAnswerFile } from "@/core/field/field";
import { type Answer, answersSchema, answerWords } from "@/core/field/schema";
import type { Form } from "@/core/form/form";
import type { Fault } from "@/core/input/fault";
import { sentFile } from "@/core/media/documents";
import { escapeHtml } from "@/core/render/markup";
import { senderOf } from "@/core/site/site";
import type { WidgetOf } from "@/core/widget/settings";
import { type Executor, inTransaction } from "@/data/connection";
import { announce } from "@/data/event/outbox";
import { formAnswers, formFiles, type KeptAnswer } from "@/data/form/tables";
import { findSite, type SiteRow } from "@/data/site/queries";
import { type Context, hostOrigin, sha256 } from "../context";
import { countPoint, takeNetworkPoint } from "../limit";
import { writeMail } from "../mail/mail";
import { notFound, Problem, validated } from "../problem";
import { liveWidget } from "../widget/live";
import { minimumMs, type SentFrom, sentFrom } from "../widget/sent";

export interface SentFile {
  readonly name: string;
  readonly bytes: Uint8Array;
}

interface FormCall extends SentFrom {
  /** Names this sending; without a script there is none. */
  readonly once?: string;
  /** How long the form was open; without a script nobody knows. */
  readonly elapsedMs?: number;
}

export const formSchema: Joi.ObjectSchema<FormCall> = Joi.object<FormCall>({
  ...sentFrom,
  once: Joi.string().pattern(/^[\w-]{8,40}$/),
  elapsedMs: Joi.number().min(0),
});

/**
 * What is answered, with the names of the files as the answers of their fields; refused as a whole, every wrong field named.
 * Without `files` (a rehearsal) their names are believed.
 */
export function judged(
  fields: readonly Field[],
  given: Readonly<Record<string, unknown>>,
  files: Readonly<Record<string, SentFile>> | null,
): Record<string, Answer> {
  const withFiles: Record<string, unknown> = { ...given };
  const faults: Fault[] = [];
  for (const { key, kind } of fields) {
    if (kind !== "file" || !files) continue;
    delete withFiles[key];
    const file = files[key];
    if (!file) continue;
    withFiles[key] = file.name;
    const found =
      file.bytes.length > largestAnswerFile
        ? { fault: "A file has at most 10 MB. Make it smaller, or send it by mail." }
        : sentFile(file.name, file.bytes);
    if ("fault" in found) faults.push({ path: `fields.${key}`, message: found.fault });
  }
  const schema = Joi.object<{ fields: Record<string, Answer> }>({ fields: answersSchema(fields) });
  try {
    const { fields: answers } = validated(schema, { fields: withFiles });
    if (!faults.length) return answers;
  } catch (error) {
    if (!(error instanceof Problem)) throw error;
    faults.unshift(...error.fields);
  }
  throw new Problem(422, "invalid", faults[0]?.message ?? "This can't be used.", faults);
}

const paragraphs = (lines: readonly string[]) => lines.map((line) => `<p>${escapeHtml(line)}</p>`).join("");

/** What the site's own people read in their mail. */
async function tellSite(
  context: Context,
  tx: Executor,
  site: SiteRow,
  widget: WidgetOf<"form">,
  row: typeof formAnswers.$inferInsert,
) {
  const answers = (row.answers as readonly KeptAnswer[]).filter(({ words }) => words);
  const lines = answers.map(({ label, words }) => `${label}: ${words}`);
  const desk = `${hostOrigin(context.settings, context.settings.publicHost)}/s/${site.key}/desk`;
  const from = row.email ? `${row.name} <${row.email}>`.trim() : row.name;
  await writeMail(context, tx, {
    siteId: site.id,
    sender: senderOf(site),
    recipient: site.settings.mailFrom,
    subject: `${widget.settings.words.title}${row.name ? `: ${row.name}` : ""}`.slice(0, 180),
    text: [from, ...lines, "", row.page, desk, ""].join("\n"),
    html: `${paragraphs([from, ...lines, row.page])}<p><a href="${escapeHtml(desk)}">${escapeHtml(desk)}</a></p>`,
    withdrawUrl: "",
  });
}

/** What its sender is told, unless public forms have written to this person often enough today. */
async function tellSender(context: Context, tx: Executor, site: SiteRow, form: Form, email: string) {
  const { confirmation } = form;
  if (!confirmation || !email || (await countPoint(context, tx, "letterPerson", email)).left < 0) return;
  const lines = confirmation.text.split("\n").filter((line) => line.trim());
  await writeMail(context, tx, {
    siteId: site.id,
    sender: senderOf(site),
    recipient: email,
    subject: confirmation.subject,
    text: [...lines, ""].join("\n"),
    html: paragraphs(lines),
    withdrawUrl: "",
  });
}

/**
 * Takes a visitor's form; answers the form as it stands live. Sending it again with the same `once` adds nothing and writes
 * no second letter. What is wrong is a Problem with the field's key as its path ("fields.email").
 */
export async function sendForm(
  context: Context,
  siteKey: string,
  body: unknown,
  files: Readonly<Record<string, SentFile>>,
  address: string,
): Promise<{ readonly site: SiteRow; readonly form: Form }> {
  const call = validated(formSchema, body);
  const site = await findSite(context.db, siteKey);
  if (!site) throw notFound("This site");
  await takeNetworkPoint(context, "formAddress", site.id, address);
  const widget = await liveWidget(context, site, "form", call.widget);
  const form = widget.settings;
  const answers = judged(form.fields, call.fields, files);
  // A machine gets the usual answer and learns nothing.
  if (call.website || (call.elapsedMs !== undefined && call.elapsedMs < minimumMs)) return { site, form };
  const of = (kind: Field["kind"]) => form.fields.find((field) => field.kind === kind)?.key ?? "";
  const kept: KeptAnswer[] = [];
  const keptFiles: (typeof formFiles.$inferInsert)[] = [];
  const id = context.newId();
  for (const { key, kind, label } of form.fields) {
    const file = kind === "file" ? files[key] : undefined;
    const found = file && sentFile(file.name, file.bytes);
    if (!file || !found || !("type" in found)) {
      kept.push({ key, label, words: answerWords(answers[key]) });
      continue;
    }
    const hash = sha256(file.bytes);
    await context.bytes.put(hash, file.bytes);
    const fileId = context.newId();
    const name = file.name.slice(-200);
    keptFiles.push({
      id: fileId,
      siteId: site.id,
      answerId: id,
      hash,
      name,
      type: found.type,
      bytes: file.bytes.length,
    });
    kept.push({ key, label, words: name, file: fileId });
  }
  const row = {
    id,
    siteId: site.id,
    widgetId: widget.id,
    once: call.once ?? id,
    state: "new" as const,
    email: String(answers[of("email")] ?? ""),
    name: String(answers[of("name")] ?? ""),
    answers: kept,
    page: call.page,
    language: call.language,
    consent: form.words.consent,
    createdAt: context.now(),
  };
  await inTransaction(context.db, async (tx) => {
    const [result] = await tx.insert(formAnswers).ignore().values(row);
    if (result.affectedRows !== 1) return;
    if (keptFiles.length) await tx.insert(formFiles).values(keptFiles);
    if (form.mailed) await tellSite(context, tx, site, widget, row);
    await tellSender(context, tx, site, form, row.email);
    await announce(tx, site.id, "desk", { of: "form", arrival: true });
  });
  context.jobQueued();
  return { site, form };
}
