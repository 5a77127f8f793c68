// The words of a catalog, as one searches them: without accents, by their stems, with synonyms and typing errors.
import MiniSearch from "minisearch";
import { type CatalogFrame, type Product, pathOf } from "./product";
import { stemmerOf } from "./stems";
import { plainText } from "./text";

interface Entry {
  readonly id: string;
  readonly name: string;
  readonly sku: string;
  readonly groups: string;
  readonly values: string;
  readonly text: string;
}

/** Small letters without accents: "Schüssel" and "schussel" are one. */
const folded = (word: string): string => word.toLowerCase().replace(/ß/g, "ss").normalize("NFD").replace(/\p{M}/gu, "");

/** So much of what somebody types is looked at. */
const longestSearch = 200;
const mostWords = 12;

const separators = /[\n\r\p{Z}\p{P}]+/u;
const wordsIn = (text: string): readonly string[] => text.split(separators).filter(Boolean);

/** A word with two neighbours swapped, each way: the commonest slip, and two errors to whoever counts letters. */
const swapsOf = (word: string): string[] =>
  word.length < 4 || word.length > 20 || /\d/.test(word)
    ? []
    : Array.from(
        { length: word.length - 1 },
        (_, at) => word.slice(0, at) + word[at + 1] + word[at] + word.slice(at + 2),
      );

export class ProductIndex {
  private readonly index: MiniSearch<Entry>;
  /** By the stem of a word: every word that means the same. */
  private readonly same = new Map<string, readonly string[]>();
  private readonly term: (word: string) => string;

  constructor(
    products: readonly Product[],
    private readonly frame: CatalogFrame,
    language: string,
  ) {
    const stem = stemmerOf(language);
    this.term = (word) => stem(folded(word));
    for (const group of frame.synonyms) {
      const words = group.flatMap(wordsIn);
      for (const word of words) {
        const key = this.term(word);
        this.same.set(key, [...new Set([...(this.same.get(key) ?? []), ...words])]);
      }
    }
    this.index = new MiniSearch<Entry>({
      fields: ["name", "sku", "groups", "values", "text"],
      processTerm: (word) => this.term(word) || null,
      searchOptions: {
        boost: { name: 4, sku: 4, groups: 2, values: 2 },
        prefix: (word) => word.length > 2,
        // One wrong letter in four, two at most; numbers are meant as they stand.
        fuzzy: (word) => (word.length > 3 && !/\d/.test(word) ? 0.25 : false),
        maxFuzzy: 2,
        weights: { fuzzy: 0.4, prefix: 0.6 },
      },
    });
    this.add(products);
  }

  /** Takes products in that are not there yet. */
  add(products: readonly Product[]): void {
    const { categories } = this.frame;
    this.index.addAll(
      products.map((product) => ({
        id: product.id,
        name: product.name,
        sku: product.variants.map(({ sku }) => sku).join(" "),
        groups: [
          ...product.categories.flatMap((id) => pathOf(categories, id).map(({ name }) => name)),
          ...product.tags,
        ].join(" "),
        values: [
          ...Object.values(product.attributes).flat(),
          ...product.options.flatMap(({ choices }) => choices.map(({ name }) => name)),
        ].join(" "),
        text: plainText(product.words),
      })),
    );
  }

  forget(id: string): void {
    if (this.index.has(id)) this.index.discard(id);
  }

  /** Ids of the products that have every word, or one that means the same; the most fitting first. */
  search(words: string): readonly string[] {
    const queries = wordsIn(words.slice(0, longestSearch))
      .slice(0, mostWords)
      .map((word) => ({
        combineWith: "OR" as const,
        queries: [
          ...new Set([word, ...(this.same.get(this.term(word)) ?? [])]),
          { queries: swapsOf(word), fuzzy: false, prefix: false },
        ],
      }));
    if (!queries.length) return [];
    return this.index.search({ combineWith: "AND", queries }).map(({ id }) => id as string);
  }
}
