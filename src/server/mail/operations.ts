// The outbox: every mail a site has written.
import { and, eq, sql } from "drizzle-orm";
import Joi from "joi";
import { mails } from "@/data/mail/tables";
import { pageOf } from "@/data/paging";
import { type SiteCall, siteOperation } from "../operation";
import { notFound } from "../problem";

/** One mail of this site, whole; a text message, too, unless only mails are asked for. */
export async function readMail(call: SiteCall, id: string, only?: "mail") {
  const [mail] = await call.context.db
    .select()
    .from(mails)
    .where(and(eq(mails.siteId, call.site.id), eq(mails.id, id)));
  if (!mail || (only && mail.channel !== only)) throw notFound("This mail");
  return mail;
}

/** Letters on one page of the list. */
const mailsAtOnce = 60;

export const mailOperations = {
  /** A page of the letters, newest first; `before` is the last one of the page before it. */
  "mail.list": siteOperation(
    "visitors.read",
    { before: Joi.string().max(24).allow(null).default(null) },
    async (call, { before }: { before: string | null }) => {
      const { db } = call.context;
      const { id, channel, recipient, subject, text, state, createdAt } = mails;
      const list = { table: mails, at: createdAt, id, mine: eq(mails.siteId, call.site.id) };
      const { rows, more } = await pageOf(db, list, before, mailsAtOnce, (where, order) =>
        db
          // Of a text message the list shows its words, for it has no subject; of a mail they may be long.
          .select({ id, channel, recipient, subject, begins: sql<string>`left(${text}, 160)`, state, createdAt })
          .from(mails)
          .where(where)
          .orderBy(...order)
          .limit(mailsAtOnce),
      );
      return {
        rows: rows.map(({ begins, ...row }) => ({
          ...row,
          subject: row.channel === "text" ? begins : row.subject,
          createdAt: row.createdAt.toISOString(),
        })),
        more,
      };
    },
  ),
  "mail.read": siteOperation(
    "visitors.read",
    { mail: Joi.string().max(24).required() },
    async (call, input: { mail: string }) => {
      const { id, channel, sender, recipient, subject, text, state, createdAt } = await readMail(call, input.mail);
      return { id, channel, sender, recipient, subject, text, state, createdAt: createdAt.toISOString() };
    },
  ),
};
