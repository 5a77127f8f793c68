// An embedded page that waits for a yes, or says by message how high it is.
import type { ReleasedEmbed } from "@/core/embed/released";
import type { BlockScript } from "../kind";

/** Lowest and highest that a page may make itself, in px: a stranger's message must not take over the page. */
const leastPx = 40;
const mostPx = 6000;

/** A height as pages tell it: a number, or an object with one. */
function heightIn(data: unknown): number {
  const value = typeof data === "object" && data !== null ? (data as { height?: unknown }).height : data;
  const px = typeof value === "string" ? Number.parseFloat(value) : value;
  return typeof px === "number" && Number.isFinite(px) ? Math.min(mostPx, Math.max(leastPx, Math.round(px))) : 0;
}

const bring: BlockScript = async (block, page) => {
  const embed = JSON.parse(block.dataset.frame ?? "") as ReleasedEmbed;
  let frame = block.querySelector("iframe");
  if (embed.grows)
    addEventListener("message", ({ source, data }) => {
      if (!frame || source !== frame.contentWindow) return;
      const px = heightIn(data);
      if (px) block.style.height = `${px}px`;
    });
  const waits = block.querySelector<HTMLElement>(".b-waits");
  if (!waits) return;
  const load = () => {
    frame = Object.assign(document.createElement("iframe"), {
      src: embed.src,
      title: embed.title,
      allow: embed.allow,
      referrerPolicy: "strict-origin-when-cross-origin",
    });
    frame.setAttribute("sandbox", embed.sandbox);
    const inside = waits.contains(document.activeElement);
    waits.replaceWith(frame);
    if (inside) frame.focus();
  };
  const consent = await page.consent;
  const purpose = embed.purpose ?? "marketing";
  if (consent?.allows(purpose)) return load();
  waits.querySelector<HTMLElement>(".b-load")?.addEventListener("click", () => {
    consent?.grant(purpose);
    load();
  });
};

export default bring;
