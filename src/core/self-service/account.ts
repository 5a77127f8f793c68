// The page of somebody who has bought, booked or signed up here: asked for by a letter, without a password.
import { inLanguage } from "@/core/locale/words";
import { escapeHtml as html } from "@/core/render/escape";
import type { AccountWords } from "./account/catalog";
import { de } from "./account/de";
import { en } from "./account/en";
import { fr } from "./account/fr";

/** Where it is asked for, on every site's host. */
export const ownRoot = "/_w/v1/account";

const words = { en, de, fr };

export const accountWords = (language: string): AccountWords => inLanguage(words, language);

/** One thing of theirs. */
export interface AccountLine {
  /** Written for its reader. */
  readonly on: string;
  readonly title: string;
  readonly words: string;
  /** "" for nowhere. */
  readonly path: string;
  /** Files that came of it. */
  readonly files: readonly { readonly name: string; readonly path: string; readonly words: string }[];
}

/** What is somebody's own as a page between a site's header and footer. */
export const ownMain = (title: string, inner: string): string =>
  `<main id="main"><section class="b-section"><div class="b-in p-page"><h1 class="b-heading">${html(title)}</h1>${inner}</div></section></main>`;

/** Asks for the address that the link goes to; `said` is what became of it, `fault` what is wrong with the address. */
export function askHtml(
  language: string,
  { said = "", fault = "", email = "" }: { readonly said?: string; readonly fault?: string; readonly email?: string },
): string {
  const own = accountWords(language);
  const told = said ? `<p class="p-said" role="status">${html(said)}</p>` : `<p>${html(own.ask)}</p>`;
  const wrong = fault ? `<span id="own-email-f" role="alert">${html(fault)}</span>` : "";
  return `${told}<form method="post" action="${ownRoot}"><p class="p-field"><label for="own-email">${html(own.email)}</label><input id="own-email" name="email" type="email" autocomplete="email" maxlength="254" required value="${html(email)}"${fault ? ' aria-invalid="true" aria-describedby="own-email-f"' : ""}>${wrong}</p><button class="b-button" type="submit">${html(own.send)}</button></form>`;
}

/** Behind the link: pressed, it is used. What only looks at links in letters uses none up. */
export function enterHtml(language: string, token: string, email: string): string {
  const own = accountWords(language);
  return `<p>${html(own.enterText(email))}</p><form method="post" action="${ownRoot}/enter"><input type="hidden" name="t" value="${html(token)}"><button class="b-button" type="submit">${html(own.enter)}</button></form>`;
}

/** Everything of theirs. */
export function accountHtml(
  language: string,
  email: string,
  lines: readonly AccountLine[],
  addresses: readonly (readonly string[])[] = [],
): string {
  const own = accountWords(language);
  const rows = lines.map(({ on, title, words: said, path, files }) => {
    const fetched = files.map(
      (file) =>
        `<br><small>${file.path ? `<a href="${html(file.path)}" download>${html(file.name)}</a>` : html(file.name)} · ${html(file.words)}</small>`,
    );
    const name = path ? `<a href="${html(path)}">${html(title)}</a>` : html(title);
    return `<li class="p-way"><span><strong>${name}</strong><br><small>${html(said)}</small>${fetched.join("")}</span><small>${html(on)}</small></li>`;
  });
  const list = rows.length ? `<ul class="p-list">${rows.join("")}</ul>` : `<p>${html(own.nothing)}</p>`;
  const places = addresses.map(
    (address) => `<li class="p-way"><address>${address.map(html).join("<br>")}</address></li>`,
  );
  const given = places.length
    ? `<h2 class="b-heading p-others">${html(own.addresses)}</h2><ul class="p-list">${places.join("")}</ul>`
    : "";
  return `<p>${html(email)}</p><h2 class="b-heading p-others">${html(own.done)}</h2>${list}${given}<form method="post" action="${ownRoot}/leave"><button class="b-button" type="submit">${html(own.leave)}</button></form><h2 class="b-heading p-others">${html(own.forgetTitle)}</h2><p>${html(own.forgetText)}</p><form method="post" action="${ownRoot}/forget"><p class="p-agree"><label><input type="checkbox" name="agreed" value="true" required> ${html(own.forgetAgree)}</label></p><button class="b-button" type="submit">${html(own.forget)}</button></form>`;
}
