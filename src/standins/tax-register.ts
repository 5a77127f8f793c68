// A stand-in for a register of tax numbers: it knows every number that is written as its country writes them, but for those
// that end in two noughts.

/** How numbers are written, by the letters before them (after the Commission's table of the structure of VAT numbers). */
const written: Readonly<Record<string, RegExp>> = {
  AT: /^U\d{8}$/,
  BE: /^[01]\d{9}$/,
  DE: /^\d{9}$/,
  DK: /^\d{8}$/,
  EL: /^\d{9}$/,
  ES: /^[A-Z0-9]\d{7}[A-Z0-9]$/,
  FI: /^\d{8}$/,
  FR: /^[A-Z0-9]{2}\d{9}$/,
  IE: /^\d{7}[A-W][A-I]?$/,
  IT: /^\d{11}$/,
  LU: /^\d{8}$/,
  NL: /^\d{9}B\d{2}$/,
  PL: /^\d{10}$/,
  PT: /^\d{9}$/,
  SE: /^\d{12}$/,
};

/** Whether the register knows a number, written with its country and without spaces: "DE123456789". */
export const registerKnows = (number: string): boolean => {
  const form = Object.hasOwn(written, number.slice(0, 2)) ? written[number.slice(0, 2)] : undefined;
  return (form?.test(number.slice(2)) ?? false) && !number.endsWith("00");
};
