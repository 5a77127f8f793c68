// In how many parts a mobile network sends a text message. 3GPP TS 23.038 §6.2.1 has the alphabet of 7 bits and its
// extension, TS 23.040 §9.2.3.24.1 the header that parts of a longer message begin with.

const basic = new Set(
  "@£$¥èéùìòÇ\nØø\rÅåΔ_ΦΓΛΩΠΨΣΘΞÆæßÉ !\"#¤%&'()*+,-./0123456789:;<=>?¡ABCDEFGHIJKLMNOPQRSTUVWXYZÄÖÑÜ§¿abcdefghijklmnopqrstuvwxyzäöñüà",
);
/** Each takes an escape before it. */
const extended = new Set("^{}\\[~]|€\f");

/** What one part holds: alone, and as one of several, with their header. */
const room = { gsm: { alone: 160, joined: 153 }, unicode: { alone: 70, joined: 67 } } as const;

export interface MessageParts {
  /** The alphabet of the whole message: one sign outside of the 7 bits makes all of it 16. */
  readonly alphabet: keyof typeof room;
  /** At least 1. */
  readonly parts: number;
}

/** The parts of a text. No sign is cut in two: an escape stays with its sign, and a pair of surrogates together. */
export function messageParts(text: string): MessageParts {
  const signs = [...text];
  const alphabet = signs.every((sign) => basic.has(sign) || extended.has(sign)) ? "gsm" : "unicode";
  const lengths = signs.map((sign) => (alphabet === "unicode" ? sign.length : extended.has(sign) ? 2 : 1));
  const { alone, joined } = room[alphabet];
  if (lengths.reduce((sum, length) => sum + length, 0) <= alone) return { alphabet, parts: 1 };
  let parts = 1;
  let used = 0;
  for (const length of lengths) {
    if (used + length > joined) {
      parts++;
      used = 0;
    }
    used += length;
  }
  return { alphabet, parts };
}
