"use client";
// Every page at every width: how many findings, as a grid one chooses a place from.
import { Box, Text } from "@chakra-ui/react";
import { checkWidths, layoutCodes } from "@/core/check/layout";
import type { CheckedPage } from "./measuring";
import { words } from "./words";

type Tone = "fine" | "look" | "stops" | "unknown";

const tones: Readonly<Record<Tone, { readonly ground: string; readonly ink: string }>> = {
  fine: { ground: "mossWash", ink: "moss" },
  look: { ground: "amberWash", ink: "amber" },
  stops: { ground: "brickWash", ink: "brick" },
  unknown: { ground: "paper", ink: "ink2" },
};

function cellOf(page: CheckedPage, width: number): { readonly count: number; readonly tone: Tone } {
  if (!page.findings) return { count: 0, tone: "unknown" };
  const here = page.findings.filter(({ widths }) => widths.includes(width));
  const stops = here.some(({ code }) => layoutCodes[code].weight === "stops");
  return { count: here.length, tone: stops ? "stops" : here.length ? "look" : "fine" };
}

export function PagesByWidth({
  pages,
  chosen,
  onChoose,
}: {
  pages: readonly CheckedPage[];
  chosen: { readonly page: string; readonly width: number } | null;
  onChoose: (page: string, width: number) => void;
}) {
  return (
    <>
      <Text as="h2" fontWeight="700" mb="8px">
        {words.byWidth}
      </Text>
      <Box maxH="340px" overflowY="auto" mb="16px">
        <Box as="table" w="100%" css={{ tableLayout: "fixed", borderCollapse: "separate", borderSpacing: "4px" }}>
          <thead>
            <tr>
              <Box as="th" w="104px" textAlign="left" fontWeight="450" color="ink2" fontSize="small">
                {words.pageColumn}
              </Box>
              {checkWidths.map((width) => (
                <Box as="th" key={width} fontWeight="450" color="ink2" fontSize="small">
                  {width}
                </Box>
              ))}
            </tr>
          </thead>
          <tbody>
            {pages.map((page) => (
              <tr key={page.page}>
                <Box as="th" textAlign="left" fontWeight="450">
                  <Text truncate title={page.title}>
                    {page.title}
                  </Text>
                </Box>
                {checkWidths.map((width) => {
                  const { count, tone } = cellOf(page, width);
                  const here = chosen?.page === page.page && chosen.width === width;
                  return (
                    <td key={width}>
                      <Box
                        as="button"
                        w="100%"
                        h="26px"
                        borderRadius="field"
                        bg={tones[tone].ground}
                        color={tones[tone].ink}
                        fontWeight="700"
                        cursor="pointer"
                        outline={here ? "2px solid var(--chakra-colors-ink)" : undefined}
                        aria-pressed={here}
                        aria-label={
                          tone === "unknown"
                            ? `${page.title}, ${width}: ${words.notMeasured}`
                            : words.cell(page.title, width, count)
                        }
                        onClick={() => onChoose(page.page, width)}
                      >
                        {tone === "unknown" ? "·" : count || "✓"}
                      </Box>
                    </td>
                  );
                })}
              </tr>
            ))}
          </tbody>
        </Box>
      </Box>
    </>
  );
}
