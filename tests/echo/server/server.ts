// The server's half of the echo: one call, one job, one list.
import { and, eq } from "drizzle-orm";
import Joi from "joi";
import { mailSchema } from "@/core/input/text";
import { echoes } from "@/data/echo/tables";
import { findSite } from "@/data/site/queries";
import { dayIn } from "../day";
import { post } from "../edge/described";
import { fresh } from "../edge/endpoint";
import { fromJoi } from "../edge/from-joi";
import { queueJob } from "../job/queue";
import { siteOperation } from "../operation";
import { notFound, validated } from "../problem";
import { defineWidgetServer } from "../widget/half";

const saying = Joi.object<{ said: string; email: string }>({
  said: Joi.string().trim().min(1).max(80).required(),
  email: mailSchema.required(),
});

export const echoServer = defineWidgetServer<"echo">()({
  operations: {
    "desk.echoes": siteOperation("visitors.read", {}, async (call) =>
      call.context.db.select().from(echoes).where(eq(echoes.siteId, call.site.id)),
    ),
  },
  endpoints: [
    {
      method: "POST",
      path: "/echoes",
      body: "json",
      fromPages: "own",
      says: post("Says something back", [], "Echo", 202, "Taken"),
      run: async ({ context, siteKey, body }) => {
        const { said, email } = validated(saying, body);
        const site = await findSite(context.db, siteKey);
        if (!site) throw notFound("This site");
        await queueJob(context.db, { kind: "echo", siteId: site.id, payload: { said, email } });
        context.jobQueued();
        return fresh({ taken: true }, 202);
      },
    },
  ],
  schemas: { Echo: fromJoi(saying) },
  jobs: {
    echo: {
      lane: "quick",
      payload: saying,
      run: async (context, run) => {
        const siteId = run.job.siteId ?? "";
        const { said = "", email = "" } = run.job.payload;
        await context.db
          .insert(echoes)
          .values({ id: context.newId(), siteId, said, email, day: dayIn("UTC", context.now()) });
        await run.finish(context.db);
      },
    },
  },
  knows: async ({ context, site, email }) =>
    (
      await context.db
        .select()
        .from(echoes)
        .where(and(eq(echoes.siteId, site.id), eq(echoes.email, email)))
    ).map(({ id, said }) => ({ id, at: new Date(0), title: said, words: "", path: "" })),
  results: async ({ context, site }, _widget, days) => {
    const rows = await context.db.select({ day: echoes.day }).from(echoes).where(eq(echoes.siteId, site.id));
    return { series: { said: days.map((day) => rows.filter((row) => row.day === day).length) }, states: {} };
  },
  rehearse: (_settings, fields) => {
    validated(saying, fields);
  },
});
