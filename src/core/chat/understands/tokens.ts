// Words of a text as they are compared: small letters without accents, by their stems; numbers apart.
import { stemmerOf } from "@/core/catalog/stems";

/** Small letters without accents: "Schüssel" and "schussel" are one. */
export const folded = (text: string): string =>
  text.toLowerCase().replace(/ß/g, "ss").normalize("NFD").replace(/\p{M}/gu, "");

/** A word as it stands in a text. */
export interface Token {
  /** As written. */
  readonly word: string;
  /** As compared. */
  readonly stem: string;
  /** Says little by itself: "the", "is". */
  readonly stop: boolean;
}

/** A letter before a hyphen is part of its word: "e-bike" is one. */
const wordPattern = /\p{N}+(?:[.,:]\p{N}+)*|(?:\p{L}-)?\p{L}[\p{L}\p{M}\p{N}]*(?:['’]\p{L}+)?/gu;

/** No text has more words than are looked at. */
const mostWords = 4000;

const stopWords = {
  en: "a an and are as at be been but by can could did do does for from had has have he her hers him his how i if in into is it its me my of on or our ours out shall she should so some than that the their them then there these they this those to too us very was we were what when where which while who whom why will with would you your yours am any may might must just also please ok hi hello hey about i'm i'd i'll it's what's where's who's how's don't won't isn't aren't do't im whats wheres theres there's like want need know tell get got let give",
  de: "aber alle als also am an auch auf aus bei bin bis bist bitte da damit dann das dass dein deine dem den der des dich die dies diese dieser dir doch du durch ein eine einem einen einer eines er es euch euer eure fur hab habe haben habt hat hatte ich ihm ihn ihr ihre im in ist ja kann kannst konnen konnt man mein meine mich mir mit muss nach nicht noch nur ob oder ohne sein seine sich sie sind so soll und uns unser unsere vom von vor war was wann warum wer wie wieviel will wir wird wo woher wohin zu zum zur gibt gibts mochte mochten hallo denn mal etwas wurde",
  fr: "a ai as au aux avec avez avons ce cela ces cet cette chez comme comment d dans de des du elle elles en est et etes eu il ils j je l la le les leur leurs lui ma mais me mes moi mon n ne nos notre nous on ou par pas pour qu quand que quel quelle quelles quels qui quoi s sa se ses si son sont sur ta te tes toi ton tu un une vos votre vous y c'est est-ce qu'est j'ai peut puis peux pouvez combien quelqu bonjour svp avoir faire",
} as const;

const stopSets = Object.fromEntries(
  Object.entries(stopWords).map(([language, words]) => [language, new Set(words.split(" "))]),
) as unknown as Readonly<Record<string, ReadonlySet<string>>> & { readonly en: ReadonlySet<string> };

/** Whether a folded word says little by itself in a language; false in languages without a list. */
export const isStop = (language: string, word: string): boolean => {
  const [key = ""] = language.toLowerCase().split("-", 1);
  return Object.hasOwn(stopSets, key) && (stopSets[key] as ReadonlySet<string>).has(word);
};

/** Whether a folded word is such a word with two neighbours swapped: "whta". */
export const isStopSwapped = (language: string, word: string): boolean => {
  if (word.length < 4 || word.length > 10) return false;
  for (let at = 0; at + 1 < word.length; at++)
    if (isStop(language, `${word.slice(0, at)}${word[at + 1]}${word[at]}${word.slice(at + 2)}`)) return true;
  return false;
};

/** A number as it is compared: digits without separators of thousands, "1,240" and "1240" are one. */
export function plainNumber(word: string): string {
  const grouped = /^\d{1,3}(?:[.,]\d{3})+$/.test(word);
  const plain = grouped ? word.replace(/[.,]/g, "") : word.replace(",", ".");
  return /^\d+\.0+$/.test(plain) ? plain.replace(/\.0+$/, "") : plain;
}

/** Irregular forms that no rule of stems brings together, of words people ask with. */
const irregular: Readonly<Record<string, string>> = {
  children: "child",
  kids: "kid",
  feet: "foot",
  men: "man",
  women: "woman",
  brought: "bring",
  came: "come",
  paid: "pay",
  cost: "cost",
  costs: "cost",
  wore: "wear",
  worn: "wear",
  shut: "close",
  fired: "fire",
  firing: "fire",
  firings: "fire",
  booking: "book",
  bookings: "book",
  opening: "open",
  parking: "park",
  tyre: "tire",
  tyres: "tire",
  sent: "send",
  thrown: "throw",
  threw: "throw",
  taught: "teach",
  teacher: "teach",
  built: "build",
  true: "trued",
  truing: "trued",
};

/** Small numbers in words: "six weeks" and "6 weeks" are one. */
const numberWords = {
  en: "zero one two three four five six seven eight nine ten eleven twelve",
  de: "null eins zwei drei vier funf sechs sieben acht neun zehn elf zwolf",
  fr: "zero un deux trois quatre cinq six sept huit neuf dix onze douze",
} as const;

const numbersOf = Object.fromEntries(
  Object.entries(numberWords).map(([language, words]) => [
    language,
    Object.fromEntries(words.split(" ").map((word, number) => [word, String(number)])),
  ]),
) as unknown as Readonly<Record<string, Readonly<Record<string, string>>>> & {
  readonly en: Readonly<Record<string, string>>;
};

/** Stems of one language, each word worked out once. */
export class Stems {
  private readonly known = new Map<string, string>();
  private readonly stem: (word: string) => string;
  private readonly odd: Readonly<Record<string, string>>;
  private readonly numbers: Readonly<Record<string, string>>;

  constructor(readonly language: string) {
    this.stem = stemmerOf(language);
    const [key = ""] = language.toLowerCase().split("-", 1);
    this.numbers = Object.hasOwn(numbersOf, key) ? (numbersOf[key] as Readonly<Record<string, string>>) : {};
    this.odd = key === "en" ? irregular : {};
  }

  /** The stem of a word as written. */
  of(word: string): string {
    const plain = folded(word)
      .replace(/['’]s$/, "")
      .replace(/['’-]/g, "");
    const known = this.known.get(plain);
    if (known !== undefined) return known;
    const made = /^\d/.test(plain)
      ? plainNumber(plain)
      : Object.hasOwn(this.numbers, plain)
        ? (this.numbers[plain] as string)
        : this.stem(Object.hasOwn(this.odd, plain) ? (this.odd[plain] as string) : plain) || plain;
    // Strangers' words must not fill the memory.
    if (this.known.size < 50_000) this.known.set(plain, made);
    return made;
  }
}

/** The words of a text in their order. */
export function tokensOf(text: string, stems: Stems): readonly Token[] {
  const found: Token[] = [];
  for (const [word] of text.matchAll(wordPattern)) {
    if (found.length >= mostWords) break;
    found.push({ word, stem: stems.of(word), stop: isStop(stems.language, folded(word)) });
  }
  return found;
}
