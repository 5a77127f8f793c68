"use client";
// The words of a product: running text with headings, tables, pictures and films, written as they will stand.
import { Box, Flex } from "@chakra-ui/react";
import { Editor, type Extensions, type KeyboardShortcutCommand, mergeAttributes, Node } from "@tiptap/core";
import { Link } from "@tiptap/extension-link";
import { BulletList, ListItem, OrderedList } from "@tiptap/extension-list";
import { TextSelection } from "@tiptap/pm/state";
import {
  addColumnAfter,
  addRowAfter,
  deleteColumn,
  deleteRow,
  deleteTable,
  goToNextCell,
  isInTable,
  tableEditing,
} from "@tiptap/pm/tables";
import StarterKit from "@tiptap/starter-kit";
import type { Ref } from "react";
import { useEffect, useReducer, useRef, useState } from "react";
import { type ProductText, textFromEditor } from "@/core/catalog/text";
import { linkFromWords } from "@/core/page/words/link";
import { FilmChoice } from "@/studio/composer/sheet/film-choice";
import { documentAddress, useSite } from "@/studio/frame/site-context";
import { PlainButton } from "@/studio/kit/buttons";
import { Row, TextInput } from "@/studio/kit/fields";
import { PictureChoice } from "@/studio/media/picture-choice";
import { words as own } from "./words";

const bare = { addAttributes: () => ({}) };
const cell = {
  content: "paragraph+",
  isolating: true,
  addAttributes: () => ({ colspan: { default: 1 }, rowspan: { default: 1 }, colwidth: { default: null } }),
};

/** A node of a table, as its plugin knows it. */
const tableNode = (name: string, tableRole: string, tag: string, more: object) =>
  Node.create({
    name,
    ...more,
    extendNodeSchema: (extension) => (extension.name === name ? { tableRole } : {}),
    parseHTML: () => [{ tag }],
    renderHTML: ({ HTMLAttributes }) =>
      tag === "table" ? ["table", ["tbody", 0]] : [tag, mergeAttributes(HTMLAttributes), 0],
  });

/** A picture or a film of the site among the words. */
const medium = (name: "picture" | "film", addressOf: (media: string) => string) =>
  Node.create({
    name,
    group: "block",
    atom: true,
    draggable: true,
    addAttributes: () => ({ media: { default: "" }, alt: { default: "" } }),
    renderHTML: ({ node }) => {
      const src = addressOf(String(node.attrs.media));
      const alt = String(node.attrs.alt);
      const look = "max-width:220px;max-height:150px;display:block;margin:6px 0";
      return name === "picture"
        ? ["img", { src, alt: alt || own.textPicture, style: look }]
        : ["video", { src, "aria-label": alt || own.textFilm, style: look, preload: "metadata", muted: "muted" }];
    },
  });

const toCell =
  (by: 1 | -1): KeyboardShortcutCommand =>
  ({ editor }) =>
    goToNextCell(by)(editor.state, editor.view.dispatch);
/** Elsewhere these keys go on through the page. */
const cellKeys = { Tab: toCell(1), "Shift-Tab": toCell(-1) };

const extensionsFor = (site: string): Extensions => [
  StarterKit.configure({
    ...{ blockquote: false, code: false, codeBlock: false, horizontalRule: false, strike: false, underline: false },
    ...{ link: false, bulletList: false, orderedList: false, listItem: false, trailingNode: false, undoRedo: false },
    heading: { levels: [2, 3] },
  }),
  BulletList.extend(bare),
  OrderedList.extend(bare),
  ListItem.extend(bare),
  Link.extend({ addAttributes: () => ({ href: { default: null } }) }).configure({
    ...{ openOnClick: false, autolink: false, linkOnPaste: true, defaultProtocol: "https" },
    isAllowedUri: (uri) => /^(https?|mailto|tel):/.test(uri),
  }),
  tableNode("table", "table", "table", {
    group: "block",
    content: "tableRow+",
    isolating: true,
    addProseMirrorPlugins: () => [tableEditing()],
    addKeyboardShortcuts: () => cellKeys,
  }),
  tableNode("tableRow", "row", "tr", { content: "(tableCell | tableHeader)+" }),
  tableNode("tableCell", "cell", "td", cell),
  tableNode("tableHeader", "header_cell", "th", cell),
  medium("picture", (hash) => `/api/sites/${site}/media/${hash}?w=480`),
  medium("film", (hash) => documentAddress(site, hash)),
];

const emptyCell = (type: "tableCell" | "tableHeader") => ({ type, content: [{ type: "paragraph" }] });

/** A new table: a row of headers and two of cells. */
const newTable = {
  type: "table",
  content: (["tableHeader", "tableCell", "tableCell"] as const).map((type) => ({
    type: "tableRow",
    content: [emptyCell(type), emptyCell(type)],
  })),
};

/** Adds a table; writing goes on in its first cell. */
function addTable(editor: Editor): void {
  editor.chain().focus().insertContent(newTable).run();
  const { $from } = editor.state.selection;
  const depth = Array.from({ length: $from.depth }, (_, at) => $from.depth - at).find(
    (one) => $from.node(one).type.name === "table",
  );
  if (depth === undefined) return;
  const first = TextSelection.near(editor.state.doc.resolve($from.before(depth) + 1));
  editor.view.dispatch(editor.state.tr.setSelection(first));
}

type TableCommand = typeof addRowAfter;

const tableCommands: readonly (readonly [name: string, command: TableCommand])[] = [
  [own.tableRow, addRowAfter],
  [own.tableColumn, addColumnAfter],
  [own.tableRowGone, deleteRow],
  [own.tableColumnGone, deleteColumn],
  [own.tableGone, deleteTable],
];

export function TextEditor({
  label,
  value,
  onChange,
  ...ids
}: {
  id?: string;
  "aria-describedby"?: string;
  "aria-invalid"?: boolean;
  label: string;
  value: ProductText;
  onChange: (text: ProductText) => void;
}) {
  const { id = "", "aria-describedby": describedBy = "", "aria-invalid": invalid = false } = ids;
  const { key } = useSite();
  const holder = useRef<HTMLDivElement>(null);
  const [editor, setEditor] = useState<Editor | null>(null);
  const [, drawAgain] = useReducer((count: number) => count + 1, 0);
  const changed = useRef(onChange);
  changed.current = onChange;
  const first = useRef(value);

  useEffect(() => {
    if (!holder.current) return;
    const made = new Editor({
      element: holder.current,
      content: first.current as never,
      extensions: extensionsFor(key),
      editorProps: {
        attributes: {
          ...{ id, "aria-label": label, role: "textbox", "aria-multiline": "true" },
          ...(describedBy ? { "aria-describedby": describedBy } : {}),
        },
      },
      onUpdate: ({ editor: now, transaction }) => {
        if (!transaction.getMeta("given")) changed.current(textFromEditor(now.getJSON() as never));
      },
      onTransaction: drawAgain,
    });
    setEditor(made);
    return () => made.destroy();
  }, [key, label, id, describedBy]);

  // A step back, or what somebody else saved, comes from outside.
  useEffect(() => {
    if (!editor || JSON.stringify(textFromEditor(editor.getJSON() as never)) === JSON.stringify(value)) return;
    editor
      .chain()
      .setMeta("given", true)
      .setContent(value as never, { emitUpdate: false })
      .run();
  }, [editor, value]);

  return (
    <Box>
      {editor ? <Tools editor={editor} /> : null}
      <Paper holder={holder} invalid={invalid} />
    </Box>
  );
}

/** Where the words are written. */
const Paper = ({ holder, invalid }: { holder: Ref<HTMLDivElement>; invalid: boolean }) => (
  <Box
    ref={holder}
    borderWidth="1px"
    borderColor={invalid ? "brick" : "edge"}
    borderRadius="field"
    bg="white"
    px="12px"
    py="8px"
    minH="120px"
    maxH="420px"
    overflowY="auto"
    css={{
      "& .ProseMirror": { outline: "none", minHeight: "100px" },
      "&:focus-within": { outline: "2px solid var(--chakra-colors-ink)", outlineOffset: "1px" },
      "& p": { marginBottom: "6px" },
      "& h2": { fontSize: "1.2rem", fontWeight: 700, margin: "10px 0 4px" },
      "& h3": { fontSize: "1.05rem", fontWeight: 700, margin: "8px 0 4px" },
      "& ul": { listStyle: "disc", paddingInlineStart: "22px" },
      "& ol": { listStyle: "decimal", paddingInlineStart: "22px" },
      "& a": { textDecoration: "underline" },
      "& table": { borderCollapse: "collapse", margin: "6px 0", width: "100%" },
      "& :is(th,td)": {
        border: "1px solid var(--chakra-colors-line)",
        padding: "4px 8px",
        textAlign: "start",
        verticalAlign: "top",
        minWidth: "60px",
      },
      "& th": { fontWeight: 700 },
      "& :is(th,td) p": { margin: 0 },
      "& .selectedCell": { background: "var(--chakra-colors-wash)" },
      "& .ProseMirror-selectednode": { outline: "2px solid var(--chakra-colors-mark)" },
    }}
  />
);

/** What of the tools asks for more before it does something. */
type Asks = "link" | "picture" | "film" | null;

function Tools({ editor }: { editor: Editor }) {
  const [asks, setAsks] = useState<Asks>(null);
  const inTable = isInTable(editor.state);
  const toggle = (name: string, on: boolean, command: () => void) => (
    <PlainButton key={name} aria-pressed={on} fontWeight={on ? 700 : 400} onClick={command}>
      {name}
    </PlainButton>
  );
  const opener = (what: Exclude<Asks, null>, name: string) => (
    <PlainButton aria-expanded={asks === what} onClick={() => setAsks(asks === what ? null : what)}>
      {name}
    </PlainButton>
  );
  const put = (type: "picture" | "film", media: string) => {
    editor
      .chain()
      .focus()
      .insertContent([{ type, attrs: { media, alt: "" } }, { type: "paragraph" }])
      .run();
    setAsks(null);
  };
  return (
    <Box mb="6px">
      <Flex wrap="wrap" gap="5px" role="toolbar" aria-label={own.textTools} mb="5px">
        {toggle(own.textBold, editor.isActive("bold"), () => editor.chain().focus().toggleBold().run())}
        {toggle(own.textItalic, editor.isActive("italic"), () => editor.chain().focus().toggleItalic().run())}
        {toggle(own.textHeading, editor.isActive("heading"), () =>
          editor.chain().focus().toggleHeading({ level: 2 }).run(),
        )}
        {toggle(own.textList, editor.isActive("bulletList"), () => editor.chain().focus().toggleBulletList().run())}
        {toggle(own.textNumbers, editor.isActive("orderedList"), () =>
          editor.chain().focus().toggleOrderedList().run(),
        )}
        {opener("link", own.textLink)}
        {opener("picture", own.textPicture)}
        {opener("film", own.textFilm)}
        {inTable ? null : <PlainButton onClick={() => addTable(editor)}>{own.textTable}</PlainButton>}
      </Flex>
      {inTable ? (
        <Flex wrap="wrap" gap="5px" role="toolbar" aria-label={own.tableTools} mb="5px">
          {tableCommands.map(([name, command]) => (
            <PlainButton
              key={name}
              onClick={() => {
                command(editor.state, editor.view.dispatch);
                editor.view.focus();
              }}
            >
              {name}
            </PlainButton>
          ))}
        </Flex>
      ) : null}
      {asks === "link" ? <LinkAsked editor={editor} done={() => setAsks(null)} /> : null}
      {asks === "picture" ? <PictureChoice value={null} onChoose={(media) => put("picture", media)} /> : null}
      {asks === "film" ? (
        <FilmChoice
          label={own.textFilm}
          none={own.chooseFilm}
          value=""
          onChoose={(film) => film && put("film", film.hash)}
        />
      ) : null}
      {editor.isActive("picture") || editor.isActive("film") ? (
        <Row label={own.textAlt}>
          {(ids) => (
            <TextInput
              {...ids}
              value={String(editor.getAttributes(editor.isActive("film") ? "film" : "picture").alt ?? "")}
              onChange={(alt) =>
                editor.commands.updateAttributes(editor.isActive("film") ? "film" : "picture", { alt })
              }
            />
          )}
        </Row>
      ) : null}
    </Box>
  );
}

/** Where the chosen words lead to; empty takes the link away. */
function LinkAsked({ editor, done }: { editor: Editor; done: () => void }) {
  const [typed, setTyped] = useState(String(editor.getAttributes("link").href ?? ""));
  const [fault, setFault] = useState<string>();
  const keep = () => {
    const link = typed.trim() ? linkFromWords(typed) : "";
    if (link === null || (link && !/^(https?|mailto|tel):/.test(link))) return setFault(own.textLinkFault);
    const chain = editor.chain().focus().extendMarkRange("link");
    if (link) chain.setLink({ href: link }).run();
    else chain.unsetLink().run();
    done();
  };
  return (
    <Row label={own.textLinkTo} hint={own.textLinkHint} error={fault}>
      {(ids) => (
        <Flex
          gap="6px"
          onKeyDown={(event) => {
            if (event.key !== "Enter") return;
            event.preventDefault();
            keep();
          }}
        >
          <TextInput {...ids} value={typed} onChange={setTyped} />
          <PlainButton onClick={keep}>{own.textLinkKeep}</PlainButton>
        </Flex>
      )}
    </Row>
  );
}
