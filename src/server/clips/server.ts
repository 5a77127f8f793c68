// The server's half of the feed of clips.
import { and, eq } from "drizzle-orm";
import Joi from "joi";
import type { ClipFeed } from "@/core/clips/clips";
import { brokenSource, feedReasonWords } from "@/core/clips/words";
import { clipWords } from "@/core/video/outside-words";
import type { Reason } from "@/core/visitor/decision";
import { clipSources } from "@/data/clips/tables";
import { inTransaction } from "@/data/connection";
import { widgets } from "@/data/widget/tables";
import { takePoint } from "../limit";
import { type SiteCall, siteOperation } from "../operation";
import { notFound } from "../problem";
import { queueRenewing } from "../release/waiting";
import { defineWidgetServer } from "../widget/half";
import { foundBy } from "./found";
import { askedOf, clipsJob, readSoon, refreshClips } from "./refresh";

/** Why a source could not be read, as a sentence. */
export const sourceWords = (reason: Reason): string => feedReasonWords(reason.code, reason) ?? clipWords(reason);

const widget = Joi.string().max(40).required();

async function feedOf(call: SiteCall, id: string): Promise<ClipFeed> {
  const [row] = await call.context.db
    .select({ settings: widgets.settings })
    .from(widgets)
    .where(and(eq(widgets.siteId, call.site.id), eq(widgets.id, id), eq(widgets.kind, "clips")));
  if (!row) throw notFound("This feed", "widget");
  return row.settings as ClipFeed;
}

/** How each source of a feed does, and what the feed shows of them. */
async function stateOf(call: SiteCall, id: string) {
  const { context, site } = call;
  const feed = await feedOf(call, id);
  const rows = await context.db
    .select()
    .from(clipSources)
    .where(and(eq(clipSources.siteId, site.id), eq(clipSources.widgetId, id)));
  const asked = new Set(feed.sources.map((source) => `${source.id} ${askedOf(source)}`));
  const asSet = rows.filter((row) => asked.has(`${row.sourceId} ${row.asked}`));
  return {
    /** So many sources were not read yet as they are set. */
    reading: feed.sources.length - asSet.length,
    sources: asSet.map((row) => ({
      source: row.sourceId,
      title: row.about?.title ?? "",
      clips: row.clips.length,
      problem: row.problem ? sourceWords(row.problem) : null,
      goodAt: row.goodAt?.toISOString() ?? null,
      nextAt: row.nextAt.toISOString(),
    })),
    found: await foundBy(context.db, site.id, id, feed, site.settings),
  };
}

export const clipsServer = defineWidgetServer<"clips">()({
  operations: {
    "feed.state": siteOperation("site.read", { widget }, (call, input: { widget: string }) =>
      stateOf(call, input.widget),
    ),
    /** Reads every source again now. */
    "feed.refresh": siteOperation("widgets.change", { widget }, async (call, input: { widget: string }) => {
      const { context, site } = call;
      await takePoint(context, "heavyMember", call.account.id);
      await feedOf(call, input.widget);
      if (await refreshClips(context, site.id, input.widget, { all: true })) {
        await inTransaction(context.db, (tx) => queueRenewing(tx, site.id));
        context.jobQueued();
      }
      return stateOf(call, input.widget);
    }),
  },
  jobs: { clips: { lane: "outside", payload: Joi.object({ widget }), run: clipsJob } },
  saved: readSoon,
  outside: async (call, { id }) =>
    (await stateOf(call, id)).sources.flatMap(({ source, title, problem }) =>
      problem ? [brokenSource(title || source, problem)] : [],
    ),
});
