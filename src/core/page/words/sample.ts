// Words that came with a section or a block and were never changed: nobody should find them on a live site.
import { kindNames } from "../kind-names";
import { kinds } from "../kinds";
import { everyNode, type PageNode } from "../node";
import { plainFacts } from "../shelf/entry";
import { shelf } from "../shelf/index";
import { nodeWords } from "./words";

/** Words of the shelf and of new blocks that fit a site as they are. */
const fitAsTheyAre: ReadonlySet<string> = new Set([
  "What we offer",
  "How it began",
  "Prices",
  "Open",
  "What is included",
  "What people say",
  "Who we are",
  "Work with us",
  "Choose yours",
  "Getting here",
  "On foot",
  "By bus",
  "By car",
  "To take home",
  "Before and after",
  "Before",
  "After",
  "Call us",
  "Write to us",
  "Write to me",
  "What people ask",
  "Download",
  "What we offer",
  "Take this one",
  "Once",
  "Find us",
  "How it goes",
  "From the workshop",
  "Get in touch",
  "Read more",
  "Menu",
  "Sign up",
  "Slides",
  "1",
  "2",
  "3",
]);

let known: ReadonlySet<string> | null = null;

/** Every line of words that is only there to say what belongs in its place. */
function sampleWords(): ReadonlySet<string> {
  if (known) return known;
  let made = 0;
  const lines = shelf.flatMap((entry) => {
    const section = entry.make(() => `sample${++made}`);
    return [...everyNode(section)].filter((node) => !node.children).flatMap((node) => linesOf(node));
  });
  const fresh = kindNames.flatMap((kind) =>
    linesOf({ id: "sample", kind, content: kinds[kind].fresh(plainFacts), look: { base: {} } }),
  );
  known = new Set([...lines, ...fresh].filter((line) => !fitAsTheyAre.has(line)));
  return known;
}

const linesOf = (node: PageNode): readonly string[] =>
  kinds[node.kind].sampleLines?.(node.content) ?? nodeWords(node).split("\n").filter(Boolean);

/** Of a block without others in it: its words that are still those it came with. */
export const samplesIn = (node: PageNode): readonly string[] =>
  node.children ? [] : linesOf(node).filter((line) => sampleWords().has(line));

/** Whether anything in a section still says what it came with. */
export function hasSamples(section: PageNode): boolean {
  for (const node of everyNode(section)) if (samplesIn(node).length) return true;
  return false;
}
