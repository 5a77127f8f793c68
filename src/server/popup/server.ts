// The server's half of the signup popup.
import { and, count, desc, eq, gte } from "drizzle-orm";
import Joi from "joi";
import { answersSchema } from "@/core/field/schema";
import { inLanguage } from "@/core/locale/words";
import { popupCounts, type SignupState, signups } from "@/data/popup/tables";
import { validated } from "../problem";
import { defineWidgetServer, mostDone } from "../widget/half";
import { signupOperations } from "./desk";
import { popupEndpoints, popupSchemas } from "./endpoints";

const told: Readonly<Record<"en" | "de" | "fr", Readonly<Record<SignupState, string>>>> = {
  en: { waiting: "Signed up, not confirmed", confirmed: "Signed up", withdrawn: "Signed off" },
  de: { waiting: "Angemeldet, nicht bestätigt", confirmed: "Angemeldet", withdrawn: "Abgemeldet" },
  fr: { waiting: "Inscription non confirmée", confirmed: "Inscription", withdrawn: "Désinscription" },
};

export const popupServer = defineWidgetServer<"popup">()({
  operations: signupOperations,
  endpoints: popupEndpoints,
  schemas: popupSchemas,
  knows: async ({ context: { db }, site, email, language }) => {
    const rows = await db
      .select({ id: signups.id, at: signups.createdAt, consent: signups.consent, state: signups.state })
      .from(signups)
      .where(and(eq(signups.siteId, site.id), eq(signups.email, email)))
      .orderBy(desc(signups.createdAt))
      .limit(mostDone);
    const said = inLanguage(told, language);
    return rows.map(({ id, at, consent, state }) => ({ id, at, title: said[state], words: consent, path: "" }));
  },
  results: async ({ context: { db }, site }, widget, days) => {
    const rows = await db
      .select()
      .from(popupCounts)
      .where(
        and(
          eq(popupCounts.siteId, site.id),
          eq(popupCounts.widgetId, widget.id),
          gte(popupCounts.day, days[0] as string),
        ),
      );
    const states = await db
      .select({ state: signups.state, all: count() })
      .from(signups)
      .where(and(eq(signups.siteId, site.id), eq(signups.widgetId, widget.id)))
      .groupBy(signups.state);
    const byDay = new Map(rows.map((row) => [row.day, row]));
    const series = (what: "shown" | "closed" | "signedUp") => days.map((day) => byDay.get(day)?.[what] ?? 0);
    return {
      series: { shown: series("shown"), closed: series("closed"), signedUp: series("signedUp") },
      states: Object.fromEntries(states.map((row) => [row.state, row.all])),
    };
  },
  rehearse: (settings, fields) => {
    validated(Joi.object({ fields: answersSchema(settings.fields) }), { fields });
  },
});
