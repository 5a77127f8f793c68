"use client";
// The line above the stage: steps back and forth, widths, frames, zoom, finding words, keys, and who else is here.
import { Box, Flex, Text } from "@chakra-ui/react";
import { Redo2, TextSearch, Undo2 } from "lucide-react";
import { topOf } from "@/core/page/header-footer/top";
import type { ViewChoice } from "@/studio/composer/view-choice";
import { IconButton, PlainButton, QuietButton } from "@/studio/kit/buttons";
import { personName } from "@/studio/stage/use-marks";
import { findWords as findingWords } from "./find-words-words";
import type { ScreenCommands } from "./shelf/anything";
import { worksByKeys } from "./single-keys";
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
  const [{ sideBySide, zoom, rehearseShown }, choose] = useViewChoice();
  const top = topOf(view.header);
  return (
    <>
      <Flex
        h="38px"
        flex="none"
        bg="sheet"
        borderBottomWidth="1px"
        borderColor="line"
        align="center"
        gap="10px"
        px="12px"
        role="group"
        {...worksByKeys}
        aria-label={words.stageTools}
        overflowX="auto"
        css={{ scrollbarWidth: "none" }}
      >
        <Flex flex="none">
          <IconButton name={words.undo} disabled={!view.history.past.length} onClick={() => composer.undo()}>
            <Undo2 size={15} />
          </IconButton>
          <IconButton name={words.redo} disabled={!view.history.future.length} onClick={() => composer.redo()}>
            <Redo2 size={15} />
          </IconButton>
        </Flex>
        <Flex
          role="group"
          aria-label={words.widths}
          flex="none"
          borderWidth="1px"
          borderColor="edge"
          borderRadius="field"
        >
          {frameWidths.map((width) => (
            <WidthButton key={width} width={width} widthPx={widthPx} choose={choose} />
          ))}
        </Flex>
        <Zoom zoom={zoom} choose={choose} />
        <PlainButton
          h="28px"
          px="9px"
          aria-pressed={sideBySide}
          onClick={() => commands.sideBySide()}
          {...(sideBySide ? pressed : {})}
        >
          {words.sideBySide}{" "}
          <Text as="kbd" color={sideBySide ? "onInk" : "ink2"}>
            T
          </Text>
        </PlainButton>
        {top && top.stays !== "no" ? (
          <QuietButton
            title={words.headerScrolledHint}
            aria-pressed={headerScrolled.shown}
            fontWeight={headerScrolled.shown ? "700" : "450"}
            onClick={() => headerScrolled.show(!headerScrolled.shown)}
          >
            {words.headerScrolled}
          </QuietButton>
        ) : null}
        <Box flex="1" />
        <IconButton name={findingWords.open} onClick={() => commands.findWords()}>
          <TextSearch size={15} />
        </IconButton>
        <IconButton name={words.keysButton} onClick={() => commands.help()}>
          ?
        </IconButton>
        <PlainButton
          h="28px"
          px="9px"
          aria-expanded={rehearseShown}
          onClick={() => choose({ rehearseShown: !rehearseShown })}
          {...(rehearseShown ? pressed : {})}
        >
          {words.rehearseAs}
        </PlainButton>
      </Flex>
      {view.people.length ? (
        <Text color="ink2" fontSize="small" bg="sheet" borderBottomWidth="1px" borderColor="line" px="14px" py="4px">
          {words.alsoHere}: <b>{view.people.map(personName).join(", ")}</b>
        </Text>
      ) : null}
    </>
  );
}

const pressed = { bg: "ink", color: "sheet", _hover: { bg: "inkSoft" } } as const;

/** How large the page is drawn. */
const Zoom = ({ zoom, choose }: { zoom: 100 | 50 | "fit" | 75; choose: (change: Partial<ViewChoice>) => void }) => (
  <select
    aria-label={words.zoom}
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
      minHeight: 26,
      padding: "0 8px",
      cursor: "pointer",
      fontWeight: 600,
      ...(width === widthPx ? { background: "var(--chakra-colors-ink)", color: "var(--chakra-colors-sheet)" } : {}),
    }}
  >
    {width}
  </button>
);
