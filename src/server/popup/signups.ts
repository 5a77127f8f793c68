// What visitors send through popups: signing up, confirming, withdrawing, and counts of what was seen.
import { and, eq, inArray, sql } from "drizzle-orm";
import Joi from "joi";
import { answersSchema } from "@/core/field/schema";
import { letter } from "@/core/popup/letters";
import type { PopupField } from "@/core/popup/popup";
import { senderOf } from "@/core/site/site";
import type { WidgetOf } from "@/core/widget/settings";
import { type Executor, inTransaction } from "@/data/connection";
import { announce } from "@/data/event/outbox";
import { popupCounts, type SignupState, signups } from "@/data/popup/tables";
import { findSite, type SiteRow } from "@/data/site/queries";
import { type Context, isSigned, sign, siteOrigin } from "../context";
import { dayIn } from "../day";
import { countPoint, takeNetworkPoint } from "../limit";
import { writeMail } from "../mail/mail";
import { notFound, validated } from "../problem";
import { liveWidget } from "../widget/live";
import { minimumMs, type SentFrom, sentFrom } from "../widget/sent";

interface SignupCall extends SentFrom {
  readonly elapsedMs: number;
}

export const signupSchema: Joi.ObjectSchema<SignupCall> = Joi.object<SignupCall>({
  ...sentFrom,
  elapsedMs: Joi.number().min(0).required(),
});

export type Counted = "shown" | "closed" | "signedUp";

/** Adds one to a popup's count of the day. */
export async function countPopup(context: Context, db: Executor, site: SiteRow, widgetId: string, what: Counted) {
  await db
    .insert(popupCounts)
    .values({ siteId: site.id, widgetId, day: dayIn(site.settings.zone, context.now()), [what]: 1 })
    .onDuplicateKeyUpdate({ set: { [what]: sql`${popupCounts[what]} + 1` } });
}

/** What the links of a letter do: confirm, withdraw, and come back after withdrawing. */
export type Command = "confirm" | "withdraw" | "return";

/** Coming back is reached from the withdraw page, by whoever holds its link. */
const keyOf: Readonly<Record<Command, "confirm" | "withdraw">> = {
  confirm: "confirm",
  withdraw: "withdraw",
  return: "withdraw",
};

const tokenOf = (context: Context, id: string, command: Command) =>
  `${id}.${sign(context.settings, keyOf[command], id)}`;

/** Address of the page that confirms, withdraws or takes back a signup. */
export const commandUrl = (context: Context, site: SiteRow, id: string, command: Command): string =>
  `${siteOrigin(context.settings, site.key)}/_w/v1/signups/${tokenOf(context, id, command)}/${command}`;

/** Writes a letter, unless public forms have written to this person often enough today. */
async function sendLetter(
  context: Context,
  tx: Executor,
  site: SiteRow,
  widget: WidgetOf<"popup">,
  signup: { id: string; email: string; language: string },
) {
  const kind = widget.settings.confirmByMail ? "confirm" : "welcome";
  if ((await countPoint(context, tx, "letterPerson", signup.email)).left < 0) return;
  const withdrawUrl = commandUrl(context, site, signup.id, "withdraw");
  const to =
    kind === "confirm" ? commandUrl(context, site, signup.id, "confirm") : siteOrigin(context.settings, site.key);
  await writeMail(context, tx, {
    siteId: site.id,
    sender: senderOf(site),
    recipient: signup.email,
    withdrawUrl,
    ...letter(kind, {
      language: signup.language,
      site: site.name,
      commandUrl: to,
      withdrawUrl,
      own: widget.settings.letter,
    }),
  });
}

/**
 * Takes a visitor's signup. The answer is the same whether the address was known or not; sending it again adds
 * nothing. What is wrong is a Problem with the field's key as its path ("fields.email").
 */
export async function signUp(context: Context, siteKey: string, body: unknown, address: string): Promise<void> {
  const call = validated(signupSchema, body);
  const site = await findSite(context.db, siteKey);
  if (!site) throw notFound("This site");
  await takeNetworkPoint(context, "signupAddress", site.id, address);
  const widget = await liveWidget(context, site, "popup", call.widget);
  const { fields } = validated(
    Joi.object<{ fields: Record<string, string | boolean> }>({ fields: answersSchema(widget.settings.fields) }),
    { fields: call.fields },
  );
  // A machine gets the usual answer and learns nothing.
  if (call.website || call.elapsedMs < minimumMs) return;
  const of = (kind: PopupField["kind"]) => widget.settings.fields.find((field) => field.kind === kind)?.key ?? "";
  const email = String(fields[of("email")]);
  const signup = {
    id: context.newId(),
    siteId: site.id,
    widgetId: widget.id,
    email,
    name: String(fields[of("name")] ?? ""),
    answers: fields,
    state: (widget.settings.confirmByMail ? "waiting" : "confirmed") as SignupState,
    page: call.page,
    language: call.language,
    consent: widget.settings.words.consent,
    createdAt: context.now(),
    confirmedAt: widget.settings.confirmByMail ? null : context.now(),
  };
  const mailAgain = await inTransaction(context.db, async (tx) => {
    // Who has withdrawn from a site is not written to by its forms again; the way back is in the letters they have.
    const [withdrawn] = await tx
      .select({ id: signups.id })
      .from(signups)
      .where(and(eq(signups.siteId, site.id), eq(signups.email, email), eq(signups.state, "withdrawn")))
      .limit(1);
    if (withdrawn) return false;
    const [result] = await tx.insert(signups).ignore().values(signup);
    if (result.affectedRows === 1) {
      await countPopup(context, tx, site, widget.id, "signedUp");
      await sendLetter(context, tx, site, widget, signup);
      await announce(tx, site.id, "desk", { of: "popup", arrival: true });
      return false;
    }
    return true;
  });
  if (mailAgain) await askAgain(context, site, widget, signup);
  context.jobQueued();
}

/** A known address that still waits asks again: it gets its letter again. */
async function askAgain(
  context: Context,
  site: SiteRow,
  widget: WidgetOf<"popup">,
  asked: typeof signups.$inferInsert,
) {
  await inTransaction(context.db, async (tx) => {
    const [known] = await tx
      .select()
      .from(signups)
      .where(and(eq(signups.siteId, site.id), eq(signups.widgetId, widget.id), eq(signups.email, asked.email)))
      .for("update");
    if (known?.state !== "waiting") return;
    // A second letter only after a pause, so that nobody's mailbox can be filled through our form.
    if (context.now().getTime() - known.createdAt.getTime() < 60_000) return;
    const { id: _id, ...values } = asked;
    await tx
      .update(signups)
      .set(values)
      .where(and(eq(signups.siteId, site.id), eq(signups.id, known.id)));
    await sendLetter(context, tx, site, widget, known);
  });
}

/** The signup a link in a letter is about. Throws 404 for a link that is not ours or whose signup was erased. */
async function byToken(context: Context, siteKey: string, token: string, command: Command) {
  const [id = "", signature = ""] = token.split(".", 2);
  const site = await findSite(context.db, siteKey);
  if (!site || !isSigned(context.settings, keyOf[command], id, signature)) throw notFound("This link", "token");
  const [signup] = await context.db
    .select()
    .from(signups)
    .where(and(eq(signups.siteId, site.id), eq(signups.id, id)));
  if (!signup) throw notFound("This signup", "token");
  return { site, signup };
}

export async function lookAtSignup(context: Context, siteKey: string, token: string, command: Command) {
  const { site, signup } = await byToken(context, siteKey, token, command);
  return { siteName: site.name, email: signup.email, state: signup.state };
}

/** From which states a command leads to which. An old letter confirms nothing that was withdrawn since. */
const courses: Readonly<Record<Command, { readonly from: readonly SignupState[]; readonly to: SignupState }>> = {
  confirm: { from: ["waiting"], to: "confirmed" },
  withdraw: { from: ["waiting", "confirmed"], to: "withdrawn" },
  // Whoever holds the link has the mailbox: nothing is left to confirm.
  return: { from: ["withdrawn"], to: "confirmed" },
};

/** Does what a letter's link is for; doing it twice is doing it once. */
export async function doSignupCommand(
  context: Context,
  siteKey: string,
  token: string,
  command: Command,
): Promise<SignupState> {
  const { site, signup } = await byToken(context, siteKey, token, command);
  const { from, to } = courses[command];
  const now = context.now();
  await context.db
    .update(signups)
    .set(to === "confirmed" ? { state: to, confirmedAt: now, withdrawnAt: null } : { state: to, withdrawnAt: now })
    .where(and(eq(signups.siteId, site.id), eq(signups.id, signup.id), inArray(signups.state, [...from])));
  await announce(context.db, site.id, "desk", { of: "popup", arrival: false });
  return (await byToken(context, siteKey, token, command)).signup.state;
}

export const seenSchema = Joi.object<{ widget: string; what: "shown" | "closed" }>({
  widget: Joi.string().max(40).required(),
  what: Joi.string().valid("shown", "closed").required(),
});

/** Counts what a visitor saw: a popup shown or closed. */
export async function countSeen(context: Context, siteKey: string, body: unknown, address: string): Promise<void> {
  const input = validated(seenSchema, body);
  const site = await findSite(context.db, siteKey);
  if (!site) throw notFound("This site");
  await takeNetworkPoint(context, "countAddress", site.id, address);
  await liveWidget(context, site, "popup", input.widget);
  await countPopup(context, context.db, site, input.widget, input.what);
}
