// Finding out about a clip when it is set up: once, by the server, so that no visitor's browser has to ask its host.
import { discovered, type EmbedFacts, readOEmbed } from "@/core/video/oembed";
import { providers } from "@/core/video/providers";
import { pageAddress, readNamed, type Source } from "@/core/video/source";
import { done, type Outcome, refused } from "@/core/visitor/decision";
import { type Context, standInOrigins } from "../context";
import { type Fetched, fetchOutside } from "../outside/fetch";
import { reachOf } from "../outside/reach";
import { Problem } from "../problem";
import { addPicture } from "../site/media";

export interface ClipFound {
  readonly source: Source;
  readonly title: string;
  readonly by: string;
  readonly ratio: number;
  readonly seconds: number;
  /** The moment that the address named, in seconds. */
  readonly at: number;
  /** Its picture, kept on the site; null where there is none that can be kept. */
  readonly poster: string | null;
}

/** What hosts answer about a clip, and a page that says where to ask, are short. */
const answerBytes = 256 * 1024;
const pageBytes = 2 * 2 ** 20;
const pictureBytes = 8 * 2 ** 20;

const fetched = (context: Context, address: string, accept: string, mostBytes: number): Promise<Outcome<Fetched>> =>
  fetchOutside(reachOf(context), address, { about: "video", accept, mostBytes });

const textOf = ({ file }: Fetched) => (file ?? Buffer.alloc(0)).toString("utf8");

async function told(context: Context, endpoint: string): Promise<Outcome<EmbedFacts>> {
  const answer = await fetched(context, endpoint, "application/json", answerBytes);
  if (!answer.ok) return answer;
  const found = readOEmbed(textOf(answer.value), answer.value.address);
  return found ? done(found) : refused("video.tellsNothing", { host: new URL(endpoint).host });
}

/** What any page tells about itself, and what is framed to play it. */
async function ofPage(context: Context, address: string): Promise<Outcome<{ source: Source; told: EmbedFacts }>> {
  const page = await fetched(context, address, "text/html", pageBytes);
  if (!page.ok) return page;
  const { host } = new URL(address);
  const endpoint = discovered(textOf(page.value), page.value.address);
  if (!endpoint) return refused("video.tellsNothing", { host });
  const answer = await told(context, endpoint);
  if (!answer.ok) return answer;
  const { player } = answer.value;
  if (!player) return refused("video.notFramed", { host });
  return done({ source: { from: "page", address: page.value.address, player }, told: answer.value });
}

/** What a typed address or id names, with what its host tells. Refused with a code of `clipReasons`. */
export async function factsOf(
  context: Context,
  words: string,
): Promise<Outcome<{ readonly source: Source; readonly told: EmbedFacts; readonly at: number }>> {
  const standIns = standInOrigins(context.settings);
  const named = readNamed(words, standIns);
  if (!named) return refused("video.address");
  if (named.is === "feed") return refused("video.feed");
  if (named.is === "page") {
    const found = await ofPage(context, named.address);
    return found.ok ? done({ ...found.value, at: 0 }) : found;
  }
  const source: Source = { from: "clip", provider: named.provider, clip: named.clip };
  const provider = providers[named.provider];
  const address = pageAddress(source, standIns) ?? "";
  const answer = await told(context, provider.origin(standIns) + provider.oEmbed(address));
  return answer.ok ? done({ source, told: answer.value, at: named.at }) : answer;
}

/** A clip's picture as a medium of the site; null where it can't be had: the clip itself can be shown all the same. */
async function keptPicture(
  context: Context,
  site: { readonly id: string; readonly studioId: string },
  { picture, title }: EmbedFacts,
): Promise<string | null> {
  const answer = picture ? await fetched(context, picture, "image/*", pictureBytes) : null;
  if (!answer?.ok || !answer.value.file) return null;
  try {
    return (await addPicture(context, site, title || "poster", answer.value.file)).hash;
  } catch (error) {
    if (error instanceof Problem && error.status === 422) return null;
    throw error;
  }
}

/**
 * What a typed address or id names, with its picture kept on the site. Refused with a code of `clipReasons`; throws where
 * the studio has no room for its picture.
 */
export async function findClip(
  context: Context,
  site: { readonly id: string; readonly studioId: string },
  words: string,
): Promise<Outcome<ClipFound>> {
  const found = await factsOf(context, words);
  if (!found.ok) return found;
  const { source, told: tells, at } = found.value;
  return done({
    source,
    title: tells.title,
    by: tells.by,
    ratio: tells.ratio,
    seconds: tells.lengthSeconds,
    at,
    poster: await keptPicture(context, site, tells),
  });
}
