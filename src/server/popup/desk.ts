// The Desk: signups as a table, as CSV, and erasing a person.
import Joi from "joi";
import Papa from "papaparse";
import { inTransaction } from "@/data/connection";
import { countSignups, erasePerson, type SignupFilter, signupsAfter, signupWindow } from "@/data/popup/queries";
import { signupStates } from "@/data/popup/tables";
import { type SiteCall, siteOperation } from "../operation";
import { notFound } from "../problem";
import { noteOn } from "../security/events";

const filterFields = {
  state: Joi.string().valid(...signupStates),
  widget: Joi.string().max(40),
  words: Joi.string().trim().allow("").max(120),
};

export const filterSchema: Joi.ObjectSchema<SignupFilter> = Joi.object<SignupFilter>(filterFields);

export const deskOperations = {
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
          at: signup.createdAt.toISOString(),
        })),
      };
    },
  ),
  "desk.erase": siteOperation(
    "visitors.change",
    { email: Joi.string().trim().lowercase().email({ tlds: false }).required() },
    async (call, input: { email: string }) => {
      return inTransaction(call.context.db, async (tx) => {
        const erased = await erasePerson(tx, call.site.id, input.email);
        if (erased.signups + erased.mails + erased.bookings === 0)
          throw notFound(`Nothing about ${input.email}`, "email");
        // That somebody was erased, not who.
        await noteOn(call, "personErased", tx);
        return erased;
      });
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
    "answers",
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
        JSON.stringify(signup.answers),
      ]);
    if (rows.length < size) return;
    after = rows.at(-1)?.signup ?? null;
  }
}
