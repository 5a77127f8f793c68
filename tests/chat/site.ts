// The demo's sites as a chat knows them: their pages rendered and read as visitors get them, and the chats of the demo.
import { readFileSync } from "node:fs";
import { join } from "node:path";
import type { Chat } from "@/core/chat/chat";
import { ChatEngine, type Knowledge } from "@/core/chat/engine";
import {
  bookedPassages,
  bookedSubjects,
  type KnownPage,
  pageSource,
  passagesOf,
  readsPage,
  siteFacts,
  tablesOf,
} from "@/core/chat/knows/knowledge";
import { readPage } from "@/core/chat/knows/read-page";
import { sourceLocale } from "@/core/locale/site-locale";
import { createRenderer } from "@/core/render/render";
import { pagePath, type SiteFile } from "@/core/site/site";

/** Renders every page of a site file and reads it. */
export function knownPages(site: SiteFile): readonly KnownPage[] {
  const locale = sourceLocale(site);
  const renderer = createRenderer(site, {
    locale,
    linkBase: "",
    origin: "https://demo.example",
    mediaUrl: () => "/picture",
    documentUrl: () => "/document",
    fontUrl: () => "",
    standIn: () => "",
    codeUrl: () => "",
  });
  return site.pages.map(({ body, ...meta }) => ({
    path: pagePath(meta, locale),
    title: meta.title,
    read: readPage(renderer.render(meta, body).html),
  }));
}

export const siteFile = (key: string): SiteFile => JSON.parse(readFileSync(join("demo", key, "site.json"), "utf8"));

/** What a chat of a site knows besides its passages. */
export function knowledgeFor(site: SiteFile, chat: Chat, pages: readonly KnownPage[]): Knowledge {
  return {
    facts: siteFacts(site.name, site.settings),
    brief: chat.brief,
    subjects: bookedSubjects(site.booking, site.widgets, pages),
    tables: [...chat.tables, ...pages.flatMap(tablesOf)],
    synonyms: chat.synonyms,
    answers: chat.answers,
    ownPage: "/_mine",
  };
}

/** A site's chat, ready to be asked. */
export function engineFor(site: SiteFile, chat: Chat): ChatEngine {
  const pages = knownPages(site).filter(({ path }) => readsPage(chat, path));
  const engine = new ChatEngine(knowledgeFor(site, chat, pages));
  for (const page of pages) {
    const source = pageSource(page);
    engine.put(source, passagesOf(source, page.read));
  }
  const knowledge = knowledgeFor(site, chat, pages);
  for (const { source, passages } of bookedPassages(site.booking, knowledge.subjects, pages))
    engine.put(source, passages);
  return engine;
}
