// What visitors read when they are asked, drafted in nine languages; a site may say it in its own words.
import { inLanguage } from "@/core/locale/words";
import type { Category } from "./category";

export interface ConsentWords {
  /** Above the question. %1 is how many things there are. */
  readonly title: string;
  readonly text: string;
  readonly accept: string;
  readonly refuse: string;
  readonly choose: string;
  readonly save: string;
  readonly close: string;
  /** Where nothing has to be asked first. */
  readonly toldTitle: string;
  readonly toldText: string;
  readonly understood: string;
  readonly doNotSell: string;
  readonly again: string;
  readonly policy: string;
  /** That it can be taken back. */
  readonly takenBack: string;
  /** Under which name ("%1") the visitor's choice is kept: their proof. */
  readonly proof: string;
  /** That something identifies, locates or profiles. */
  readonly profiling: string;
  /** Behind a category: how many things it holds. */
  readonly things: readonly [one: string, many: string];
  readonly always: string;
  readonly names: Readonly<Record<Category, string>>;
  readonly about: Readonly<Record<Category, string>>;
}

const en: ConsentWords = {
  title: "May we load things from elsewhere?",
  text: "Some parts of this site come from others, or remember something about you. They wait until you say yes.",
  accept: "Accept all",
  refuse: "Refuse all",
  choose: "Choose",
  save: "Save this choice",
  close: "Close",
  toldTitle: "What this site brings in",
  toldText: "Some parts come from others, or remember something about you. You may refuse them.",
  understood: "Go on",
  doNotSell: "Do not sell or share my personal information",
  again: "Privacy choices",
  policy: "Read all of it",
  takenBack: "You can change this at any time under “Privacy choices”.",
  proof: "Your choice is kept as %1. Whoever runs this site can prove it by that.",
  profiling:
    "Some of them can identify or locate you, or make a profile of you. They are off until you switch them on.",
  things: ["one thing", "%1 things"],
  always: "always on",
  names: { needed: "Needed", preferences: "Preferences", statistics: "Statistics", marketing: "Marketing" },
  about: {
    needed: "Without these the site does not work.",
    preferences: "Remember what you chose, or show something that suits you.",
    statistics: "Count visits, so that the site gets better.",
    marketing: "Come from others who may learn what you look at.",
  },
};

const de: ConsentWords = {
  title: "Dürfen wir Inhalte von anderen laden?",
  text: "Manche Teile dieser Seite kommen von anderen oder merken sich etwas über Sie. Sie warten, bis Sie zustimmen.",
  accept: "Alle annehmen",
  refuse: "Alle ablehnen",
  choose: "Auswählen",
  save: "Auswahl speichern",
  close: "Schließen",
  toldTitle: "Was diese Seite mitbringt",
  toldText: "Manche Teile kommen von anderen oder merken sich etwas über Sie. Sie können das ablehnen.",
  understood: "Weiter",
  doNotSell: "Meine persönlichen Daten nicht verkaufen oder weitergeben",
  again: "Datenschutz-Auswahl",
  policy: "Alles lesen",
  takenBack: "Unter „Datenschutz-Auswahl“ können Sie das jederzeit ändern.",
  proof: "Ihre Auswahl ist unter %1 abgelegt. Damit lässt sie sich belegen.",
  profiling:
    "Manche können Sie erkennen, orten oder ein Profil von Ihnen bilden. Sie sind aus, bis Sie sie einschalten.",
  things: ["ein Eintrag", "%1 Einträge"],
  always: "immer an",
  names: { needed: "Notwendig", preferences: "Vorlieben", statistics: "Statistik", marketing: "Werbung" },
  about: {
    needed: "Ohne sie geht die Seite nicht.",
    preferences: "Merken sich Ihre Wahl oder zeigen, was zu Ihnen passt.",
    statistics: "Zählen Besuche, damit die Seite besser wird.",
    marketing: "Kommen von anderen, die erfahren können, was Sie ansehen.",
  },
};

const fr: ConsentWords = {
  title: "Pouvons-nous charger des contenus d’ailleurs ?",
  text: "Certaines parties de ce site viennent d’autres, ou retiennent quelque chose sur vous. Elles attendent votre accord.",
  accept: "Tout accepter",
  refuse: "Tout refuser",
  choose: "Choisir",
  save: "Enregistrer ce choix",
  close: "Fermer",
  toldTitle: "Ce que ce site fait venir",
  toldText: "Certaines parties viennent d’autres, ou retiennent quelque chose sur vous. Vous pouvez les refuser.",
  understood: "Continuer",
  doNotSell: "Ne pas vendre ni partager mes données personnelles",
  again: "Choix de confidentialité",
  policy: "Tout lire",
  takenBack: "Vous pouvez changer d’avis à tout moment sous « Choix de confidentialité ».",
  proof: "Votre choix est conservé sous %1. Il peut être prouvé par ce numéro.",
  profiling:
    "Certaines peuvent vous identifier, vous localiser ou établir votre profil. Elles sont désactivées jusqu’à votre accord.",
  things: ["un élément", "%1 éléments"],
  always: "toujours actif",
  names: { needed: "Nécessaires", preferences: "Préférences", statistics: "Statistiques", marketing: "Publicité" },
  about: {
    needed: "Sans eux le site ne fonctionne pas.",
    preferences: "Retiennent vos choix ou montrent ce qui vous convient.",
    statistics: "Comptent les visites pour améliorer le site.",
    marketing: "Viennent d’autres, qui peuvent savoir ce que vous regardez.",
  },
};

const es: ConsentWords = {
  title: "¿Podemos cargar contenidos de otros?",
  text: "Algunas partes de este sitio vienen de otros o recuerdan algo de usted. Esperan a que diga que sí.",
  accept: "Aceptar todo",
  refuse: "Rechazar todo",
  choose: "Elegir",
  save: "Guardar esta elección",
  close: "Cerrar",
  toldTitle: "Lo que trae este sitio",
  toldText: "Algunas partes vienen de otros o recuerdan algo de usted. Puede rechazarlas.",
  understood: "Seguir",
  doNotSell: "No vender ni compartir mis datos personales",
  again: "Opciones de privacidad",
  policy: "Leerlo todo",
  takenBack: "Puede cambiarlo cuando quiera en «Opciones de privacidad».",
  proof: "Su elección se guarda como %1. Con ello se puede probar.",
  profiling: "Algunas pueden identificarle, localizarle o hacer un perfil suyo. Están apagadas hasta que las encienda.",
  things: ["un elemento", "%1 elementos"],
  always: "siempre activo",
  names: { needed: "Necesarias", preferences: "Preferencias", statistics: "Estadísticas", marketing: "Publicidad" },
  about: {
    needed: "Sin ellas el sitio no funciona.",
    preferences: "Recuerdan lo que eligió o muestran lo que le conviene.",
    statistics: "Cuentan visitas para mejorar el sitio.",
    marketing: "Vienen de otros, que pueden saber qué mira.",
  },
};

const it: ConsentWords = {
  title: "Possiamo caricare contenuti da altri?",
  text: "Alcune parti di questo sito vengono da altri o ricordano qualcosa di Lei. Aspettano il Suo sì.",
  accept: "Accetta tutto",
  refuse: "Rifiuta tutto",
  choose: "Scegli",
  save: "Salva questa scelta",
  close: "Chiudi",
  toldTitle: "Che cosa porta questo sito",
  toldText: "Alcune parti vengono da altri o ricordano qualcosa di Lei. Può rifiutarle.",
  understood: "Continua",
  doNotSell: "Non vendere né condividere i miei dati personali",
  again: "Scelte sulla privacy",
  policy: "Leggi tutto",
  takenBack: "Può cambiare in ogni momento in «Scelte sulla privacy».",
  proof: "La Sua scelta è conservata come %1. Con questo si può provare.",
  profiling: "Alcune possono identificarLa, localizzarLa o farne un profilo. Sono spente finché non le accende.",
  things: ["un elemento", "%1 elementi"],
  always: "sempre attivo",
  names: { needed: "Necessari", preferences: "Preferenze", statistics: "Statistiche", marketing: "Pubblicità" },
  about: {
    needed: "Senza, il sito non funziona.",
    preferences: "Ricordano le Sue scelte o mostrano ciò che Le conviene.",
    statistics: "Contano le visite per migliorare il sito.",
    marketing: "Vengono da altri, che possono sapere che cosa guarda.",
  },
};

const nl: ConsentWords = {
  title: "Mogen we dingen van elders laden?",
  text: "Sommige delen van deze site komen van anderen of onthouden iets over u. Ze wachten tot u ja zegt.",
  accept: "Alles accepteren",
  refuse: "Alles weigeren",
  choose: "Kiezen",
  save: "Keuze opslaan",
  close: "Sluiten",
  toldTitle: "Wat deze site meebrengt",
  toldText: "Sommige delen komen van anderen of onthouden iets over u. U kunt ze weigeren.",
  understood: "Verder",
  doNotSell: "Mijn persoonsgegevens niet verkopen of delen",
  again: "Privacykeuzes",
  policy: "Alles lezen",
  takenBack: "U kunt dit altijd wijzigen onder “Privacykeuzes”.",
  proof: "Uw keuze is bewaard als %1. Daarmee is ze te bewijzen.",
  profiling: "Sommige kunnen u herkennen, lokaliseren of een profiel van u maken. Ze staan uit tot u ze aanzet.",
  things: ["één onderdeel", "%1 onderdelen"],
  always: "altijd aan",
  names: { needed: "Noodzakelijk", preferences: "Voorkeuren", statistics: "Statistiek", marketing: "Reclame" },
  about: {
    needed: "Zonder deze werkt de site niet.",
    preferences: "Onthouden uw keuze of tonen wat bij u past.",
    statistics: "Tellen bezoeken om de site te verbeteren.",
    marketing: "Komen van anderen, die kunnen weten wat u bekijkt.",
  },
};

const pt: ConsentWords = {
  title: "Podemos carregar conteúdos de outros?",
  text: "Algumas partes deste site vêm de outros ou guardam algo sobre você. Elas esperam pelo seu sim.",
  accept: "Aceitar tudo",
  refuse: "Rejeitar tudo",
  choose: "Escolher",
  save: "Salvar esta escolha",
  close: "Fechar",
  toldTitle: "O que este site traz",
  toldText: "Algumas partes vêm de outros ou guardam algo sobre você. Você pode recusá-las.",
  understood: "Continuar",
  doNotSell: "Não vender nem compartilhar meus dados pessoais",
  again: "Escolhas de privacidade",
  policy: "Ler tudo",
  takenBack: "Você pode mudar isto a qualquer momento em “Escolhas de privacidade”.",
  proof: "Sua escolha está guardada como %1. Com isso ela pode ser provada.",
  profiling:
    "Algumas podem identificar ou localizar você, ou traçar o seu perfil. Ficam desligadas até que você as ligue.",
  things: ["um item", "%1 itens"],
  always: "sempre ativo",
  names: { needed: "Necessários", preferences: "Preferências", statistics: "Estatísticas", marketing: "Publicidade" },
  about: {
    needed: "Sem eles o site não funciona.",
    preferences: "Guardam a sua escolha ou mostram o que combina com você.",
    statistics: "Contam visitas para melhorar o site.",
    marketing: "Vêm de outros, que podem saber o que você vê.",
  },
};

const pl: ConsentWords = {
  title: "Czy możemy wczytać treści od innych?",
  text: "Niektóre części tej strony pochodzą od innych albo coś o Tobie pamiętają. Czekają, aż się zgodzisz.",
  accept: "Zaakceptuj wszystko",
  refuse: "Odrzuć wszystko",
  choose: "Wybierz",
  save: "Zapisz wybór",
  close: "Zamknij",
  toldTitle: "Co ta strona wczytuje",
  toldText: "Niektóre części pochodzą od innych albo coś o Tobie pamiętają. Możesz je odrzucić.",
  understood: "Dalej",
  doNotSell: "Nie sprzedawaj ani nie udostępniaj moich danych",
  again: "Wybór prywatności",
  policy: "Przeczytaj wszystko",
  takenBack: "Możesz to zmienić w każdej chwili w „Wybór prywatności”.",
  proof: "Twój wybór zapisano jako %1. Tym można go udowodnić.",
  profiling:
    "Niektóre mogą Cię rozpoznać, zlokalizować albo tworzyć Twój profil. Są wyłączone, dopóki ich nie włączysz.",
  things: ["jeden element", "elementów: %1"],
  always: "zawsze włączone",
  names: { needed: "Niezbędne", preferences: "Preferencje", statistics: "Statystyka", marketing: "Reklama" },
  about: {
    needed: "Bez nich strona nie działa.",
    preferences: "Pamiętają Twój wybór albo pokazują, co Ci pasuje.",
    statistics: "Liczą odwiedziny, by strona była lepsza.",
    marketing: "Pochodzą od innych, którzy mogą wiedzieć, co oglądasz.",
  },
};

const sv: ConsentWords = {
  title: "Får vi ladda saker från andra?",
  text: "Vissa delar av sidan kommer från andra eller minns något om dig. De väntar tills du säger ja.",
  accept: "Godkänn alla",
  refuse: "Neka alla",
  choose: "Välj",
  save: "Spara valet",
  close: "Stäng",
  toldTitle: "Vad sidan för med sig",
  toldText: "Vissa delar kommer från andra eller minns något om dig. Du kan neka dem.",
  understood: "Fortsätt",
  doNotSell: "Sälj eller dela inte mina personuppgifter",
  again: "Integritetsval",
  policy: "Läs allt",
  takenBack: "Du kan ändra dig när som helst under ”Integritetsval”.",
  proof: "Ditt val är sparat som %1. Med det kan det bevisas.",
  profiling: "Vissa kan känna igen dig, hitta var du är eller skapa en profil av dig. De är av tills du slår på dem.",
  things: ["en sak", "%1 saker"],
  always: "alltid på",
  names: { needed: "Nödvändiga", preferences: "Inställningar", statistics: "Statistik", marketing: "Marknadsföring" },
  about: {
    needed: "Utan dem fungerar inte sidan.",
    preferences: "Minns ditt val eller visar det som passar dig.",
    statistics: "Räknar besök så att sidan blir bättre.",
    marketing: "Kommer från andra, som kan få veta vad du tittar på.",
  },
};

/** The drafted words, by language. */
export const consentWords = { en, de, fr, es, it, nl, pt, pl, sv } as const;
export const draftedLanguages = Object.keys(consentWords) as readonly (keyof typeof consentWords)[];

/** The words in a language: the site's own where it has any, and the drafted ones elsewhere. */
export const wordsIn = (own: Readonly<Record<string, Partial<ConsentWords>>>, tag: string): ConsentWords => {
  const [language = "en"] = tag.toLowerCase().split("-", 1);
  return { ...inLanguage<ConsentWords>(consentWords, tag), ...own[language] };
};

/** "one thing", "3 things". */
export const thingsWords = (words: ConsentWords, count: number): string =>
  words.things[count === 1 ? 0 : 1].replace("%1", String(count));
