// Why a page of another site, or a file, is not read, in words for the studio.
import type { Problem } from "@/core/kind/holder";
import type { Reason } from "@/core/visitor/decision";

const byStatus: Readonly<Record<number, (host: string) => string>> = {
  401: (host) => `${host} asks for a password here.`,
  403: (host) => `${host} keeps this to itself.`,
  404: () => "There is nothing at this address.",
  410: () => "It was removed.",
  429: (host) => `${host} answers no more for now.`,
};

const sentences: Readonly<Record<string, (reason: Reason) => string>> = {
  "crawl.address": () => "Write the address of a site, such as https://studio.example, or of its sitemap.",
  "crawl.private": ({ host }) => `${host} lies in a private network. Only public addresses are read.`,
  "crawl.notFound": ({ host }) => `No server of the name ${host} was found.`,
  "crawl.unpacksTooLarge": ({ mostMiB }) =>
    `This file unpacks to more than ${mostMiB} MB of words, or far more than it should. Save it anew, or in parts.`,
  "crawl.resting": ({ host }) => `${host} did not answer the last times: it is asked again in some minutes.`,
  "crawl.busy": ({ host }) => `Very many calls to ${host} wait already. It is asked again in some minutes.`,
  "crawl.unreachable": ({ host, message }) => `${host} does not answer (${message}).`,
  "crawl.status": ({ host, status }) => byStatus[Number(status)]?.(String(host)) ?? `${host} answered ${status}.`,
  "crawl.redirects": () => "It leads from one address to the next without end.",
  "crawl.tooLarge": ({ mostMiB }) => `It is larger than ${mostMiB} MB.`,
  "crawl.timeout": ({ seconds }) => `It did not come within ${seconds} s.`,
  "crawl.away": ({ host }) => `It leads to another site, ${host}.`,
  "crawl.outside": ({ folder }) => `It does not stand below ${folder}, where reading begins.`,
  "crawl.pattern": ({ pattern }) => `Left out by ${pattern}.`,
  "crawl.circles": () => "Its address goes in circles.",
  "crawl.file": ({ type }) => `A file (${type}) and no page.`,
  "crawl.type": ({ type }) => `It is no page, but ${type || "something that does not say what it is"}.`,
  "crawl.robots": () => "Its robots.txt asks not to read it.",
  "crawl.robotsAway": ({ host }) =>
    `${host} does not give out its robots.txt, so nothing of it is read. It is tried again.`,
  "crawl.noindex": () => "It asks not to be found.",
  "crawl.canonical": ({ address }) => `The same stands at ${address}.`,
  "crawl.same": ({ address }) => `It says the same as ${address}.`,
  "crawl.endless": () => "So many addresses of this form came before it that they seem to have no end.",
  "crawl.depth": ({ depth }) => `It lies more than ${depth} links from the beginning.`,
  "crawl.most": ({ pages }) => `${pages} pages were read before it, as many as were asked for.`,
  "crawl.asked": ({ pages }) => `${pages} addresses were looked at before it, and hardly one was worth reading.`,
  "crawl.empty": () => "There are no words on it.",
  "crawl.gone": () => "It is not there any more.",
  "crawl.tooSlow": ({ seconds }) => `Reading it took longer than ${seconds} s.`,
  "crawl.inside": () => "Something went wrong here while it was read. It is tried again.",
  "crawl.noSitemap": () => "This is no sitemap.",
  "crawl.doctype": () => "This sitemap brings entities of its own (a DOCTYPE), which are never resolved.",
  "crawl.noWords": () =>
    "There is no text in this file: it may be a scan, or pictures of pages. Run text recognition over it, or write what it says as own answers.",
  "crawl.locked": () => "This PDF is locked by a password. Save it without one.",
  "crawl.broken": () => "This file could not be read. Save it again from the program it was made with.",
  "crawl.fileGone": () => "This file is not among the media any more.",
};

/** Why something is not read, as a sentence. */
export const crawlWords = (reason: Reason): string => sentences[reason.code]?.(reason) ?? reason.code;

/** Codes that have words. */
export const crawlReasons: readonly string[] = Object.keys(sentences);

/** Another site or a file that can't be read. */
export const sourceBroken = (source: string, problem: string): Problem => ({
  ...{ weight: "look", code: "check.chatSource", values: { source, problem } },
});
