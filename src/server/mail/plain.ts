// Letters of a site that are lines of text: a paragraph each, with the site's own addresses and those of the studio as links.
import { escapeHtml } from "@/core/render/escape";
import { senderOf } from "@/core/site/site";
import type { Executor } from "@/data/connection";
import type { SiteRow } from "@/data/site/queries";
import { type Context, hostOrigin, siteOrigin } from "../context";
import { writeMail } from "./mail";

/** Writes one, in the caller's transaction. What strangers wrote becomes no link, whatever it looks like. */
export async function writePlain(
  context: Context,
  tx: Executor,
  site: SiteRow,
  {
    recipient,
    subject,
    lines,
  }: { readonly recipient: string; readonly subject: string; readonly lines: readonly string[] },
): Promise<void> {
  const { settings } = context;
  const own = [siteOrigin(settings, site.key), hostOrigin(settings, settings.publicHost)].map((origin) => `${origin}/`);
  const inline = (line: string) => {
    const text = escapeHtml(line);
    return own.some((origin) => line.startsWith(origin)) ? `<a href="${text}">${text}</a>` : text;
  };
  // Lines between empty ones belong together; where there is no empty one each stands for itself.
  const paragraphs = lines.includes("") ? lines.join("\n").split(/\n{2,}/) : lines;
  const html = paragraphs.map((paragraph) => `<p>${paragraph.split("\n").map(inline).join("<br>")}</p>`);
  await writeMail(context, tx, {
    ...{ siteId: site.id, sender: senderOf(site), withdrawUrl: "", recipient },
    subject: subject.slice(0, 180),
    text: [...lines, ""].join("\n"),
    html: html.join(""),
  });
}
