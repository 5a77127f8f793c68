// Pictures of a gallery large over the page: arrows, swipe and Escape, with their words; the focus goes back where it was.
import type { BlockScript } from "../kind";

interface Words {
  readonly close: string;
  readonly next: string;
  readonly before: string;
  readonly of: string;
}

/** A swipe is at least so long, in px. */
const swipePx = 40;

function button(className: string, name: string, sign: string, command: () => void): HTMLButtonElement {
  const made = document.createElement("button");
  made.type = "button";
  made.className = className;
  made.ariaLabel = name;
  made.textContent = sign;
  made.onclick = command;
  return made;
}

const bring: BlockScript = (block) => {
  const words = JSON.parse(block.dataset.words ?? "") as Words;
  const links = [...block.querySelectorAll<HTMLAnchorElement>("a.b-large")];
  const dialog = document.createElement("dialog");
  dialog.className = "b-lightbox";
  const image = document.createElement("img");
  const says = document.createElement("figcaption");
  const figure = document.createElement("figure");
  figure.append(image, says);
  let at = 0;

  const show = (index: number) => {
    at = (index + links.length) % links.length;
    const link = links[at] as HTMLAnchorElement;
    const small = link.querySelector("img");
    image.src = link.href;
    image.alt = small?.alt ?? "";
    const caption = link.parentElement?.querySelector("figcaption")?.textContent ?? "";
    const count = words.of.replace("%1", String(at + 1)).replace("%2", String(links.length));
    says.textContent = [caption || image.alt, links.length > 1 ? count : ""].filter(Boolean).join(" · ");
    // The neighbours come while one looks.
    for (const beside of [at + 1, at - 1]) new Image().src = links[(beside + links.length) % links.length]?.href ?? "";
  };

  says.ariaLive = "polite";
  const close = button("b-close", words.close, "×", () => dialog.close());
  dialog.append(figure, close);
  if (links.length > 1)
    dialog.append(
      button("b-before", words.before, "‹", () => show(at - 1)),
      button("b-next", words.next, "›", () => show(at + 1)),
    );
  dialog.onkeydown = ({ key }) => {
    if (key === "ArrowRight") show(at + 1);
    if (key === "ArrowLeft") show(at - 1);
    if (key === "Home") show(0);
    if (key === "End") show(links.length - 1);
  };
  dialog.onclick = ({ target }) => {
    if (target === dialog || target === figure) dialog.close();
  };
  let from: number | null = null;
  figure.ontouchstart = ({ touches }) => {
    from = touches.length === 1 ? (touches[0]?.clientX ?? null) : null;
  };
  figure.ontouchend = ({ changedTouches }) => {
    const by = (changedTouches[0]?.clientX ?? 0) - (from ?? 0);
    if (from !== null && Math.abs(by) > swipePx) show(at + (by < 0 ? 1 : -1));
    from = null;
  };
  // Native modal dialogs give the focus back to what had it; by then one may have gone on to another picture.
  dialog.onclose = () => links[at]?.focus();
  document.body.append(dialog);

  for (const [index, link] of links.entries())
    link.onclick = (event) => {
      if (event.ctrlKey || event.metaKey || event.shiftKey) return;
      event.preventDefault();
      show(index);
      dialog.ariaLabel = block.ariaLabel ?? image.alt;
      dialog.showModal();
      close.focus();
    };
};

export default bring;
