// The pages a shop starts with: whole, each with one title, in every language.
import { kinds } from "@/core/page/kinds";
import { everyNode } from "@/core/page/node";
import { pageFaults } from "@/core/page/validate";
import { shopPageBodies, shopPageNames } from "./pages";
import { shopPages } from "./shop";

test.each(["en-IE", "de-AT", "fr-FR", "da"])(
  "in %s every page is valid, has one title and an address of its own",
  (language) => {
    let last = 0;
    const bodies = shopPageBodies(language, () => `n${++last}`);
    const names = shopPageNames(language);
    expect(new Set(shopPages.map((page) => names[page].slug)).size).toBe(shopPages.length);
    for (const page of shopPages) {
      expect([page, pageFaults(bodies[page])]).toEqual([page, []]);
      const levels = [...everyNode(bodies[page])].map((node) => kinds[node.kind].headingLevel?.(node.content as never));
      expect([page, levels.filter((level) => level === 1).length]).toEqual([page, 1]);
    }
  },
);
