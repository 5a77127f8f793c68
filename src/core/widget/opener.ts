// What opens a widget: a button, whether it looks like one or like a link among words.

/** A button with attributes (a leading space each), what makes it open, and markup in it. */
export const openerHtml = (attributes: string, opens: string, inner: string): string =>
  `<button type="button"${attributes} ${opens}>${inner}</button>`;

/** The class of the opener by how it was placed. */
export const openerClass = { button: "b-button", link: "b-open" } as const;
