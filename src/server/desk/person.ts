// A person of a site: everything they did, and being forgotten.
import { and, desc, eq } from "drizzle-orm";
import { mailSchema } from "@/core/input/text";
import { mails } from "@/data/mail/tables";
import { siteOperation } from "../operation";
import { notFound } from "../problem";
import { noteOn } from "../security/events";
import { mostDone } from "../widget/half";
import { everythingOf, forget } from "./done";

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
  "desk.erase": siteOperation("visitors.change", { email: mailSchema.required() }, (call, input: { email: string }) =>
    forget(call.context, call.site.id, input.email, async (tx, erased) => {
      if (!Object.values(erased).some((count) => count > 0)) throw notFound(`Nothing about ${input.email}`, "email");
      // That somebody was erased, not who.
      await noteOn(call, "personErased", tx);
    }),
  ),
};
