// The outbox: every mail a site has written.
import { and, desc, eq } from "drizzle-orm";
import Joi from "joi";
import { mails } from "@/data/mail/tables";
import { type SiteCall, siteOperation } from "../operation";
import { notFound } from "../problem";

/** One mail of this site, whole. */
export async function readMail(call: SiteCall, id: string) {
  const [mail] = await call.context.db
    .select()
    .from(mails)
    .where(and(eq(mails.siteId, call.site.id), eq(mails.id, id)));
  if (!mail) throw notFound("This mail");
  return mail;
}

export const mailOperations = {
  "mail.list": siteOperation("visitors.read", {}, async (call) => {
    const rows = await call.context.db
      .select({
        id: mails.id,
        recipient: mails.recipient,
        subject: mails.subject,
        state: mails.state,
        createdAt: mails.createdAt,
      })
      .from(mails)
      .where(eq(mails.siteId, call.site.id))
      .orderBy(desc(mails.createdAt))
      .limit(500);
    return rows.map((row) => ({ ...row, createdAt: row.createdAt.toISOString() }));
  }),
  "mail.read": siteOperation(
    "visitors.read",
    { mail: Joi.string().max(24).required() },
    async (call, input: { mail: string }) => {
      const { id, sender, recipient, subject, text, state, createdAt } = await readMail(call, input.mail);
      return { id, sender, recipient, subject, text, state, createdAt: createdAt.toISOString() };
    },
  ),
};
