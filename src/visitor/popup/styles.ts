// The popup's rules inside its shadow root. Colours, type and shape are the brand's custom properties.
import { css } from "lit";

export const styles = css`
:host{--pad:28px;font:400 1rem/1.5 var(--f-text,sans-serif);color:var(--on,#000)}
*{box-sizing:border-box}
.veil{position:fixed;inset:0;z-index:2147483000;background:var(--veil)}
.box{position:fixed;z-index:2147483001;background:var(--ground,#fff);color:var(--on,#000);border-radius:var(--radius,4px);max-height:calc(100dvh - 32px);overflow:auto;box-shadow:0 12px 40px rgb(0 0 0/.22);overscroll-behavior:contain}
.card{inset:0;margin:auto;width:min(30rem,calc(100vw - 32px));height:fit-content}
.card.pictured{width:min(46rem,calc(100vw - 32px))}
.note{bottom:16px;width:min(22rem,calc(100vw - 32px))}
.note.end{inset-inline-end:16px}.note.start{inset-inline-start:16px}
.bar{inset-inline:0;bottom:0;border-radius:0;width:100%;max-height:70dvh}
.sheet{top:0;bottom:0;width:min(25rem,100vw);max-height:none;border-radius:0}
.sheet.end{inset-inline-end:0}.sheet.start{inset-inline-start:0}
.inner{padding:var(--pad);display:flex;flex-direction:column;gap:12px}
.bar .row{max-width:76rem;margin:auto;display:flex;align-items:center;padding:12px 56px 12px 20px;gap:18px}
.bar .inner{flex:1;min-width:0;padding:0;display:grid;grid-template-columns:minmax(12rem,1fr) minmax(0,auto);gap:6px 28px;align-items:center}
.bar .words{gap:2px}.bar .words p{font-size:.92rem;line-height:1.35}
.pictured .row{display:grid;grid-template-columns:2fr 3fr}
.note.pictured .row,.sheet.pictured .row{display:block}
.bar.pictured .row{display:flex}
img{display:block;width:100%;height:100%;object-fit:cover;max-height:100%}
.note img,.sheet img{height:9.5rem}
.bar img{flex:none;width:76px;height:76px;border-radius:var(--radius,4px)}
h2{font-family:var(--f-head,serif);font-weight:var(--head-weight,600);font-size:1.55rem;line-height:1.15;margin:0;padding-inline-end:40px;text-wrap:balance}
.note h2,.bar h2{font-size:1.2rem}
p{margin:0}
.words{display:flex;flex-direction:column;gap:8px}
.box:focus{outline:none}
.quiet{color:var(--quiet-on);font-size:.85rem}
form{display:flex;flex-direction:column;gap:10px}
.fields{display:flex;flex-direction:column;gap:10px}
.bar form{display:grid;grid-template-columns:minmax(0,1fr) auto;gap:6px 12px;align-items:end}.bar .fields{flex-direction:row;flex-wrap:wrap;align-items:end;gap:8px 12px}.bar .field{flex:1 1 11rem}.bar .go{grid-column:2;grid-row:1;white-space:nowrap}.bar .quiet,.bar form>.wrong{grid-column:1/-1;font-size:.78rem;line-height:1.35}.bar h2{padding:0}.bar.pictured .go,.bar .thanked{justify-self:end}
label{display:block;font-weight:600;font-size:.9rem;margin-bottom:3px}
input:not([type=checkbox]),select{width:100%;font:inherit;color:var(--c-ink,#000);background:var(--c-paper,#fff);border:1.5px solid var(--c-quiet,#666);border-radius:var(--button-radius,4px);padding:.6em .75em;min-height:44px}
input[type=checkbox]{width:20px;height:20px;margin:2px 10px 0 0;accent-color:var(--c-accent);flex:none}
.tick{display:flex;align-items:flex-start;font-weight:400;margin:0}
[aria-invalid=true]{border-color:#a8321e!important;border-width:2px!important}
.wrong{font-size:.85rem;font-weight:600;margin-top:3px}
.wrong::before{content:"! ";font-weight:800}
.hp{position:absolute;left:-9999px;width:1px;height:1px;overflow:hidden}
.go{font:inherit;font-weight:700;min-height:46px;border:0;border-radius:var(--button-radius,4px);background:var(--go);color:var(--on-go);padding:.7em 1.2em;cursor:pointer}
.go[disabled]{opacity:.7;cursor:progress}
.close{position:absolute;top:8px;inset-inline-end:8px;min-width:44px;height:44px;border:0;background:none;color:inherit;font:inherit;font-weight:600;font-size:.9rem;cursor:pointer;display:grid;place-items:center;padding:0 10px;z-index:1;border-radius:999px}
.pictured.card .close{background:var(--ground)}
.close.ring{border:1.5px solid currentColor;background:var(--ground);min-width:38px;height:38px;padding:0}
.close.word{text-decoration:underline;text-underline-offset:.2em}
.outside{position:fixed;top:12px;inset-inline-end:12px;z-index:2147483002;background:var(--ground);color:var(--on)}
.close svg{width:16px;height:16px}
:focus-visible{outline:3px solid currentColor;outline-offset:2px}
@media(max-width:640px){.card.pictured .row{display:block}.card img{height:9rem}.bar .row{padding:14px 16px;display:grid!important;grid-template-columns:auto minmax(0,1fr);gap:8px 12px;align-items:center}.bar img{width:52px;height:52px}.bar .inner{display:contents}.bar .words{grid-column:1/-1;padding-inline-end:36px}.bar.pictured .words{grid-column:2}.bar form{grid-column:1/-1;grid-template-columns:1fr}.bar .go{grid-column:1;grid-row:auto;justify-self:stretch!important}.bar .quiet{order:2}:host{--pad:20px}}
@media(prefers-reduced-motion:no-preference){
.fade{animation:f .28s ease-out}.rise{animation:f .28s ease-out,r .32s cubic-bezier(.2,.8,.3,1)}.slide{animation:s .32s cubic-bezier(.2,.8,.3,1)}
.slide.start{animation-name:t}.veil{animation:f .2s}}
@keyframes f{from{opacity:0}}
@keyframes r{from{translate:0 28px}}
@keyframes s{from{translate:60px 0;opacity:0}}
@keyframes t{from{translate:-60px 0;opacity:0}}
`;
