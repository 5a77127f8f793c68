// A film as it came: its sides and length as its container says, and whether browsers can play what is in it.
import { BufferSource, EncodedPacketSink, Input, MP4, WEBM } from "mediabunny";
import { documentKinds, filmTypes } from "@/core/media/documents";
import type { MediaEntry } from "@/core/media/entry";
import type { Answer } from "./answer";

export type Film = Pick<MediaEntry, "widthPx" | "heightPx"> & { readonly lengthMs: number };

/** Codecs that every browser of today plays in these containers. */
const playable: readonly string[] = ["avc", "vp8", "vp9", "av1"];
const sidePx = 8192;
const longestMs = 4 * 3_600_000;

const refused = (message: string): Answer<never> => ({ ok: false, faults: [{ path: "file", message }] });

const broken = () => {
  const kinds = filmTypes.map((type) => documentKinds[type].label).join(" or ");
  return refused(`This film is broken or ends in the middle. Save it anew as ${kinds}, and send that.`);
};

/** Sides and length of a film; a sentence about one that is none, is broken, or that browsers could not play. */
export async function readFilm(file: Uint8Array): Promise<Answer<Film>> {
  const input = new Input({ source: new BufferSource(file), formats: [MP4, WEBM] });
  try {
    const track = await input.getPrimaryVideoTrack();
    if (!track && (await input.getPrimaryAudioTrack())) return refused("There is no picture in this film, only sound.");
    // What was cut off has its head and not its last frame.
    if (!track || !(await new EncodedPacketSink(track).getPacket(Number.POSITIVE_INFINITY))) return broken();
    if (!track.codec || !playable.includes(track.codec))
      return refused("Not every browser can play this film. Save it as MP4 (H.264) or WebM (VP9), and send that.");
    const lengthMs = Math.round((await input.computeDuration()) * 1000);
    const { displayWidth: widthPx, displayHeight: heightPx } = track;
    if (widthPx < 1 || heightPx < 1 || widthPx > sidePx || heightPx > sidePx)
      return refused(`This film is ${widthPx} × ${heightPx} pixels; at most ${sidePx} a side are taken.`);
    if (!(lengthMs >= 1 && lengthMs <= longestMs)) return refused("This film has no length, or more than four hours.");
    return { ok: true, value: { widthPx, heightPx, lengthMs } };
  } catch {
    return broken();
  }
}
