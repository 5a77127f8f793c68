// Words of strangers as one plain line.

/** Words without control characters and marks that turn the direction of a line, at most `most` characters; "" for what is no text. */
export const plainLine = (value: unknown, most: number): string =>
  typeof value === "string"
    ? value
        // biome-ignore lint/suspicious/noControlCharactersInRegex: they are what is taken out.
        .replace(/[\u0000-\u001f\u007f\u200b-\u200f\u202a-\u202e\u2066-\u2069]+/g, " ")
        .replace(/\s+/g, " ")
        .trim()
        .slice(0, most)
    : "";
