// Plays a video, in its place or over the page: a film of the site, or the player of the host that a clip stands on.
import type { ReleasedVideo } from "@/core/video/released";
import type { Page } from "../kind";

/** How long a host may take until it is told that it does not answer, in ms. */
const patienceMs = 20_000;

interface Playing {
  readonly element: HTMLElement;
  seek(seconds: number): void;
  stop(): void;
}

interface Told {
  ended(): void;
  failed(): void;
}

const playing = new WeakMap<HTMLElement, Playing>();

function make<K extends keyof HTMLElementTagNameMap>(tag: K, more: Partial<HTMLElementTagNameMap[K]>) {
  return Object.assign(document.createElement(tag), more);
}

function button(className: string, name: string, sign: string, command: () => void): HTMLButtonElement {
  return make("button", { type: "button", className, ariaLabel: name, textContent: sign, onclick: command });
}

/** A film of the site, from `from` to where it ends. */
function film(clip: ReleasedVideo, from: number, told: Told): Playing {
  const { to, words } = clip;
  const video = make("video", {
    playsInline: true,
    muted: Boolean(clip.auto),
    controls: clip.controls !== "none",
    title: clip.title,
    src: clip.file?.src ?? "",
    tabIndex: 0,
  });
  if (!clip.fullScreen) video.setAttribute("controlslist", "nofullscreen");
  const { language } = document.documentElement.lang ? { language: document.documentElement.lang } : { language: "en" };
  for (const { src, language: srclang, label } of clip.tracks ?? []) {
    const shown = Boolean(clip.captions) && srclang.split("-")[0] === language.split("-")[0];
    video.append(make("track", { kind: "captions", src, srclang, label, default: shown }));
  }
  const begin = (at: number) => {
    video.currentTime = at;
    // Refused where sound may not begin by itself: the controls are there, or the picture is pressed again.
    video.play().catch(() => {
      video.controls = true;
    });
  };
  const turn = () => void (video.paused ? video.play() : video.pause());
  video.onloadedmetadata = () => begin(from);
  video.onerror = () => told.failed();
  const ended = () => {
    if (clip.loop) return begin(clip.from);
    video.pause();
    told.ended();
  };
  video.ontimeupdate = () => {
    if (to && video.currentTime >= to && !video.paused) ended();
  };
  video.onended = ended;
  const rests = clip.controls === "resting";
  video.onplaying = () => {
    if (rests) video.controls = false;
  };
  video.onpause = () => {
    if (rests) video.controls = true;
  };
  video.onclick = () => {
    if (!video.controls) turn();
  };
  video.onkeydown = (event) => {
    if (video.controls || event.key !== " ") return;
    event.preventDefault();
    turn();
  };
  // What moves by itself can be stopped by a mark that is always there (WCAG 2.2, 2.2.2), and stops where nobody sees it.
  const extra: HTMLElement[] = [];
  let watching: IntersectionObserver | undefined;
  if (clip.auto) {
    let byHand = false;
    const mark = button("b-pause", words.pause, words.pause, () => {
      byHand = !video.paused;
      turn();
    });
    const say = () => {
      mark.textContent = mark.ariaLabel = video.paused ? words.resume : words.pause;
    };
    video.addEventListener("pause", say);
    video.addEventListener("playing", say);
    watching = new IntersectionObserver(([seen]) => {
      if (!seen?.isIntersecting) video.pause();
      else if (!byHand && video.paused) void video.play().catch(() => {});
    });
    watching.observe(video);
    extra.push(mark);
  }
  const element = make("div", {});
  element.append(video, ...extra);
  return {
    element,
    seek: begin,
    stop: () => {
      watching?.disconnect();
      video.pause();
      video.removeAttribute("src");
      video.load();
      element.remove();
    },
  };
}

/** The player of the host that the clip stands on. */
function framed(clip: ReleasedVideo, told: Told): Playing {
  const source = clip.player ?? "";
  const frame = make("iframe", {
    title: clip.title || "Video",
    src: source,
    referrerPolicy: "strict-origin-when-cross-origin",
  });
  frame.allow = `autoplay; encrypted-media${clip.fullScreen ? "; fullscreen" : ""}`;
  frame.setAttribute("sandbox", "allow-scripts allow-same-origin allow-popups allow-presentation");
  const late = setTimeout(told.failed, patienceMs);
  frame.onload = () => clearTimeout(late);
  const heard = ({ source: from, origin, data }: MessageEvent) => {
    if (from !== frame.contentWindow || origin !== new URL(source).origin || !clip.ended) return;
    if ((data as Record<string, unknown> | null)?.[clip.ended.field] === clip.ended.value) told.ended();
  };
  addEventListener("message", heard);
  return {
    element: frame,
    seek: () => {},
    stop: () => {
      clearTimeout(late);
      removeEventListener("message", heard);
      frame.remove();
    },
  };
}

const begun = (clip: ReleasedVideo, from: number, told: Told): Playing =>
  clip.file ? film(clip, from, told) : framed(clip, told);

function failure({ words, page }: ReleasedVideo): HTMLElement {
  const box = make("div", { className: "b-failed", role: "alert" });
  const says = page
    ? make("a", { href: page, textContent: words.failed })
    : make("span", { textContent: words.failed });
  box.append(says);
  return box;
}

/** In the place of its poster. At its end the poster stands there again. */
function here(block: HTMLElement, clip: ReleasedVideo, from: number) {
  const screen = block.querySelector<HTMLElement>(".b-screen");
  const poster = screen?.querySelector<HTMLElement>(".b-plays");
  if (!screen || !poster) return;
  const back = () => {
    const inside = screen.contains(document.activeElement);
    now.stop();
    playing.delete(block);
    poster.hidden = false;
    screen.classList.remove("b-on");
    if (!poster.querySelector(".b-again")) {
      poster.querySelector(".b-sign")?.remove();
      poster.append(make("span", { className: "b-again", textContent: clip.words.again }));
      poster.ariaLabel = [clip.words.again, clip.title].filter(Boolean).join(": ");
    }
    if (inside) poster.focus();
  };
  const now = begun(clip, from, {
    ended: back,
    failed: () => {
      now.stop();
      playing.delete(block);
      poster.hidden = false;
      screen.classList.remove("b-on");
      screen.append(failure(clip));
    },
  });
  screen.querySelector(".b-failed")?.remove();
  playing.set(block, now);
  const had = poster === document.activeElement;
  poster.hidden = true;
  screen.classList.add("b-on");
  screen.append(now.element);
  if (had) (now.element.querySelector("video") ?? now.element).focus();
}

/** Over the page, with those of its group before and behind it. */
function over(block: HTMLElement, clip: ReleasedVideo, page: Page, back?: HTMLElement) {
  const { words } = clip;
  const group = clip.group
    ? [...document.querySelectorAll<HTMLElement>("[data-clip]")].flatMap((one) => {
        const other = JSON.parse(one.dataset.clip ?? "") as ReleasedVideo;
        return other.group === clip.group ? [{ block: one, clip: other }] : [];
      })
    : [{ block, clip }];
  let at = group.findIndex((one) => one.block === block);
  const dialog = make("dialog", { className: "b-theatre" });
  dialog.style.setProperty("--dim", String((clip.over ?? 80) / 100));
  const seat = make("div", { className: "b-seat" });
  const says = make("p", { ariaLive: "polite" });
  let now: Playing | null = null;

  const show = (index: number) => {
    at = (index + group.length) % group.length;
    const { clip: shown } = group[at] as (typeof group)[number];
    now?.stop();
    const box = make("div", { className: "b-box" });
    box.style.setProperty("--shape", String(shown.ratio));
    now = begun(shown, shown.from, {
      ended: () => {
        const again = button("b-again", words.again, words.again, () => show(at));
        box.append(again);
        again.focus();
      },
      failed: () => box.replaceChildren(failure(shown)),
    });
    box.append(now.element);
    seat.replaceChildren(box);
    says.textContent = [shown.title, group.length > 1 ? `${at + 1} / ${group.length}` : ""].filter(Boolean).join(" · ");
    dialog.ariaLabel = shown.title || words.resume;
  };

  const close = button("b-close", words.close, "×", () => dialog.close());
  dialog.append(seat, says, close);
  if (group.length > 1)
    dialog.append(
      button("b-before", words.before, "‹", () => show(at - 1)),
      button("b-next", words.next, "›", () => show(at + 1)),
    );
  dialog.onclick = ({ target }) => {
    if (target === dialog || target === seat) dialog.close();
  };
  dialog.onclose = () => {
    now?.stop();
    dialog.remove();
    // One may have gone on to another: the focus goes to what opens the one seen last.
    const seen = group[at]?.block ?? block;
    (seen === block && back ? back : seen.querySelector<HTMLElement>(".b-plays"))?.focus();
  };
  document.body.append(dialog);
  show(at);
  dialog.showModal();
  if (page.mayTakeFocus()) close.focus();
}

/** Plays a block's video; one that plays already goes to `from`. `back` is what was pressed, where that is not its own. */
export function play(block: HTMLElement, clip: ReleasedVideo, page: Page, from = clip.from, back?: HTMLElement): void {
  const already = playing.get(block);
  if (clip.over !== undefined) over(block, clip, page, back);
  else if (already) already.seek(from);
  else here(block, clip, from);
}
