// A form in the visitor's browser: sent in place with its files, what is wrong said at its field, thanked where it stood.
import { largestAnswerFile } from "@/core/field/field";
import { formCss } from "@/core/form/css";
import { formHead, formInside, ownKeys } from "@/core/form/html";
import type { ReleasedForm } from "@/core/form/released";
import { ownWords } from "@/core/form/words";
import type { ReleasedWidget } from "@/core/widget/released";
import type { Page, VisitorKind } from "../kind";
import { sendForm, type Wrong } from "../sending";

const sent = (page: Page, form: HTMLFormElement, openedAt: number, once: string): Promise<Wrong | null> =>
  sendForm(openedAt, ownWords(page.data.language).failed, () => {
    const data = new FormData(form);
    return page.data.rehearsal
      ? page.post("forms", { widget: data.get(ownKeys.widget), fields: plain(data) })
      : page.postForm("forms", marked(data, openedAt, once));
  });

function marked(data: FormData, openedAt: number, once: string): FormData {
  data.set("_once", once);
  data.set("_page", location.pathname);
  data.set("_elapsed", String(Math.round(performance.now() - openedAt)));
  return data;
}

/** What was filled in, without bytes: a rehearsal keeps nothing. */
function plain(data: FormData): Record<string, unknown> {
  const fields: Record<string, unknown> = {};
  for (const key of new Set(data.keys())) {
    if (key.startsWith("_")) continue;
    const values = data.getAll(key).map((value) => (typeof value === "string" ? value : value.name));
    fields[key] = values.length > 1 ? values : values[0];
  }
  return fields;
}

/** Says at its field what is wrong, and goes to the first. */
function tell(form: HTMLFormElement, wrong: Wrong) {
  for (const old of form.querySelectorAll(".w-wrong")) old.remove();
  for (const old of form.querySelectorAll("[aria-invalid]")) old.removeAttribute("aria-invalid");
  let first: HTMLElement | null = null;
  for (const [key, message] of Object.entries(wrong)) {
    const says = document.createElement("p");
    says.className = "w-wrong";
    says.textContent = message;
    const field = key ? form.querySelector<HTMLElement>(`[data-k="${CSS.escape(key)}"]`) : null;
    const input = field?.querySelector<HTMLElement>("input,textarea,select,fieldset");
    if (!field || !input) {
      says.role = "alert";
      form.querySelector("[type=submit]")?.before(says);
      continue;
    }
    says.id = `${input.id || key}-wrong`;
    field.append(says);
    input.setAttribute("aria-invalid", "true");
    input.setAttribute("aria-errormessage", says.id);
    // Its hint describes it still.
    const hint = field.querySelector(".w-hint")?.id;
    input.setAttribute("aria-describedby", hint ? `${hint} ${says.id}` : says.id);
    first ??= input;
  }
  first?.focus();
}

/** What the browser itself can tell: files that are too large are not sent at all. */
function tooLarge(form: HTMLFormElement, language: string): Wrong | null {
  for (const input of form.querySelectorAll<HTMLInputElement>("input[type=file]"))
    if ((input.files?.[0]?.size ?? 0) > largestAnswerFile) return { [input.name]: ownWords(language).tooLarge };
  return null;
}

/** Brings a form to life: `done` is called once it was taken. */
function enliven(form: HTMLFormElement, released: () => ReleasedForm, page: Page, done: () => void) {
  const openedAt = performance.now();
  const once = crypto.randomUUID?.() ?? `${Date.now()}-${Math.random()}`.replaceAll(".", "-").slice(0, 36);
  // What is wrong is said in the language of the page and by the server's own rules.
  form.noValidate = true;
  const button = form.querySelector<HTMLButtonElement>("[type=submit]");
  form.addEventListener("submit", async (event) => {
    event.preventDefault();
    if (button?.disabled) return;
    if (button) button.disabled = true;
    const wrong = tooLarge(form, page.data.language) ?? (await sent(page, form, openedAt, once));
    if (button) button.disabled = false;
    if (wrong) return tell(form, wrong);
    done();
    const { thanks } = released();
    if ("href" in thanks) return location.assign(thanks.href);
    const words = document.createElement("div");
    words.tabIndex = -1;
    words.className = "w-thanks";
    words.innerHTML = formHead({ ...released().words, ...thanks }, "");
    form.replaceChildren(words);
    words.focus();
  });
}

const kind: VisitorKind = {
  mount(spot, widget, page) {
    const form = widget.form as ReleasedForm;
    enliven(
      spot as HTMLFormElement,
      () => form,
      page,
      () => page.rememberDone(widget.id),
    );
  },
  open({ id, form: given }: ReleasedWidget, page, outcome) {
    let released = given as ReleasedForm;
    if (page.data.rehearsal) {
      // A draft may be shown on a page that has no such form, and so not its rules.
      const sheet = new CSSStyleSheet();
      sheet.replaceSync(formCss);
      document.adoptedStyleSheets = [...document.adoptedStyleSheets, sheet];
    }
    const dialog = document.createElement("dialog");
    dialog.className = "w-dialog";
    let taken = false;
    const draw = () => {
      const stem = `over-${id}`;
      dialog.setAttribute("aria-labelledby", `${stem}-title`);
      const form = document.createElement("form");
      form.className = "w-form";
      form.innerHTML = formHead(released.words, `${stem}-title`) + formInside(released, id, stem, page.data.language);
      const close = document.createElement("button");
      close.type = "button";
      close.className = "w-close";
      close.ariaLabel = released.words.close;
      close.textContent = "×";
      close.onclick = () => dialog.close();
      dialog.replaceChildren(form, close);
      enliven(
        form,
        () => released,
        page,
        () => {
          taken = true;
          page.rememberDone(id);
        },
      );
    };
    draw();
    dialog.onclick = ({ target }) => {
      if (target === dialog) dialog.close();
    };
    dialog.onclose = () => (taken ? outcome.done() : outcome.closed());
    document.body.append(dialog);
    // A rehearsal takes the caret from nobody who writes in the studio: an open dialog that is not modal leaves it.
    if (page.mayTakeFocus()) dialog.showModal();
    else dialog.setAttribute("open", "");
    return {
      change(draft) {
        released = draft as ReleasedForm;
        taken = false;
        draw();
      },
      remove: () => {
        dialog.onclose = null;
        dialog.close();
        dialog.remove();
      },
    };
  },
};
export default kind;
