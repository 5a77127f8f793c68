// Words of the page for whoever puts a chat on a site built elsewhere, by language.
import { inLanguage } from "@/core/locale/words";

const languages = {
  en: {
    title: (site: string) => `The chat of ${site} on another site`,
    text: (sites: string) =>
      `Put these two lines where the chat is to stand: the element where it shall be seen, the script anywhere. With data-place="corner" on the element it waits behind a button in the corner. They work on pages of ${sites}. Colours come with it, type is that of your page. It keeps the conversation in the browser while the visit lasts, longer only where the visitor wishes it. A content security policy needs the script’s host under script-src, connect-src and img-src.`,
    nowhere:
      "Put these two lines where the chat is to stand. So far no other site may have it: tell the business the address of yours first.",
    toSite: "To the site",
  },
  de: {
    title: (site: string) => `Der Chat von ${site} auf einer anderen Website`,
    text: (sites: string) =>
      `Setzen Sie diese zwei Zeilen dorthin, wo der Chat stehen soll: das Element an seinen Platz, das Skript irgendwo. Mit data-place="corner" am Element wartet er hinter einer Taste in der Ecke. Sie gelten auf Seiten von ${sites}. Farben bringt er mit, die Schrift ist die Ihrer Seite. Das Gespräch bleibt im Browser, solange der Besuch dauert, länger nur auf Wunsch. Eine Content Security Policy braucht den Host des Skripts unter script-src, connect-src und img-src.`,
    nowhere:
      "Setzen Sie diese zwei Zeilen dorthin, wo der Chat stehen soll. Noch darf ihn keine andere Website haben: Nennen Sie dem Betrieb zuerst die Adresse der Ihren.",
    toSite: "Zur Website",
  },
  fr: {
    title: (site: string) => `Le chat de ${site} sur un autre site`,
    text: (sites: string) =>
      `Mettez ces deux lignes là où le chat doit se trouver : l’élément à sa place, le script n’importe où. Avec data-place="corner" sur l’élément, il attend derrière un bouton dans le coin. Elles valent sur les pages de ${sites}. Il apporte ses couleurs, la police est celle de votre page. La conversation reste dans le navigateur le temps de la visite, plus longtemps seulement si on le souhaite. Une content security policy a besoin de l’hôte du script sous script-src, connect-src et img-src.`,
    nowhere:
      "Mettez ces deux lignes là où le chat doit se trouver. Aucun autre site n’y a droit pour l’instant : donnez d’abord l’adresse du vôtre à l’entreprise.",
    toSite: "Vers le site",
  },
};

export const snippetWords = (language: string): (typeof languages)["en"] => inLanguage(languages, language);
