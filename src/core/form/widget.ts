// The form as a kind of widget.

import { releaseThanks } from "@/core/field/field";
import type { Resolve, WidgetKind } from "@/core/widget/kind";
import { formCss } from "./css";
import type { Form } from "./form";
import { formHead, formInside, formPath } from "./html";
import type { ReleasedForm } from "./released";

const release = ({ words, fields, thanks }: Form, pageHref: Resolve["pageHref"]): ReleasedForm => ({
  words,
  fields,
  thanks: releaseThanks(thanks, pageHref),
});

export const form: WidgetKind<"form"> = {
  label: "Form",
  sentence: "Asks visitors what you need to know, takes their files, and brings it to the Desk and to your mail.",
  drawing: [
    { kind: "bold", x: 9, y: 4, width: 18, height: 2.2 },
    { kind: "box", x: 9, y: 9, width: 34, height: 4 },
    { kind: "box", x: 9, y: 15, width: 34, height: 8 },
    { kind: "key", x: 9, y: 26, width: 12, height: 4 },
  ],
  placements: ["flow", "button", "link", "over"],
  callWords: "Ask us",
  note: ({ fields }) => (fields.length === 1 ? "one field" : `${fields.length} fields`),
  refs: function* ({ thanks }) {
    if (thanks.kind === "page") yield { of: "page", id: thanks.page, path: "thanks.page" };
  },
  opensByItself: true,
  opens: (widget) => `data-opens="${widget.id}"`,
  // A form on the page is a form: it is sent and answered without script, too.
  flow: (placed, widget, context) => {
    const released = release(widget.settings, () => null);
    const stem = context.newId("form");
    return `<form${placed.attributes("w-form")} data-w="${widget.id}" method="post" enctype="multipart/form-data" action="${formPath}" aria-labelledby="${stem}-title">${formHead(released.words, `${stem}-title`)}${formInside(released, widget.id, stem, context.language)}</form>`;
  },
  css: formCss,
  released: (settings, resolve) => release(settings, resolve.pageHref),
};
