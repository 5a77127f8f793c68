// What is wrong with something that came in, and where in it.

/** A fault with the way to it ("children[2].content.text") and a sentence about it. */
export interface Fault {
  readonly path: string;
  readonly message: string;
}

/** The most faults that are told at once: nobody reads more. */
export const mostFaults = 20;

/** Joi's path as "a.b[0]". */
export const pathOf = (path: readonly (string | number)[]): string =>
  path.reduce<string>(
    (text, part) => (typeof part === "number" ? `${text}[${part}]` : text ? `${text}.${part}` : part),
    "",
  );
