// Erasing a person from a site: from every kind of widget, and from the letters.
import { and, eq, like, or, sql } from "drizzle-orm";
import { mailSchema } from "@/core/input/text";
import { type Executor, inTransaction } from "@/data/connection";
import { mails } from "@/data/mail/tables";
import { escapeLike } from "@/data/text";
import { siteOperation } from "../operation";
import { notFound } from "../problem";
import { noteOn } from "../security/events";
import { widgetServers } from "../widget/kinds";

/** Their own letters, and those to the business that name them. */
async function eraseLetters(tx: Executor, siteId: string, email: string): Promise<number> {
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
  /** Forgets a person; answers how much of what was erased: signups, bookings, mails. */
  "desk.erase": siteOperation(
    "visitors.change",
    { email: mailSchema.required() },
    async (call, input: { email: string }) =>
      inTransaction(call.context.db, async (tx) => {
        const erased: Record<string, number> = {};
        for (const { erases } of Object.values(widgetServers))
          if (erases) erased[erases.what] = await erases.run(tx, call.site.id, input.email);
        erased.mails = await eraseLetters(tx, call.site.id, input.email);
        if (!Object.values(erased).some((count) => count > 0)) throw notFound(`Nothing about ${input.email}`, "email");
        // That somebody was erased, not who.
        await noteOn(call, "personErased", tx);
        return erased;
      }),
  ),
};
