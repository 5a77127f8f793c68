// Words over the whole site: found, replaced in one command, and taken back in one.
import { and, asc, eq, inArray, isNull, ne } from "drizzle-orm";
import Joi from "joi";
import { mayAs } from "@/core/account/rights";
import { idSchema } from "@/core/input/text";
import { applyEdit, applyEdits, type Edit } from "@/core/page/editing/edit";
import { rebase } from "@/core/page/editing/rebase";
import { editsSchema } from "@/core/page/editing/schema";
import type { Definitions } from "@/core/page/shared/placement";
import { type Found, findIn, longestQuery, placeName, type Query, replaceEdits } from "@/core/page/words/find";
import { withLineIds } from "@/core/page/words/words";
import { type Executor, inTransaction } from "@/data/connection";
import { documents } from "@/data/page/tables";
import { type SiteCall, siteOperation } from "../operation";
import { conflict } from "../problem";
import { lineSince, storeBatch } from "./edits";
import { sharedOf } from "./shared";

/** So many places are shown, and so many are replaced at once. */
export const mostShown = 500;
export const mostReplaced = 2000;
/** So many bodies are in memory at once. */
const atOnce = 50;

const queryFields = {
  text: Joi.string().min(1).max(longestQuery).required().messages({ "string.empty": "Write the words to be found." }),
  matchCase: Joi.boolean().required(),
  wholeWords: Joi.boolean().required(),
};

export interface FoundOnSite extends Found {
  readonly document: string;
}

/** Documents whose words somebody may change: those of shared sections are a designer's. */
const mine = (call: SiteCall) =>
  and(
    eq(documents.siteId, call.site.id),
    isNull(documents.removedAt),
    mayAs(call.role, "designer") ? undefined : ne(documents.kind, "shared"),
  );

async function* bodies(tx: Executor, call: SiteCall, lock: boolean) {
  const rows = await tx
    .select({ id: documents.id, title: documents.title, kind: documents.kind })
    .from(documents)
    .where(mine(call))
    .orderBy(asc(documents.position), asc(documents.id));
  for (let at = 0; at < rows.length; at += atOnce) {
    const some = rows.slice(at, at + atOnce);
    const query = tx
      .select({ id: documents.id, body: documents.body, revision: documents.revision })
      .from(documents)
      .where(
        and(
          mine(call),
          inArray(
            documents.id,
            some.map(({ id }) => id),
          ),
        ),
      );
    const read = new Map((await (lock ? query.for("update") : query)).map((row) => [row.id, row]));
    for (const row of some) {
      const found = read.get(row.id);
      if (found) yield { ...row, body: withLineIds(found.body), revision: found.revision };
    }
  }
}

/** What the site's shared sections are: pages fill words into them. */
async function definitionsHere(tx: Executor, call: SiteCall): Promise<Definitions> {
  const rows = await tx
    .select({ id: documents.id, body: documents.body })
    .from(documents)
    .where(sharedOf(call.site.id));
  return new Map(rows.map(({ id, body }) => [id, body]));
}

interface Replaced {
  readonly document: string;
  /** Of the document once they are replaced. */
  readonly revision: number;
  /** Edits that take it back from there. */
  readonly inverses: readonly Edit[];
}

export const findOperations = {
  "pages.find": siteOperation(
    "site.read",
    queryFields,
    async (call, query: Query) => {
      const places: FoundOnSite[] = [];
      const titles: { document: string; title: string; kind: string }[] = [];
      const shared = await definitionsHere(call.context.db, call);
      let all = 0;
      for await (const { id, title, kind, body } of bodies(call.context.db, call, false)) {
        const before = all;
        for (const found of findIn(body, query, shared)) {
          all += 1;
          if (places.length < mostShown) places.push({ ...found, document: id });
        }
        if (all > before) titles.push({ document: id, title, kind });
      }
      return { places, documents: titles, all };
    },
    { whole: "pages.find" },
  ),
  /** Replaces them on the whole site, at once or not at all; `left` names places that stay as they are. */
  "pages.replace": siteOperation(
    "words.write",
    {
      ...queryFields,
      put: Joi.string().allow("").max(longestQuery).required(),
      left: Joi.array()
        .items(Joi.object({ document: idSchema.required(), place: Joi.string().max(140).required() }))
        .max(mostShown)
        .required(),
    },
    async (
      call,
      input: Query & { put: string; left: readonly { readonly document: string; readonly place: string }[] },
    ) => {
      const { put, left, ...query } = input;
      return inTransaction(call.context.db, async (tx) => {
        const done: Replaced[] = [];
        const shared = await definitionsHere(tx, call);
        let places = 0;
        for await (const { id, body, revision } of bodies(tx, call, true)) {
          const stay = new Set(left.filter(({ document }) => document === id).map(({ place }) => place));
          const edits = replaceEdits(body, query, put, shared, stay);
          if (!edits.length) continue;
          places += [...findIn(body, query, shared)].filter((found) => !stay.has(placeName(found))).length;
          if (places > mostReplaced)
            throw conflict(
              "tooManyPlaces",
              `These words stand in more than ${mostReplaced} places. Look for more of them at once, or replace page by page.`,
            );
          const { inverses } = applyEdits(body, edits);
          await storeBatch(tx, call, { document: id, batch: call.context.newId(), base: revision, edits });
          done.push({ document: id, revision: revision + 1, inverses });
        }
        return { places, documents: done };
      });
    },
    { whole: "pages.replace" },
  ),
  /** Takes replaced words back, carried over what others wrote since. */
  "pages.replaceBack": siteOperation(
    "words.write",
    {
      documents: Joi.array()
        .items(
          Joi.object({
            document: idSchema.required(),
            revision: Joi.number().integer().min(0).required(),
            edits: editsSchema.max(mostReplaced).required(),
          }),
        )
        .min(1)
        .max(mostReplaced)
        .required(),
    },
    async (call, input: { documents: readonly { document: string; revision: number; edits: Edit[] }[] }) => {
      let lost = 0;
      for (const one of [...input.documents].sort((a, b) => a.document.localeCompare(b.document))) {
        const line = await lineSince(call, one.document, one.revision);
        lost += await inTransaction(call.context.db, async (tx) => {
          const [row] = await tx
            .select({ body: documents.body, revision: documents.revision })
            .from(documents)
            .where(and(mine(call), eq(documents.id, one.document)))
            .for("update");
          // Removed since: there is nothing to take back on it.
          if (!row) return one.edits.length;
          let page = withLineIds(row.body);
          const carried = rebase(
            one.edits,
            line.flatMap(({ edits }) => edits),
            (edit) => {
              const outcome = applyEdit(page, edit);
              if (!outcome.ok) return outcome;
              page = outcome.value.page;
              return { ok: true, value: outcome.value.edit };
            },
          );
          const edits = carried.edits.flat();
          if (edits.length)
            await storeBatch(tx, call, {
              document: one.document,
              batch: call.context.newId(),
              base: row.revision,
              edits,
            });
          return carried.lost.length;
        });
      }
      return { lost };
    },
  ),
};
