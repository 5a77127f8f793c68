// Markup that somebody else wrote, read by a parser for as long as it is no deeper than anybody means it.
import { type Handler, Parser, type ParserOptions } from "htmlparser2";

/** Elements within one another that are followed: pages have some tens. The parser's work for each grows with how many are open. */
export const mostOpen = 1000;

class TooDeep extends Error {}

/** Hands a parser's findings to a handler; false where it ended before its end, since it was nested too deep. */
export function parseMarkup(markup: string, handler: Partial<Handler>, options: ParserOptions = {}): boolean {
  let open = 0;
  const parser = new Parser(
    {
      ...handler,
      onopentagname: (name) => {
        open += 1;
        if (open > mostOpen) throw new TooDeep();
        handler.onopentagname?.(name);
      },
      onclosetag: (name, implied) => {
        open -= 1;
        handler.onclosetag?.(name, implied);
      },
    },
    options,
  );
  try {
    parser.end(markup);
    return true;
  } catch (error) {
    if (error instanceof TooDeep) return false;
    throw error;
  }
}
