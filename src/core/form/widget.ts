// The form as a kind of widget.

import { releaseThanks } from "@/core/field/field";
import { defineWidget, type Resolve } from "@/core/widget/kind";
import { formCss } from "./css";
import type { Form } from "./form";
import { formHead, formInside, formPath } from "./html";
import type { ReleasedForm } from "./released";

const release = ({ words, fields, thanks }: Form, pageHref: Resolve["pageHref"]): ReleasedForm => ({
  words,
  fields,
  thanks: releaseThanks(thanks, pageHref),
});

export const form = defineWidget<"form">({
  refs: function* ({ thanks }) {
    if (thanks.kind === "page") yield { of: "page", id: thanks.page, path: "thanks.page" };
  },
  // A form on the page is a form: it is sent and answered without script, too.
  flow: (placed, widget, context) => {
    const released = release(widget.settings, () => null);
    const stem = context.newId("form");
    return `<form${placed.attributes("w-form")} data-w="${widget.id}" method="post" enctype="multipart/form-data" action="${formPath}" aria-labelledby="${stem}-title">${formHead(released.words, `${stem}-title`)}${formInside(released, widget.id, stem, context.language)}</form>`;
  },
  css: formCss,
  released: (settings, resolve) => release(settings, resolve.pageHref),
});
