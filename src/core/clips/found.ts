// What draws a feed asks for: the clips that were found for it so far.
import { service } from "@/core/kind/service";
import type { FoundClips } from "./clips";

export const foundClips = service<(widget: string) => FoundClips | undefined>("foundClips");

export const nothingFound: FoundClips = { about: null, clips: [], posters: [] };
