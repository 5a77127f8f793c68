// Asks for consent where the rule of the visitor's region wants it, keeps the choice, and tells others what may load.
import { type Allowed, type KeptChoice, type Optional, optional } from "@/core/consent/category";
import { type ConsentDecision, decideConsent } from "@/core/consent/decide";
import type { ReleasedConsent } from "@/core/consent/released";
import type { Whereabouts } from "@/core/consent/rules";
import type { ReleasedWidget } from "@/core/widget/released";
import { reportBusy } from "../busy";
import type { Page, PageConsent } from "../kind";

/** A choice with where it was made: the rule that it was made by is known without asking again. */
interface Kept extends KeptChoice {
  readonly where: Whereabouts | null;
}

const key = "consent";
/** A rehearsal keeps no choice: where one took something back, the page that begins anew is told so by its address. */
const chosenHere = "#consent=";

function readKept(): Kept | null {
  try {
    const kept = JSON.parse(localStorage.getItem(key) ?? "null") as Kept | null;
    return kept && Array.isArray(kept.given) && Array.isArray(kept.known) && Number.isFinite(kept.at) ? kept : null;
  } catch {
    return null;
  }
}

/** Where storage is forbidden a choice holds for this page alone. */
function keep(kept: Kept) {
  try {
    localStorage.setItem(key, JSON.stringify(kept));
  } catch {}
}

/** What a thing for a refused purpose left on this site goes. Of other hosts nothing can be taken away from here. */
function forget(names: readonly string[]) {
  for (const name of names) {
    // biome-ignore lint/suspicious/noDocumentCookie: there is no other way in every browser
    document.cookie = `${encodeURIComponent(name)}=; Max-Age=0; Path=/`;
    try {
      localStorage.removeItem(name);
      sessionStorage.removeItem(name);
    } catch {}
  }
}

const newId = () =>
  [...crypto.getRandomValues(new Uint8Array(12))]
    .map((byte) => byte.toString(36).padStart(2, "0"))
    .join("")
    .slice(0, 20);

/** What tag systems and others on the page are told. */
export interface Told {
  readonly allowed: Allowed;
  readonly granted: Readonly<Record<Optional, "granted" | "denied">>;
  readonly region: string;
}

export async function begin(widget: ReleasedWidget, page: Page): Promise<PageConsent> {
  const form = widget.form as ReleasedConsent;
  const { rehearsal } = page.data;
  const box = document.querySelector<HTMLElement>(`[data-consent="${widget.id}"]`);
  const again = document.querySelector<HTMLElement>(".c-again");
  let kept = rehearsal ? rehearsed() : readKept();
  let where = kept?.where ?? null;
  let knownBy: "address" | "proxy" | "chosen" | "nothing" = rehearsal ? "chosen" : "nothing";
  const signal = rehearsal
    ? Boolean(page.visitor.signal)
    : Boolean((navigator as { globalPrivacyControl?: boolean }).globalPrivacyControl);

  function rehearsed(): Kept | null {
    const { consent, country, part = null, now } = page.visitor;
    const chosen = location.hash.startsWith(chosenHere) ? location.hash.slice(chosenHere.length).split("+") : null;
    if (consent === "notAsked" && !chosen) return null;
    const said = consent === "all" ? optional : optional.filter((one) => one === consent);
    const given = chosen ? optional.filter((one) => chosen.includes(one)) : said;
    const at = country ? { country, part } : null;
    return {
      id: "rehearsal",
      at: now,
      given,
      known: form.things.map((one) => one.key),
      version: form.version,
      where: at,
    };
  }

  const now = () => (rehearsal ? page.visitor.now : Date.now());
  const decide = (): ConsentDecision =>
    decideConsent(form, { whereabouts: where, knownBy, signal, choice: kept, now: now() });

  if (rehearsal) {
    const { country, part = null } = page.visitor;
    where = country ? { country, part } : null;
  } else if (!kept && form.things.length) {
    const told = await fetch("/_w/v1/consents/where")
      .then((answer) => (answer.ok ? answer.json() : null))
      .catch(() => null);
    where = (told as { where: Whereabouts | null } | null)?.where ?? null;
    knownBy = (told as { by: typeof knownBy } | null)?.by ?? "nothing";
  }
  let decision = decide();
  tell();

  function tell() {
    const allowed = decision.may;
    const granted = Object.fromEntries(
      optional.map((category) => [category, allowed[category] ? "granted" : "denied"]),
    ) as Told["granted"];
    const told: Told = { allowed, granted, region: decision.region };
    Object.assign(window, { webitor: { consent: { ...told, open } } });
    dispatchEvent(new CustomEvent("webitor:consent", { detail: told }));
    page.tell({ consent: { shows: decision.shows, may: allowed, reasons: decision.reasons } });
  }

  /** A rehearsal keeps nothing, and counts nobody. */
  function send(path: string, body: object) {
    if (!rehearsal) page.post(path, { widget: widget.id, ...body }).catch(() => {});
  }

  /** Purposes of what was pressed by itself on this page: a no to one of them takes that back, too. */
  const pressed = new Set<Optional>();

  const prove = (id: string, made: { readonly given: readonly Optional[]; how: string; thing?: string }) =>
    send("consents", {
      id,
      region: decision.region,
      rule: decision.ruleOf,
      version: form.version,
      language: page.data.language,
      ...made,
    });

  /** Keeps a choice and its record. One that takes something back begins the page anew: then it is really gone. */
  function choose(given: readonly Optional[], how: string) {
    const before = decision.may;
    kept = {
      id: newId(),
      at: now(),
      given,
      known: form.things.map((one) => one.key),
      version: form.version,
      where,
    };
    if (!rehearsal) keep(kept);
    prove(kept.id, { given, how });
    decision = decide();
    hide();
    tell();
    const taken = optional.filter((category) => (before[category] || pressed.has(category)) && !decision.may[category]);
    if (!taken.length) return;
    forget(form.things.filter(({ purpose }) => taken.includes(purpose as Optional)).flatMap(({ sets }) => sets ?? []));
    if (rehearsal) location.hash = chosenHere + given.join("+");
    location.reload();
  }

  const part = (name: string) => box?.querySelector<HTMLElement>(`[data-does="${name}"]`);
  const ticks = () => [...(box?.querySelectorAll<HTMLInputElement>("input[type=checkbox]") ?? [])];
  const layer = (second: boolean) => {
    for (const one of box?.querySelectorAll<HTMLElement>(".c-categories,.c-second") ?? []) one.hidden = !second;
    const choose = part("choose");
    if (choose) choose.hidden = second;
  };

  function hide() {
    if (box instanceof HTMLDialogElement) box.close();
    else if (box) box.hidden = true;
    if (again) again.hidden = decision.asks.length === 0;
    reportBusy("consent", false);
  }

  /** Shows the question, or word of what goes on; `opened` by the visitor. */
  function show(opened: boolean) {
    if (!box) return;
    const { rule } = decision;
    const asks = decision.shows === "question" || (opened && rule.before.length > 0);
    const says = rule.says as readonly string[];
    for (const one of box.querySelectorAll<HTMLElement>("[data-asks]"))
      one.textContent = (asks ? one.dataset.asks : one.dataset.tells) ?? "";
    const stands: Readonly<Record<string, boolean>> = {
      accept: asks || opened,
      refuse: true,
      choose: true,
      understood: !asks && !opened,
      doNotSell: says.includes("doNotSell"),
      close: opened || (form.closes && rule.close),
    };
    for (const [name, there] of Object.entries(stands)) {
      const one = part(name);
      if (one) one.hidden = !there;
    }
    const profiling = box.querySelector<HTMLElement>(".c-profiling");
    if (profiling) profiling.hidden = !says.includes("profiling");
    for (const tick of ticks())
      tick.checked = kept
        ? kept.given.includes(tick.name as Optional)
        : rule.ticks && (form.ticked || decision.may[tick.name as Optional]);
    if (opened) layer(true);
    // What is kept of them is found by this name alone.
    const proof = box.querySelector<HTMLElement>(".c-proof");
    if (proof && kept && !rehearsal) {
      proof.textContent = proof.dataset.says?.replace("%1", kept.id) ?? "";
      proof.hidden = !opened;
    }
    // Nothing else opens over a question that waits for its answer.
    if (asks) reportBusy("consent", true);
    // Read and reached first, wherever it is drawn.
    document.querySelector(".skip")?.after(box);
    if (box instanceof HTMLDialogElement) {
      box.showModal();
      if (page.mayTakeFocus()) box.querySelector<HTMLElement>("h2")?.focus();
    } else {
      box.hidden = false;
      if (opened) box.querySelector<HTMLElement>("h2")?.focus();
    }
    if (again) again.hidden = true;
    if (!opened) send("consents/shown", { region: decision.region, what: "shown" });
  }

  function open() {
    show(true);
  }

  const commands: Readonly<Record<string, () => void>> = {
    accept: () => choose([...optional], "accept"),
    refuse: () => choose([], "refuse"),
    choose: () => {
      layer(true);
      ticks()[0]?.focus();
    },
    save: () =>
      choose(
        ticks().flatMap(({ name, checked }) => (checked ? [name as Optional] : [])),
        "choice",
      ),
    understood: () =>
      choose(
        optional.filter((category) => decision.may[category]),
        "understood",
      ),
    doNotSell: () =>
      choose(
        optional.filter((category) => category !== "marketing" && decision.may[category]),
        "doNotSell",
      ),
    close: () => {
      hide();
      // Where going on may count as a yes it does; it never does where the law wants one to be said.
      if (form.implied && decision.rule.implied && !kept) commands.understood?.();
    },
    open,
  };
  addEventListener("click", (event) => {
    const pressed = (event.target as Element).closest?.<HTMLElement>("[data-does],[data-consent-opens]");
    if (!pressed) return;
    if (pressed.dataset.consentOpens) open();
    else commands[pressed.dataset.does ?? ""]?.();
  });
  // A question that wants an answer is not put away by a key.
  if (box instanceof HTMLDialogElement)
    box.addEventListener("cancel", (event) => {
      if (decision.shows === "question") event.preventDefault();
    });

  if (decision.shows === "nothing") hide();
  else show(false);

  return {
    allows: (purpose) => purpose === "needed" || decision.may[purpose as Optional] === true,
    pressed: (purpose, host) => {
      if (purpose === "needed" || decision.may[purpose as Optional]) return;
      pressed.add(purpose as Optional);
      prove(newId(), { given: [], how: "press", thing: host.slice(0, 255) });
    },
    open,
  };
}
