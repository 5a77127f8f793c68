// The server's half of the form.
import { and, count, desc, eq, gte, inArray } from "drizzle-orm";
import { inLanguage } from "@/core/locale/words";
import type { Executor } from "@/data/connection";
import { formAnswers, formFiles } from "@/data/form/tables";
import { dayIn } from "../day";
import { mostDone, type WidgetServer } from "../widget/half";
import { formOperations } from "./desk";
import { formEndpoints, formSchemas } from "./endpoints";
import { judged } from "./send";

/** Forgets forms with their files; the bytes go by themselves when nothing names them. */
async function forget(tx: Executor, siteId: string, ids: readonly string[]): Promise<number> {
  if (!ids.length) return 0;
  await tx.delete(formFiles).where(and(eq(formFiles.siteId, siteId), inArray(formFiles.answerId, [...ids])));
  const [gone] = await tx
    .delete(formAnswers)
    .where(and(eq(formAnswers.siteId, siteId), inArray(formAnswers.id, [...ids])));
  return gone.affectedRows;
}

export const formServer = {
  operations: formOperations,
  endpoints: formEndpoints,
  schemas: formSchemas,
  jobs: {},
  erases: {
    what: "forms",
    run: async (tx, siteId, email) => {
      const rows = await tx
        .select({ id: formAnswers.id })
        .from(formAnswers)
        .where(and(eq(formAnswers.siteId, siteId), eq(formAnswers.email, email)));
      return forget(
        tx,
        siteId,
        rows.map(({ id }) => id),
      );
    },
  },
  knows: async ({ context: { db }, site, email, language }) => {
    const rows = await db
      .select({ id: formAnswers.id, at: formAnswers.createdAt, page: formAnswers.page })
      .from(formAnswers)
      .where(and(eq(formAnswers.siteId, site.id), eq(formAnswers.email, email)))
      .orderBy(desc(formAnswers.createdAt))
      .limit(mostDone);
    const title = inLanguage({ en: "Form sent", de: "Formular gesendet", fr: "Formulaire envoyé" }, language);
    return rows.map(({ id, at, page }) => ({ id, at, title, words: page, path: "" }));
  },
  results: async ({ context: { db }, site }, widget, days) => {
    const mine = and(eq(formAnswers.siteId, site.id), eq(formAnswers.widgetId, widget.id));
    const rows = await db
      .select({ at: formAnswers.createdAt })
      .from(formAnswers)
      .where(and(mine, gte(formAnswers.createdAt, new Date(Date.parse(`${days[0]}T00:00:00Z`) - 86_400_000))))
      .limit(50_000);
    const sent = new Map<string, number>();
    for (const { at } of rows) {
      const day = dayIn(site.settings.zone, at);
      sent.set(day, (sent.get(day) ?? 0) + 1);
    }
    const states = await db
      .select({ state: formAnswers.state, all: count() })
      .from(formAnswers)
      .where(mine)
      .groupBy(formAnswers.state);
    return {
      series: { sent: days.map((day) => sent.get(day) ?? 0) },
      states: Object.fromEntries(states.map((row) => [row.state, row.all])),
    };
  },
  outside: null,
  rehearse: (settings, fields) => {
    judged(settings.fields, fields as Record<string, unknown>, null);
  },
} satisfies WidgetServer<"form">;
