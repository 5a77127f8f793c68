// A video that nobody has pressed yet: all that is here until then. What plays it comes when it is asked for.
import type { ReleasedVideo } from "@/core/video/released";
import type { BlockScript } from "../kind";
import type { play } from "../player/main";

const bring: BlockScript = (block, page) => {
  const clip = JSON.parse(block.dataset.clip ?? "") as ReleasedVideo;
  const start = (from?: number) =>
    page.script<{ play: typeof play }>("player").then((player) => player.play(block, clip, page, from));
  const pressed = block.querySelector<HTMLElement>(".b-plays");
  pressed?.addEventListener("click", (event) => {
    if (event.ctrlKey || event.metaKey || event.shiftKey) return;
    event.preventDefault();
    start();
  });
  for (const chapter of block.querySelectorAll<HTMLElement>("[data-at]"))
    chapter.onclick = () => start(Number(chapter.dataset.at));
  const { connection } = navigator as { connection?: { saveData?: boolean } };
  const still = matchMedia("(prefers-reduced-motion: reduce)").matches || connection?.saveData;
  // Of another host only once somebody asked for it.
  if (clip.auto && !clip.player && !still) start();
};

export default bring;
