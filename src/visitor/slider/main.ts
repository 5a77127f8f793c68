// Arrows, dots and time for a row of slides that scrolls by itself already.
import type { BlockScript } from "../kind";

interface Words {
  readonly next: string;
  readonly before: string;
  readonly of: string;
  readonly go: string;
  readonly stop: string;
  readonly run: string;
}

const bring: BlockScript = (block) => {
  const words = JSON.parse(block.dataset.words ?? "") as Words;
  const track = block.querySelector<HTMLElement>(".b-track") as HTMLElement;
  const slides = [...track.children] as HTMLElement[];
  if (slides.length < 2) return;
  const stillness = matchMedia("(prefers-reduced-motion: reduce)");
  for (const [index, slide] of slides.entries()) {
    slide.role = "group";
    slide.ariaLabel = words.of.replace("%1", String(index + 1)).replace("%2", String(slides.length));
  }

  const steer = document.createElement("div");
  steer.className = "b-steer";
  const button = (name: string, sign: string, command: () => void) => {
    const made = document.createElement("button");
    made.type = "button";
    made.ariaLabel = name;
    made.textContent = sign;
    made.onclick = command;
    return made;
  };
  let at = 0;
  /** The last slide from which the row still fills its width. */
  const last = () => {
    const inView = Math.max(1, Math.round(track.clientWidth / (slides[0] as HTMLElement).offsetWidth));
    return Math.max(0, slides.length - inView);
  };
  const rtl = getComputedStyle(block).direction === "rtl";
  const go = (index: number) => {
    const to = index > last() ? 0 : index < 0 ? last() : index;
    const slide = slides[to] as HTMLElement;
    track.scrollTo({ left: slide.offsetLeft - (slides[0] as HTMLElement).offsetLeft });
    left = 0;
  };
  const before = button(words.before, rtl ? "→" : "←", () => go(at - 1));
  const next = button(words.next, rtl ? "←" : "→", () => go(at + 1));
  const dots = document.createElement("div");
  dots.className = "b-dots";
  const dotOf = slides.map((_slide, index) => button(words.go.replace("%1", String(index + 1)), "", () => go(index)));
  dots.append(...dotOf);
  steer.append(before, dots, next);
  block.append(steer);

  const mark = () => {
    const start = (slides[0] as HTMLElement).offsetLeft;
    const distance = (slide: HTMLElement) => Math.abs(slide.offsetLeft - start - track.scrollLeft);
    at = slides.reduce(
      (best, slide, index) => (distance(slide) < distance(slides[best] as HTMLElement) ? index : best),
      0,
    );
    for (const [index, dot] of dotOf.entries()) {
      if (index === at) dot.setAttribute("aria-current", "true");
      else dot.removeAttribute("aria-current");
      dot.hidden = index > last();
    }
    steer.hidden = last() === 0;
  };
  track.addEventListener("scroll", mark, { passive: true });
  new ResizeObserver(mark).observe(track);
  track.addEventListener("keydown", (event) => {
    if (event.target !== track || (event.key !== "ArrowRight" && event.key !== "ArrowLeft")) return;
    event.preventDefault();
    go(at + ((event.key === "ArrowRight") !== rtl ? 1 : -1));
  });
  mark();

  /** How much of a slide's time has gone, in ms. */
  let left = 0;
  const stayMs = Number(block.dataset.seconds) * 1000;
  if (!stayMs) return;
  const line = document.createElement("div");
  line.className = "b-left";
  block.prepend(line);
  let stopped = false;
  const pause = button(words.stop, "❙❙", () => {
    stopped = !stopped;
    pause.ariaLabel = stopped ? words.run : words.stop;
    pause.textContent = stopped ? "▶" : "❙❙";
  });
  steer.append(pause);
  let pointed = false;
  block.addEventListener("pointerenter", () => {
    pointed = true;
  });
  block.addEventListener("pointerleave", () => {
    pointed = false;
  });
  let shown = false;
  new IntersectionObserver(([entry]) => {
    shown = Boolean(entry?.isIntersecting);
  }).observe(block);
  let told = performance.now();
  const tick = (now: number) => {
    const waits =
      stopped || pointed || !shown || document.hidden || stillness.matches || block.contains(document.activeElement);
    line.hidden = pause.hidden = stillness.matches;
    // A tab that was hidden has one long frame: it does not count.
    if (!waits) left += Math.min(now - told, 100);
    told = now;
    if (left >= stayMs) go(at + 1);
    line.style.transform = `scaleX(${Math.min(1, left / stayMs)})`;
    requestAnimationFrame(tick);
  };
  requestAnimationFrame(tick);
};

export default bring;
