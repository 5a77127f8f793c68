"use client";
// One change of a release: what is different, looked at before and after, left out or taken back.
import { Box, Flex, Text } from "@chakra-ui/react";
import { Columns2, Undo2 } from "lucide-react";
import Link from "next/link";
import { useState } from "react";
import type { Change } from "@/core/site/change";
import { useSite } from "@/studio/frame/site-context";
import { MainButton, QuietButton } from "@/studio/kit/buttons";
import { Window } from "@/studio/kit/window";
import { isSeen } from "./changed-picture";
import { words } from "./words";

export function ChangeRow({
  change,
  first,
  included,
  looked,
  onLook,
  onInclude,
  onTakeBack,
}: {
  change: Change;
  /** Whether its picture is shown. */
  looked: boolean;
  onLook: () => void;
  /** The first release holds everything. */
  first: boolean;
  included: boolean;
  onInclude: (included: boolean) => void;
  onTakeBack: () => void;
}) {
  const site = useSite();
  const [asking, setAsking] = useState(false);
  return (
    <Box
      as="li"
      borderTopWidth="1px"
      borderColor="line"
      py="8px"
      mx="-10px"
      px="10px"
      bg={looked ? "wash" : "transparent"}
      borderRadius="field"
    >
      <Flex gap="10px" align="baseline">
        {first || !site.mayLayout ? null : (
          <input
            type="checkbox"
            aria-label={words.goesAlong(change.name)}
            checked={included}
            onChange={(event) => onInclude(event.target.checked)}
            style={{
              width: 16,
              height: 16,
              accentColor: "var(--chakra-colors-ink)",
              flex: "none",
              position: "relative",
              top: 2,
            }}
          />
        )}
        <ChangeTick included={included} change={change} site={site} />
        <Flex flex="none">
          {isSeen(change) && !first ? (
            <QuietButton aria-label={words.seeOf(change.name)} aria-pressed={looked} onClick={onLook}>
              <Columns2 size={14} />
              <Box as="span" display={{ base: "none", md: "inline" }}>
                {words.see}
              </Box>
            </QuietButton>
          ) : null}
          {first || !site.mayLayout ? null : (
            <QuietButton aria-label={words.takeBackOf(change.name)} onClick={() => setAsking(true)}>
              <Undo2 size={14} />
              <Box as="span" display={{ base: "none", md: "inline" }}>
                {words.takeBack}
              </Box>
            </QuietButton>
          )}
        </Flex>
      </Flex>
      <Window
        title={words.takeBackTitle(change.name)}
        open={asking}
        onClose={() => setAsking(false)}
        foot={
          <MainButton
            onClick={() => {
              setAsking(false);
              onTakeBack();
            }}
          >
            {words.takeBack}
          </MainButton>
        }
      >
        <Text>{words.takeBackText}</Text>
      </Window>
    </Box>
  );
}

/** Whether a change goes live with the next release. */
const ChangeTick = ({
  included,
  change,
  site,
}: {
  included: boolean;
  change: Change;
  site: ReturnType<typeof useSite>;
}) => (
  <Box flex="1" minW="0" opacity={included ? 1 : 0.55}>
    <Flex gap="8px" align="baseline" wrap="wrap">
      {change.of === "page" && change.what !== "removed" ? (
        <Link href={`/s/${site.key}/pages/${change.id}`} style={{ fontWeight: 650 }}>
          {change.name}
        </Link>
      ) : (
        <Text fontWeight="650">{change.name}</Text>
      )}
      <Text color="ink2" fontSize="small">{`${words.kind(change.of)}, ${words.what[change.what]}`}</Text>
    </Flex>
    {change.details.length ? (
      <Box as="ul" listStyleType="none" color="ink2" fontSize="small" mt="2px">
        {change.details.map((detail, index) => (
          <li key={index}>{words.detail(detail)}</li>
        ))}
      </Box>
    ) : null}
  </Box>
);
