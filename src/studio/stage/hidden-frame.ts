// A frame that shows a page where nobody sees it, to measure what it would look like.

export interface HiddenFrame {
  readonly frame: HTMLIFrameElement;
  readonly inside: Document;
  readonly view: Window;
}

/** A hidden frame at the end of the window's document; null where it has no document of its own. */
export function hiddenFrame(widthPx: number, heightPx: number): HiddenFrame | null {
  const frame = document.createElement("iframe");
  frame.setAttribute("sandbox", "allow-same-origin");
  frame.setAttribute("aria-hidden", "true");
  frame.tabIndex = -1;
  Object.assign(frame.style, {
    position: "fixed",
    left: "-20000px",
    top: "0",
    width: `${widthPx}px`,
    height: `${heightPx}px`,
    border: "0",
    pointerEvents: "none",
  });
  document.body.append(frame);
  const { contentDocument: inside, contentWindow: view } = frame;
  return inside && view ? { frame, inside, view } : null;
}

/** A frame is as wide as it says: a scroll bar of the system would take its part of it. */
export const noScrollBarCss = "html{scrollbar-width:none}html::-webkit-scrollbar{display:none}";

/** What moves stands while it is measured. */
export function stillPage(document: Document): void {
  const still = document.createElement("style");
  still.textContent = `${noScrollBarCss}*,::before,::after{transition:none!important;animation:none!important}`;
  document.head.append(still);
}

/** Waits until there is nothing better to do. */
export const idle = (): Promise<void> =>
  new Promise((resolve) => {
    if ("requestIdleCallback" in window) requestIdleCallback(() => resolve(), { timeout: 1000 });
    else setTimeout(resolve, 30);
  });
