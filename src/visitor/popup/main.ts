// What a page with popups loads: it tells the deciding core what happens, and shows what it decides.
import { beginCourse, type Course, happen, nextTimed, type VisitEvent, whyUnopened } from "@/core/popup/course";
import type { ReleasedPopup } from "@/core/popup/released-form";
import type { PopupMemory } from "@/core/popup/rule";
import type { Visitor } from "@/core/visitor/visitor";
import { type Sent, SitePopup } from "./element";
import { keepMemory, readMemory, readVisitor, rememberSignup } from "./memory";
import { wordsFor } from "./words";

interface PageData {
  readonly popups: readonly ReleasedPopup[];
  readonly language: string;
  /** Set on the rehearsal host: the chosen visitor, and whom to tell what happens. Nothing is stored then. */
  readonly rehearsal?: { readonly visitor: Visitor; readonly studio: string; readonly path: string };
}

/** A person needs at least this long to fill a form; a quicker sending waits for the rest of it. */
const minimumMs = 1300;

const data = JSON.parse(document.getElementById("widgets")?.textContent ?? "{}") as PageData;
const { rehearsal } = data;
let popups = data.popups;
const started = performance.now();
const seconds = () => (performance.now() - started) / 1000;

const visitor = rehearsal?.visitor ?? readVisitor();
const memory: PopupMemory = rehearsal ? { closedAt: {}, shownThisVisit: {} } : readMemory();
let course: Course = beginCourse(
  popups.map((popup) => popup.rule),
  visitor,
  memory,
  rehearsal?.path ?? location.pathname,
);
let shown: SitePopup | null = null;
let timer: ReturnType<typeof setTimeout> | undefined;

/** A rehearsal sends to a place of its own, which judges as the live site does and keeps nothing. */
const post = (path: string, body: unknown) =>
  fetch(rehearsal ? `/${location.pathname.split("/")[1]}/_try` : `/_w/v1/${path}`, {
    method: "POST",
    headers: { "content-type": "application/json" },
    body: JSON.stringify(body),
    keepalive: true,
  });

const count = (widget: string, what: "shown" | "closed") => {
  if (!rehearsal) post("popup-counts", { widget, what }).catch(() => {});
};

const tell = (message: Record<string, unknown>) => {
  if (rehearsal && parent !== window) parent.postMessage({ from: "webitor-rehearsal", ...message }, rehearsal.studio);
};

async function send(
  popup: ReleasedPopup,
  openedAt: number,
  fields: Record<string, unknown>,
  website: string,
): Promise<Sent> {
  await new Promise((resolve) => setTimeout(resolve, Math.max(0, minimumMs - (performance.now() - openedAt))));
  const failed = { ok: false, wrong: { "": wordsFor(data.language).failed } } as const;
  try {
    const response = await post("signups", {
      widget: popup.rule.id,
      fields,
      ...(rehearsal
        ? {}
        : {
            page: location.pathname,
            language: document.documentElement.lang,
            website,
            elapsedMs: Math.round(performance.now() - openedAt),
          }),
    });
    if (response.ok) return { ok: true };
    const problem = (await response.json()) as { title?: string; fields?: { path: string; message: string }[] };
    const wrong = (problem.fields ?? []).map(({ path, message }) => [path.replace(/^fields\.?/, ""), message] as const);
    return wrong.length
      ? { ok: false, wrong: Object.fromEntries(wrong) }
      : { ok: false, wrong: { "": problem.title ?? failed.wrong[""] } };
  } catch {
    return failed;
  }
}

function show(id: string) {
  const popup = popups.find((one) => one.rule.id === id);
  if (!popup) return;
  const element = new SitePopup();
  const openedAt = performance.now();
  element.popup = popup;
  element.language = data.language;
  element.send = (fields, website) => send(popup, openedAt, fields, website);
  element.addEventListener("popup-close", () => {
    count(id, "closed");
    end({ kind: "closed", at: seconds(), popup: id });
  });
  element.addEventListener("popup-signed-up", () => {
    if (!rehearsal) rememberSignup(id);
  });
  element.addEventListener("popup-done", () => end({ kind: "signedUp", at: seconds(), popup: id }));
  shown = element;
  document.body.append(element);
  count(id, "shown");
}

function end(event: VisitEvent) {
  shown?.remove();
  shown = null;
  on(event);
}

/** Something happened: the core decides, the page follows. */
function on(event: VisitEvent) {
  const before = course;
  course = happen(course, event);
  if (!rehearsal && course.memory !== before.memory) keepMemory(course.memory);
  if (course.moments !== before.moments || event.at === 0)
    tell({ moments: course.moments, unopened: whyUnopened(course) });
  if (course.open && !shown) show(course.open);
  wait();
}

function wait() {
  clearTimeout(timer);
  const next = nextTimed(course);
  if (next !== null)
    timer = setTimeout(
      () => on({ kind: "waited", at: Math.max(next, seconds()) }),
      Math.max(0, (next - seconds()) * 1000),
    );
}

let lastMove = 0;
const moved = () => {
  if (performance.now() - lastMove < 500) return;
  lastMove = performance.now();
  on({ kind: "moved", at: seconds() });
};

addEventListener(
  "scroll",
  () => {
    const room = document.documentElement.scrollHeight - innerHeight;
    on({ kind: "scrolled", at: seconds(), percent: room > 0 ? Math.round((scrollY / room) * 100) : 100 });
  },
  { passive: true },
);
addEventListener("pointermove", moved, { passive: true });
addEventListener("keydown", moved);
document.documentElement.addEventListener("pointerleave", (event) => {
  if (event.clientY <= 0) on({ kind: "left", at: seconds() });
});
document.addEventListener("click", (event) => {
  const target = event.target instanceof Element ? event.target : null;
  const opener = target?.closest<HTMLElement>("[data-opens]")?.dataset.opens;
  if (opener) on({ kind: "asked", at: seconds(), popup: opener });
  const block = target?.closest<HTMLElement>("[data-c]")?.dataset.c;
  if (block) on({ kind: "clicked", at: seconds(), block });
});

// Escape that closes no popup ends the walk: the studio can't hear keys that are pressed in here.
if (rehearsal)
  addEventListener(
    "keydown",
    (event) => {
      if (event.key === "Escape" && !shown) tell({ escape: true });
    },
    true,
  );

// The studio's live view: a draft replaces what the page came with and is shown at once.
if (rehearsal)
  addEventListener("message", (event) => {
    const draft = event.data as { from?: string; draft?: ReleasedPopup };
    if (event.origin !== rehearsal.studio || draft.from !== "webitor-studio" || !draft.draft) return;
    popups = [draft.draft];
    course = { ...beginCourse([], visitor, memory, rehearsal.path), open: draft.draft.rule.id };
    clearTimeout(timer);
    if (shown) {
      const anew =
        shown.popup.design !== draft.draft.design || shown.popup.look.pageUsable !== draft.draft.look.pageUsable;
      if (anew) {
        shown.remove();
        show(draft.draft.rule.id);
      } else shown.popup = draft.draft;
    } else show(draft.draft.rule.id);
  });

on({ kind: "moved", at: 0 });
tell({ ready: true });
