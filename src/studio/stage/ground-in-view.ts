// A picture behind a whole page stays in view while the page scrolls over it. A frame of the stage is as high as its page and
// scrolls with it, so the picture is put where the frame is seen.

function scrollerOf(element: Element): Element | null {
  for (let up = element.parentElement; up; up = up.parentElement)
    if (/auto|scroll/.test(getComputedStyle(up).overflowY)) return up;
  return null;
}

/** Puts what lies behind the page into the part of the frame that is seen. */
export function putGroundInView(frame: HTMLIFrameElement): void {
  const ground = frame.contentDocument?.querySelector<HTMLElement>(".b-behind > .b-ground");
  if (!ground) return;
  const shown = frame.getBoundingClientRect();
  const scale = shown.height / (frame.offsetHeight || 1) || 1;
  const window = scrollerOf(frame)?.getBoundingClientRect() ?? { top: 0, bottom: innerHeight };
  const top = Math.max(shown.top, window.top);
  const bottom = Math.min(shown.bottom, window.bottom);
  if (bottom <= top) return;
  ground.style.cssText = `position:absolute;inset:auto 0;top:${(top - shown.top) / scale}px;height:${(bottom - top) / scale}px`;
}
