// Who hears of a visitor when a clip of a feed plays.
import type { Sends, StandIns } from "@/core/kind/holder";
import { providerNames, providers } from "@/core/video/providers";
import { readNamed, sentBy } from "@/core/video/source";
import type { FeedSource } from "./clips";

/** Addresses that a source names; a search is one of the first host that can be searched. */
function namedBy(source: FeedSource): readonly string[] {
  if (source.of === "address") return [source.address];
  return source.of === "picked" ? source.clips : [];
}

/** The hosts that clips of these sources play from, as far as the sources themselves tell. */
export function* sentByFeed(sources: readonly FeedSource[], standIns: StandIns): Generator<Sends> {
  const searched = providerNames.find((name) => providers[name].feedPaths.search);
  for (const source of sources) {
    if (source.of === "search" && searched) yield* sentBy({ from: "clip", provider: searched, clip: "" }, standIns);
    for (const address of namedBy(source)) {
      const named = readNamed(address, standIns);
      if (named?.is === "page") yield { origin: new URL(named.address).origin, purpose: "marketing", sets: [] };
      else if (named) yield* sentBy({ from: "clip", provider: named.provider, clip: "" }, standIns);
    }
  }
}
