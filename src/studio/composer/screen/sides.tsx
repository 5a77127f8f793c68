"use client";
// What stands at both sides of the stage: the head of the running order, and the sheet.
import { Box, Flex } from "@chakra-ui/react";
import { PanelLeftClose, PanelRightClose, PanelRightOpen, Plus } from "lucide-react";
import { useLayoutEffect, useRef } from "react";
import type { PageMeta } from "@/core/site/site";
import { useSite } from "@/studio/frame/site-context";
import { IconButton } from "@/studio/kit/buttons";
import type { PageFindings } from "../findings";
import { PageMenu } from "../page-menu";
import { Sheet } from "../sheet/sheet";
import type { Composer, ComposerView } from "../store";
import type { ViewChoice } from "../view-choice";
import { words } from "../words";

/** The page's title, and the way to the shelf. */
export const LeftHead = ({
  meta,
  folded,
  openShelf,
  choose,
}: {
  meta: PageMeta;
  folded: boolean;
  openShelf: (index?: number) => void;
  choose: (change: Partial<ViewChoice>) => void;
}) => {
  const { mayLayout } = useSite();
  return (
    <Flex align="center" justify="space-between" pl="12px" pr="8px" h="46px" flex="none">
      <PageMenu page={meta} folded={folded} />
      <Flex>
        {mayLayout ? (
          <IconButton name={words.addSection} onClick={() => openShelf()}>
            <Plus size={16} />
          </IconButton>
        ) : null}
        {folded ? null : (
          <IconButton name={words.foldOrder} onClick={() => choose({ orderFolded: true })}>
            <PanelLeftClose size={15} />
          </IconButton>
        )}
      </Flex>
    </Flex>
  );
};

/** The sheet of what is selected. */
export const Right = ({
  sheetFolded,
  choose,
  composer,
  view,
  findings,
}: {
  sheetFolded: boolean;
  choose: (change: Partial<ViewChoice>) => void;
  composer: Composer;
  view: ComposerView;
  findings: PageFindings;
}) => {
  const aside = useRef<HTMLDivElement>(null);
  const selected = view.selection?.node;
  // Another block begins at its first words.
  // biome-ignore lint/correctness/useExhaustiveDependencies: with each block that is chosen
  useLayoutEffect(() => {
    aside.current?.scrollTo(0, 0);
  }, [selected]);
  return (
    <Flex
      ref={aside}
      as="aside"
      direction="column"
      aria-label={words.sheet}
      w={sheetFolded ? "40px" : "288px"}
      flex="none"
      bg="sheet"
      borderLeftWidth="1px"
      borderColor="line"
      overflowX="clip"
      overflowY="auto"
      position="relative"
    >
      <Box position="absolute" top="8px" right="6px" zIndex="1">
        <IconButton
          name={sheetFolded ? words.unfoldSheet : words.foldSheet}
          onClick={() => choose({ sheetFolded: !sheetFolded })}
        >
          {sheetFolded ? <PanelRightOpen size={15} /> : <PanelRightClose size={15} />}
        </IconButton>
      </Box>
      {sheetFolded ? null : (
        // As wide as ever beside a scroll bar, which stands in the margin.
        <Box w="287px" flex="none">
          <Sheet composer={composer} view={view} findings={findings.all} />
        </Box>
      )}
    </Flex>
  );
};
