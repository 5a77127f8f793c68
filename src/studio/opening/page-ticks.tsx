"use client";
// On which pages something opens: every page, the ticked ones, or all but the ticked ones. Patterns for those who want them.
import { Box } from "@chakra-ui/react";
import { useState } from "react";
import { pagePath } from "@/core/site/site";
import { useSite } from "@/studio/frame/site-context";
import { Tick } from "@/studio/kit/fields";
import { Segments } from "@/studio/kit/segments";
import { words } from "./words";

interface Pages {
  readonly include: readonly string[];
  readonly exclude: readonly string[];
}

type Mode = "all" | "only" | "never";

const hasPattern = (list: readonly string[]) => list.some((entry) => entry.includes("*"));

/** How the two lists read in words: "every page", "3 pages", "all but 2 pages". */
export const pagesNote = ({ include, exclude }: Pages): string =>
  include.length ? words.pages(include.length) : exclude.length ? words.allBut(exclude.length) : words.everyPage;

export function PageTicks({ pages, onChange }: { pages: Pages; onChange: (pages: Pages) => void }) {
  const site = useSite();
  const [mode, setMode] = useState<Mode>(pages.include.length ? "only" : pages.exclude.length ? "never" : "all");
  const list = mode === "only" ? pages.include : pages.exclude;
  const put = (next: readonly string[], as: Mode = mode) =>
    onChange(as === "only" ? { include: next, exclude: [] } : { include: [], exclude: as === "never" ? next : [] });
  return (
    <>
      <Segments<Mode>
        label={words.where}
        value={mode}
        onChange={(next) => {
          setMode(next);
          put(next === "all" ? [] : [...pages.include, ...pages.exclude], next);
        }}
        options={[
          ["all", words.everyPage],
          ["only", words.onlyOn],
          ["never", words.neverOn],
        ]}
      />
      {mode === "all" ? null : (
        <Box mt="8px" maxH="300px" overflowY="auto">
          {site.pages.map((page) => {
            const path = pagePath(page);
            return (
              <Tick
                key={page.id}
                label={words.pageTick(page.title, path)}
                checked={list.includes(path)}
                onChange={(on) => put(on ? [...list, path] : list.filter((entry) => entry !== path))}
              />
            );
          })}
          {hasPattern(list) ? (
            <Box color="ink2">{words.andPatterns(list.filter((one) => one.includes("*")))}</Box>
          ) : null}
        </Box>
      )}
    </>
  );
}
