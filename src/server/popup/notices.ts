// The pages behind the links of a letter, in the site's brand. Opening one changes nothing: programs that look
// through mail open every link. The deed is done by its button.
import { documentHtml, noticeHtml } from "@/core/render/document";
import { escapeHtml } from "@/core/render/markup";
import { createRenderer } from "@/core/render/render";
import type { SignupState } from "@/data/popup/tables";
import { findSite, frameOf, loadSite } from "@/data/site/queries";
import type { Context } from "../context";
import { notFound, Problem } from "../problem";
import { fontAsset } from "../release/assets";
import { doSignupDeed, lookAtSignup } from "./signups";

export type Deed = "confirm" | "withdraw";

const back = { href: "/", words: "To the site" };

const asked: Readonly<Record<Deed, { title: string; text: (email: string, site: string) => string; deed: string }>> = {
  confirm: {
    title: "One more click",
    text: (email, site) => `Letters from ${site} go to ${email} once you confirm it.`,
    deed: "Confirm this address",
  },
  withdraw: {
    title: "No more letters?",
    text: (email, site) => `${site} will not write to ${email} any more.`,
    deed: "Withdraw this address",
  },
};

const states: Readonly<Record<SignupState, { title: string; text: string }>> = {
  waiting: { title: "Not confirmed yet", text: "Open the letter again and confirm your address." },
  confirmed: {
    title: "Your address is confirmed",
    text: "Thank you. You will hear from us when there is something to tell.",
  },
  withdrawn: {
    title: "Your address is withdrawn",
    text: "You get no more letters from us. To come back, sign up again on the site.",
  },
};

const page = (language: string, siteName: string, title: string, html: string) =>
  documentHtml({
    language,
    head: `<title>${escapeHtml(`${title} · ${siteName}`)}</title><meta name="robots" content="noindex"><link rel="icon" type="image/svg+xml" href="/favicon.svg">`,
    html,
    css: "/_w/v1/notice.css",
    widgets: null,
  });

/** The page of a letter's link; with `perform`, after its button was pressed. Status and HTML. */
export async function deedPage(
  context: Context,
  siteKey: string,
  token: string,
  deed: Deed,
  perform: boolean,
): Promise<{ status: number; html: string }> {
  const language = (await findSite(context.db, siteKey))?.settings.language ?? "en";
  try {
    const { siteName, email, state } = await lookAtSignup(context, siteKey, token, deed);
    const settled = perform ? await doSignupDeed(context, siteKey, token, deed) : state;
    const open = !perform && (deed === "confirm" ? state === "waiting" : state !== "withdrawn");
    const notice = open
      ? { title: asked[deed].title, text: asked[deed].text(email, siteName), then: { deed: asked[deed].deed } }
      : { ...states[settled], then: back };
    return { status: 200, html: page(language, siteName, notice.title, noticeHtml(notice)) };
  } catch (error) {
    if (!(error instanceof Problem)) throw error;
    const notice = {
      title: "This link does not work",
      text: "It may be incomplete, or the signup was erased. Copy the whole link from the letter.",
      then: back,
    };
    return { status: error.status, html: page(language, siteKey, notice.title, noticeHtml(notice)) };
  }
}

/** Style sheet of those pages. */
export async function noticeCss(context: Context, siteKey: string): Promise<string> {
  const row = await findSite(context.db, siteKey);
  if (!row) throw notFound("This site");
  const fonts = new Map<string, string>();
  const frame = frameOf(await loadSite(context.db, row));
  const renderer = (fontUrl: (file: string) => string) =>
    createRenderer(frame, { linkBase: "", origin: null, mediaUrl: () => "", fontUrl }).groundCss([
      "section",
      "heading",
      "richText",
      "button",
    ]);
  renderer((file) => {
    fonts.set(file, "");
    return "";
  });
  for (const file of fonts.keys()) fonts.set(file, (await fontAsset(file))?.path ?? "");
  return renderer((file) => fonts.get(file) ?? "");
}
