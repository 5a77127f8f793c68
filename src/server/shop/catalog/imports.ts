// Products from a table: read, mapped, planned line by line, done by a job that can be left and taken up again, and taken back whole.
// Nothing is changed before somebody has seen the plan; what somebody else changed since stays theirs.
import { and, asc, count, desc, eq, getTableColumns, inArray, isNull } from "drizzle-orm";
import Joi from "joi";
import Papa from "papaparse";
import { type LineOutcome, linesShown, summaryOf } from "@/core/catalog/plan";
import { emptyFrame, type Product } from "@/core/catalog/product";
import { catalogLimits } from "@/core/catalog/schema";
import { type Mapping, mappingFor, mostColumns, mostLines, tableColumns, tableLines } from "@/core/catalog/table";
import { idSchema } from "@/core/input/text";
import { widgetsOfKind } from "@/core/widget/settings";
import { type Executor, inTransaction, isDuplicate } from "@/data/connection";
import { shopCatalogs, shopImportSteps, shopImports, shopProducts, shopVariants } from "@/data/shop/tables";
import { widgetsOf } from "@/data/site/queries";
import { media, sites } from "@/data/site/tables";
import { realNow } from "@/server/bytes/store";
import type { Context } from "@/server/context";
import { queueJob } from "@/server/job/queue";
import type { JobRun } from "@/server/job/run";
import { takePoint } from "@/server/limit";
import { type SiteCall, siteOperation } from "@/server/operation";
import { conflict, fieldProblem, notFound, Problem } from "@/server/problem";
import { sandboxed } from "@/server/sandbox/sandbox";
import { loadGoods } from "./goods";
import { makeProducts } from "./make-many";
import { type Command, keepFrame, keepProduct, makeProduct, setStock } from "./products";

/** The largest table that is taken, in bytes. */
export const largestTable = 16 * 2 ** 20;
/** So many products are done in one transaction: what a process that dies leaves is whole. */
const atOnce = 50;

type ImportRow = typeof shopImports.$inferSelect;
type StepRow = typeof shopImportSteps.$inferSelect;

/** Takes a table in; answers its id. Nothing of it is done. */
export async function readTable(call: SiteCall, name: string, bytes: Uint8Array): Promise<{ import: string }> {
  const { context, site, account } = call;
  if (bytes.length > largestTable) throw fieldProblem("file", "A table has at most 16 MB. Send it in parts.");
  const found = await sandboxed(context.settings, "table", { file: bytes }, {});
  if ("givenUp" in found) throw fieldProblem("file", "This table takes too long to be read. Send it in parts.");
  if (!found.answer.ok) throw new Problem(422, "invalid", found.answer.faults[0]?.message ?? "", found.answer.faults);
  const { headers, rows, guessed } = found.answer.value;
  const [frame] = await context.db.select().from(shopCatalogs).where(eq(shopCatalogs.siteId, site.id));
  const [last] = await context.db
    .select({ headers: shopImports.headers, mapping: shopImports.mapping })
    .from(shopImports)
    .where(eq(shopImports.siteId, site.id))
    .orderBy(desc(shopImports.createdAt))
    .limit(1);
  // A table with the same headers is read as the last one was.
  const known = last?.headers.join("\t") === headers.join("\t") ? last.mapping : null;
  const id = context.newId();
  await context.db.insert(shopImports).values({
    siteId: site.id,
    id,
    name: name.slice(-200),
    headers,
    example: rows[0] ?? [],
    lineCount: rows.length,
    rows,
    guessed,
    mapping: known ?? mappingFor(headers, frame?.frame ?? emptyFrame),
    state: "read",
    createdBy: account.id,
    createdAt: context.now(),
    changedAt: context.now(),
  });
  return { import: id };
}

/** The whole catalog as CSV (RFC 4180). */
export async function* goodsCsv({ context, site }: SiteCall): AsyncGenerator<string> {
  const goods = (await loadGoods(context.db, site.id)) ?? { frame: emptyFrame, products: [], stock: {} };
  const names = new Map(
    (await context.db.select({ hash: media.hash, name: media.name }).from(media).where(eq(media.siteId, site.id))).map(
      ({ hash, name }) => [hash, name],
    ),
  );
  let lines: (readonly string[])[] = [];
  const written = () => `${Papa.unparse(lines as string[][], { newline: "\r\n", escapeFormulae: true })}\r\n`;
  for (const line of tableLines(goods, site.settings.currency, (hash) => names.get(hash) ?? "")) {
    lines.push(line);
    if (lines.length < 500) continue;
    yield written();
    lines = [];
  }
  if (lines.length) yield written();
}

const { rows: _rows, lines: _lines, frame: _frame, ...light } = getTableColumns(shopImports);

/** An import without what is only read to be planned, to be done, or a page at a time. */
async function importOf({ context, site }: Pick<SiteCall, "context" | "site">, id: string) {
  const [row] = await context.db
    .select(light)
    .from(shopImports)
    .where(and(eq(shopImports.siteId, site.id), eq(shopImports.id, id)));
  if (!row) throw notFound("This table", "import");
  return row;
}

/** A further page of what the lines would do. */
async function linesFrom({ context, site }: SiteCall, id: string, from: number): Promise<readonly LineOutcome[]> {
  const [row] = await context.db
    .select({ lines: shopImports.lines })
    .from(shopImports)
    .where(and(eq(shopImports.siteId, site.id), eq(shopImports.id, id)));
  return row?.lines?.slice(from, from + linesShown) ?? [];
}

const mappingSchema: Joi.ObjectSchema<Mapping> = Joi.object<Mapping>({
  columns: Joi.object(
    Object.fromEntries(
      tableColumns.map((column) => [
        column,
        Joi.number()
          .integer()
          .min(0)
          .max(mostColumns - 1),
      ]),
    ),
  ).required(),
  attributes: Joi.object()
    .pattern(
      idSchema,
      Joi.number()
        .integer()
        .min(0)
        .max(mostColumns - 1),
    )
    .max(catalogLimits.attributes)
    .required(),
});

/** Brings an import from one of some states into another; 409 where it is in none of them. */
async function turn(
  tx: Executor,
  row: Pick<ImportRow, "siteId" | "id">,
  from: readonly ImportRow["state"][],
  to: ImportRow["state"],
) {
  const [done] = await tx
    .update(shopImports)
    .set({ state: to, problem: "", changedAt: realNow() })
    .where(and(eq(shopImports.siteId, row.siteId), eq(shopImports.id, row.id), inArray(shopImports.state, [...from])));
  if (done.affectedRows !== 1)
    throw conflict("importBusy", "This table is being worked on, or was done already. Look at it anew.");
}

async function begin(
  call: SiteCall,
  id: string,
  from: readonly ImportRow["state"][],
  to: ImportRow["state"],
  command: string,
) {
  const row = await importOf(call, id);
  const job = await inTransaction(call.context.db, async (tx) => {
    await turn(tx, row, from, to);
    return queueJob(tx, {
      kind: "goods",
      siteId: call.site.id,
      payload: { import: id, command },
      onlyOne: `goods:${id}`,
    });
  });
  call.context.jobQueued();
  return { job };
}

const importId = idSchema.required();

export const importOperations = {
  /** The tables that came in, the newest first. */
  "shop.imports": siteOperation("site.read", {}, async ({ context, site }) => ({
    imports: (
      await context.db
        .select({ id: shopImports.id, name: shopImports.name, state: shopImports.state, at: shopImports.createdAt })
        .from(shopImports)
        .where(eq(shopImports.siteId, site.id))
        .orderBy(desc(shopImports.createdAt))
        .limit(20)
    ).map(({ at, ...row }) => ({ ...row, at: at.toISOString() })),
  })),
  /** One table: its headers with a line of each as an example, how it is read, what it would do, and how far that is. */
  "shop.import": siteOperation(
    "site.read",
    { import: importId, from: Joi.number().integer().min(0).max(mostLines).default(0) },
    async (call, input: { import: string; from: number }) => {
      const row = await importOf(call, input.import);
      const steps = await call.context.db
        .select({ state: shopImportSteps.state, all: count() })
        .from(shopImportSteps)
        .where(and(eq(shopImportSteps.siteId, call.site.id), eq(shopImportSteps.importId, row.id)))
        .groupBy(shopImportSteps.state);
      return {
        id: row.id,
        name: row.name,
        state: row.state,
        guessed: row.guessed,
        problem: row.problem,
        mapping: row.mapping,
        headers: row.headers,
        example: row.example,
        all: row.lineCount,
        does: row.told?.does ?? null,
        lines: input.from ? await linesFrom(call, row.id, input.from) : (row.told?.first ?? []),
        steps: Object.fromEntries(steps.map(({ state, all }) => [state, all])),
      };
    },
  ),
  /** Works out what the table would do, read in this way. */
  "shop.planImport": siteOperation(
    "widgets.change",
    { import: importId, mapping: mappingSchema.required() },
    async (call, input: { import: string; mapping: Mapping }) => {
      await takePoint(call.context, "heavyMember", call.account.id);
      const row = await importOf(call, input.import);
      if (input.mapping.columns.product === undefined && input.mapping.columns.sku === undefined)
        throw fieldProblem("mapping.columns.product", "Say at least in which column the name or the SKU stands.");
      await call.context.db
        .update(shopImports)
        .set({ mapping: input.mapping })
        .where(and(eq(shopImports.siteId, call.site.id), eq(shopImports.id, row.id)));
      return begin(call, row.id, ["read", "planned"], "planning", "plan");
    },
  ),
  /** Does what was planned. */
  "shop.runImport": siteOperation("widgets.change", { import: importId }, (call, input: { import: string }) =>
    begin(call, input.import, ["planned"], "running", "run"),
  ),
  /** Takes all of it back that nobody has changed since. */
  "shop.takeBackImport": siteOperation("widgets.change", { import: importId }, (call, input: { import: string }) =>
    begin(call, input.import, ["done"], "goingBack", "back"),
  ),
};

/** What is there of a product's variants. */
async function stockBefore(tx: Executor, siteId: string, product: string): Promise<Record<string, number | null>> {
  const rows = await tx
    .select({ id: shopVariants.id, stock: shopVariants.stock })
    .from(shopVariants)
    .where(and(eq(shopVariants.siteId, siteId), eq(shopVariants.productId, product)));
  return Object.fromEntries(rows.map(({ id, stock }) => [id, stock]));
}

async function plan(context: Context, row: ImportRow, run: JobRun): Promise<void> {
  const { db, settings } = context;
  const [site] = await db.select().from(sites).where(eq(sites.id, row.siteId));
  if (!site) return;
  const goods = (await loadGoods(db, row.siteId)) ?? { frame: emptyFrame, products: [], stock: {} };
  const [frame] = await db.select().from(shopCatalogs).where(eq(shopCatalogs.siteId, row.siteId));
  const [shop] = widgetsOfKind(await widgetsOf(db, row.siteId), "shop");
  const pictures = new Map(
    (
      await db
        .select({ name: media.name, hash: media.hash })
        .from(media)
        .where(and(eq(media.siteId, row.siteId), isNull(media.removedAt)))
    ).map(({ name, hash }) => [name.toLowerCase(), hash]),
  );
  const taxClasses = shop?.settings.tax.classes.map(({ id }) => id) ?? ["standard"];
  const asked = { rows: row.rows, mapping: row.mapping, goods, currency: site.settings.currency, taxClasses, pictures };
  const found = await sandboxed(settings, "goods", asked, {});
  const at = and(eq(shopImports.siteId, row.siteId), eq(shopImports.id, row.id));
  if ("givenUp" in found) {
    await db
      .update(shopImports)
      .set({ state: "read", problem: `This table could not be read: ${found.givenUp.message}.`.slice(0, 300) })
      .where(at);
    return;
  }
  const planned = found.answer;
  const known = new Map(
    (
      await db
        .select({ id: shopProducts.id, revision: shopProducts.revision })
        .from(shopProducts)
        .where(eq(shopProducts.siteId, row.siteId))
    ).map(({ id, revision }) => [id, revision]),
  );
  await db
    .delete(shopImportSteps)
    .where(and(eq(shopImportSteps.siteId, row.siteId), eq(shopImportSteps.importId, row.id)));
  for (let first = 0; first < planned.products.length; first += 100) {
    await db.insert(shopImportSteps).values(
      planned.products.slice(first, first + 100).map(({ product, made }, nth) => ({
        siteId: row.siteId,
        importId: row.id,
        position: first + nth,
        productId: product.id,
        made,
        after: product,
        stockAfter: Object.fromEntries(
          product.variants.flatMap(({ id }) => (planned.stock[id] === undefined ? [] : [[id, planned.stock[id]]])),
        ),
        stockBefore: {},
        revision: known.get(product.id) ?? 0,
        state: "waiting" as const,
      })),
    );
    await run.progress(first, planned.products.length);
  }
  await db
    .update(shopImports)
    .set({
      state: "planned",
      ...summaryOf(planned.lines),
      frame: { frame: planned.frame, revision: frame?.revision ?? 0 },
      changedAt: realNow(),
    })
    .where(at);
}

/** Does one product of a plan; answers how it stands then. */
async function doStep(tx: Executor, command: Command, step: StepRow): Promise<Partial<StepRow>> {
  const counted = async () => {
    for (const [variant, stock] of Object.entries(step.stockAfter))
      await setStock(tx, command, variant, stock, "import");
  };
  if (step.made) {
    await makeProduct(tx, command, step.after);
    await counted();
    return { state: "done", revision: 0 };
  }
  const [now] = await tx
    .select({ document: shopProducts.document })
    .from(shopProducts)
    .where(and(eq(shopProducts.siteId, command.siteId), eq(shopProducts.id, step.productId)))
    .for("update");
  const stock = await stockBefore(tx, command.siteId, step.productId);
  if (!now || !(await keepProduct(tx, command, step.after, step.revision)))
    return { state: "left", problem: "Somebody changed it meanwhile." };
  await counted();
  return { state: "done", before: now.document, stockBefore: stock, revision: step.revision + 1 };
}

/** Takes one product of an import back. */
async function undoStep(tx: Executor, command: Command, step: StepRow): Promise<Partial<StepRow>> {
  const mine = and(
    eq(shopProducts.siteId, command.siteId),
    eq(shopProducts.id, step.productId),
    eq(shopProducts.revision, step.revision),
    isNull(shopProducts.removedAt),
  );
  if (step.made) {
    const [gone] = await tx.update(shopProducts).set({ removedAt: command.now, changedAt: realNow() }).where(mine);
    return gone.affectedRows ? { state: "back" } : { state: "left", problem: "Somebody changed it meanwhile." };
  }
  if (!step.before || !(await keepProduct(tx, command, step.before as Product, step.revision)))
    return { state: "left", problem: "Somebody changed it meanwhile." };
  for (const [variant, stock] of Object.entries(step.stockBefore))
    if (stock !== null) await setStock(tx, command, variant, stock, "import");
  return { state: "back" };
}

/** Takes some steps together; false, and nothing done, where each has to be taken by itself. */
type Together = (tx: Executor, command: Command, steps: readonly StepRow[]) => Promise<Partial<StepRow> | false>;

/** New products are made together. */
const makeTogether: Together = async (tx, command, steps) => {
  const made = steps.map(({ after, stockAfter }) => ({ product: after, stock: stockAfter }));
  return (await makeProducts(tx, command, made)) && { state: "done", revision: 0 };
};

/** Thrown to take back what was begun. */
class EachByItself extends Error {}

/** Goes through the steps in one state, some in each transaction; a step that is refused is left, with its reason, and the others go on. */
async function walk(
  context: Context,
  row: ImportRow,
  run: JobRun,
  from: StepRow["state"],
  take: (tx: Executor, command: Command, step: StepRow) => Promise<Partial<StepRow>>,
  together: Together | null = null,
): Promise<void> {
  const command: Command = { siteId: row.siteId, by: row.createdBy, now: context.now() };
  const mine = and(eq(shopImportSteps.siteId, row.siteId), eq(shopImportSteps.importId, row.id));
  const [all] = await context.db.select({ all: count() }).from(shopImportSteps).where(mine);
  const waiting = () =>
    context.db
      .select()
      .from(shopImportSteps)
      .where(and(mine, eq(shopImportSteps.state, from)))
      .orderBy(asc(shopImportSteps.position))
      .limit(atOnce);
  const total = all?.all ?? 0;
  let left = total;
  /** Which of the steps are done once those that can be were taken together. */
  const takenTogether = async (steps: readonly StepRow[]): Promise<ReadonlySet<StepRow>> => {
    const made = steps.filter((step) => step.made);
    if (!together || made.length < 2) return new Set();
    const at = and(
      mine,
      inArray(
        shopImportSteps.position,
        made.map(({ position }) => position),
      ),
    );
    try {
      await inTransaction(context.db, async (tx) => {
        // Two processes at once, where one is believed dead: the rows are taken by one of them.
        const rows = await tx.select({ state: shopImportSteps.state }).from(shopImportSteps).where(at).for("update");
        const done = rows.every(({ state }) => state === from) && (await together(tx, command, made));
        if (!done) throw new EachByItself();
        await tx.update(shopImportSteps).set(done).where(at);
      });
      return new Set(made);
    } catch (error) {
      if (!(error instanceof EachByItself) && !isDuplicate(error)) throw error;
      return new Set();
    }
  };
  for (let steps = await waiting(); steps.length; steps = await waiting()) {
    const taken = await takenTogether(steps);
    for (const step of steps) {
      if (taken.has(step)) continue;
      const at = and(mine, eq(shopImportSteps.position, step.position));
      try {
        await inTransaction(context.db, async (tx) => {
          // Two processes at once, where one is believed dead: the row is taken by one of them.
          const [still] = await tx
            .select({ state: shopImportSteps.state })
            .from(shopImportSteps)
            .where(at)
            .for("update");
          if (still?.state !== from) return;
          await tx
            .update(shopImportSteps)
            .set(await take(tx, command, step))
            .where(at);
        });
      } catch (error) {
        if (!(error instanceof Problem)) throw error;
        const problem = (error.fields[0]?.message ?? error.message).slice(0, 300);
        await context.db.update(shopImportSteps).set({ state: "left", problem }).where(at);
      }
    }
    left -= steps.length;
    await run.progress(Math.max(0, total - left), total);
  }
}

const commands: Readonly<Record<string, (context: Context, row: ImportRow, run: JobRun) => Promise<void>>> = {
  plan,
  run: async (context, row, run) => {
    const command: Command = { siteId: row.siteId, by: row.createdBy, now: context.now() };
    const { frame } = row;
    // Categories first: products name them. Where somebody changed those since, only what the plan added is added.
    if (frame)
      await inTransaction(context.db, async (tx) => {
        const [now] = await tx.select().from(shopCatalogs).where(eq(shopCatalogs.siteId, row.siteId)).for("update");
        const there = new Set((now?.frame ?? emptyFrame).categories.map(({ id }) => id));
        const added = frame.frame.categories.filter(({ id }) => !there.has(id));
        const base = now?.frame ?? emptyFrame;
        if (added.length)
          await keepFrame(tx, command, { ...base, categories: [...base.categories, ...added] }, now?.revision ?? 0);
      });
    await walk(context, row, run, "waiting", doStep, makeTogether);
    await turn(context.db, row, ["running"], "done");
  },
  back: async (context, row, run) => {
    await walk(context, row, run, "done", undoStep);
    await turn(context.db, row, ["goingBack"], "back");
  },
};

/** The job: begun again after a process died, it goes on with what is still waiting. */
export async function goodsJob(context: Context, run: JobRun): Promise<void> {
  const { import: id = "", command = "" } = run.job.payload;
  const [row] = await context.db
    .select()
    .from(shopImports)
    .where(and(eq(shopImports.siteId, run.job.siteId ?? ""), eq(shopImports.id, id)));
  if (row) await commands[command]?.(context, row, run);
  await run.finish(context.db);
}
