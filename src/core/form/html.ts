// A form as markup: the same on the page, where it works without script, and over it. Light: the visitor's browser reads
// this too.
import { acceptedFiles, type Field, type FieldKind, fieldSorts } from "@/core/field/field";
import { escapeHtml } from "@/core/render/escape";
import type { ReleasedForm } from "./released";
import { type OwnWords, ownWords } from "./words";

/** Where a form is sent without script. */
export const formPath = "/_w/v1/forms";

/** What a file chooser offers. */

interface Drawn {
  readonly field: Field;
  readonly id: string;
  readonly words: OwnWords;
  /** Attributes every input of the field has. */
  readonly attributes: string;
}

type Draw = (drawn: Drawn) => string;

const labelled: (input: Draw) => Draw = (input) => (drawn) =>
  `<label for="${drawn.id}">${named(drawn)}</label>${hinted(drawn)}${input(drawn)}`;

const named = ({ field, words }: Drawn) =>
  `${escapeHtml(field.label)}${field.required ? "" : ` <span class="w-optional">(${words.optional})</span>`}`;

const hintOf = ({ field, words }: Drawn) => field.hint || (field.kind === "file" ? words.upTo : "");
const hinted = (drawn: Drawn) => {
  const hint = hintOf(drawn);
  return hint ? `<p class="w-hint" id="${drawn.id}-hint">${escapeHtml(hint)}</p>` : "";
};

const oneLine: Draw = ({ field, attributes }) => {
  const { type, autocomplete, inputmode } = fieldSorts[field.kind].input as {
    type: string;
    autocomplete?: string;
    inputmode?: string;
  };
  const more = `${autocomplete ? ` autocomplete="${autocomplete}"` : ""}${inputmode ? ` inputmode="${inputmode}"` : ""}`;
  return `<input type="${type}"${more}${attributes}>`;
};

const several: Draw = (drawn) => {
  const { field, id } = drawn;
  const boxes = (field.options ?? []).map(
    (option) =>
      `<label class="w-tick"><input type="checkbox" name="${field.key}" value="${escapeHtml(option)}"><span>${escapeHtml(option)}</span></label>`,
  );
  return `<fieldset id="${id}" tabindex="-1"${hintOf(drawn) ? ` aria-describedby="${id}-hint"` : ""}><legend>${named(drawn)}</legend>${hinted(drawn)}${boxes.join("")}</fieldset>`;
};

const choice: Draw = ({ field, attributes, words }) =>
  `<select${attributes}><option value="">${words.choose}</option>${(field.options ?? []).map((option) => `<option>${escapeHtml(option)}</option>`).join("")}</select>`;

const draws: Readonly<Record<FieldKind, Draw>> = {
  text: labelled(oneLine),
  email: labelled(oneLine),
  name: labelled(oneLine),
  phone: labelled(oneLine),
  number: labelled(oneLine),
  date: labelled(oneLine),
  long: labelled(({ attributes }) => `<textarea rows="5"${attributes}></textarea>`),
  choice: labelled(choice),
  several,
  tick: (drawn) =>
    `<label class="w-tick"><input type="checkbox" value="true"${drawn.attributes}><span>${named(drawn)}</span></label>${hinted(drawn)}`,
  file: labelled(({ attributes }) => `<input type="file" accept="${acceptedFiles}"${attributes}>`),
};

/** Keys that a form's own parts have: no field of a designer can be called so. */
export const ownKeys = { widget: "_widget", language: "_language", website: "_website" } as const;

/** The fields, what one agrees to, and the button. `stem` begins ids, so that a form may stand on a page twice. */
export function formInside(form: ReleasedForm, widget: string, stem: string, language: string): string {
  const words = ownWords(language);
  const fields = form.fields.map((field) => {
    const id = `${stem}-${field.key}`;
    const describes = field.hint || field.kind === "file" ? ` aria-describedby="${id}-hint"` : "";
    const attributes = ` id="${id}" name="${field.key}"${field.required ? " required" : ""}${describes}`;
    return `<div class="w-field" data-k="${field.key}">${draws[field.kind]({ field, id, words, attributes })}</div>`;
  });
  const hidden = `<input type="hidden" name="${ownKeys.widget}" value="${escapeHtml(widget)}"><input type="hidden" name="${ownKeys.language}" value="${escapeHtml(language)}"><div class="w-trap" aria-hidden="true"><label>Website<input name="${ownKeys.website}" tabindex="-1" autocomplete="off"></label></div>`;
  const consent = form.words.consent ? `<p class="w-quiet">${escapeHtml(form.words.consent)}</p>` : "";
  return `${hidden}${fields.join("")}${consent}<button class="w-go" type="submit">${escapeHtml(form.words.button)}</button>`;
}

/** Its title and text, above the fields. */
export const formHead = ({ title, text }: ReleasedForm["words"], titleId: string): string =>
  `<h2 class="w-title" id="${titleId}">${escapeHtml(title)}</h2>${text ? `<p>${escapeHtml(text)}</p>` : ""}`;
