// What a business notes of its clients: written by members, found by the client's mail address, erased with them.
import { and, count, desc, eq } from "drizzle-orm";
import Joi from "joi";
import { mailSchema } from "@/core/input/text";
import { clientNotes } from "@/data/booking/tables";
import { type Executor, inTransaction } from "@/data/connection";
import { announce } from "@/data/event/outbox";
import { siteOperation } from "../operation";
import { conflict, notFound } from "../problem";

/** The most notes of one client. */
const mostNotes = 100;

const of = (siteId: string, email: string) => and(eq(clientNotes.siteId, siteId), eq(clientNotes.email, email));

/** The notes of a client, the newest first. */
export const notesOf = async (db: Executor, siteId: string, email: string) =>
  (
    await db
      .select({
        id: clientNotes.id,
        words: clientNotes.words,
        author: clientNotes.author,
        at: clientNotes.createdAt,
      })
      .from(clientNotes)
      .where(of(siteId, email))
      .orderBy(desc(clientNotes.createdAt), desc(clientNotes.id))
      .limit(mostNotes)
  ).map(({ at, ...note }) => ({ ...note, at: at.toISOString() }));

/** Every open Desk shows it. */
const told = (tx: Executor, siteId: string) => announce(tx, siteId, "desk", { of: "booking", arrival: false });

export const noteOperations = {
  /** Notes something of a client; 409 for more than anybody reads. */
  "booking.note": siteOperation(
    "visitors.change",
    {
      email: mailSchema.required(),
      words: Joi.string().trim().min(1).max(1000).required().messages({
        "string.empty": "Write what is to be noted.",
        "string.max": "At most 1,000 characters.",
      }),
    },
    async ({ context, site, account }, { email, words }: { email: string; words: string }) =>
      inTransaction(context.db, async (tx) => {
        const [known] = await tx.select({ all: count() }).from(clientNotes).where(of(site.id, email)).for("update");
        if ((known?.all ?? 0) >= mostNotes)
          throw conflict("tooManyNotes", `There are ${mostNotes} notes of this client. Remove some that are old.`);
        const note = { siteId: site.id, id: context.newId(), email, words, createdAt: context.now() };
        await tx.insert(clientNotes).values({ ...note, author: account.name.slice(0, 120) });
        await told(tx, site.id);
        return { id: note.id };
      }),
  ),
  "booking.noteRemove": siteOperation(
    "visitors.change",
    { note: Joi.string().max(24).required() },
    async ({ context, site }, { note }: { note: string }) =>
      inTransaction(context.db, async (tx) => {
        const [gone] = await tx
          .delete(clientNotes)
          .where(and(eq(clientNotes.siteId, site.id), eq(clientNotes.id, note)));
        if (!gone.affectedRows) throw notFound("This note");
        await told(tx, site.id);
        return {};
      }),
  ),
};
