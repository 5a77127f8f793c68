// "As high as the window", for whoever shows a page: a browser knows its window, a frame as high as its page has none.
import { type DeviceClass, phoneMaxPx, tabletMaxPx } from "@/core/visitor/visitor";

/**
 * A window's height in CSS: the small viewport, since what a phone's own bars cover does not count. Where the frame that
 * shows a page takes its height from the page, the window says another height by `framedWindowCss`.
 */
export const windowHeight = "var(--window,100svh)";

/** How high the window of a usual device is, in px. */
export const windowHeightPx: Readonly<Record<DeviceClass, number>> = { wide: 800, tablet: 1180, phone: 844 };

/**
 * Styles of a frame that is as high as its page. There `100svh` would be the page's own height: what is as high as the
 * window would make the page higher, and so the window, without end.
 */
export const framedWindowCss =
  `html{--window:${windowHeightPx.wide}px}` +
  `@media(max-width:${tabletMaxPx}px){html{--window:${windowHeightPx.tablet}px}}` +
  `@media(max-width:${phoneMaxPx}px){html{--window:${windowHeightPx.phone}px}}` +
  "body{min-height:0!important}";
