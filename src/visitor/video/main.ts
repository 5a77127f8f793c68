// A video that nobody has pressed yet: all that is here until then. What plays it comes when it is asked for.
import type { ReleasedVideo } from "@/core/video/released";
import type { BlockScript } from "../kind";
import type { play } from "../player/main";

const bring: BlockScript = async (block, page) => {
  const clip = JSON.parse(block.dataset.clip ?? "") as ReleasedVideo;
  const start = async (from?: number, back?: HTMLElement) => {
    // Pressing it is a yes to this clip, and to nothing else.
    if (clip.purpose) (await page.consent)?.pressed(clip.purpose, new URL(clip.player ?? "", location.href).host);
    const player = await page.script<{ play: typeof play }>("player");
    player.play(block, clip, page, from, back);
  };
  const pressed = block.querySelector<HTMLElement>(".b-plays");
  pressed?.addEventListener("click", (event) => {
    if (event.ctrlKey || event.metaKey || event.shiftKey) return;
    event.preventDefault();
    start();
  });
  // Other blocks that link here open it where they are, and do not lead away from what is read.
  const anchor = block.querySelector("[data-anchor]")?.id;
  if (anchor)
    addEventListener("click", (event) => {
      const link = (event.target as Element).closest?.("a");
      if (!link || event.defaultPrevented || event.ctrlKey || event.metaKey || event.shiftKey) return;
      if (link.hash !== `#${anchor}` || link.pathname !== location.pathname) return;
      event.preventDefault();
      start(undefined, link);
    });
  for (const chapter of block.querySelectorAll<HTMLElement>("[data-at]"))
    chapter.onclick = () => start(Number(chapter.dataset.at));
  const { connection } = navigator as { connection?: { saveData?: boolean } };
  const still = matchMedia("(prefers-reduced-motion: reduce)").matches || connection?.saveData;
  // One of another host plays by itself only where the visitor has agreed to that before.
  if (!clip.auto || still) return;
  if (!clip.purpose) start();
  else if ((await page.consent)?.allows(clip.purpose)) start();
};

export default bring;
