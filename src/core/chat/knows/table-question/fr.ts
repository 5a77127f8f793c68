// Words of questions to tables, in French.
import type { TableWords } from "./catalog";
import { heat, money, size, time } from "./shared";

export const fr: TableWords = {
  under: ["moins de", "sous", "au-dessous de"],
  over: ["plus de", "au-dessus de"],
  atMost: ["au plus", "jusqu a", "maximum"],
  atLeast: ["au moins", "a partir de", "minimum"],
  between: ["entre"],
  and: ["et"],
  extremes: [
    { words: ["moins cher", "moins chere", "moins chers"], least: true, of: money },
    { words: ["plus cher", "plus chere"], least: false, of: money },
    { words: ["plus chaud", "plus chaude"], least: false, of: heat },
    { words: ["plus long", "plus longue"], least: false, of: [...time, ...size] },
    { words: ["plus court", "plus courte"], least: true, of: [...time, ...size] },
    { words: ["plus grand", "plus grande"], least: false, of: size },
    { words: ["plus petit", "plus petite"], least: true, of: size },
  ],
  count: ["combien de"],
  asks: [
    { words: ["quelle temperature", "a quelle temperature"], of: heat },
    { words: ["combien coute", "quel prix", "prix", "coute"], of: money },
    { words: ["combien de temps"], of: time },
    { words: ["quand"], of: ["days"] },
  ],
  who: ["qui"],
  days: ["lundi", "mardi", "mercredi", "jeudi", "vendredi", "samedi", "dimanche"],
  plain: ["travaille", "cuit", "coute"],
};
