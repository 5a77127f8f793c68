// The one script every page with widgets loads: it knows the visitor, and loads what the page names: the opening rules
// at once where something opens by itself, a spot's script when the spot is near, the rest when it is asked for.
import { openingScript, type PageData } from "@/core/widget/released";
import type { begin as beginConsent, Told } from "../consent/main";
import type { BlockScript, Page, VisitorKind } from "../kind";
import type { measure } from "../measure/main";
import type { begin } from "../opening/main";
import { keepVisit, readMemory, readVisitor, rememberClosed, rememberDone } from "./memory";

const data = JSON.parse(document.getElementById("widgets")?.textContent ?? "{}") as PageData;
const { rehearsal, widgets, scripts } = data;

/** Consent is asked for on every page, before anything else. */
const asks = widgets.find(({ asksFirst }) => asksFirst);

// Visits are counted where something opens by its rule, and once preferences may be kept.
let memory = rehearsal ? { closedAt: {}, shownThisVisit: {} } : readMemory();
let counts = !asks;
const countVisit = () => {
  if (counts && !rehearsal && widgets.some(({ rule }) => rule)) keepVisit(page.visitor.visit, memory.shownThisVisit);
};

const load = <T>(name: string): Promise<T> => import(scripts[name] as string) as Promise<T>;

const page: Page = {
  data,
  // Filled in below: its script works with the page.
  consent: null,
  visitor: rehearsal?.visitor ?? readVisitor(),
  post: (path, body) =>
    fetch(rehearsal ? `/${location.pathname.split("/")[1]}/_try` : `/_w/v1/${path}`, {
      method: "POST",
      headers: { "content-type": "application/json" },
      body: JSON.stringify(body),
      keepalive: true,
    }),
  postForm: (path, body) => fetch(`/_w/v1/${path}`, { method: "POST", body }),
  tell: (message) => {
    if (rehearsal && parent !== window) parent.postMessage({ from: "webitor-rehearsal", ...message }, rehearsal.studio);
  },
  load: async (kind) => (await load<{ default: VisitorKind }>(kind)).default,
  script: load,
  memory,
  keepMemory: (now) => {
    const { closedAt } = memory;
    memory = now;
    if (!rehearsal && now.closedAt !== closedAt) rememberClosed(now.closedAt);
    countVisit();
  },
  rememberDone: rehearsal ? () => {} : rememberDone,
  mayTakeFocus: () => !rehearsal || document.hasFocus(),
};

countVisit();
addEventListener("webitor:consent", (event) => {
  counts = (event as CustomEvent<Told>).detail.allowed.preferences;
  countVisit();
});

if (asks)
  Object.assign(page, {
    consent: load<{ begin: typeof beginConsent }>(asks.kind).then((script) => script.begin(asks, page)),
  });

for (const widget of widgets)
  if (widget.begins && widget !== asks) page.load(widget.kind).then((kind) => kind.begin?.(widget, page));

let opening: Promise<{ happened(event: Event): void }> | undefined;
const begun = () => {
  opening ??= load<{ begin: typeof begin }>(openingScript).then((script) => script.begin(page));
  return opening;
};

// Something that opens only when asked for costs nothing until then; this first click is not lost.
const asked = (event: Event) => {
  if (!(event.target as Element).closest?.("[data-opens],[data-c]")) return;
  removeEventListener("click", asked);
  begun().then((engine) => engine.happened(event));
};
if (rehearsal || widgets.some(({ rule }) => rule?.triggers.some(({ on }) => on !== "click"))) begun();
else if (widgets.some(({ rule }) => rule)) addEventListener("click", asked);

// A button that is pressed before the script of its spot is there is pressed once it is.
const spots = document.querySelectorAll<HTMLElement>("[data-w],[data-s]");
const still = new Set<Element>(spots);
const pressed = new Map<Element, HTMLElement>();
addEventListener("click", ({ target }) => {
  const button = (target as Element).closest?.("button");
  const spot = button?.closest("[data-w],[data-s]");
  if (button && spot && still.has(spot)) pressed.set(spot, button);
});

// What stands in the flow comes to life when it is near.
const bring = (spot: HTMLElement) => {
  const widget = widgets.find(({ id }) => id === spot.dataset.w);
  const script = spot.dataset.s;
  const alive = (mount: () => void) => {
    still.delete(spot);
    mount();
    pressed.get(spot)?.click();
  };
  if (script) load<{ default: BlockScript }>(script).then(({ default: mount }) => alive(() => mount(spot, page)));
  else if (widget) page.load(widget.kind).then((kind) => alive(() => kind.mount?.(spot, widget, page)));
};
const near = new IntersectionObserver(
  (entries) => {
    for (const { isIntersecting, target } of entries) {
      if (!isIntersecting) continue;
      near.unobserve(target);
      bring(target as HTMLElement);
    }
  },
  { rootMargin: "400px" },
);
for (const spot of spots)
  if (rehearsal?.measured || spot.dataset.now !== undefined) bring(spot);
  else near.observe(spot);
if (rehearsal?.measured) load<{ measure: typeof measure }>("measure").then((script) => script.measure(page));
