// Custom code as a document of its own: what a designer wrote, in a frame that shares nothing with the page around it.
import type { CodeContent } from "./code";

/** Tells the page around how high the document is, and what went wrong in it. */
const teller = `(()=>{const say=(what)=>parent.postMessage(what,"*");const tell=()=>say({height:document.documentElement.scrollHeight});addEventListener("load",tell);new ResizeObserver(tell).observe(document.documentElement);addEventListener("error",(event)=>say({error:String(event.message).slice(0,300),line:event.lineno||0}));addEventListener("unhandledrejection",(event)=>say({error:String(event.reason).slice(0,300),line:0}))})()`;

/** A script element's text can't hold its own end. */
const asScript = (script: string): string => script.replace(/<\/script/gi, "<\\/script");
const asStyle = (css: string): string => css.replace(/<\/style/gi, "<\\/style");

/** The whole document. `language` is a BCP 47 tag. */
export const codeDocument = ({ html, css, script, title }: CodeContent, language: string): string =>
  `<!DOCTYPE html><html lang="${language}"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width"><title>${title.replace(/[<&]/g, (sign) => (sign === "<" ? "&lt;" : "&amp;"))}</title><style>body{margin:0}${asStyle(css)}</style><script>${teller}</script></head><body>${html}<script>${asScript(script)}</script></body></html>`;

/** Its HTML and CSS alone, for places where nothing runs. */
export const stillDocument = ({ html, css }: Pick<CodeContent, "html" | "css">): string =>
  `<style>body{margin:0}${asStyle(css)}</style>${html}`;

/** What its frame may do: run in an origin of its own, which is nobody's. */
export const codeRights = "allow-scripts allow-forms allow-popups";

/** Its Content-Security-Policy: it runs, reaches the origins that are listed, and is framed by its own site, and by whoever frames that. */
export function codePolicy(origins: readonly string[], framedBy: string): string {
  const reach = origins.join(" ");
  const listed = (own: string) => [own, reach].filter(Boolean).join(" ");
  return [
    `sandbox ${codeRights}`,
    "default-src 'none'",
    `script-src ${listed("'unsafe-inline'")}`,
    `style-src ${listed("'unsafe-inline'")}`,
    `img-src ${listed("data: blob:")}`,
    `font-src ${listed("data:")}`,
    `media-src ${listed("data: blob:")}`,
    reach ? `connect-src ${reach}` : "connect-src 'none'",
    reach ? `frame-src ${reach}` : "frame-src 'none'",
    `frame-ancestors 'self' ${framedBy}`,
  ].join("; ");
}
