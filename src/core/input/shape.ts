// The shape of a value from outside, judged before any schema: how deep, how wide, how many, and which characters.
// Schemas look at everything they are given; what stands here keeps them from being given too much.

export interface ShapeLimits {
  /** Levels of lists and objects within each other. */
  readonly depth: number;
  /** Entries of one object. */
  readonly keys: number;
  /** Items of one list. */
  readonly items: number;
  /** Values in all, lists and objects among them. */
  readonly values: number;
}

/** A fault with the way to it ("client.name", "answers[2]") and a sentence about it. */
export interface ShapeFault {
  readonly path: string;
  readonly message: string;
}

/** Calls of people who are not signed in: forms. */
export const formShape: ShapeLimits = { depth: 8, keys: 100, items: 200, values: 2000 };
/** Calls of members: documents, settings, batches of edits. */
export const studioShape: ShapeLimits = { depth: 40, keys: 400, items: 6000, values: 100_000 };

/** Control characters besides tab, line feed and carriage return: no form sends them, and every format minds them. */
// biome-ignore lint/suspicious/noControlCharactersInRegex: they are what is looked for
const control = /[\u0000-\u0008\u000B\u000C\u000E-\u001F\u007F-\u009F]/;

const loneSurrogate = /\p{Cs}/u;

/** What is wrong with a text whatever it is for, or null. */
export function textFault(text: string): string | null {
  if (control.test(text)) return "Here stands a control character, which can't be kept. Please type the words anew.";
  if (loneSurrogate.test(text)) return "Here stands half a character. Please type the words anew.";
  return null;
}

interface Place {
  readonly value: unknown;
  readonly parent: Place | null;
  readonly key: string | number;
  readonly depth: number;
}

/** The longest path that is told; the rest of a longer one says nothing to anybody. */
const longestPath = 200;

function pathTo(place: Place): string {
  const parts: string[] = [];
  for (let at: Place | null = place; at?.parent; at = at.parent)
    parts.push(
      typeof at.key === "number" ? `[${at.key}]` : at.parent.parent ? `.${at.key.slice(0, 60)}` : at.key.slice(0, 60),
    );
  const path = parts.reverse().join("");
  return path.length > longestPath ? `${path.slice(0, longestPath)}…` : path;
}

/** The first fault of a value's shape, or null. Goes through it once, without recursion, and stops at the first. */
export function shapeFault(value: unknown, limits: ShapeLimits): ShapeFault | null {
  const waiting: Place[] = [{ value, parent: null, key: "", depth: 0 }];
  let seen = 0;
  for (let place = waiting.pop(); place; place = waiting.pop()) {
    const here = place;
    const fault = (message: string): ShapeFault => ({ path: pathTo(here), message });
    if (++seen > limits.values)
      return fault(`This holds more than ${limits.values} values; that is more than is read.`);
    if (typeof here.value === "string") {
      const wrong = textFault(here.value);
      if (wrong) return fault(wrong);
      continue;
    }
    if (typeof here.value !== "object" || here.value === null) continue;
    const depth = here.depth + 1;
    if (depth > limits.depth) return fault(`This is nested more than ${limits.depth} levels deep.`);
    if (Array.isArray(here.value)) {
      const list = here.value as unknown[];
      if (list.length > limits.items) return fault(`At most ${limits.items} items are read here.`);
      for (let index = list.length - 1; index >= 0; index--)
        waiting.push({ value: list[index], parent: here, key: index, depth });
      continue;
    }
    const keys = Object.keys(here.value);
    if (keys.length > limits.keys) return fault(`At most ${limits.keys} fields are read here.`);
    for (const key of keys.reverse()) {
      const wrong = textFault(key);
      if (wrong) return { path: pathTo(here), message: "A field's name has a control character." };
      waiting.push({ value: (here.value as Record<string, unknown>)[key], parent: here, key, depth });
    }
  }
  return null;
}
