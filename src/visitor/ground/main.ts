// A film behind a section: muted, over and over, and only while it is seen. Whoever wants less motion or saves data keeps the
// picture, and may play it; whoever is disturbed stops it, and it stays so.
import type { BlockScript } from "../kind";

/** Tells whether what lies behind the page is seen: where a section without a ground of its own is, or none reaches. */
function whereBare(see: (whether: boolean) => void) {
  const inView = new Map<Element, boolean>();
  const watch = new IntersectionObserver((entries) => {
    for (const { target, isIntersecting } of entries) inView.set(target, isIntersecting);
    see(document.documentElement.scrollHeight <= innerHeight || [...inView.values()].includes(true));
  });
  for (const section of document.querySelectorAll(':is(main,footer) .b-section:not([class*=" on-"])'))
    if (!section.querySelector(":scope > .b-ground")) watch.observe(section);
  see(document.documentElement.scrollHeight <= innerHeight);
}

const bring: BlockScript = (ground) => {
  const button = ground.parentElement?.querySelector<HTMLButtonElement>(".b-still");
  if (!button) return;
  const { connection } = navigator as { connection?: { saveData?: boolean } };
  const calm = matchMedia("(prefers-reduced-motion: reduce)");
  let wanted = !calm.matches && !connection?.saveData;
  let seen = false;
  let film: HTMLVideoElement | null = null;
  const say = () => {
    button.textContent = button.title = (wanted ? button.dataset.pause : button.dataset.play) ?? "";
    button.toggleAttribute("data-rests", !wanted);
  };
  const turn = () => {
    say();
    if (!wanted || !seen || document.hidden) return film?.pause();
    if (!film) {
      film = Object.assign(document.createElement("video"), { muted: true, loop: true, src: ground.dataset.film });
      film.setAttribute("playsinline", "");
      film.setAttribute("aria-hidden", "true");
      film.tabIndex = -1;
      // One that can't be played leaves the picture, and nothing to stop.
      film.addEventListener("error", () => {
        film?.remove();
        button.hidden = true;
      });
      ground.append(film);
    }
    film.play().catch(() => {});
  };
  button.hidden = false;
  button.onclick = () => {
    wanted = !wanted;
    turn();
  };
  calm.addEventListener("change", () => {
    wanted = wanted && !calm.matches;
    turn();
  });
  document.addEventListener("visibilitychange", turn);
  const see = (whether: boolean) => {
    seen = whether;
    turn();
  };
  if (ground.closest(".b-behind")) whereBare(see);
  else new IntersectionObserver(([entry]) => see(entry?.isIntersecting ?? false)).observe(ground);
};

export default bring;
