// Rules of what is somebody's own, and of pages like it that the server answers itself.
export const ownCss = [
  ".p-said{border-inline-start:4px solid currentColor;padding:.5em .9em;background:color-mix(in srgb,currentColor 7%,transparent)}",
  ".p-others{font-size:1.05rem;margin:32px 0 8px}.p-list{list-style:none;padding:0}.p-list address{font-style:normal}",
  ".p-way{display:flex;justify-content:space-between;align-items:center;gap:16px;border-top:1px solid var(--c-line);padding:12px 0;margin:0}.p-way small{text-align:end}.p-way span small{text-align:start}",
  ".p-agree label{display:flex;gap:10px;align-items:center;min-height:44px}.p-agree input{width:22px;height:22px}",
  ".p-field{display:grid;gap:4px;margin:0 0 14px}.p-field input{font:inherit;color:inherit;background:none;border:1.5px solid currentColor;border-radius:var(--radius);padding:.5em .7em;min-height:44px;max-width:22rem}",
].join("");
