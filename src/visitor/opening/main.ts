// The page's side of the opening rules: it tells the deciding core what happens, and shows what it decides, whatever
// kind of widget that is.
import { beginCourse, type Course, happen, nextTimed, type VisitEvent, whyUnopened } from "@/core/opening/course";
import type { ReleasedWidget } from "@/core/widget/released";
import { busyEvent, isBusy } from "../busy";
import type { Page, Shown, VisitorKind } from "../kind";

const settleMs = 2000;

/** Starts deciding on this page. What happened before it was there can be handed to `happened`. */
export function begin(page: Page): { happened(event: Event): void } {
  const { rehearsal } = page.data;
  let widgets = page.data.widgets;
  const started = performance.now();
  const seconds = () => (performance.now() - started) / 1000;
  let course: Course = beginCourse(
    widgets.flatMap(({ rule }) => rule ?? []),
    page.visitor,
    page.memory,
    rehearsal?.path ?? location.pathname,
  );
  let shown: { readonly widget: ReleasedWidget; readonly over: Shown } | null = null;
  let opening = false;
  let timer: ReturnType<typeof setTimeout> | undefined;

  const end = (event: VisitEvent) => {
    shown?.over.remove();
    shown = null;
    on(event);
  };

  async function show(id: string) {
    const named = () => widgets.find((one) => one.id === id);
    const asked = named();
    if (!asked || opening) return;
    opening = true;
    try {
      // The script of consent is none of a kind's: it opens by itself.
      const kind: VisitorKind | undefined = await page.load(asked.kind);
      // As it is by now: the studio may have sent another draft while the script came.
      const widget = named() ?? asked;
      const over = kind?.open?.(widget, page, {
        closed: () => end({ kind: "closed", at: seconds(), widget: id }),
        done: () => end({ kind: "signedUp", at: seconds(), widget: id }),
      });
      shown = over ? { widget, over } : null;
    } finally {
      opening = false;
    }
  }

  /** Something happened: the core decides, the page follows. */
  function on(event: VisitEvent) {
    const before = course;
    course = happen(course, event);
    if (course.memory !== before.memory) page.keepMemory(course.memory);
    if (course.moments !== before.moments || event.at === 0)
      page.tell({ moments: course.moments, unopened: whyUnopened(course) });
    if (course.open && !shown) void show(course.open);
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
  const clicked = (event: Event) => {
    const target = event.target instanceof Element ? event.target : null;
    const opener = target?.closest<HTMLElement>("[data-opens]")?.dataset.opens;
    if (opener) on({ kind: "asked", at: seconds(), widget: opener });
    const block = target?.closest<HTMLElement>("[data-c]")?.dataset.c;
    if (block) on({ kind: "clicked", at: seconds(), block });
  };

  addEventListener(
    "scroll",
    () => {
      const room = document.documentElement.scrollHeight - innerHeight;
      on({ kind: "scrolled", at: seconds(), percent: room > 0 ? Math.round((scrollY / room) * 100) : 100 });
    },
    { passive: true },
  );
  if (isBusy()) on({ kind: "busy", at: seconds(), busy: true });
  addEventListener(busyEvent, (event) => {
    on({ kind: "busy", at: seconds(), busy: (event as CustomEvent<boolean>).detail });
  });
  addEventListener("pointermove", moved, { passive: true });
  addEventListener("keydown", moved);
  document.documentElement.addEventListener("pointerleave", (event) => {
    if (event.clientY <= 0) on({ kind: "left", at: seconds() });
  });
  document.addEventListener("click", clicked);

  if (rehearsal) {
    // Escape that closes nothing ends the walk: the studio can't hear keys that are pressed in here.
    addEventListener(
      "keydown",
      (event) => {
        if (event.key === "Escape" && !shown) page.tell({ escape: true });
      },
      true,
    );
    // The studio's live view: a draft replaces what the page came with and is shown at once.
    addEventListener("message", (event) => {
      const { from, draft } = event.data as { from?: string; draft?: ReleasedWidget };
      if (event.origin !== rehearsal.studio || from !== "webitor-studio" || !draft) return;
      widgets = [draft];
      course = { ...beginCourse([], page.visitor, page.memory, rehearsal.path), open: draft.id };
      clearTimeout(timer);
      if (shown?.widget.id === draft.id) shown.over.change(draft.form);
      else {
        shown?.over.remove();
        shown = null;
        void show(draft.id);
      }
    });
  }

  on({ kind: "moved", at: 0 });
  page.tell({ ready: true });
  // What may open is at hand before it does.
  if (!rehearsal)
    setTimeout(() => {
      for (const { kind, rule } of widgets) if (rule?.triggers.length) page.load(kind).catch(() => {});
    }, settleMs);
  return { happened: clicked };
}
