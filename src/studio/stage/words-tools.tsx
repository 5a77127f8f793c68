"use client";
// The small bar under running text while it is edited: bold, italic, lists, links.
import { Box, Flex } from "@chakra-ui/react";
import type { Editor } from "@tiptap/core";
import { Bold, Italic, Link2, List, ListOrdered, Unlink } from "lucide-react";
import type { ReactNode } from "react";
import { useEffect, useRef, useState } from "react";
import { linkFromWords } from "@/core/page/words/link";
import { LinkChoice } from "@/studio/composer/sheet/link-choice";
import type { Composer } from "@/studio/composer/store";
import { words } from "@/studio/composer/words";
import { IconButton, MainButton } from "@/studio/kit/buttons";
import { TextInput } from "@/studio/kit/fields";
import { State } from "@/studio/kit/layout";

/** Calls with Ctrl or Cmd and K in the words. */
function useLinkKey(editor: Editor, call: () => void) {
  const latest = useRef(call);
  latest.current = call;
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (!(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== "k") return;
      event.preventDefault();
      event.stopPropagation();
      latest.current();
    };
    // An effect may run late, when the words are left already: an editor that is gone has no view.
    if (editor.isDestroyed) return;
    const { dom } = editor.view;
    dom.addEventListener("keydown", onKey);
    return () => dom.removeEventListener("keydown", onKey);
  }, [editor]);
}

export function WordsTools({ composer, editor, x, y }: { composer: Composer; editor: Editor; x: number; y: number }) {
  const [, redraw] = useState(0);
  const [linking, setLinking] = useState(false);
  const [typed, setTyped] = useState("");
  const [wrong, setWrong] = useState(false);
  useEffect(() => {
    const again = () => redraw((count) => count + 1);
    editor.on("transaction", again);
    return () => {
      editor.off("transaction", again);
    };
  }, [editor]);
  const tool = (name: string, mark: string, icon: React.ReactNode, run: () => void) => (
    <IconButton
      name={name}
      bg={editor.isActive(mark) ? "wash" : undefined}
      aria-pressed={editor.isActive(mark)}
      onMouseDown={(event) => event.preventDefault()}
      onClick={run}
    >
      {icon}
    </IconButton>
  );
  const setLink = (href: string) => {
    editor.chain().focus().extendMarkRange("link").setLink({ href }).run();
    closeLink();
  };
  // The words get the caret back, where it was.
  const closeLink = () => {
    setLinking(false);
    setTyped("");
    setWrong(false);
    editor.commands.focus();
  };
  useLinkKey(editor, () => setLinking(true));
  const link = editor.getAttributes("link").href as string | undefined;
  return (
    <Box
      position="absolute"
      left={`${Math.max(0, x)}px`}
      top={`${y}px`}
      zIndex="5"
      bg="sheet"
      borderWidth="1px"
      borderColor="edge"
      borderRadius="panel"
      boxShadow="lifted"
      p="3px"
      role="toolbar"
      aria-label={words.words}
      onMouseDown={(event) => (event.target as Element).closest("input,select") || event.preventDefault()}
    >
      <ToolButtons tool={tool} editor={editor} setLinking={setLinking} linking={linking} />
      {linking ? (
        <LinkTools
          closeLink={closeLink}
          composer={composer}
          link={link}
          editor={editor}
          typed={typed}
          setWrong={setWrong}
          setLink={setLink}
          setTyped={setTyped}
          wrong={wrong}
        />
      ) : null}
    </Box>
  );
}

/** Where the words lead to. */
const LinkTools = ({
  closeLink,
  composer,
  link,
  editor,
  typed,
  setWrong,
  setLink,
  setTyped,
  wrong,
}: {
  closeLink: () => void;
  composer: Composer;
  link: string | undefined;
  editor: Editor;
  typed: string;
  setWrong: (next: boolean) => void;
  setLink: (href: string) => void;
  setTyped: (next: string) => void;
  wrong: boolean;
}) => (
  <Flex
    gap="4px"
    p="4px"
    direction="column"
    w="250px"
    onKeyDown={(event) => {
      if (event.key !== "Escape") return;
      event.stopPropagation();
      closeLink();
    }}
  >
    <LinkChoice
      composer={composer}
      label={words.leadsTo}
      value={link}
      onChange={(href) => {
        if (href) editor.chain().extendMarkRange("link").setLink({ href }).run();
        else editor.chain().extendMarkRange("link").unsetLink().run();
      }}
    />
    <OtherLink typed={typed} setWrong={setWrong} setLink={setLink} setTyped={setTyped} />
    {wrong ? <State tone="brick">{words.linkWanted}</State> : null}
  </Flex>
);

/** Where the words lead to, typed. */
const OtherLink = ({
  typed,
  setWrong,
  setLink,
  setTyped,
}: {
  typed: string;
  setWrong: (next: boolean) => void;
  setLink: (href: string) => void;
  setTyped: (next: string) => void;
}) => (
  <form
    onSubmit={(event) => {
      event.preventDefault();
      const link = linkFromWords(typed);
      setWrong(!link);
      if (link) setLink(link);
    }}
  >
    <Flex gap="4px">
      <TextInput
        {...{ autoFocus: true }}
        aria-label={words.addressField}
        placeholder={words.addressHint}
        value={typed}
        onChange={setTyped}
      />
      <MainButton type="submit">{words.link}</MainButton>
    </Flex>
  </form>
);

/** The marks and lists of the words. */
const ToolButtons = ({
  tool,
  editor,
  setLinking,
  linking,
}: {
  tool: (name: string, mark: string, icon: React.ReactNode, run: () => void) => ReactNode;
  editor: Editor;
  setLinking: (next: boolean) => void;
  linking: boolean;
}) => (
  <Flex gap="2px">
    {tool(words.bold, "bold", <Bold size={15} />, () => editor.chain().toggleBold().run())}
    {tool(words.italic, "italic", <Italic size={15} />, () => editor.chain().toggleItalic().run())}
    {tool(words.bulletList, "bulletList", <List size={15} />, () => editor.chain().toggleBulletList().run())}
    {tool(words.numberList, "orderedList", <ListOrdered size={15} />, () => editor.chain().toggleOrderedList().run())}
    {tool(words.linkTool, "link", <Link2 size={15} />, () => setLinking(!linking))}
    {editor.isActive("link")
      ? tool(words.unlink, "none", <Unlink size={15} />, () => editor.chain().extendMarkRange("link").unsetLink().run())
      : null}
  </Flex>
);
