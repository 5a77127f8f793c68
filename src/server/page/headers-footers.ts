// Headers and footers of a site: which there are, where each stands, and why.
import { and, asc, eq, inArray, isNull, max, sql } from "drizzle-orm";
import Joi from "joi";
import { idSchema } from "@/core/input/text";
import {
  type Choice,
  choiceFor,
  everywhere,
  type HeaderOrFooter,
  headerFooterKinds,
  type IdleRule,
  idleRules,
  mostRules,
  movedStanding,
  nowhere,
  type Standing,
  type StandingPage,
  standingSchema,
} from "@/core/page/header-footer/standing";
import { type Top, topSchema } from "@/core/page/header-footer/top";
import { type PageNode, withFreshIds } from "@/core/page/node";
import { withLineIds } from "@/core/page/words/words";
import { standingPage } from "@/core/site/between";
import { headerFooterNameSchema, mostHeadersFooters } from "@/core/site/schema";
import type { PageMeta } from "@/core/site/site";
import { firstHeadersFooters } from "@/core/site/starter";
import { type Executor, inTransaction } from "@/data/connection";
import { bodyColumns } from "@/data/page/shared";
import { documents } from "@/data/page/tables";
import { pageMetaOf } from "@/data/site/queries";
import { type SiteCall, siteOperation } from "../operation";
import { fieldProblem, notFound } from "../problem";
import { storeBatch } from "./edits";

export interface StandingDocument {
  readonly id: string;
  readonly of: HeaderOrFooter;
  readonly name: string;
  readonly standing: Standing;
}

const headersFootersOfSite = (siteId: string) =>
  and(eq(documents.siteId, siteId), inArray(documents.kind, [...headerFooterKinds]), isNull(documents.removedAt));

/** The headers and footers of a site with their rules, in the order in which those are judged. Their bodies are not read. */
export async function standingDocuments(db: Executor, siteId: string): Promise<readonly StandingDocument[]> {
  const rows = await db
    .select({
      id: documents.id,
      of: documents.kind,
      name: documents.title,
      standing: sql<string | null>`cast(json_extract(${documents.body}, '$.content.standing') as char)`,
    })
    .from(documents)
    .where(headersFootersOfSite(siteId))
    .orderBy(asc(documents.position), asc(documents.id));
  return rows.map(({ of, standing, ...row }) => ({
    ...row,
    of: of as HeaderOrFooter,
    standing: standing === null ? everywhere : (JSON.parse(standing) as Standing),
  }));
}

/** Which header and which footer stand at a page. */
export const choicesAt = (
  all: readonly StandingDocument[],
  page: StandingPage,
): Readonly<Record<HeaderOrFooter, Choice>> => ({
  header: choiceFor(
    all.filter(({ of }) => of === "header"),
    page,
  ),
  footer: choiceFor(
    all.filter(({ of }) => of === "footer"),
    page,
  ),
});

export const pageStandsAt = (page: Pick<PageMeta, "id" | "slug" | "groups">, call: SiteCall): StandingPage =>
  standingPage(page, call.site.settings.language);

async function pagesOf(db: Executor, siteId: string): Promise<readonly PageMeta[]> {
  const { id, title, slug, description, inNavigation, more } = documents;
  const rows = await db
    .select({ id, title, slug, description, inNavigation, more })
    .from(documents)
    .where(and(eq(documents.siteId, siteId), eq(documents.kind, "page"), isNull(documents.removedAt)))
    .orderBy(asc(documents.position), asc(documents.id));
  return rows.map(pageMetaOf);
}

async function headerFooterRow(tx: Executor, siteId: string, id: string) {
  const [row] = await tx
    .select()
    .from(documents)
    .where(and(headersFootersOfSite(siteId), eq(documents.id, id)))
    .for("update");
  if (!row) throw notFound("This header or footer");
  return row;
}

/** Sets the rules of a header or footer by an edit at the end of its line, so that open browsers follow. */
async function setStanding(
  tx: Executor,
  call: SiteCall,
  row: { readonly id: string; readonly revision: number; readonly body: PageNode },
  standing: Standing,
): Promise<void> {
  await storeBatch(tx, call, {
    document: row.id,
    batch: call.context.newId(),
    base: row.revision,
    edits: [{ type: "setContent", node: row.body.id, field: "standing", value: standing }],
  });
}

/** Rules that name a page's path follow it. To be called in the transaction that moves the page. Answers the names of those that did. */
export async function headersFootersFollow(
  tx: Executor,
  call: SiteCall,
  from: string,
  to: string,
): Promise<readonly string[]> {
  const followed: string[] = [];
  for (const one of await standingDocuments(tx, call.site.id)) {
    const standing = movedStanding(one.standing, from, to);
    if (!standing) continue;
    await setStanding(tx, call, await headerFooterRow(tx, call.site.id, one.id), standing);
    followed.push(one.name);
  }
  return followed;
}

/** Stores a new one behind the others of its kind: like another, or with a first row. Answers its id. */
async function addOne(
  call: SiteCall,
  { of: kind, name, like: likeId }: { of: HeaderOrFooter; name: string; like: string | null },
  content: Readonly<Record<string, unknown>>,
): Promise<string> {
  const { context, site } = call;
  const id = context.newId();
  await inTransaction(context.db, async (tx) => {
    const rows = await tx
      .select({ id: documents.id, body: documents.body, position: documents.position })
      .from(documents)
      .where(and(headersFootersOfSite(site.id), eq(documents.kind, kind)))
      .for("update");
    if (rows.length > mostHeadersFooters)
      throw fieldProblem("name", `A site has at most ${mostHeadersFooters + 1} headers, and as many footers.`);
    const like = likeId === null ? null : rows.find((row) => row.id === likeId);
    if (like === undefined) throw fieldProblem("like", "The one it should be like is gone. Choose another.");
    const made = like ? withFreshIds(withLineIds(like.body), context.newId) : firstHeadersFooters(context.newId)[kind];
    const body = { ...made, content: { ...made.content, ...content } };
    await tx.insert(documents).values({
      siteId: site.id,
      id,
      kind,
      title: name,
      description: "",
      inNavigation: false,
      position: Math.max(-1, ...rows.map((row) => row.position)) + 1,
      ...bodyColumns(body),
      changedAt: context.now(),
    });
  });
  return id;
}

const headerFooter = idSchema.required();
const of = Joi.string()
  .valid(...headerFooterKinds)
  .required();

export const headerFooterOperations = {
  /** Headers and footers, on how many pages each stands, which pages have none, and rules that never count. */
  "headersFooters.list": siteOperation("site.read", {}, async (call) => {
    const { db } = call.context;
    const all = await standingDocuments(db, call.site.id);
    const pages = await pagesOf(db, call.site.id);
    const at = pages.map((page) => ({ page: page.id, choices: choicesAt(all, pageStandsAt(page, call)) }));
    const listed = (kind: HeaderOrFooter) => all.filter((one) => one.of === kind);
    const idle = headerFooterKinds.flatMap((kind): readonly IdleRule[] =>
      idleRules(
        listed(kind),
        pages.map((page) => pageStandsAt(page, call)),
      ),
    );
    return {
      all: all.map((one) => {
        const here = at.filter(({ choices }) => choices[one.of].chosen === one.id);
        return { ...one, pages: here.length, first: here[0]?.page ?? null };
      }),
      /** Which stand at each page, in the order of the pages. */
      at: at.map(({ page, choices }) => ({ page, header: choices.header.chosen, footer: choices.footer.chosen })),
      idle,
      groups: [...new Set(pages.flatMap((page) => page.groups ?? []))].sort(),
    };
  }),
  /** Which header and footer a page has, and what each of them says of it. */
  "headersFooters.at": siteOperation(
    "site.read",
    { page: idSchema.required() },
    async (call, input: { page: string }) => {
      const all = await standingDocuments(call.context.db, call.site.id);
      const page = (await pagesOf(call.context.db, call.site.id)).find(({ id }) => id === input.page);
      if (!page) throw notFound("This page");
      return {
        all: all.map(({ id, of: kind, name }) => ({ id, of: kind, name })),
        ...choicesAt(all, pageStandsAt(page, call)),
      };
    },
  ),
  /** A new one: like another, or with a first row. It stands nowhere until it is told where. */
  "headersFooters.add": siteOperation(
    "pages.arrange",
    { of, name: headerFooterNameSchema.required(), like: idSchema.allow(null).required() },
    async (call, input: { of: HeaderOrFooter; name: string; like: string | null }) => ({
      id: await addOne(call, input, { standing: nowhere }),
    }),
  ),
  /** A header like another that behaves otherwise while one scrolls, and stands at these pages by a rule for each. */
  "headersFooters.addFor": siteOperation(
    "pages.arrange",
    {
      name: headerFooterNameSchema.required(),
      like: idSchema.required(),
      top: topSchema.required(),
      pages: Joi.array().items(idSchema).min(1).max(mostRules).unique().required(),
    },
    async (call, input: { name: string; like: string; top: Top; pages: string[] }) => {
      const include = input.pages.map((page) => ({ is: "page" as const, page }));
      return {
        id: await addOne(call, { of: "header", ...input }, { top: input.top, standing: { include, exclude: [] } }),
      };
    },
  ),
  "headersFooters.name": siteOperation(
    "pages.arrange",
    { headerFooter, name: headerFooterNameSchema.required() },
    async (call, input: { headerFooter: string; name: string }) =>
      inTransaction(call.context.db, async (tx) => {
        const row = await headerFooterRow(tx, call.site.id, input.headerFooter);
        if (row.id === row.kind) throw fieldProblem("name", "The first header and the first footer keep their names.");
        await tx
          .update(documents)
          .set({ title: input.name, changedAt: call.context.now() })
          .where(and(headersFootersOfSite(call.site.id), eq(documents.id, row.id)));
        return { name: input.name };
      }),
  ),
  "headersFooters.stand": siteOperation(
    "pages.arrange",
    { headerFooter, standing: standingSchema.required() },
    async (call, input: { headerFooter: string; standing: Standing }) =>
      inTransaction(call.context.db, async (tx) => {
        await setStanding(tx, call, await headerFooterRow(tx, call.site.id, input.headerFooter), input.standing);
        return { headerFooter: input.headerFooter };
      }),
  ),
  /** Before or behind another of its kind: of equally specific rules that of the first one wins. The first stays first. */
  "headersFooters.move": siteOperation(
    "pages.arrange",
    { headerFooter, by: Joi.number().valid(-1, 1).required() },
    async (call, input: { headerFooter: string; by: -1 | 1 }) =>
      inTransaction(call.context.db, async (tx) => {
        const row = await headerFooterRow(tx, call.site.id, input.headerFooter);
        const others = await tx
          .select({ id: documents.id })
          .from(documents)
          .where(and(headersFootersOfSite(call.site.id), eq(documents.kind, row.kind)))
          .orderBy(asc(documents.position), asc(documents.id))
          .for("update");
        const ids = others.map(({ id }) => id).filter((id) => id !== row.kind);
        const place = ids.indexOf(row.id);
        const to = place + input.by;
        if (place < 0 || to < 0 || to >= ids.length) return { moved: false };
        ids.splice(place, 1);
        ids.splice(to, 0, row.id);
        for (const [position, id] of ids.entries())
          await tx
            .update(documents)
            .set({ position })
            .where(and(headersFootersOfSite(call.site.id), eq(documents.id, id)));
        return { moved: true };
      }),
  ),
  "headersFooters.remove": siteOperation(
    "pages.arrange",
    { headerFooter },
    async (call, input: { headerFooter: string }) =>
      inTransaction(call.context.db, async (tx) => {
        const row = await headerFooterRow(tx, call.site.id, input.headerFooter);
        if (row.id === row.kind)
          throw fieldProblem("headerFooter", "The first one stays. Say by its rules where it stands.");
        await tx
          .update(documents)
          .set({ removedAt: call.context.now() })
          .where(and(eq(documents.siteId, call.site.id), eq(documents.id, row.id)));
        return { removed: row.id };
      }),
  ),
  /** Takes its removal back. */
  "headersFooters.restore": siteOperation(
    "pages.arrange",
    { headerFooter },
    async (call, input: { headerFooter: string }) =>
      inTransaction(call.context.db, async (tx) => {
        const at = and(
          eq(documents.siteId, call.site.id),
          eq(documents.id, input.headerFooter),
          inArray(documents.kind, [...headerFooterKinds]),
        );
        const [row] = await tx.select({ kind: documents.kind }).from(documents).where(at);
        if (!row) throw notFound("This header or footer");
        const [last] = await tx
          .select({ position: max(documents.position) })
          .from(documents)
          .where(and(headersFootersOfSite(call.site.id), eq(documents.kind, row.kind)));
        await tx
          .update(documents)
          .set({ removedAt: null, position: (last?.position ?? -1) + 1 })
          .where(at);
        return { id: input.headerFooter };
      }),
  ),
};
