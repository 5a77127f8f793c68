// A small form in the log of a chat; what is wrong is said at its field.
import { newKey } from "./api";
import { fieldNamed, type Values } from "./conversation";
import { make } from "./dom";

/** A field of a small form in the log. */
export interface SmallField {
  readonly name: string;
  readonly label: string;
  readonly type: "text" | "email" | "long" | "words" | "tick" | "number" | "date" | "choice" | "several";
  readonly options?: readonly string[];
  readonly needed?: boolean;
}

const inputTypes: Readonly<Partial<Record<SmallField["type"], string>>> = {
  email: "email",
  date: "date",
  tick: "checkbox",
};

/** A field with its label; of several choices a group of them. */
function fieldOf({ name, label, type, options = [], needed = true }: SmallField): HTMLElement {
  if (type === "several") {
    const group = make("fieldset", { className: "c-several" }, make("legend", {}, label));
    for (const option of options)
      group.append(
        make("label", { className: "c-tick" }, make("input", { type: "checkbox", name, value: option }), option),
      );
    return group;
  }
  const input =
    type === "choice"
      ? make("select", { name }, ...["", ...options].map((option) => make("option", { value: option }, option)))
      : type === "long"
        ? make("textarea", { name, rows: 3 })
        : make("input", { name, type: inputTypes[type] ?? "text" });
  input.required = needed;
  if (type === "email") input.setAttribute("autocomplete", "email");
  if (name === "name") input.setAttribute("autocomplete", "name");
  if (type === "number") input.setAttribute("inputmode", "decimal");
  return type === "tick" ? make("label", { className: "c-tick" }, input, label) : make("label", {}, label, input);
}

/** A small form in the log; what is wrong is said at its field. */
export function smallForm(
  fields: readonly SmallField[],
  button: string,
  send: (values: Values) => Promise<Readonly<Record<string, string>> | null>,
): HTMLFormElement {
  const form = make("form", { className: "c-form", noValidate: true });
  for (const field of fields) form.append(fieldOf(field));
  const submit = make("button", { className: "c-send", type: "submit" }, button);
  form.append(submit);
  form.addEventListener("submit", async (event) => {
    event.preventDefault();
    if (submit.disabled) return;
    submit.disabled = true;
    for (const old of form.querySelectorAll(".c-wrong")) old.remove();
    const values: Record<string, string | boolean | string[]> = {};
    for (const { name, type } of fields) {
      const inputs = [...form.querySelectorAll<HTMLInputElement>(`[name="${CSS.escape(name)}"]`)];
      values[name] =
        type === "tick"
          ? (inputs[0]?.checked ?? false)
          : type === "several"
            ? inputs.filter(({ checked }) => checked).map(({ value }) => value)
            : (inputs[0]?.value ?? "");
    }
    const wrong = await send(values);
    submit.disabled = false;
    if (!wrong) return;
    let first: HTMLElement | null = null;
    for (const [path, message] of Object.entries(wrong)) {
      const input = form.querySelector<HTMLElement>(`[name="${CSS.escape(fieldNamed(path))}"]`);
      const says = make("p", { className: "c-wrong", id: `c-${newKey()}` }, message);
      says.role = "alert";
      (input?.closest("fieldset,label") ?? submit).insertAdjacentElement(input ? "afterend" : "beforebegin", says);
      input?.setAttribute("aria-describedby", says.id);
      first ??= input;
    }
    first?.focus();
  });
  return form;
}
