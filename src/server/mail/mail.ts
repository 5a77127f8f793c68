// Mail and text messages to visitors: written as rows in the same transaction as what they are about, sent by a job.
import { and, eq, isNull } from "drizzle-orm";
import { createTransport } from "nodemailer";
import type { Executor } from "@/data/connection";
import { announce } from "@/data/event/outbox";
import { mails } from "@/data/mail/tables";
import { queueJob } from "@/server/job/queue";
import type { JobRun } from "@/server/job/run";
import { standInGateway } from "@/standins/messages";
import { outbox } from "@/standins/outbox";
import type { Context } from "../context";

export interface Letter {
  /** The site it is about; null for one about an account. */
  readonly siteId: string | null;
  readonly sender: string;
  readonly recipient: string;
  readonly subject: string;
  readonly text: string;
  readonly html: string;
  readonly withdrawUrl: string;
  /** An iCalendar message that goes with it. */
  readonly calendar?: { readonly method: "REQUEST" | "CANCEL"; readonly text: string } | null;
}

/** Writes a mail and queues its sending, in the caller's transaction. */
export async function writeMail(context: Context, tx: Executor, letter: Letter): Promise<void> {
  const id = context.newId();
  await tx.insert(mails).values({ id, ...letter, state: "waiting", createdAt: context.now() });
  await told(tx, letter.siteId);
  await queueJob(tx, { kind: "mail", siteId: letter.siteId, payload: { mail: id } });
}

/** A text message of a site. */
export interface Message {
  readonly siteId: string;
  /** Who it is from, in words. */
  readonly sender: string;
  /** E.164. */
  readonly recipient: string;
  /** The mail address of whom it is to, so that they can be erased. */
  readonly person: string;
  readonly text: string;
}

/** Writes a text message and queues its sending, in the caller's transaction. */
export async function writeMessage(context: Context, tx: Executor, message: Message): Promise<void> {
  const id = context.newId();
  const none = { subject: "", html: "", withdrawUrl: "" };
  await tx
    .insert(mails)
    .values({ id, channel: "text", ...message, ...none, state: "waiting", createdAt: context.now() });
  await told(tx, message.siteId);
  await queueJob(tx, { kind: "mail", siteId: message.siteId, payload: { mail: id } });
}

const told = async (tx: Executor, siteId: string | null) => {
  if (siteId) await announce(tx, siteId, "desk", { of: "letter", arrival: false });
};

type MailRow = typeof mails.$inferSelect;

/** A mail in the terms of nodemailer. */
function message(mail: MailRow) {
  return {
    from: mail.sender,
    to: mail.recipient,
    subject: mail.subject,
    text: mail.text,
    html: mail.html,
    date: mail.createdAt,
    messageId: `<${mail.id}@${mail.sender.replace(/^.*@|>$/g, "")}>`,
    ...(mail.calendar ? { icalEvent: { method: mail.calendar.method, content: mail.calendar.text } } : {}),
    ...(mail.withdrawUrl ? { list: { unsubscribe: { url: mail.withdrawUrl, comment: "Withdraw" } } } : {}),
  };
}

/** The mail as a message file (RFC 5322), as it was or would be sent. */
export async function mailAsEml(mail: MailRow): Promise<Buffer> {
  const composed = await createTransport({ streamTransport: true, buffer: true, newline: "windows" }).sendMail(
    message(mail),
  );
  return composed.message as Buffer;
}

/** Hands over what was written; "failed" is what would be refused again. Throws where it can be tried again. */
const handOver: Readonly<
  Record<MailRow["channel"], (context: Context, mail: MailRow) => Promise<"sent" | "outbox" | "failed">>
> = {
  mail: async ({ settings: { smtpUrl } }, mail) => {
    await (smtpUrl ? createTransport(smtpUrl) : outbox()).sendMail(message(mail));
    return smtpUrl ? "sent" : "outbox";
  },
  text: async (_context, { recipient, text }) =>
    (await standInGateway.send({ to: recipient, text })).taken ? "outbox" : "failed",
};

/** The job: hands a mail to the SMTP server, or to the outbox when none is set; a text message to the gateway. */
export async function mailJob(context: Context, run: JobRun): Promise<void> {
  const [mail] = await context.db
    .select()
    .from(mails)
    .where(
      and(
        run.job.siteId ? eq(mails.siteId, run.job.siteId) : isNull(mails.siteId),
        eq(mails.id, run.job.payload.mail ?? ""),
      ),
    );
  // Erased or sent before the process died.
  if (mail?.state !== "waiting") return run.finish(context.db);
  const state = await handOver[mail.channel](context, mail).catch(async (error: Error) => {
    if (run.job.attempts >= 6) await context.db.update(mails).set({ state: "failed" }).where(eq(mails.id, mail.id));
    throw error;
  });
  await context.db.transaction(async (tx) => {
    await run.finish(tx);
    // A letter about an account holds a link that opens it: once the mail server has it, nothing here needs it.
    const emptied = mail.siteId === null && state === "sent" ? { text: "", html: "" } : {};
    await tx
      .update(mails)
      .set({ state, sentAt: context.now(), ...emptied })
      .where(eq(mails.id, mail.id));
    await told(tx, mail.siteId);
  });
}
