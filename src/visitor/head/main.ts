// Headers that change while one scrolls, and the menus in them: the one script that a page loads by itself, so as small as
// can be. Nothing here moves what is on the page: classes and custom properties alone change.
const root = document.documentElement;
const header = document.querySelector<HTMLElement>("header.b-top");

if (header) {
  let last = 0;
  const look = () => {
    const at = Math.max(0, scrollY);
    root.classList.toggle("past", at > Number(header.dataset.after));
    // A finger's tremble is no direction.
    if (Math.abs(at - last) < 6) return;
    root.classList.toggle("away", at > last && at > 120);
    last = at;
  };
  addEventListener("scroll", look, { passive: true });
  look();
}

/** Sub-menus, and the folded menu: Esc and whatever lies outside close them; a mouse opens them by pointing. */
const menus = [...document.querySelectorAll<HTMLDetailsElement>(".b-nav details")];
const shut = (except?: Node | null) => {
  for (const menu of menus) if (!except || !menu.contains(except)) menu.open = false;
};
addEventListener("pointerdown", ({ target }) => shut(target as Node));
addEventListener("focusin", ({ target }) => shut(target as Node));
addEventListener("keydown", ({ key }) => {
  const open = menus.find((menu) => menu.open);
  if (key !== "Escape" || !open) return;
  if (open.contains(document.activeElement)) open.querySelector("summary")?.focus();
  open.open = false;
});
for (const entry of document.querySelectorAll<HTMLElement>(".b-more")) {
  const menu = entry.querySelector("details") as HTMLDetailsElement;
  const point = (open: boolean) => (event: PointerEvent) => {
    if (event.pointerType === "mouse") menu.open = open;
  };
  entry.onpointerenter = point(true);
  entry.onpointerleave = point(false);
  // It stays inside the window, wherever its entry stands.
  menu.ontoggle = () => {
    const list = menu.lastElementChild as HTMLElement;
    list.style.translate = "";
    list.style.translate = `${Math.min(0, root.clientWidth - 8 - list.getBoundingClientRect().right)}px`;
  };
  // A mouse has opened it already: its press would close it.
  (menu.firstElementChild as HTMLElement).onclick = (event) => {
    if ((event as PointerEvent).pointerType === "mouse") event.preventDefault();
  };
}

/** The mark slides to the entry pointed at, and back to the page that is shown. */
for (const list of document.querySelectorAll<HTMLElement>(".b-slide")) {
  const put = (entry: Element | null | undefined) => {
    const link = entry?.firstElementChild as HTMLElement | null | undefined;
    list.style.setProperty("--w", link ? String(link.offsetWidth / 100) : "0");
    if (link) list.style.setProperty("--x", `${link.getBoundingClientRect().x - list.getBoundingClientRect().x}px`);
  };
  const home = () => put(list.querySelector(":scope>li:has([aria-current])"));
  const follow = ({ target }: Event) => put((target as Element).closest(".b-slide>li") ?? list.querySelector("li"));
  list.onpointerover = follow;
  list.onpointerleave = home;
  list.addEventListener("focusin", follow);
  list.addEventListener("focusout", home);
  document.fonts.ready.then(home);
  list.classList.add("on");
  home();
}

export {};
