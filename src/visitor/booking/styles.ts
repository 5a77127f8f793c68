// The calendar's rules inside its shadow root. Colours, type and shape are the brand's custom properties, on whatever ground
// its section has.
import { css, unsafeCSS } from "lit";
import { listCss, ownLookCss } from "@/core/booking/words/list-css";

export const styles = css`
:host{display:block;width:100%;color:inherit;--gap:14px;--cell:44px;--quiet:color-mix(in srgb,currentColor 72%,transparent);--edge:color-mix(in srgb,currentColor 55%,transparent);--soft:color-mix(in srgb,currentColor 9%,transparent)}
.compact{--gap:9px;--cell:36px;font-size:.94em}
.roomy{--gap:20px;--cell:52px}
*{box-sizing:border-box}
${unsafeCSS(listCss)}
${unsafeCSS(ownLookCss)}
button{font:inherit;color:inherit;cursor:pointer}
button.w-row:hover strong,button.w-row:focus-visible strong{text-decoration:underline;text-underline-offset:.2em}
:focus-visible{outline:2px solid currentColor;outline-offset:2px}
h3{font-family:var(--f-head,inherit);font-weight:var(--head-weight,600);font-size:1.3em;line-height:1.2;margin:0 0 var(--gap)}
h3:focus{outline:none}
h4{font-size:1em;margin:0 0 6px}
p{margin:0 0 8px}
.bar{display:flex;align-items:center;gap:12px;flex-wrap:wrap;margin-bottom:var(--gap)}
.bar p{margin:0}
.plain{background:none;border:1.5px solid var(--edge);border-radius:var(--button-radius,4px);padding:.4em .9em;min-height:40px}
.link{background:none;border:0;padding:.4em 0;min-height:32px;text-decoration:underline;text-underline-offset:.2em}
.go{background:var(--key,var(--c-accent,#222));color:var(--on-key,var(--c-onAccent,#fff));border:0;border-radius:var(--button-radius,4px);padding:.7em 1.4em;min-height:46px;font-weight:600}
.go[disabled],.plain[disabled]{opacity:.55;cursor:default}
a.plain{display:inline-flex;align-items:center;color:inherit;text-decoration:none}
.when{display:grid;grid-template-columns:minmax(0,26rem) minmax(12rem,1fr);gap:calc(var(--gap)*2);align-items:start}
.month-head{display:flex;align-items:center;justify-content:space-between;gap:8px;margin-bottom:6px}
.month-head b{font-family:var(--f-head,inherit)}
.turn{background:none;border:0;min-width:40px;min-height:40px;font-size:1.2em;line-height:1}
.turn[disabled]{opacity:.3;cursor:default}
table{width:100%;border-collapse:collapse;table-layout:fixed}
th{font-weight:500;font-size:.82em;color:var(--quiet);padding:4px 0}
td{padding:2px;text-align:center}
.day{position:relative;width:100%;height:var(--cell);border:1.5px solid transparent;background:none;border-radius:var(--radius,3px);padding:0;font-variant-numeric:tabular-nums}
.day.free,.day.few{border-color:var(--edge);font-weight:600}
.day.few::after{content:"";position:absolute;left:50%;bottom:5px;width:12px;height:2px;margin-left:-6px;background:currentColor}
.day.full{text-decoration:line-through;color:var(--quiet)}
.day.waits{border-style:dashed;border-color:var(--edge)}
.day.closed,.day.past,.day.tooFar{color:var(--quiet);opacity:.62}
.day.closed{background:repeating-linear-gradient(135deg,transparent 0 4px,color-mix(in srgb,currentColor 20%,transparent) 4px 6px)}
.day[aria-pressed=true]{background:var(--key,var(--c-accent,#222));color:var(--on-key,var(--c-onAccent,#fff));border-color:var(--key,var(--c-accent,#222))}
.legend{display:flex;flex-wrap:wrap;gap:4px 16px;font-size:.85em;color:var(--quiet);list-style:none;margin:8px 0 0;padding:0}
.legend li{display:flex;align-items:center;gap:6px}
.legend i{position:relative;display:block;width:22px;height:18px;border-radius:2px;font-style:normal;font-size:11px;line-height:16px;text-align:center}
.month-body{min-height:calc(var(--cell)*6 + 60px)}
.slots{display:flex;flex-wrap:wrap;gap:8px;list-style:none;margin:0 0 var(--gap);padding:0}
.slot{border:1.5px solid var(--edge);background:none;border-radius:var(--radius,3px);min-height:42px;padding:.35em .8em;font-variant-numeric:tabular-nums;text-align:center}
.slot:hover{background:var(--soft)}
.slot.waits{border-style:dashed}
.slot small{display:block;font-size:.8em;color:var(--quiet)}
.week{list-style:none;margin:0;padding:0}
.week .day{display:flex;justify-content:space-between;align-items:center;padding:0 12px;margin-bottom:6px;text-align:start}
.fields{display:grid;gap:12px;max-width:32rem}
label{display:block;font-weight:600;font-size:.92em;margin-bottom:3px}
legend{font-weight:600;font-size:.92em;padding:0;margin-bottom:3px}
fieldset{border:0;margin:0;padding:0}
label span,legend span{font-weight:400;color:var(--quiet)}
input:not([type=checkbox]):not([type=radio]),select,textarea{width:100%;font:inherit;color:var(--c-ink,#000);background:var(--c-paper,#fff);border:1.5px solid var(--edge);border-radius:var(--button-radius,4px);padding:.5em .7em;min-height:44px}
input#seats{width:6rem}
.lengths{display:flex;flex-wrap:wrap;gap:4px 22px;margin-bottom:var(--gap)}
.lengths legend{float:inline-start;width:100%}
.lengths .tick{min-height:32px;align-items:center}
.lengths .tick span:first-of-type{color:inherit}
.tick{display:flex;gap:10px;align-items:flex-start;font-weight:400}
.tick input{width:20px;height:20px;margin:2px 0 0;flex:none;accent-color:var(--key,var(--c-accent))}
[aria-invalid=true]{outline:2px solid #a8321e;outline-offset:0}
.wrong{font-weight:600;font-size:.9em;margin:3px 0 0;background:#fff;color:#8e2412;padding:2px 6px;width:fit-content;border-radius:2px}
.note{border-inline-start:3px solid currentColor;padding:6px 0 6px 12px;margin:0 0 var(--gap)}
.bill{display:flex;justify-content:space-between;gap:1em;border-block:1px solid var(--c-line,#ccc);padding:.7em 0;margin:0;max-width:32rem;font-variant-numeric:tabular-nums}
.bill small{display:block;color:var(--quiet)}
.parts{display:grid;grid-template-columns:1fr auto;gap:.3em 1em;max-width:32rem;margin:.7em 0;font-variant-numeric:tabular-nums}
.dates{margin:6px 0;padding-inline-start:1.2em;font-size:.92em}
.hide{position:absolute;width:1px;height:1px;overflow:hidden;clip-path:inset(50%);white-space:nowrap}
dl{display:grid;grid-template-columns:auto 1fr;gap:6px 18px;margin:0 0 var(--gap)}
dt{color:var(--quiet)}dd{margin:0;font-weight:600}
@media(max-width:640px){.when{grid-template-columns:minmax(0,1fr)}}
@media(prefers-reduced-motion:no-preference){.when>*{animation:come .18s ease-out}@keyframes come{from{opacity:.4}}}
`;
