// What a host tells about one of its clips: oEmbed 1.0, in JSON. Nothing of it is trusted: words are words, and of its
// markup only the address of the frame is read.
import { plainLine } from "@/core/input/plain";
import { tagsIn } from "@/core/input/tags";

export interface EmbedFacts {
  readonly title: string;
  /** Who made it; "" where the host does not say. */
  readonly by: string;
  /** Width by height; 16/9 where the host does not say. */
  readonly ratio: number;
  /** 0 where the host does not say: oEmbed has no field for it, and some hosts have one of their own. */
  readonly lengthSeconds: number;
  /** Address of its picture, absolute; null for none. */
  readonly picture: string | null;
  /** What is framed to play it; null where the host offers none. */
  readonly player: string | null;
}

const number = (value: unknown): number => {
  const found = typeof value === "string" ? Number(value) : value;
  return typeof found === "number" && Number.isFinite(found) && found > 0 ? found : 0;
};

/** An absolute address on the web as `base` leads to it; null for anything else. */
export function webAddress(value: unknown, base: string): string | null {
  if (typeof value !== "string" || value.length > 1900) return null;
  try {
    const url = new URL(value, base);
    return /^https?:$/.test(url.protocol) && !url.username && !/["'<>\\\s]/.test(url.href) ? url.href : null;
  } catch {
    return null;
  }
}

/** Widest and narrowest a clip is shown: what lies beyond is a fault of the host. */
const widest = 4;
export const ratioOf = (width: unknown, height: unknown): number => {
  const [w, h] = [number(width), number(height)];
  const ratio = w && h ? w / h : 16 / 9;
  return Math.round(Math.min(widest, Math.max(1 / widest, ratio)) * 10_000) / 10_000;
};

/** An oEmbed answer; null for what is none or tells of no video. `from` is the address that was asked. */
export function readOEmbed(text: string, from: string): EmbedFacts | null {
  let data: Record<string, unknown>;
  try {
    data = JSON.parse(text) as Record<string, unknown>;
  } catch {
    return null;
  }
  if (typeof data !== "object" || data === null || !["video", "rich"].includes(String(data.type))) return null;
  const [frame] = typeof data.html === "string" ? tagsIn(data.html, "iframe") : [];
  return {
    title: plainLine(data.title, 200),
    by: plainLine(data.author_name, 120),
    ratio: ratioOf(data.width, data.height),
    lengthSeconds: Math.round(number(data.duration)),
    picture: webAddress(data.thumbnail_url, from),
    player: frame ? webAddress(frame.src, from) : null,
  };
}

/** Address of the oEmbed answer that a page names in its head (oEmbed 1.0, 4: discovery); null for none. */
export function discovered(html: string, from: string): string | null {
  for (const { type = "", href } of tagsIn(html, "link")) {
    if (!/^application\/json\+oembed\b/i.test(type.trim())) continue;
    const found = webAddress(href, from);
    if (found) return found;
  }
  return null;
}
