// The Desk: signups as a table and as CSV.
import Joi from "joi";
import Papa from "papaparse";
import { widgetsOfKind } from "@/core/widget/settings";
import { answeredKeys, countSignups, type SignupFilter, signupsAfter, signupWindow } from "@/data/popup/queries";
import { signupStates } from "@/data/popup/tables";
import { widgetsOf } from "@/data/site/queries";
import { type SiteCall, siteOperation } from "../operation";

const filterFields = {
  state: Joi.string().valid(...signupStates),
  widget: Joi.string().max(40),
  words: Joi.string().trim().allow("").max(120),
};

export const filterSchema: Joi.ObjectSchema<SignupFilter> = Joi.object<SignupFilter>(filterFields);

/** Fields that have a column of their own in every list. */
const usualKinds: ReadonlySet<string> = new Set(["email", "name"]);

/** What the site's popups ask beside address and name, as they stand now: the label of each field's key. */
async function fieldLabels(call: SiteCall): Promise<ReadonlyMap<string, string>> {
  const fields = widgetsOfKind(await widgetsOf(call.context.db, call.site.id), "popup").flatMap(
    (widget) => widget.settings.fields,
  );
  const labels = new Map<string, string>();
  for (const { key, kind, label } of fields) labels.set(key, usualKinds.has(kind) ? "" : label);
  return labels;
}

const said = (answer: string | boolean | undefined): string =>
  answer === undefined ? "" : typeof answer === "boolean" ? (answer ? "yes" : "no") : answer;

/** A signup's own answers with the labels of their fields; those of fields that are gone keep their key. */
const ownAnswers = (
  answers: Readonly<Record<string, string | boolean>>,
  labels: ReadonlyMap<string, string>,
): readonly { readonly label: string; readonly answer: string }[] =>
  Object.entries(answers).flatMap(([key, answer]) => {
    const label = labels.get(key) ?? (key === "email" || key === "name" ? "" : key);
    return label && said(answer) ? [{ label, answer: said(answer) }] : [];
  });

export const signupOperations = {
  "desk.signups": siteOperation(
    "visitors.read",
    {
      ...filterFields,
      offset: Joi.number().integer().min(0).required(),
      limit: Joi.number().integer().min(1).max(500).required(),
    },
    async (call, { offset, limit, ...filter }: SignupFilter & { offset: number; limit: number }) => {
      const { db } = call.context;
      const rows = await signupWindow(db, call.site.id, filter, offset, limit);
      const labels = await fieldLabels(call);
      return {
        all: await countSignups(db, call.site.id, filter),
        rows: rows.map(({ signup, widgetName }) => ({
          id: signup.id,
          email: signup.email,
          name: signup.name,
          state: signup.state,
          page: signup.page,
          popup: widgetName ?? "removed",
          language: signup.language,
          answers: ownAnswers(signup.answers, labels),
          at: signup.createdAt.toISOString(),
        })),
      };
    },
  ),
};

/**
 * Signups as CSV (RFC 4180: CRLF, quotes doubled). A cell that a spreadsheet would take for a formula gets a quote
 * mark in front (OWASP, CSV injection).
 */
export async function* signupsCsv(call: SiteCall, filter: SignupFilter): AsyncGenerator<string> {
  const line = (cells: readonly string[]) =>
    `${Papa.unparse([cells as string[]], { newline: "\r\n", escapeFormulae: true })}\r\n`;
  const labels = await fieldLabels(call);
  // A column for every field that was ever answered, whether a popup still asks it or not.
  const keys = (await answeredKeys(call.context.db, call.site.id)).filter(
    (key) => (labels.get(key) ?? (key === "email" || key === "name" ? "" : key)) !== "",
  );
  const heads = keys.map((key) => labels.get(key) || key);
  const named = heads.map((head, index) => (heads.indexOf(head) === index ? head : `${head} (${keys[index]})`));
  yield line([
    "address",
    "name",
    "state",
    "popup",
    "page",
    "language",
    "signed up",
    "confirmed",
    "withdrawn",
    "consent",
    ...named,
  ]);
  const size = 2000;
  for (let after: { createdAt: Date; id: string } | null = null; ; ) {
    const rows: Awaited<ReturnType<typeof signupsAfter>> = await signupsAfter(
      call.context.db,
      call.site.id,
      filter,
      after,
      size,
    );
    for (const { signup, widgetName } of rows)
      yield line([
        signup.email,
        signup.name,
        signup.state,
        widgetName ?? "",
        signup.page,
        signup.language,
        signup.createdAt.toISOString(),
        signup.confirmedAt?.toISOString() ?? "",
        signup.withdrawnAt?.toISOString() ?? "",
        signup.consent,
        ...keys.map((key) => said(signup.answers[key])),
      ]);
    if (rows.length < size) return;
    after = rows.at(-1)?.signup ?? null;
  }
}
