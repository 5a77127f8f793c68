// Letters about accounts: invitations, lost passwords, and word of every change, so that nobody changes one unseen.

import { escapeHtml } from "@/core/render/markup";
import type { Executor } from "@/data/connection";
import { type Context, hostOrigin } from "../context";
import { writeMail } from "../mail/mail";

interface Person {
  readonly name: string;
  readonly email: string;
}

/** What is said when something about an account has changed. */
export const accountChanges = {
  passwordChanged: "Your password was changed. You were signed out on other devices.",
  passwordRecovered: "A new password was set with the link of a letter. You were signed out everywhere.",
  secondFactorOn: "The second factor was turned on: signing in asks for a code of your authenticator.",
  secondFactorOff: "The second factor was turned off: signing in asks for your password only.",
  recoveryCodesRenewed: "New recovery codes were made; the old ones no longer work.",
  recoveryCodeUsed: "Somebody signed in with one of your recovery codes.",
  roleChanged: "What you may do in your studio was changed.",
  removed: "You no longer belong to your studio, and your account was closed.",
} as const;

export type AccountChange = keyof typeof accountChanges;

async function write(
  context: Context,
  tx: Executor,
  to: Person,
  subject: string,
  lines: readonly string[],
  url: string | null,
) {
  const all = [`${to.name},`, "", ...lines, ...(url ? ["", url] : []), ""];
  await writeMail(context, tx, {
    siteId: null,
    sender: `Webitor <${context.settings.mailFrom}>`,
    recipient: to.email,
    subject,
    text: all.join("\n"),
    html: all
      .filter(Boolean)
      .map((line) =>
        line === url ? `<p><a href="${escapeHtml(line)}">${escapeHtml(line)}</a></p>` : `<p>${escapeHtml(line)}</p>`,
      )
      .join(""),
    withdrawUrl: "",
  });
}

const studioAddress = (context: Context) => hostOrigin(context.settings, context.settings.publicHost);

/** Address of the page behind a letter's link. */
export const linkAddress = (context: Context, purpose: "invitation" | "recovery", token: string): string =>
  `${studioAddress(context)}/${purpose === "invitation" ? "join" : "recover"}/${token}`;

export const invite = (context: Context, tx: Executor, to: Person, studio: string, by: string, token: string) =>
  write(
    context,
    tx,
    to,
    `${by} invites you to ${studio}`,
    [
      `${by} would like to work with you on the sites of ${studio}.`,
      "Choose your password here; the link works once, for seven days:",
    ],
    linkAddress(context, "invitation", token),
  );

export const recover = (context: Context, tx: Executor, to: Person, token: string) =>
  write(
    context,
    tx,
    to,
    "Set a new password",
    [
      "Somebody, probably you, has lost the password of your account.",
      "If it was you, set a new one here; the link works once, for an hour. If not, there is nothing to do.",
    ],
    linkAddress(context, "recovery", token),
  );

/** Tells somebody that their account has changed, in the transaction in which it does. */
export const accountChanged = (context: Context, tx: Executor, to: Person, change: AccountChange) =>
  write(
    context,
    tx,
    to,
    "Your account has changed",
    [accountChanges[change], "If this was not you, set a new password at once, and tell an owner of your studio:"],
    `${studioAddress(context)}/sign-in`,
  );
