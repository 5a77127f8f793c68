// Erasing a person from a site: from every kind of widget, and from the letters.
import { and, desc, eq, like, or, sql } from "drizzle-orm";
import { mailSchema } from "@/core/input/text";
import { type Executor, inTransaction } from "@/data/connection";
import { mails } from "@/data/mail/tables";
import { escapeLike } from "@/data/text";
import { siteOperation } from "../operation";
import { notFound } from "../problem";
import { noteOn } from "../security/events";
import { mostDone } from "../widget/half";
import { everythingOf, forgetIn } from "./done";

/** Their own letters, and those to the business that name them. */
export async function eraseLetters(tx: Executor, siteId: string, email: string): Promise<number> {
  const [letters] = await tx
    .delete(mails)
    .where(
      and(
        eq(mails.siteId, siteId),
        or(
          sql`lower(${mails.recipient}) = ${email}`,
          sql`lower(${mails.person}) = ${email}`,
          like(mails.text, `%<${escapeLike(email)}>%`),
        ),
      ),
    );
  return letters.affectedRows;
}

export const personOperations = {
  /** Everything that somebody did here and was written, the newest first. */
  "desk.person": siteOperation(
    "visitors.read",
    { email: mailSchema.required() },
    async ({ context, site }, { email }: { email: string }) => {
      const done = await everythingOf({ context, site, email, language: "en-GB" });
      const letters = await context.db
        .select({ id: mails.id, at: mails.createdAt, subject: mails.subject, channel: mails.channel })
        .from(mails)
        .where(and(eq(mails.siteId, site.id), eq(mails.recipient, email)))
        .orderBy(desc(mails.createdAt))
        .limit(mostDone);
      return {
        done: done.map(({ at, path: _path, files: _files, address: _address, ...one }) => ({
          ...one,
          at: at.toISOString(),
        })),
        letters: letters.map(({ at, ...one }) => ({ ...one, at: at.toISOString() })),
      };
    },
  ),
  /** Forgets a person; answers how much of what was erased: signups, bookings, mails. */
  "desk.erase": siteOperation(
    "visitors.change",
    { email: mailSchema.required() },
    async (call, input: { email: string }) =>
      inTransaction(call.context.db, async (tx) => {
        const erased = await forgetIn(tx, call.site.id, input.email);
        erased.mails = await eraseLetters(tx, call.site.id, input.email);
        if (!Object.values(erased).some((count) => count > 0)) throw notFound(`Nothing about ${input.email}`, "email");
        // That somebody was erased, not who.
        await noteOn(call, "personErased", tx);
        return erased;
      }),
  ),
};
