// Publishing and the history of releases.
import { desc, eq } from "drizzle-orm";
import Joi from "joi";
import { type ChangeName, changeUnits } from "@/core/site/change";
import { users } from "@/data/account/tables";
import { releases } from "@/data/release/tables";
import { takePoint } from "../limit";
import { siteOperation } from "../operation";
import { conflict } from "../problem";
import { beginExport } from "../site/export";
import { changesOf } from "./changes";
import { goBackTo, startPublishing } from "./publish";
import { liveState, pageCompared, pageOfRelease, snapshotOf, takeBack } from "./states";
import { countChanges } from "./units";

const releaseId = Joi.string().max(24).required();
const changeFields = {
  of: Joi.string()
    .valid(...changeUnits)
    .required(),
  id: Joi.string().max(130).required(),
};
const changeName = Joi.object(changeFields);

export const releaseOperations = {
  /** How many changes wait: a number, by hashes. */
  "publish.waiting": siteOperation("releases.read", {}, async (call) => ({
    changed: (await countChanges(call.context.db, [call.site])).get(call.site.id) ?? 0,
  })),
  /** What waits, change by change, and what stands in the way. */
  "publish.changes": siteOperation("releases.read", {}, (call) => changesOf(call.context, call.site), {
    whole: "publish.changes",
  }),
  /** A release of the working state, without the changes that are left out. */
  "publish.start": siteOperation(
    "releases.make",
    { leaveOut: Joi.array().items(changeName).max(500).default([]) },
    (call, input: { leaveOut?: readonly ChangeName[] }) => startPublishing(call, input.leaveOut ?? []),
    { whole: "publish.start" },
  ),
  /** What a change does to a page: as visitors see it now, and as they will. */
  "publish.compare": siteOperation(
    "releases.read",
    { ...changeFields, page: Joi.string().max(40).allow("") },
    // What is no page is looked at on a page that is named, or on the home page.
    (call, { of, id, page = "" }: ChangeName & { readonly page?: string }) =>
      pageCompared(call, of === "page" ? id : page, of !== "page"),
  ),
  /** Brings one change of the working state back to what is live. */
  "publish.takeBack": siteOperation(
    "releases.make",
    { ...changeFields },
    async (call, input: ChangeName) => {
      const live = await liveState(call);
      if (!live) throw conflict("neverPublished", "Nothing has been published yet, so there is nothing to go back to.");
      return { taken: await takeBack(call, live, input) };
    },
    { whole: "publish.takeBack" },
  ),
  /** One page of a release, to be looked at. */
  "publish.look": siteOperation(
    "releases.read",
    { release: releaseId, page: Joi.string().max(40).allow("").default("") },
    (call, input: { release: string; page?: string }) => pageOfRelease(call, input.release, input.page ?? ""),
  ),
  /** Makes the working state what a release holds. What is live stays. */
  "publish.restore": siteOperation(
    "releases.make",
    { release: releaseId },
    async (call, input: { release: string }) => ({
      taken: await takeBack(call, await snapshotOf(call, input.release), null),
    }),
    { whole: "publish.restore" },
  ),
  /** Begins to make a release's zip where it is large; otherwise it can be fetched at once. */
  "publish.export": siteOperation("releases.read", { release: releaseId }, async (call, input: { release: string }) => {
    await takePoint(call.context, "heavyMember", call.account.id);
    return beginExport(call, input);
  }),
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
  "publish.goBack": siteOperation("releases.make", { release: releaseId }, (call, input: { release: string }) =>
    goBackTo(call, input.release),
  ),
};
