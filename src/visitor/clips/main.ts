// Pages of a feed: numbers, “more”, or as one scrolls on. All clips stand in the page; this shows some of them at a time.
import type { ReleasedFeed } from "@/core/clips/released";
import type { VisitorKind } from "../kind";

function button(words: string, command: () => void): HTMLButtonElement {
  const made = document.createElement("button");
  made.type = "button";
  made.textContent = words;
  made.onclick = command;
  return made;
}

function mount(spot: HTMLElement, form: ReleasedFeed) {
  const cards = [...spot.querySelectorAll<HTMLElement>(".w-card")];
  const { paging, perPage, words } = form;
  const pages = Math.ceil(cards.length / perPage);

  // The large one of a list takes the place of the one that is pressed.
  if (form.plays === "large" && form.layout === "list")
    for (const card of cards)
      card.addEventListener(
        "click",
        (event) => {
          if (card.classList.contains("w-large") || !(event.target as Element).closest(".b-plays")) return;
          for (const other of cards) other.classList.toggle("w-large", other === card);
          card.parentElement?.prepend(card);
          card.scrollIntoView({ block: "nearest" });
        },
        true,
      );

  if (paging === "none" || pages < 2) return;
  let shown = perPage;
  const steer = document.createElement("nav");
  steer.className = "w-paging";
  steer.ariaLabel = words.pages;
  const first = (from: number) => cards[from]?.querySelector<HTMLElement>("a")?.focus();
  const show = (from: number, to: number) => {
    for (const [at, card] of cards.entries()) card.hidden = at < from || at >= to;
  };

  if (paging === "numbers") {
    const numbers = Array.from({ length: pages }, (_, at) => {
      const made = button(String(at + 1), () => {
        turn(at);
        first(at * perPage);
      });
      made.ariaLabel = words.page.replace("%1", String(at + 1));
      return made;
    });
    const turn = (page: number) => {
      show(page * perPage, (page + 1) * perPage);
      for (const [at, one] of numbers.entries())
        if (at === page) one.setAttribute("aria-current", "page");
        else one.removeAttribute("aria-current");
    };
    steer.append(...numbers);
    turn(0);
  } else {
    const more = button(words.more, () => {
      const from = shown;
      grow();
      first(from);
    });
    const grow = () => {
      shown += perPage;
      show(0, shown);
      if (shown >= cards.length) steer.remove();
    };
    show(0, shown);
    steer.append(more);
    // Whoever goes by keys gets on by the button; for the others it is pressed as it comes near.
    if (paging === "endless")
      new IntersectionObserver(
        (entries) => {
          if (entries.some(({ isIntersecting }) => isIntersecting)) grow();
        },
        { rootMargin: "300px" },
      ).observe(steer);
  }
  spot.append(steer);
}

const clips: VisitorKind = {
  mount: (spot, widget) => mount(spot, widget.form as ReleasedFeed),
};

export default clips;
