// Why a clip, its picture or a feed could not be read, in words for the studio.
import type { Reason } from "@/core/visitor/decision";

const byStatus: Readonly<Record<number, (host: string) => string>> = {
  401: (host) => `${host} does not let this be shown on other sites, or refuses the key.`,
  403: (host) => `${host} keeps this private.`,
  404: (host) => `${host} has nothing at this address.`,
  410: (host) => `It was removed from ${host}.`,
  429: (host) => `${host} answers no more for now: its limit is reached.`,
};

const sentences: Readonly<Record<string, (reason: Reason) => string>> = {
  "video.address": () => "Write the address as https://host.example/clip, or the clip’s id.",
  "video.private": ({ host }) => `${host} lies in a private network. Clips are read from public addresses only.`,
  "video.notFound": ({ host }) => `No server of the name ${host} was found.`,
  "video.resting": ({ host }) => `${host} did not answer the last times. Try again in some minutes.`,
  "video.busy": ({ host }) => `Very many calls to ${host} wait already. Try again in some minutes.`,
  "video.unreachable": ({ host, message }) => `${host} does not answer (${message}). Try again in a while.`,
  "video.status": ({ host, status }) =>
    byStatus[Number(status)]?.(String(host)) ?? `${host} answered ${status}. Try again in a while.`,
  "video.redirects": ({ host }) => `${host} leads from one address to the next without end.`,
  "video.tooLarge": ({ host, mostMiB }) => `What ${host ?? "the host"} sent is larger than ${mostMiB} MB.`,
  "video.timeout": ({ host, seconds }) => `${host} did not answer within ${seconds} s. Try again in a while.`,
  "video.feed": () =>
    "This is a channel, a playlist or a search. A feed shows its clips; here goes the address of one.",
  "video.tellsNothing": ({ host }) =>
    `${host} tells nothing about this page that a video could be made of (no oEmbed). Take the address that its “share” gives.`,
  "video.notFramed": ({ host }) => `${host} tells about this clip, and offers no player for other sites.`,
};

/** A reason of clips and feeds as a sentence. */
export const clipWords = (reason: Reason): string => sentences[reason.code]?.(reason) ?? reason.code;

/** Codes that have words. */
export const clipReasons: readonly string[] = Object.keys(sentences);

/** A clip on a page that its host shows no more, with why. */
export const clipGone = (problem: Reason): Reason => ({ code: "check.clipGone", problem: clipWords(problem) });
