// The bundled set of icons (Lucide, ISC licence), as the studio searches it: names, words, and one path each.
import { readFile } from "node:fs/promises";
import { createRequire } from "node:module";
import { join } from "node:path";
import { type Icon, pathOfShapes } from "@/core/page/look/icon";

export interface FoundIcon extends Icon {
  /** What else it is found by. */
  readonly words: string;
}

type Shapes = Parameters<typeof pathOfShapes>[0];

/** A word that fewer icons than this share is left out: it says more about one drawing than about what it means. */
const sharedBy = 3;

let made: Promise<readonly FoundIcon[]> | null = null;

async function read(): Promise<readonly FoundIcon[]> {
  const { resolve } = createRequire(join(process.cwd(), "package.json"));
  const file = async <T>(name: string) =>
    JSON.parse(await readFile(resolve(`lucide-static/${name}.json`), "utf8")) as T;
  const [nodes, tags] = await Promise.all([
    file<Record<string, Shapes>>("icon-nodes"),
    file<Record<string, readonly string[]>>("tags"),
  ]);
  const shared = new Map<string, number>();
  for (const words of Object.values(tags)) for (const word of words) shared.set(word, (shared.get(word) ?? 0) + 1);
  return Object.entries(nodes).map(([name, shapes]) => ({
    name,
    path: pathOfShapes(shapes),
    words: (tags[name] ?? []).filter((word) => (shared.get(word) ?? 0) >= sharedBy).join(" "),
  }));
}

/** Every icon of the set, by its name; read once. */
export function iconSet(): Promise<readonly FoundIcon[]> {
  made ??= read();
  made.catch(() => {
    made = null;
  });
  return made;
}
