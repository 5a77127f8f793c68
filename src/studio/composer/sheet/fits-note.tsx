"use client";
// How many characters fit before the words take another line, at each width.
import { Text } from "@chakra-ui/react";
import { useFacts } from "../facts";
import { words as own } from "../words";

/** `path` names the field in its block, or the line and its part: "text", "l1.caption". */
export function FitsNote({ node, path }: { node: string; path: string }) {
  const told = useFacts(node).flatMap(({ widthPx, words }) => {
    const fit = words.get(path);
    return fit ? [{ widthPx, ...fit }] : [];
  });
  if (!told.length) return null;
  return (
    <Text as="ul" fontSize="small" color="moss" mb="8px" listStyleType="none" aria-label={own.fitsLabel}>
      {told.map(({ widthPx, count, lines, fits }) => (
        <li key={widthPx}>{own.fits(count, fits, lines, widthPx)}</li>
      ))}
    </Text>
  );
}
