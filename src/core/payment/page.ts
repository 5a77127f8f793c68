// The page on which something is paid: the sum, a frame or a way on to the payment service, what went wrong, and other ways.
import { escapeHtml as html } from "@/core/render/escape";
import { ownCss } from "@/core/self-service/css";
import type { DeclineReason } from "./charge";
import type { ConnectorKind, OfferedPayment } from "./connectors";
import { payWords } from "./words";
import type { PayWords } from "./words/catalog";

export interface PayPage {
  /** BCP 47. */
  readonly language: string;
  /** "Order W-1042". */
  readonly title: string;
  readonly price: string;
  readonly test: boolean;
  /** What it is being paid by, and where; null while there is none. */
  readonly now: {
    readonly by: ConnectorKind;
    readonly shows: "frame" | "page";
    readonly page: string;
  } | null;
  /** The service did not answer. */
  readonly silent: boolean;
  /** Why the last try was refused; "" for no refusal. */
  readonly declined: string;
  /** Every way that may be chosen, by the name that buyers read. */
  readonly ways: readonly (OfferedPayment & { readonly name: string })[];
  /** What the page's own form has to send. */
  readonly token: string;
}

function declinedWords(why: string, words: PayWords): string {
  if (!why) return "";
  return Object.hasOwn(words.declined, why) ? words.declined[why as DeclineReason] : words.declinedElse;
}

function nowHtml({ now, silent, token }: PayPage, words: PayWords): string {
  if (silent)
    return `<p class="p-said" role="alert">${html(words.silent)}</p><p><a class="b-button" href="page?p=${html(token)}">${html(words.again)}</a></p>`;
  if (!now) return "";
  if (now.shows === "frame")
    return `<iframe class="p-frame" src="${html(now.page)}" title="${html(words.frame)}" sandbox="allow-forms allow-scripts allow-same-origin allow-top-navigation-by-user-activation" allow="payment"></iframe>`;
  const name = now.by === "later" ? words.onTo.later : words.onTo.redirect;
  return `<p>${html(words.onToText)}</p><p><a class="b-button" href="${html(now.page)}">${html(name)}</a></p>`;
}

/** What stands in the page's main part. */
export function payHtml(page: PayPage): string {
  const words = payWords(page.language);
  const said = declinedWords(page.declined, words);
  const others = page.ways.filter(({ by }) => by !== page.now?.by || page.silent);
  const choices = others
    .map(
      ({ by, name, words: below }) =>
        `<form method="post" action="page" class="p-way"><input type="hidden" name="p" value="${html(page.token)}"><div><strong>${html(name)}</strong>${below ? `<br><small>${html(below)}</small>` : ""}</div><button type="submit" name="by" value="${by}" aria-label="${html(`${words.change}: ${name}`)}">${html(words.change)}</button></form>`,
    )
    .join("");
  const none = !page.now && !page.silent && !others.length ? `<p class="p-said">${html(words.noWay)}</p>` : "";
  return `<main id="main"><section class="b-section"><div class="b-in p-page"><h1 class="b-heading">${html(page.title)}</h1><p class="p-sum"><span>${html(words.toPay)}</span> <strong>${html(page.price)}</strong></p>${page.test && page.now?.shows !== "frame" ? `<p class="p-test">${html(words.test)}</p>` : ""}${said ? `<p class="p-said" role="alert">${html(said)}</p>` : ""}${nowHtml(page, words)}${none}${choices ? `<h2 class="b-heading p-others">${html(words.otherWay)}</h2>${choices}` : ""}</div></section></main>`;
}

/** Rules of that page, besides the site's own. */
export const payCss = `${ownCss}.p-page{max-width:38rem}.p-page>*{margin-block:0 18px}.p-sum{display:flex;justify-content:space-between;gap:16px;border-block:1px solid var(--c-line);padding:12px 0;font-size:1.15rem;font-variant-numeric:tabular-nums}.p-test{border-inline-start:4px solid currentColor;padding:.5em .9em;background:color-mix(in srgb,currentColor 7%,transparent)}.p-frame{display:block;width:100%;height:32rem;border:1px solid var(--c-line);border-radius:var(--radius);background:#fff}.p-way button{font:inherit;color:inherit;background:none;border:1.5px solid currentColor;border-radius:var(--button-radius);padding:.45em .9em;min-height:44px;cursor:pointer;flex:none}.p-way small{white-space:pre-line}`;
