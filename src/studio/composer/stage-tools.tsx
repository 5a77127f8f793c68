"use client";
// The line above the stage: steps back and forth, widths, frames, zoom, finding words, keys, and who else is here.
import { Box, Flex, Text } from "@chakra-ui/react";
import { Redo2, TextSearch, Undo2 } from "lucide-react";
import { topOf } from "@/core/page/header-footer/top";
import type { ViewChoice } from "@/studio/composer/view-choice";
import { IconButton, QuietButton } from "@/studio/kit/buttons";
import { personName } from "@/studio/stage/use-marks";
import { findWords as findingWords } from "./find-words-words";
import type { ScreenCommands } from "./shelf/anything";
import type { Composer, ComposerView } from "./store";
import { frameWidths, useViewChoice, zooms } from "./view-choice";
import { words } from "./words";

export function StageTools({
  composer,
  view,
  widthPx,
  commands,
  headerScrolled,
}: {
  composer: Composer;
  view: ComposerView;
  /** Of the main frame. */
  widthPx: number;
  commands: ScreenCommands;
  /** Whether the header is shown as it is once the page is scrolled. */
  headerScrolled: { readonly shown: boolean; show(shown: boolean): void };
}) {
  const [{ sideBySide, zoom }, choose] = useViewChoice();
  const top = topOf(view.header);
  return (
    <Flex
      h="27px"
      bg="sheet"
      borderBottomWidth="1px"
      borderColor="line"
      align="center"
      justify="center"
      gap="18px"
      fontSize="small"
      px="10px"
    >
      <IconButton name={words.undo} h="24px" disabled={!view.history.past.length} onClick={() => composer.undo()}>
        <Undo2 size={15} />
      </IconButton>
      <IconButton name={words.redo} h="24px" disabled={!view.history.future.length} onClick={() => composer.redo()}>
        <Redo2 size={15} />
      </IconButton>
      <Box w="4px" />
      {frameWidths.map((width) => (
        <WidthButton key={width} width={width} widthPx={widthPx} choose={choose} />
      ))}
      <QuietButton
        h="24px"
        fontSize="small"
        aria-pressed={sideBySide}
        fontWeight={sideBySide ? "700" : "450"}
        onClick={() => commands.sideBySide()}
      >
        {words.sideBySide}{" "}
        <Text as="kbd" color="ink2">
          T
        </Text>
      </QuietButton>
      <Zoom zoom={zoom} choose={choose} />
      {top && top.stays !== "no" ? (
        <QuietButton
          h="24px"
          fontSize="small"
          title={words.headerScrolledHint}
          aria-pressed={headerScrolled.shown}
          fontWeight={headerScrolled.shown ? "700" : "450"}
          onClick={() => headerScrolled.show(!headerScrolled.shown)}
        >
          {words.headerScrolled}
        </QuietButton>
      ) : null}
      <IconButton name={findingWords.open} h="24px" onClick={() => commands.findWords()}>
        <TextSearch size={15} />
      </IconButton>
      <IconButton name={words.keysButton} h="24px" onClick={() => commands.help()}>
        ?
      </IconButton>
      {view.people.length ? (
        <Text color="ink2" truncate maxW="220px" title={view.people.map(personName).join(", ")}>
          {words.alsoHere}: <b>{view.people.map(personName).join(", ")}</b>
        </Text>
      ) : null}
    </Flex>
  );
}

/** How large the page is drawn. */
const Zoom = ({ zoom, choose }: { zoom: 100 | 50 | "fit" | 75; choose: (change: Partial<ViewChoice>) => void }) => (
  <label style={{ display: "flex", alignItems: "center", gap: 4 }}>
    <span>{words.zoom}</span>
    <select
      value={String(zoom)}
      onChange={(event) => choose({ zoom: zooms.find((one) => String(one) === event.target.value) ?? "fit" })}
      style={{ fontWeight: 650, minHeight: 24, background: "transparent", cursor: "pointer" }}
    >
      {zooms.map((one) => (
        <option key={one} value={one}>
          {one === "fit" ? words.zoomFit : `${one} %`}
        </option>
      ))}
    </select>
  </label>
);

/** One of the widths. */
const WidthButton = ({
  width,
  widthPx,
  choose,
}: {
  width: 390 | 560 | 820 | 1180 | 1440;
  widthPx: number;
  choose: (change: Partial<ViewChoice>) => void;
}) => (
  <button
    type="button"
    aria-pressed={width === widthPx}
    onClick={() => choose({ widthPx: width, ...(width < 820 ? { sideBySide: false } : {}) })}
    style={{
      minHeight: 24,
      cursor: "pointer",
      fontWeight: width === widthPx ? 700 : 450,
      borderBottom: width === widthPx ? "2px solid var(--chakra-colors-mark)" : "2px solid transparent",
    }}
  >
    {width}
  </button>
);
