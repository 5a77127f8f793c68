// Addresses that lead on: seen, added, taken away, and read from a list.
import { and, eq, inArray, isNull } from "drizzle-orm";
import Joi from "joi";
import Papa from "papaparse";
import { barePath, mostRedirects, redirectCircle, whereItLeads } from "@/core/site/redirects";
import { oldPathSchema, redirectTargetSchema } from "@/core/site/schema";
import { pagePath, type Redirect } from "@/core/site/site";
import { type Executor, inTransaction } from "@/data/connection";
import { documents } from "@/data/page/tables";
import { redirectsOf } from "@/data/site/queries";
import { redirects, sites } from "@/data/site/tables";
import { type SiteCall, siteOperation } from "../operation";
import { fieldProblem } from "../problem";

/** The pages of a site by their paths. */
async function pagesByPath(db: Executor, siteId: string): Promise<ReadonlyMap<string, { id: string; title: string }>> {
  const rows = await db
    .select({ id: documents.id, title: documents.title, slug: documents.slug })
    .from(documents)
    .where(and(eq(documents.siteId, siteId), eq(documents.kind, "page"), isNull(documents.removedAt)));
  return new Map(rows.map(({ id, title, slug }) => [pagePath({ slug: slug ?? "" }), { id, title }]));
}

interface Known {
  readonly pages: Awaited<ReturnType<typeof pagesByPath>>;
  readonly all: Map<string, Redirect>;
}

/** What stands against an address that leads on, at its field. */
export interface RedirectFault {
  readonly field: "from" | "to";
  readonly message: string;
}

const fault = (field: RedirectFault["field"], message: string): RedirectFault => ({ field, message });

/** An address as headers carry it: what is no ASCII percent-encoded (RFC 3987, section 3.1). */
const encoded = (address: string) =>
  address
    .trim()
    .replace(/\p{Surrogate}/gu, "\uFFFD")
    .replace(/[^!-~]/gu, (letter) => encodeURIComponent(letter));

/** A redirect from what a person wrote; or why it can't be. `to` a page's path names the page, so that it follows. */
function judged(known: Known, given: { from: string; to: string }): Redirect | RedirectFault {
  const read = oldPathSchema.required().validate(barePath(encoded(given.from)));
  if (read.error) return fault("from", read.error.message.replaceAll('"', "”"));
  const from = read.value as string;
  const target = redirectTargetSchema.required().validate(encoded(given.to));
  if (target.error) return fault("to", target.error.message.replaceAll('"', "”"));
  const here = known.pages.get(from);
  if (here) return fault("from", `The page “${here.title}” stands at ${from}. Give it another address first.`);
  const to = target.value as string;
  const page = to.startsWith("/") ? known.pages.get(barePath(to)) : undefined;
  const redirect: Redirect = page ? { from, page: page.id } : { from, to: to.startsWith("/") ? barePath(to) : to };
  const circle = redirectCircle(
    [...[...known.all.values()].filter((one) => one.from !== from), redirect],
    new Set(known.pages.keys()),
  );
  return circle ? fault("to", `This would lead in a circle: ${circle.join(" › ")}.`) : redirect;
}

const isFault = (one: Redirect | RedirectFault): one is RedirectFault => "field" in one;

/** What of a site redirects are judged by, for whoever changes them next: others wait. */
async function lockKnown(tx: Executor, call: SiteCall): Promise<Known> {
  await tx.select({ id: sites.id }).from(sites).where(eq(sites.id, call.site.id)).for("update");
  const all = await redirectsOf(tx, call.site.id);
  return { pages: await pagesByPath(tx, call.site.id), all: new Map(all.map((one) => [one.from, one])) };
}

const store = (tx: Executor, call: SiteCall, rows: readonly Redirect[]) =>
  rows.length
    ? tx.insert(redirects).values(
        rows.map(({ from, page = null, to = null }) => ({
          siteId: call.site.id,
          from,
          page,
          to,
          createdAt: call.context.now(),
        })),
      )
    : null;

export interface ImportedRedirects {
  readonly added: number;
  /** Lines that say what is known already. */
  readonly same: number;
  /** Lines that were not taken, each with why. */
  readonly refused: readonly {
    readonly line: number;
    readonly from: string;
    readonly to: string;
    readonly why: string;
  }[];
}

interface Row {
  /** Of the file, from 1. */
  readonly line: number;
  readonly from: string;
  readonly to: string;
}

const headings = new Set(["from", "to", "old", "new", "source", "target"]);

/** Rows of a CSV file (RFC 4180) with two columns; a first line that names them is passed over. */
export function readRedirects(csv: string): readonly Row[] {
  const { data } = Papa.parse<string[]>(csv.replace(/^\uFEFF/, ""), { skipEmptyLines: false });
  return data.flatMap((cells, index) => {
    const [from = "", to = ""] = cells.map((cell) => cell.trim());
    return (!from && !to) || (index === 0 && headings.has(from.toLowerCase())) ? [] : [{ line: index + 1, from, to }];
  });
}

/** Takes in what lines of a list say, one after the other; a line that can't be leaves the others alone. */
function takeIn(known: Known, rows: readonly Row[]): ImportedRedirects & { readonly fresh: readonly Redirect[] } {
  const fresh: Redirect[] = [];
  const refused: { line: number; from: string; to: string; why: string }[] = [];
  let same = 0;
  for (const row of rows) {
    const one = judged(known, row);
    const why = isFault(one)
      ? one.message
      : known.all.size >= mostRedirects
        ? `A site has at most ${mostRedirects} of them.`
        : whyTaken(known, one);
    if (why === "same") same += 1;
    else if (why !== null) refused.push({ ...row, why });
    else if (!isFault(one)) {
      known.all.set(one.from, one);
      fresh.push(one);
    }
  }
  return { added: fresh.length, same, refused, fresh };
}

function whyTaken(known: Known, one: Redirect): "same" | string | null {
  const before = known.all.get(one.from);
  if (!before) return null;
  return before.page === one.page && before.to === one.to
    ? "same"
    : `${one.from} leads somewhere else already. Take that away first.`;
}

const from = oldPathSchema.required();

export const redirectOperations = {
  /** Every address that leads on, with the page it leads to or where else, and where it ends. */
  "redirects.list": siteOperation("site.read", {}, async ({ context, site }) => {
    const all = await redirectsOf(context.db, site.id);
    const pages = await pagesByPath(context.db, site.id);
    const paths = new Map([...pages].map(([path, { id }]) => [id, path]));
    return {
      redirects: all.map((one) => ({
        from: one.from,
        page: one.page ?? null,
        to: one.page === undefined ? (one.to ?? "") : (paths.get(one.page) ?? null),
        ends: whereItLeads(all, one.from, (id) => paths.get(id)),
      })),
    };
  }),
  "redirects.add": siteOperation(
    "pages.arrange",
    { from: Joi.string().max(400).required(), to: Joi.string().max(600).required() },
    async (call, input: { from: string; to: string }) =>
      inTransaction(call.context.db, async (tx) => {
        const known = await lockKnown(tx, call);
        const one = judged(known, input);
        if (isFault(one)) throw fieldProblem(one.field, one.message);
        const why = whyTaken(known, one);
        if (why !== null && why !== "same") throw fieldProblem("from", why);
        if (known.all.size >= mostRedirects) throw fieldProblem("from", `A site has at most ${mostRedirects} of them.`);
        if (why === null) await store(tx, call, [one]);
        return { from: one.from };
      }),
  ),
  "redirects.remove": siteOperation("pages.arrange", { from }, async (call, input: { from: string }) => {
    await call.context.db
      .delete(redirects)
      .where(and(eq(redirects.siteId, call.site.id), inArray(redirects.from, [input.from])));
    return { removed: input.from };
  }),
  /** Lines of a CSV file with two columns. What can't be taken is told line by line; the rest is. */
  "redirects.import": siteOperation(
    "pages.arrange",
    { csv: Joi.string().max(500_000).required().messages({ "string.empty": "The file is empty." }) },
    async (call, input: { csv: string }): Promise<ImportedRedirects> => {
      const rows = readRedirects(input.csv);
      if (!rows.length)
        throw fieldProblem("csv", "There is no line with two columns in it: an old path, and where it leads.");
      if (rows.length > mostRedirects) throw fieldProblem("csv", `At most ${mostRedirects} lines at once.`);
      return inTransaction(call.context.db, async (tx) => {
        const { fresh, ...told } = takeIn(await lockKnown(tx, call), rows);
        await store(tx, call, fresh);
        return { ...told, refused: told.refused.slice(0, 200) };
      });
    },
  ),
};
