// Publishing and the history of releases.
import { desc, eq } from "drizzle-orm";
import Joi from "joi";
import { users } from "@/data/account/tables";
import { releases } from "@/data/release/tables";
import { siteOperation } from "../operation";
import { changesOf } from "./changes";
import { goBackTo, startPublishing } from "./publish";

export const releaseOperations = {
  "publish.changes": siteOperation("releases.read", {}, (call) => changesOf(call.context, call.site)),
  "publish.start": siteOperation("releases.make", {}, (call) => startPublishing(call)),
  "publish.history": siteOperation("releases.read", {}, async (call) => {
    const rows = await call.context.db
      .select({
        id: releases.id,
        number: releases.number,
        state: releases.state,
        pages: releases.pages,
        rendered: releases.rendered,
        createdAt: releases.createdAt,
        by: users.name,
      })
      .from(releases)
      .leftJoin(users, eq(users.id, releases.userId))
      .where(eq(releases.siteId, call.site.id))
      .orderBy(desc(releases.number));
    return rows.map((row) => ({
      ...row,
      createdAt: row.createdAt.toISOString(),
      live: row.id === call.site.liveReleaseId,
    }));
  }),
  "publish.goBack": siteOperation(
    "releases.make",
    { release: Joi.string().max(24).required() },
    (call, input: { release: string }) => goBackTo(call, input.release),
  ),
};
