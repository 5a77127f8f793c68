"use client";
// An editor for code: HTML, CSS or script, with colours, numbered lines and brackets that are closed.
import { css } from "@codemirror/lang-css";
import { html } from "@codemirror/lang-html";
import { javascript } from "@codemirror/lang-javascript";
import { HighlightStyle, syntaxHighlighting } from "@codemirror/language";
import { tags } from "@lezer/highlight";
import { basicSetup, EditorView } from "codemirror";
import { useEffect, useRef } from "react";

export type CodeLanguage = "html" | "css" | "javascript";

const languages = { html, css, javascript } as const;

/** Our own colours, each readable on white and on the line that is written. */
const colours = HighlightStyle.define([
  { tag: [tags.keyword, tags.tagName, tags.definitionKeyword, tags.controlKeyword], fontWeight: "600" },
  { tag: [tags.string, tags.attributeValue, tags.regexp], color: "var(--chakra-colors-moss)" },
  {
    tag: [tags.number, tags.bool, tags.null, tags.attributeName, tags.propertyName],
    color: "var(--chakra-colors-amber)",
  },
  { tag: [tags.comment, tags.meta], color: "var(--chakra-colors-ink2)", fontStyle: "italic" },
  { tag: tags.invalid, color: "var(--chakra-colors-brick)" },
]);

/** As high as the room it has: a window of its own, or a step beside others. */
const heights = { high: "min(52vh, 460px)", low: "180px" } as const;

const theme = EditorView.theme({
  "&": {
    fontSize: "13px",
    background: "var(--chakra-colors-white)",
    border: "1px solid var(--chakra-colors-edge)",
    borderRadius: "var(--chakra-radii-field)",
  },
  "&.cm-focused": { outline: "2px solid var(--chakra-colors-mark)", outlineOffset: "1px" },
  ".cm-activeLine, .cm-activeLineGutter": { background: "transparent" },
  ".cm-scroller": { fontFamily: "ui-monospace, monospace", lineHeight: "1.5" },
  ".cm-gutters": { background: "var(--chakra-colors-sheet)", color: "var(--chakra-colors-ink2)" },
});

/** `value` is what it begins with; what is typed later is told by `onChange`. Tab leaves it, as any field. */
export function CodeEditor({
  value,
  language,
  label,
  low = false,
  at,
  onChange,
}: {
  value: string;
  language: CodeLanguage;
  label: string;
  low?: boolean;
  /** Goes on with this part of the code selected. */
  at?: readonly [from: number, to: number];
  onChange: (value: string) => void;
}) {
  const host = useRef<HTMLDivElement>(null);
  const tell = useRef(onChange);
  tell.current = onChange;
  // biome-ignore lint/correctness/useExhaustiveDependencies: the editor keeps the text from its beginning on
  useEffect(() => {
    if (!host.current) return;
    const view = new EditorView({
      doc: value,
      parent: host.current,
      extensions: [
        basicSetup,
        languages[language](),
        theme,
        syntaxHighlighting(colours),
        EditorView.theme({ "&": { height: heights[low ? "low" : "high"] } }),
        EditorView.lineWrapping,
        EditorView.contentAttributes.of({ "aria-label": label }),
        EditorView.updateListener.of((update) => {
          if (update.docChanged) tell.current(update.state.doc.toString());
        }),
      ],
    });
    if (at) view.dispatch({ selection: { anchor: at[0], head: at[1] } });
    if (at || !low) view.focus();
    return () => view.destroy();
  }, []);
  return <div ref={host} />;
}
