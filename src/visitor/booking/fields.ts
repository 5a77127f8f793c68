// What a client writes: fields with their labels and with what is wrong at them. Nothing that was typed is lost when they
// are drawn again.
import { html, nothing, type TemplateResult } from "lit";
import type { Question } from "@/core/booking/booking";
import type { Words } from "./words/en";

type Value = string | boolean | readonly string[];

/** The control of one field, with its name. */
type Control = (attributes: { id: string; wrong: boolean; by: string | typeof nothing }) => TemplateResult;

export class Fields {
  private said: Readonly<Record<string, string>> = {};
  private typed: Readonly<Record<string, Value>> = {};

  constructor(
    private readonly words: () => Words,
    private readonly changed: () => void,
  ) {}

  /** Sentences by field: "client.email", "answers.hands", "terms". */
  get wrong() {
    return this.said;
  }

  set wrong(said: Readonly<Record<string, string>>) {
    this.said = said;
    this.changed();
  }

  text(name: string): string {
    return String(this.typed[name] ?? "").trim();
  }

  ticked(name: string): boolean {
    return this.typed[name] === true;
  }

  put(name: string, value: Value) {
    this.typed = { ...this.typed, [name]: value };
    this.changed();
  }

  /** What was answered to questions, as it is sent. */
  answers(questions: readonly Question[]): Record<string, unknown> {
    const answers: Record<string, unknown> = {};
    for (const { key, kind } of questions) {
      const value = this.typed[`answers.${key}`];
      if (kind === "tick") answers[key] = value === true;
      else if (kind === "several") answers[key] = value ?? [];
      else if (value !== undefined && value !== "") answers[key] = kind === "number" ? Number(value) : value;
    }
    return answers;
  }

  /** One field with its label and what is wrong with it. */
  draw(name: string, label: string, required: boolean, control: Control, group = false) {
    const id = `f-${name.replaceAll(".", "-")}`;
    const message = this.wrong[name];
    const by = message ? `${id}-wrong` : nothing;
    const words = html`${label}${required ? nothing : html` <span>(${this.words().optional})</span>`}`;
    const input = control({ id, wrong: Boolean(message), by });
    const told = message ? html`<p class="wrong" id="${id}-wrong">${message}</p>` : nothing;
    return group
      ? html`<fieldset aria-describedby=${by}><legend>${words}</legend>${input}${told}</fieldset>`
      : html`<div><label for=${id}>${words}</label>${input}${told}</div>`;
  }

  line(name: string, label: string, required: boolean, type: string, autocomplete: string) {
    return this.draw(
      name,
      label,
      required,
      ({ id, wrong, by }) =>
        html`<input id=${id} name=${name} type=${type} autocomplete=${autocomplete || nothing} aria-required=${required} aria-invalid=${wrong ? "true" : nothing} aria-describedby=${by} .value=${String(this.typed[name] ?? "")} @input=${(event: Event) => this.put(name, (event.target as HTMLInputElement).value)}>`,
    );
  }

  question(question: Question) {
    const name = `answers.${question.key}`;
    const { label, required, kind } = question;
    if (kind === "choice")
      return this.draw(
        name,
        label,
        required,
        ({ id, wrong, by }) =>
          html`<select id=${id} name=${name} aria-required=${required} aria-invalid=${wrong ? "true" : nothing} aria-describedby=${by} @change=${(event: Event) => this.put(name, (event.target as HTMLSelectElement).value)}><option value="">${this.words().chooseOne}</option>${question.options.map((option) => html`<option ?selected=${this.typed[name] === option}>${option}</option>`)}</select>`,
      );
    if (kind === "several") {
      const chosen = (this.typed[name] as readonly string[] | undefined) ?? [];
      return this.draw(
        name,
        label,
        required,
        ({ wrong }) =>
          html`${question.options.map(
            (option, nth) =>
              html`<label class="tick"><input type="checkbox" name=${name} aria-invalid=${wrong && nth === 0 ? "true" : nothing} .checked=${chosen.includes(option)} @change=${(
                event: Event,
              ) => {
                const now = (this.typed[name] as readonly string[] | undefined) ?? [];
                this.put(
                  name,
                  (event.target as HTMLInputElement).checked ? [...now, option] : now.filter((one) => one !== option),
                );
              }}>${option}</label>`,
          )}`,
        true,
      );
    }
    if (kind === "tick") return this.tick(name, label, required);
    return this.line(name, label, required, { words: "text", number: "number", date: "date" }[kind], "");
  }

  tick(name: string, label: unknown, required: boolean) {
    const id = `f-${name.replaceAll(".", "-")}`;
    const message = this.wrong[name];
    return html`<div><label class="tick"><input type="checkbox" name=${name} aria-required=${required} aria-invalid=${message ? "true" : nothing} aria-describedby=${message ? `${id}-wrong` : nothing} .checked=${this.typed[name] === true} @change=${(event: Event) => this.put(name, (event.target as HTMLInputElement).checked)}><span>${label}</span></label>${message ? html`<p class="wrong" id="${id}-wrong">${message}</p>` : nothing}</div>`;
  }
}
