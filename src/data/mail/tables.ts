// Mails and text messages to visitors and to members: what was written, and what became of it.
import { index, mysqlEnum, mysqlTable, text, varchar } from "drizzle-orm/mysql-core";
import { createdAt, instant, json, rowId } from "../columns";
import { personal } from "../personal";

export const mails = mysqlTable(
  "mails",
  {
    id: rowId(),
    /** The site it is about; null for a letter about an account. */
    siteId: varchar("site_id", { length: 24 }),
    /** A text message has a phone number as its recipient, and neither subject nor HTML. */
    channel: mysqlEnum("channel", ["mail", "text"]).notNull().default("mail"),
    /** Mail address of whom it is to, where its recipient is none. */
    person: varchar("person", { length: 320 }),
    sender: varchar("sender", { length: 320 }).notNull(),
    recipient: varchar("recipient", { length: 320 }).notNull(),
    subject: varchar("subject", { length: 400 }).notNull(),
    text: text("text").notNull(),
    html: text("html").notNull(),
    /** Address of the withdraw page, for the List-Unsubscribe header (RFC 2369); empty where there is none. */
    withdrawUrl: varchar("withdraw_url", { length: 500 }).notNull(),
    /** An iCalendar part with its METHOD (RFC 5546), or null. */
    calendar: json<{ readonly method: "REQUEST" | "CANCEL"; readonly text: string } | null>("calendar"),
    state: mysqlEnum("state", ["waiting", "outbox", "sent", "failed"]).notNull(),
    createdAt: createdAt(),
    sentAt: instant("sent_at"),
  },
  (table) => [index("mails_site").on(table.siteId, table.createdAt)],
);
// Letters to the business name whom they are about.
personal(mails, { counted: "mails", by: ["recipient", "person"], named: ["text"], forgets: "row" });
