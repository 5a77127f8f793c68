// Code for every page: put where it belongs once the visitor has agreed to what it is for.
import type { ReleasedWholePage } from "@/core/wholepage/released";
import type { VisitorKind } from "../kind";

/** An element with its scripts made anew: those that came as text would not run. */
function alive(html: string): DocumentFragment {
  const template = document.createElement("template");
  template.innerHTML = html;
  for (const still of template.content.querySelectorAll("script")) {
    const script = document.createElement("script");
    for (const { name, value } of still.attributes) script.setAttribute(name, value);
    still.replaceWith(script);
  }
  return template.content;
}

const wholepage: VisitorKind = {
  begin: async ({ form }, page) => {
    const { where, html, script, purpose } = form as ReleasedWholePage;
    const put = () => {
      const holder = where === "head" ? document.head : document.body;
      holder.append(alive(html));
      if (script.trim()) holder.append(Object.assign(document.createElement("script"), { text: script }));
    };
    const consent = await page.consent;
    if (purpose === "needed" || consent?.allows(purpose)) return put();
    // Without a question there is nobody to say yes: it waits for good.
    addEventListener("webitor:consent", function agreed() {
      if (!consent?.allows(purpose)) return;
      removeEventListener("webitor:consent", agreed);
      put();
    });
  },
};

export default wholepage;
