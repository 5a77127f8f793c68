// Codes of gift vouchers: as people read them out, and as they type them.

/** Letters and digits that can't be mistaken for each other; 32 of them, so that a byte gives each the same chance. */
const letters = "ABCDEFGHJKLMNPQRSTUVWXYZ23456789";
const length = 12;

/** A code of random bytes, at least 12: "KX4M-92HT-QRWE", 60 bits. */
export function codeOf(bytes: Uint8Array): string {
  const plain = Array.from(bytes.slice(0, length), (byte) => letters[byte % letters.length]).join("");
  return plain.replace(/(.{4})(?=.)/g, "$1-");
}

/** A code as it is compared, from what was typed: in any case, with or without spaces and hyphens. Null for what can't be one. */
export function plainCode(typed: string): string | null {
  const plain = typed.toUpperCase().replace(/[^A-Z0-9]/g, "");
  return plain.length === length && [...plain].every((letter) => letters.includes(letter)) ? plain : null;
}

/** "…QRWE" */
export const tailOf = (code: string): string => `…${code.slice(-4)}`;
