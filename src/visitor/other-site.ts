// What a page of a site that was built elsewhere runs: its own script is one line, and everything comes from the site that the
// widget belongs to. Nothing of the foreign page is read but where the widget is to stand.

/** What the site tells a page that may have the widget. */
export interface OtherSite<Form> {
  readonly language: string;
  /** Address of the site that the widget belongs to. */
  readonly home: string;
  readonly form: Form;
  readonly brand: Readonly<Record<string, string>>;
}

const script = document.currentScript as HTMLScriptElement | null;
const home = script ? new URL(script.src).origin : "";

/** Says beside the link that stands there why there is nothing more; whoever looks after the page reads it. */
function refuse(spot: HTMLElement, why: string) {
  const said = document.createElement("p");
  said.textContent = why;
  said.setAttribute("role", "status");
  spot.append(said);
}

/** The language of the foreign page, where it names one. */
export function pageLanguage(usual: string): string {
  try {
    return Intl.getCanonicalLocales(document.documentElement.lang)[0] ?? usual;
  } catch {
    return usual;
  }
}

/** Dresses an element by a brand. By the object model: a page's policy against style attributes does not concern it. */
export function dress(element: HTMLElement, brand: Readonly<Record<string, string>>) {
  for (const [name, value] of Object.entries(brand)) element.style.setProperty(name, value);
}

/** Brings the widgets of a kind to life: `show` once the site allows it, when its place is near. */
export function bringToOtherSite<Form>(
  kind: string,
  show: (spot: HTMLElement, key: string, told: OtherSite<Form>) => void | Promise<void>,
) {
  const bring = async (spot: HTMLElement) => {
    const key = spot.dataset[kind] ?? "";
    const response = await fetch(`${home}/_w/v1/${kind}/${encodeURIComponent(key)}/elsewhere`);
    const told = (await response.json()) as OtherSite<Form> & { title?: string };
    if (response.ok) await show(spot, key, told);
    else refuse(spot, told.title ?? "");
  };
  const begin = () => {
    // What can't be reached leaves the link as it stands.
    const near = new IntersectionObserver(
      (entries) => {
        for (const { isIntersecting, target } of entries) {
          if (!isIntersecting) continue;
          near.unobserve(target);
          bring(target as HTMLElement).catch(() => {});
        }
      },
      { rootMargin: "400px" },
    );
    // What stands in a corner is always near.
    for (const spot of document.querySelectorAll<HTMLElement>(`[data-${kind}]`))
      if (spot.dataset.place === "corner") bring(spot).catch(() => {});
      else near.observe(spot);
  };
  if (document.readyState === "loading") document.addEventListener("DOMContentLoaded", begin);
  else begin();
}
