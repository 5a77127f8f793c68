// The page of somebody who has bought, booked or signed up here: asked for by a letter, without a password.
import { inLanguage } from "@/core/locale/words";
import { escapeHtml as html } from "@/core/render/escape";

/** Where it is asked for, on every site's host. */
export const ownRoot = "/_w/v1/account";

export interface AccountWords {
  readonly title: string;
  readonly ask: string;
  readonly email: string;
  readonly send: string;
  /** Whom it went to is told where that is known. */
  readonly sent: (email: string) => string;
  readonly letterTitle: string;
  readonly letter: string;
  readonly letterLast: string;
  readonly enter: string;
  readonly enterText: (email: string) => string;
  readonly over: string;
  readonly done: string;
  readonly nothing: string;
  readonly addresses: string;
  readonly leave: string;
  readonly forgetTitle: string;
  readonly forgetText: string;
  readonly forgetAgree: string;
  readonly forget: string;
  readonly forgotten: string;
  readonly toShop: string;
}

const words: Readonly<Record<"en" | "de" | "fr", AccountWords>> = {
  en: {
    title: "Yours here",
    ask: "Your orders with their files and invoices, bookings and signups. There is no password: a letter brings a link.",
    email: "E-mail",
    send: "Send the link",
    sent: (email) =>
      `A letter with the link is on its way${email && ` to ${email}`}, if something of yours is here. It works for 30 minutes.`,
    letterTitle: "Your link",
    letter: "With this link you see what is yours here. It works once, within 30 minutes:",
    letterLast: "If you did not ask for it, leave it: nothing happens.",
    enter: "Go on",
    enterText: (email) => `You see what belongs to ${email}, on this device for 30 days.`,
    over: "This link does not work any more. Ask for another one.",
    done: "What you did here",
    nothing: "Nothing of yours is here.",
    addresses: "Addresses you gave",
    leave: "Leave this device",
    forgetTitle: "Forget me",
    forgetText:
      "Your name, addresses and what you wrote are erased everywhere here. What was sold stays in the books, without you. This can’t be taken back.",
    forgetAgree: "Yes, forget me",
    forget: "Erase all of it",
    forgotten: "You are forgotten here.",
    toShop: "To the site",
  },
  de: {
    title: "Ihres hier",
    ask: "Ihre Bestellungen mit Dateien und Rechnungen, Buchungen und Anmeldungen. Es gibt kein Passwort: Ein Brief bringt einen Link.",
    email: "E-Mail",
    send: "Link senden",
    sent: (email) =>
      `Ein Brief mit dem Link ist unterwegs${email && ` an ${email}`}, falls hier etwas von Ihnen ist. Er gilt 30 Minuten.`,
    letterTitle: "Ihr Link",
    letter: "Mit diesem Link sehen Sie, was hier von Ihnen ist. Er gilt einmal, 30 Minuten lang:",
    letterLast: "Wenn Sie nicht darum gebeten haben, tun Sie nichts: Es geschieht nichts.",
    enter: "Weiter",
    enterText: (email) => `Sie sehen, was zu ${email} gehört, auf diesem Gerät 30 Tage lang.`,
    over: "Dieser Link gilt nicht mehr. Fordern Sie einen neuen an.",
    done: "Was Sie hier getan haben",
    nothing: "Hier ist nichts von Ihnen.",
    addresses: "Ihre Adressen",
    leave: "Auf diesem Gerät abmelden",
    forgetTitle: "Mich vergessen",
    forgetText:
      "Ihr Name, Ihre Adressen und was Sie geschrieben haben, wird hier überall gelöscht. Was verkauft wurde, bleibt ohne Sie in den Büchern. Das kann nicht zurückgenommen werden.",
    forgetAgree: "Ja, vergessen Sie mich",
    forget: "Alles löschen",
    forgotten: "Sie sind hier vergessen.",
    toShop: "Zur Website",
  },
  fr: {
    title: "Votre espace",
    ask: "Vos commandes avec leurs fichiers et factures, réservations et inscriptions. Pas de mot de passe : un message apporte un lien.",
    email: "E-mail",
    send: "Envoyer le lien",
    sent: (email) =>
      `Un message avec le lien part${email && ` vers ${email}`}, si quelque chose de vous se trouve ici. Il est valable 30 minutes.`,
    letterTitle: "Votre lien",
    letter: "Ce lien vous montre ce qui est à vous ici. Il sert une fois, pendant 30 minutes :",
    letterLast: "Si vous ne l’avez pas demandé, ne faites rien : il ne se passe rien.",
    enter: "Continuer",
    enterText: (email) => `Vous voyez ce qui appartient à ${email}, sur cet appareil pendant 30 jours.`,
    over: "Ce lien n’est plus valable. Demandez-en un autre.",
    done: "Ce que vous avez fait ici",
    nothing: "Rien de vous ne se trouve ici.",
    addresses: "Vos adresses",
    leave: "Quitter cet appareil",
    forgetTitle: "M’oublier",
    forgetText:
      "Votre nom, vos adresses et ce que vous avez écrit sont effacés partout ici. Ce qui a été vendu reste dans les livres, sans vous. On ne peut pas revenir en arrière.",
    forgetAgree: "Oui, oubliez-moi",
    forget: "Tout effacer",
    forgotten: "Vous êtes oublié ici.",
    toShop: "Vers le site",
  },
};

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
