// The pages behind the links of a letter, in the site's brand. Opening one changes nothing: programs that look
// through mail open every link. The deed is done by its button.

import { LRUCache } from "lru-cache";
import { documentHtml, noticeHtml } from "@/core/render/document";
import { escapeHtml } from "@/core/render/markup";
import { createRenderer } from "@/core/render/render";
import type { SignupState } from "@/data/popup/tables";
import { findSite, frameOf, loadSite } from "@/data/site/queries";
import type { Context } from "../context";
import { notFound, Problem } from "../problem";
import { fontAsset } from "../release/assets";
import { type Deed, doSignupDeed, lookAtSignup } from "./signups";

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
  return: {
    title: "You have withdrawn",
    text: (email, site) => `${site} does not write to ${email} any more. If you would like letters again, say so here.`,
    deed: "Write to me again",
  },
};

/** In which state each deed is still to be done. */
const openIn: Readonly<Record<Deed, readonly SignupState[]>> = {
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
    // The withdraw link leads back too, once it has been used.
    const offered: Deed = deed === "withdraw" && state === "withdrawn" ? "return" : deed;
    const notice =
      !perform && openIn[offered].includes(state)
        ? {
            title: asked[offered].title,
            text: asked[offered].text(email, siteName),
            then: { deed: asked[offered].deed, ...(offered === deed ? {} : { action: offered }) },
          }
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

const sheets = new LRUCache<string, string>({ max: 200 });

/** Style sheet of those pages. */
export async function noticeCss(context: Context, siteKey: string): Promise<string> {
  const row = await findSite(context.db, siteKey);
  if (!row) throw notFound("This site");
  // Anybody may ask for it, and it takes the whole site to make: it is made once for each state of the brand.
  const key = `${row.id} ${row.revision}`;
  const kept = sheets.get(key);
  if (kept !== undefined) return kept;
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
  const css = renderer((file) => fonts.get(file) ?? "");
  sheets.set(key, css);
  return css;
}
