// Words that speak to what answers instead of to whoever asks. They are no part of an answer, and no reason for one.

const patterns: readonly RegExp[] = [
  /\b(?:ignore|disregard|forget|override)\b.{0,40}\b(?:instruction|rule|prompt|above|before|previous|polic|guideline)/i,
  /\b(?:ignoriere|vergiss|missachte)\b.{0,40}\b(?:anweisung|regel|vorgabe|oben|vorher)/i,
  /\b(?:ignore|ignorez|oublie|oubliez)\b.{0,40}\b(?:consigne|instruction|r[èe]gle|ci-dessus)/i,
  /\b(?:system|assistant|developer)\s?(?:prompt|message|override|mode|instruction)\b/i,
  /\b(?:you are now|from now on,? (?:you|answer|say|always)|act as|pretend (?:to be|that you)|du bist (?:ab )?jetzt|tu es maintenant)\b/i,
  /\b(?:answer|reply|respond|antworte|r[ée]ponds)\b.{0,30}\b(?:every|all|any|only with|always|jede|immer|toujours|chaque)\b/i,
  /\b(?:tell|say to|inform) (?:the |every |all )?(?:visitor|user|customer|reader)s?\b.{0,60}/i,
  /<\|?\w{1,20}\|?>|\[\[?\/?(?:system|inst)/i,
];

/** What answers, and what it would have to do: an order where one sentence has both. */
const answerer = /\b(?:language model|chatbot|chat bot|the bot|an ai)\b/i;
const duty = /\b(?:must|should|shall|has to|say|answer|tell)\b/i;

/** Whether a sentence gives orders to what answers. */
export const isOrder = (sentence: string): boolean => {
  const plain = sentence
    .normalize("NFKC")
    .replace(/[\u00ad\u200b-\u200f\u2060-\u2064\ufeff]/g, "")
    .slice(0, 600);
  return patterns.some((pattern) => pattern.test(plain)) || (answerer.test(plain) && duty.test(plain));
};
