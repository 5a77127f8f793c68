"use client";
// On which pages the words of a see-through header can't be read: told as soon as it is made see-through.
import { Box, Text } from "@chakra-ui/react";
import Link from "next/link";
import { useEffect, useState } from "react";
import type { PageNode } from "@/core/page/node";
import type { Unreadable } from "@/studio/check/repairing";
import { useSite } from "@/studio/frame/site-context";
import { State } from "@/studio/kit/layout";
import { words } from "./words";

/** So long after the last change its pages are looked at, in ms. */
const restMs = 700;
/** So many pages are named; the others are counted. */
const mostNamed = 6;

interface Looked {
  readonly done: number;
  readonly of: number;
  readonly unreadable: readonly Unreadable[] | null;
}

export function OnOtherPages({ document, root }: { document: string; root: PageNode }) {
  const site = useSite();
  const [looked, setLooked] = useState<Looked | null>(null);
  // biome-ignore lint/correctness/useExhaustiveDependencies: looked at anew when the header is another
  useEffect(() => {
    let wanted = true;
    const timer = setTimeout(async () => {
      const { unreadableOn } = await import("@/studio/check/repairing");
      const told = (done: number, of: number) => wanted && setLooked({ done, of, unreadable: null });
      const unreadable = await unreadableOn(site, { id: document, root }, told, () => wanted);
      if (wanted && unreadable) setLooked((before) => before && { ...before, unreadable });
    }, restMs);
    return () => {
      wanted = false;
      clearTimeout(timer);
    };
  }, [site.key, site.pages, document, root]);
  if (!looked) return null;
  const { done, of, unreadable } = looked;
  if (!unreadable)
    return (
      <Text color="ink2" mt="4px" role="status">
        {words.lookingAt(done, of)}
      </Text>
    );
  if (!unreadable.length) return <State tone="moss">{words.readsEverywhere(of)}</State>;
  const titleOf = (id: string) => site.pages.find((page) => page.id === id)?.title ?? "";
  return (
    <Box mt="4px">
      <State tone="brick">{words.unreadable(unreadable.length, of)}</State>
      <Box as="ul" listStyleType="none" pl="16px">
        {unreadable.slice(0, mostNamed).map(({ page, ratio }) => (
          <li key={page}>
            <Link
              href={`/s/${site.key}/pages/${page}`}
              style={{ textDecoration: "underline", display: "inline-block", minHeight: 24 }}
            >
              {words.unreadableAt(titleOf(page), ratio.toFixed(1))}
            </Link>
          </li>
        ))}
      </Box>
      <Link
        href={`/s/${site.key}/checks`}
        style={{ textDecoration: "underline", display: "inline-block", minHeight: 24, paddingLeft: 16 }}
      >
        {words.toChecks}
      </Link>
    </Box>
  );
}
