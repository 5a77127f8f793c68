// The server's half of consent.
import { and, desc, eq, gte, lt, or } from "drizzle-orm";
import Joi from "joi";
import Papa from "papaparse";
import { consentMissing, lessProminent, prominence } from "@/core/consent/breaches";
import { consentCounts, consents, consentVersions } from "@/data/consent/tables";
import { pageOf } from "@/data/paging";
import { widgetsOf } from "@/data/site/queries";
import { standInOrigins } from "../context";
import { dayIn } from "../day";
import { type SiteCall, siteOperation } from "../operation";
import { notFound } from "../problem";
import { defineWidgetServer } from "../widget/half";
import { consentEndpoints, consentSchemas } from "./endpoints";
import { draftPolicy } from "./policy";
import { declaredOn } from "./table";

const widget = Joi.string().max(40).required();
const pageSize = 50;

type Row = typeof consents.$inferSelect;

const told = ({ id, at, region, rule, given, version, how, thing, language }: Row) => ({
  id,
  at: at.toISOString(),
  region,
  rule,
  given,
  version,
  how,
  thing,
  language,
});

const today = ({ context, site }: SiteCall) => dayIn(site.settings.zone, context.now());

/** Choices as CSV (RFC 4180), the newest first; read window by window. */
export async function* consentsCsv(call: SiteCall): AsyncGenerator<string> {
  const line = (cells: readonly string[]) =>
    `${Papa.unparse([cells as string[]], { newline: "\r\n", escapeFormulae: true })}\r\n`;
  yield line([
    "id",
    "at",
    "region",
    "rule",
    "preferences",
    "statistics",
    "marketing",
    "texts",
    "how",
    "thing",
    "language",
  ]);
  const { db } = call.context;
  let before: Row | undefined;
  for (;;) {
    const rows = await db
      .select()
      .from(consents)
      .where(
        and(
          eq(consents.siteId, call.site.id),
          before
            ? or(lt(consents.at, before.at), and(eq(consents.at, before.at), lt(consents.id, before.id)))
            : undefined,
        ),
      )
      .orderBy(desc(consents.at), desc(consents.id))
      .limit(500);
    for (const row of rows) {
      const yes = (category: Row["given"][number]) => (row.given.includes(category) ? "yes" : "no");
      yield line([
        row.id,
        row.at.toISOString(),
        row.region,
        row.rule,
        yes("preferences"),
        yes("statistics"),
        yes("marketing"),
        row.version,
        row.how,
        row.thing ?? "",
        row.language,
      ]);
    }
    if (rows.length < 500) return;
    before = rows.at(-1);
  }
}

export const consentServer = defineWidgetServer<"consent">()({
  operations: {
    /** What the site declares now, beside what stands in the table. */
    "consent.found": siteOperation("site.read", {}, async (call) => ({
      found: await declaredOn(call.context.db, call.site.id, standInOrigins(call.context.settings), today(call)),
    })),
    /** A page with the whole table, in the site's own language. */
    "consent.draftPolicy": siteOperation("pages.arrange", { widget }, async (call, input: { widget: string }) => {
      const [found] = (await widgetsOf(call.context.db, call.site.id)).filter(
        ({ id, kind }) => id === input.widget && kind === "consent",
      );
      if (!found) throw notFound("This widget", "widget");
      return { page: await draftPolicy(call, found.id) };
    }),
    /** Choices on the Desk, the newest first; `id` finds the one a visitor shows, `before` is the last one of the page before it. */
    "desk.consents": siteOperation(
      "visitors.read",
      {
        id: Joi.string().trim().allow("").max(24).default(""),
        before: Joi.string().max(24).allow(null).default(null),
      },
      async (call, input: { id: string; before: string | null }) => {
        const { db } = call.context;
        const site = eq(consents.siteId, call.site.id);
        const mine = input.id ? (and(site, eq(consents.id, input.id)) ?? site) : site;
        const list = { table: consents, at: consents.at, id: consents.id, mine };
        const { rows, more } = await pageOf(db, list, input.before, pageSize, (where, order) =>
          db
            .select()
            .from(consents)
            .where(where)
            .orderBy(...order)
            .limit(pageSize),
        );
        return { rows: rows.map(told), more };
      },
    ),
    /** One choice with the texts and the table it was made by; null where they were never live. */
    "desk.consent": siteOperation(
      "visitors.read",
      { id: Joi.string().max(24).required() },
      async (call, input: { id: string }) => {
        const { db } = call.context;
        const [row] = await db
          .select()
          .from(consents)
          .where(and(eq(consents.siteId, call.site.id), eq(consents.id, input.id)));
        if (!row) throw notFound("This choice", "id");
        const [version] = await db
          .select({ settings: consentVersions.settings, at: consentVersions.at })
          .from(consentVersions)
          .where(and(eq(consentVersions.siteId, call.site.id), eq(consentVersions.version, row.version)));
        return {
          ...told(row),
          texts: version ? { settings: version.settings, since: version.at.toISOString() } : null,
        };
      },
    ),
    /** How often it was shown and what came of it, by region, in the last `days` days. */
    "consent.results": siteOperation(
      "results.read",
      { widget, days: Joi.number().integer().min(1).max(365).required() },
      async (call, input: { widget: string; days: number }) => {
        const since = dayIn(
          call.site.settings.zone,
          new Date(call.context.now().getTime() - (input.days - 1) * 86_400_000),
        );
        const rows = await call.context.db
          .select()
          .from(consentCounts)
          .where(
            and(
              eq(consentCounts.siteId, call.site.id),
              eq(consentCounts.widgetId, input.widget),
              gte(consentCounts.day, since),
            ),
          );
        return { rows: rows.map(({ siteId: _site, widgetId: _widget, ...row }) => row) };
      },
    ),
  },
  endpoints: consentEndpoints,
  schemas: consentSchemas,
  // Nobody's name or address is kept.
  results: async ({ context: { db }, site }, { id }, days) => {
    const rows = await db
      .select()
      .from(consentCounts)
      .where(
        and(
          eq(consentCounts.siteId, site.id),
          eq(consentCounts.widgetId, id),
          gte(consentCounts.day, days[0] as string),
        ),
      );
    const series = (what: "shown" | "accepted" | "refused" | "some") =>
      days.map((day) => rows.filter((row) => row.day === day).reduce((sum, row) => sum + row[what], 0));
    return {
      series: {
        shown: series("shown"),
        accepted: series("accepted"),
        refused: series("refused"),
        some: series("some"),
      },
      states: {},
    };
  },
  outside: async (call, { settings }) => {
    const known = new Set(settings.table.map(({ key }) => key));
    const found = await declaredOn(call.context.db, call.site.id, standInOrigins(call.context.settings), today(call));
    const { accepting, refusing, asEasy } = prominence(settings, call.site.brand.colours);
    return [
      ...found.filter(({ entry }) => !known.has(entry.key)).map(({ entry }) => consentMissing(entry.name)),
      ...(asEasy ? [] : [lessProminent(accepting, refusing)]),
    ];
  },
});
