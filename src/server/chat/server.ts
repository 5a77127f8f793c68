// The server's half of the chat.
import { and, count, desc, eq, gt, gte, inArray } from "drizzle-orm";
import Joi from "joi";
import { chatSays } from "@/core/chat/answers/say";
import { sourceBroken } from "@/core/crawl/words";
import { mailSchema } from "@/core/input/text";
import type { Problem } from "@/core/kind/holder";
import { chatLines, chatTalks } from "@/data/chat/tables";
import { dayIn } from "../day";
import { defineWidgetServer, mostDone } from "../widget/half";
import { talkOperations } from "./desk";
import { chatEndpoints, chatSchemas } from "./endpoints";
import { chatOperations } from "./operations";
import { codeJob } from "./proof";
import { readJob } from "./reading";
import { sourceState, sourcesJob, sourcesSoon } from "./sources";

export const chatServer = defineWidgetServer<"chat">()({
  waiting: (db, siteIds) =>
    db
      .select({ siteId: chatTalks.siteId, all: count() })
      .from(chatTalks)
      .where(and(inArray(chatTalks.siteId, [...siteIds]), gt(chatTalks.unread, 0)))
      .groupBy(chatTalks.siteId),
  operations: { ...chatOperations, ...talkOperations },
  endpoints: chatEndpoints,
  schemas: chatSchemas,
  jobs: {
    chatCode: {
      lane: "quick",
      payload: Joi.object({
        talk: Joi.string().max(24).required(),
        email: mailSchema.required(),
        language: Joi.string().max(35).required(),
      }),
      run: codeJob,
    },
    chatRead: { lane: "slow", payload: Joi.object({}), run: readJob },
    chatSources: { lane: "outside", payload: Joi.object({}), run: sourcesJob },
  },
  saved: sourcesSoon,
  knows: async ({ context: { db }, site, email, language }) => {
    const rows = await db
      .select({ id: chatTalks.id, at: chatTalks.lastAt, lines: chatTalks.lines, page: chatTalks.page })
      .from(chatTalks)
      .where(and(eq(chatTalks.siteId, site.id), eq(chatTalks.email, email)))
      .orderBy(desc(chatTalks.lastAt))
      .limit(mostDone);
    const title = chatSays(language).talked;
    return rows.map(({ id, at, lines, page }) => ({ id, at, title, words: `${lines} · ${page}`, path: "" }));
  },
  results: async ({ context: { db }, site }, widget, days) => {
    const first = new Date(Date.parse(`${days[0]}T00:00:00Z`) - 86_400_000);
    const rows = await db
      .select({ at: chatLines.createdAt, kind: chatLines.kind, helped: chatLines.helped })
      .from(chatLines)
      .innerJoin(chatTalks, and(eq(chatTalks.siteId, chatLines.siteId), eq(chatTalks.id, chatLines.talkId)))
      .where(
        and(
          eq(chatLines.siteId, site.id),
          eq(chatTalks.widgetId, widget.id),
          eq(chatLines.by, "chat"),
          inArray(chatLines.kind, ["answer", "choice", "instead", "unknown", "person"]),
          gte(chatLines.createdAt, first),
        ),
      )
      .limit(50_000);
    const names = ["questions", "answered", "handed", "helped", "not"] as const;
    const series = Object.fromEntries(names.map((name) => [name, days.map(() => 0)])) as Record<
      (typeof names)[number],
      number[]
    >;
    const place = new Map(days.map((day, at) => [day, at]));
    for (const { at, kind, helped } of rows) {
      const nth = place.get(dayIn(site.settings.zone, at));
      if (nth === undefined) continue;
      const add = (name: (typeof names)[number]) => {
        series[name][nth] = (series[name][nth] ?? 0) + 1;
      };
      add("questions");
      if (kind === "person") add("handed");
      else if (kind !== "unknown") add("answered");
      if (helped !== null) add(helped ? "helped" : "not");
    }
    const states = await db
      .select({ state: chatTalks.state, all: count() })
      .from(chatTalks)
      .where(and(eq(chatTalks.siteId, site.id), eq(chatTalks.widgetId, widget.id)))
      .groupBy(chatTalks.state);
    return { series, states: Object.fromEntries(states.map((row) => [row.state, row.all])) };
  },
  outside: async ({ context, site }, { settings }) => {
    const found: Problem[] = [];
    for (const source of settings.enabled ? settings.sources : []) {
      const state = await sourceState(context, site.id, source);
      if (state?.problem) found.push(sourceBroken(state.name, state.problem));
    }
    return found;
  },
});
