// Runs every page of the site twice where nobody sees it, without consent and with all of it, and hears what each asked and
// left behind. The pages are rehearsed ones on their own host; nothing of them touches the studio.

import type { Run } from "@/core/consent/measured";
import { pagePath } from "@/core/site/site";
import type { Visitor } from "@/core/visitor/visitor";
import { ask } from "@/studio/kit/api";

/** A page that says nothing for so long is not waited for, in ms. */
const mostMs = 15_000;

interface Page {
  readonly id: string;
  readonly title: string;
  readonly slug: string;
}

export interface Walk {
  readonly site: string;
  readonly pages: readonly Page[];
  readonly visitor: Visitor;
  /** Hears how many runs are done. */
  told(done: number): void;
  readonly signal: AbortSignal;
}

type Told = Omit<Run, "page" | "agreed">;

/** One run; null where the page did not answer. */
function run(address: string, signal: AbortSignal): Promise<Told | null> {
  const { origin } = new URL(address);
  const frame = Object.assign(document.createElement("iframe"), { src: address, tabIndex: -1 });
  frame.setAttribute("aria-hidden", "true");
  frame.style.cssText = "position:fixed;left:-5000px;top:0;width:1180px;height:900px;border:0";
  return new Promise((resolve) => {
    const end = (told: Told | null) => {
      clearTimeout(timer);
      removeEventListener("message", listen);
      signal.removeEventListener("abort", stop);
      frame.remove();
      resolve(told);
    };
    const listen = ({ source, origin: from, data }: MessageEvent) => {
      const { measured } = data as { measured?: Told };
      if (source === frame.contentWindow && from === origin && measured) end(measured);
    };
    const stop = () => end(null);
    const timer = setTimeout(stop, mostMs);
    addEventListener("message", listen);
    signal.addEventListener("abort", stop);
    document.body.append(frame);
  });
}

/** The runs, and the titles of pages that did not answer. */
export async function walkPages({ site, pages, visitor, told, signal }: Walk): Promise<{
  readonly runs: readonly Run[];
  readonly silent: readonly string[];
}> {
  const runs: Run[] = [];
  const silent = new Set<string>();
  let done = 0;
  for (const agreed of [false, true]) {
    const { base } = await ask("rehearse.open", { site, visitor: { ...visitor, consent: agreed ? "all" : "none" } });
    for (const page of pages) {
      if (signal.aborted) break;
      const seen = await run(`${base}${pagePath(page)}?measured`, signal);
      if (seen) runs.push({ page: page.title, agreed, ...seen });
      else silent.add(page.title);
      told(++done);
    }
  }
  return { runs, silent: [...silent] };
}
