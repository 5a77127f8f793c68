// One change of many products: planned as a table is, so that it is seen before it is done, can be left, and is taken back whole.
import { and, asc, eq, inArray } from "drizzle-orm";
import Joi from "joi";
import { type BulkChange, bulkChanged } from "@/core/catalog/bulk";
import { type LineOutcome, summaryOf } from "@/core/catalog/plan";
import { priceRange } from "@/core/catalog/price";
import { emptyFrame, type Product, productStates } from "@/core/catalog/product";
import { catalogLimits } from "@/core/catalog/schema";
import { idSchema } from "@/core/input/text";
import { moneyWords } from "@/core/money/money";
import { largestAmount } from "@/core/money/read";
import { inTransaction } from "@/data/connection";
import { shopCatalogs, shopImportSteps, shopImports, shopProducts, shopVariants } from "@/data/shop/tables";
import { takePoint } from "@/server/limit";
import { type SiteCall, siteOperation } from "@/server/operation";
import { fieldProblem } from "@/server/problem";
import { type ProductsAsked, productsLike } from "../operations";

/** So many are read, and so many written down, at a time. */
const atOnce = 200;

const stateWords = { draft: "a draft", on: "on", off: "off" } as const;

const value = Joi.number()
  .integer()
  .invalid(0)
  .required()
  .messages({ "any.invalid": "Say by how much.", "any.required": "Say by how much." });

const forms: { readonly [W in BulkChange["what"]]: Joi.ObjectSchema } = {
  price: Joi.object({
    what: "price",
    by: Joi.string().valid("percent", "amount").required(),
    value: value
      .min(-largestAmount)
      .max(largestAmount)
      .when("by", {
        is: "percent",
        then: value.min(-100_000).max(1_000_000).messages({
          "number.min": "More than all of it can’t be taken off.",
          "number.max": "At most 1,000 per cent more.",
        }),
      }),
    step: Joi.number().valid(1, 5, 10, 50, 100).required(),
    tellsEarlier: Joi.boolean().required(),
  }),
  category: Joi.object({
    what: "category",
    category: idSchema.required(),
    command: Joi.string().valid("add", "remove").required(),
  }),
  state: Joi.object({
    what: "state",
    state: Joi.string()
      .valid(...productStates)
      .required(),
  }),
  stock: Joi.object({
    what: "stock",
    value: Joi.number().precision(3).min(0).max(catalogLimits.stock).required().messages({
      "number.min": "Less than nothing can’t be there.",
      "number.max": "At most a million are counted.",
    }),
  }),
};

const change = Joi.alternatives()
  .conditional(".what", {
    switch: Object.entries(forms).map(([what, form]) => ({ is: what, then: form })),
    otherwise: Joi.object({
      what: Joi.string()
        .valid(...Object.keys(forms))
        .required(),
    }).unknown(),
  })
  .required();

interface BulkAsked extends Pick<ProductsAsked, "words" | "state"> {
  /** Those that were chosen; null for all that are found. */
  readonly products: readonly string[] | null;
  readonly change: BulkChange;
}

type Said = { readonly [W in BulkChange["what"]]: (before: Product, after: Product) => string };

/** A plan of a change: its lines as they are told, and its steps. */
async function planned(call: SiteCall, { products: chosen, words, state, change: asked }: BulkAsked) {
  const { context, site } = call;
  const { db } = context;
  const [row] = await db.select().from(shopCatalogs).where(eq(shopCatalogs.siteId, site.id));
  const { categories } = row?.frame ?? emptyFrame;
  const nameOf = (id: string) => categories.find((one) => one.id === id)?.name;
  if (asked.what === "category" && !nameOf(asked.category))
    throw fieldProblem("change.category", "This category is not there any more.");
  const money = (amount: number) => moneyWords({ amount, currency: site.settings.currency }, "en-GB");
  const price = (product: Product) => {
    const { least, most } = priceRange(product);
    return least === most ? money(least) : `${money(least)} to ${money(most)}`;
  };
  const says: Said = {
    price: (before, after) => `${price(before)} → ${price(after)}`,
    category: (before, after) =>
      [before, after].map((one) => one.categories.flatMap((id) => nameOf(id) ?? []).join(", ") || "none").join(" → "),
    state: (before, after) => `${stateWords[before.state]} → ${stateWords[after.state]}`,
    stock: () => (asked.what === "stock" ? `${asked.value} of each` : ""),
  };
  const mine = and(productsLike(site.id, { words, state }), chosen ? inArray(shopProducts.id, [...chosen]) : undefined);
  const lines: LineOutcome[] = [];
  const steps: {
    readonly product: Product;
    readonly revision: number;
    readonly stock: Readonly<Record<string, number>>;
  }[] = [];
  for (let at = 0; ; at += atOnce) {
    const rows = await db
      .select({ product: shopProducts.document, revision: shopProducts.revision })
      .from(shopProducts)
      .where(mine)
      .orderBy(asc(shopProducts.position), asc(shopProducts.id))
      .limit(atOnce)
      .offset(at);
    const ids = rows.map(({ product }) => product.id);
    const there = ids.length
      ? await db
          .select({ id: shopVariants.id, stock: shopVariants.stock })
          .from(shopVariants)
          .where(and(eq(shopVariants.siteId, site.id), inArray(shopVariants.productId, ids)))
      : [];
    const stock = Object.fromEntries(there.map((one) => [one.id, one.stock]));
    for (const { product, revision } of rows) {
      const done = bulkChanged(product, stock, asked);
      const line = { line: lines.length + 1, product: product.name };
      if ("fault" in done) lines.push({ ...line, does: "refuse", faults: [{ column: "", message: done.fault }] });
      else if (done.same) lines.push({ ...line, does: "same", faults: [] });
      else {
        lines.push({ ...line, does: "change", faults: [], says: says[asked.what](product, done.product) });
        steps.push({ product: done.product, revision, stock: done.stock });
      }
    }
    if (rows.length < atOnce) return { lines, steps };
  }
}

const titles: { readonly [W in BulkChange["what"]]: string } = {
  price: "Prices",
  category: "Categories",
  state: "States",
  stock: "Stock",
};

export const bulkOperations = {
  /** Plans one change of many products, as a table of its own: nothing is done before somebody has seen it. */
  "shop.bulk": siteOperation(
    "widgets.change",
    {
      products: Joi.array().items(idSchema).min(1).max(1000).unique().allow(null).required(),
      words: Joi.string().trim().allow("").max(80).required(),
      state: Joi.string()
        .valid("all", ...productStates)
        .required(),
      change,
    },
    async (call, input: BulkAsked) => {
      const { context, site, account } = call;
      await takePoint(context, "heavyMember", account.id);
      const { lines, steps } = await planned(call, input);
      if (!lines.length) throw fieldProblem("products", "No product is chosen.");
      const id = context.newId();
      await inTransaction(context.db, async (tx) => {
        await tx.insert(shopImports).values({
          ...{ siteId: site.id, id, headers: [], example: [], rows: [], lineCount: lines.length, guessed: false },
          ...{
            name: `${titles[input.change.what]} of ${lines.length === 1 ? "a product" : `${lines.length} products`}`,
            state: "planned" as const,
          },
          ...{ mapping: { columns: {}, attributes: {} }, ...summaryOf(lines) },
          ...{ createdBy: account.id, createdAt: context.now(), changedAt: context.now() },
        });
        for (let first = 0; first < steps.length; first += atOnce)
          await tx.insert(shopImportSteps).values(
            steps.slice(first, first + atOnce).map(({ product, revision, stock }, nth) => ({
              ...{ siteId: site.id, importId: id, position: first + nth, productId: product.id, made: false, revision },
              ...{ after: product, stockAfter: stock, stockBefore: {}, state: "waiting" as const },
            })),
          );
      });
      return { import: id };
    },
  ),
};
