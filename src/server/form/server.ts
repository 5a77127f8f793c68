// The server's half of the form.
import { and, count, desc, eq, gte, inArray } from "drizzle-orm";
import { inLanguage } from "@/core/locale/words";
import { formAnswers } from "@/data/form/tables";
import { dayIn } from "../day";
import { defineWidgetServer, mostDone } from "../widget/half";
import { formOperations } from "./desk";
import { formEndpoints, formSchemas } from "./endpoints";
import { judged } from "./send";

export const formServer = defineWidgetServer<"form">()({
  operations: formOperations,
  endpoints: formEndpoints,
  schemas: formSchemas,
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
  waiting: (db, siteIds) =>
    db
      .select({ siteId: formAnswers.siteId, all: count() })
      .from(formAnswers)
      .where(and(inArray(formAnswers.siteId, [...siteIds]), eq(formAnswers.state, "new")))
      .groupBy(formAnswers.siteId),
  rehearse: (settings, fields) => {
    judged(settings.fields, fields as Record<string, unknown>, null);
  },
});
