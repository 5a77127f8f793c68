// The server's half of the signup popup.
import { and, count, eq, gte } from "drizzle-orm";
import Joi from "joi";
import { answersSchema } from "@/core/field/schema";
import { popupCounts, signups } from "@/data/popup/tables";
import { validated } from "../problem";
import type { WidgetServer } from "../widget/half";
import { signupOperations } from "./desk";
import { popupEndpoints, popupSchemas } from "./endpoints";

export const popupServer = {
  operations: signupOperations,
  endpoints: popupEndpoints,
  schemas: popupSchemas,
  jobs: () => ({}),
  erases: {
    what: "signups",
    run: async (tx, siteId, email) => {
      const [gone] = await tx.delete(signups).where(and(eq(signups.siteId, siteId), eq(signups.email, email)));
      return gone.affectedRows;
    },
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
  outside: null,
  rehearse: (settings, fields) => {
    validated(Joi.object({ fields: answersSchema(settings.fields) }), { fields });
  },
} satisfies WidgetServer<"popup">;
