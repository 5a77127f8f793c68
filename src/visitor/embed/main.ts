// A frame that the page brings: one that waits for a yes, says by message how high it is, or holds the site's own code.
import type { ReleasedEmbed } from "@/core/embed/released";
import type { BlockScript } from "../kind";

/** Lowest and highest that a page may make itself, in px: a stranger's message must not take over the page. */
const leastPx = 20;
const mostPx = 6000;

interface Said {
  readonly height?: unknown;
  readonly error?: unknown;
  readonly line?: unknown;
}

const asObject = (data: unknown): Said => (typeof data === "object" && data !== null ? (data as Said) : {});

/** A height as pages tell it: a number, or an object with one. */
function heightIn(data: unknown): number {
  const value = asObject(data).height ?? data;
  const px = typeof value === "string" ? Number.parseFloat(value) : value;
  return typeof px === "number" && Number.isFinite(px) ? Math.min(mostPx, Math.max(leastPx, Math.ceil(px))) : 0;
}

const bring: BlockScript = async (block, page) => {
  const embed = JSON.parse(block.dataset.frame ?? "") as ReleasedEmbed;
  const purpose = embed.purpose ?? "needed";
  let frame = block.querySelector("iframe");
  addEventListener("message", ({ source, data }) => {
    if (!frame || source !== frame.contentWindow) return;
    const px = embed.grows ? heightIn(data) : 0;
    if (px) block.style.height = `${px}px`;
    const { error, line } = asObject(data);
    if (embed.code && error)
      page.tell({ wrong: { title: embed.title, error: String(error), line: Number(line) || 0 } });
  });
  const waits = block.querySelector<HTMLElement>(".b-waits");
  if (frame) return;
  const load = () => {
    if (frame?.isConnected) return;
    frame = Object.assign(document.createElement("iframe"), {
      src: embed.src,
      title: embed.title,
      allow: embed.allow,
      referrerPolicy: "strict-origin-when-cross-origin",
    });
    frame.setAttribute("sandbox", embed.sandbox);
    const inside = waits?.contains(document.activeElement);
    waits?.remove();
    block.append(frame);
    if (inside) frame.focus();
  };
  if (!waits) return load();
  waits.querySelector<HTMLElement>(".b-load")?.addEventListener("click", async () => {
    (await page.consent)?.pressed(purpose, embed.hosts ?? new URL(embed.src, location.href).host);
    load();
  });
  const consent = await page.consent;
  const may = () => consent?.allows(purpose) ?? false;
  // A yes given elsewhere on the page is one for this, too. One that is taken back begins the page anew.
  addEventListener("webitor:consent", () => may() && load());
  if (may()) load();
};

export default bring;
