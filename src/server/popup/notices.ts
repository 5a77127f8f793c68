// The pages behind the links of a letter, in the site's brand. Opening one changes nothing: programs that look
// through mail open every link. The command is done by its button.

import type { SignupState } from "@/data/popup/tables";
import type { Context } from "../context";
import { Problem } from "../problem";
import { noticePage } from "../release/notice";
import { type Command, doSignupCommand, lookAtSignup } from "./signups";

const back = { href: "/", words: "To the site" };

const asked: Readonly<
  Record<Command, { title: string; text: (email: string, site: string) => string; command: string }>
> = {
  confirm: {
    title: "One more click",
    text: (email, site) => `Letters from ${site} go to ${email} once you confirm it.`,
    command: "Confirm this address",
  },
  withdraw: {
    title: "No more letters?",
    text: (email, site) => `${site} will not write to ${email} any more.`,
    command: "Withdraw this address",
  },
  return: {
    title: "You have withdrawn",
    text: (email, site) => `${site} does not write to ${email} any more. If you would like letters again, say so here.`,
    command: "Write to me again",
  },
};

/** In which state each command is still to be done. */
const openIn: Readonly<Record<Command, readonly SignupState[]>> = {
  confirm: ["waiting"],
  withdraw: ["waiting", "confirmed"],
  return: ["withdrawn"],
};

const states: Readonly<Record<SignupState, { title: string; text: string }>> = {
  waiting: { title: "Not confirmed yet", text: "Open the letter again and confirm your address." },
  confirmed: {
    title: "Your address is confirmed",
    text: "Thank you. You will hear from us when there is something to tell.",
  },
  withdrawn: {
    title: "Your address is withdrawn",
    text: "You get no more letters from us, also when somebody types your address into a form of this site. To come back, open the withdraw link of a letter again.",
  },
};

/** The page of a letter's link; with `perform`, after its button was pressed. Status and HTML. */
export async function commandPage(
  context: Context,
  siteKey: string,
  token: string,
  command: Command,
  perform: boolean,
): Promise<{ status: number; html: string }> {
  try {
    const { siteName, email, state } = await lookAtSignup(context, siteKey, token, command);
    const settled = perform ? await doSignupCommand(context, siteKey, token, command) : state;
    // The withdraw link leads back too, once it has been used.
    const offered: Command = command === "withdraw" && state === "withdrawn" ? "return" : command;
    const notice =
      !perform && openIn[offered].includes(state)
        ? {
            title: asked[offered].title,
            text: asked[offered].text(email, siteName),
            then: { command: asked[offered].command, ...(offered === command ? {} : { action: offered }) },
          }
        : { ...states[settled], then: back };
    return { status: 200, html: await noticePage(context, siteKey, notice) };
  } catch (error) {
    if (!(error instanceof Problem)) throw error;
    const notice = {
      title: "This link does not work",
      text: "It may be incomplete, or the signup was erased. Copy the whole link from the letter.",
      then: back,
    };
    return { status: error.status, html: await noticePage(context, siteKey, notice) };
  }
}
