"use client";
// A page as search engines and messages draw it: a result, and a shared link. Widths are measured as they are shown there.
import { Box, Text } from "@chakra-ui/react";
import { useMemo } from "react";
import type { PageMeta } from "@/core/site/site";
import { pagePath } from "@/core/site/site";
import { searchTitleOf } from "@/core/site/titles";
import { useSite } from "@/studio/frame/site-context";
import { Picture } from "@/studio/kit/picture";
import { smallPicture } from "@/studio/kit/small-picture";
import { result, resultFamily } from "./result-type";
import { words } from "./words";

let measuring: CanvasRenderingContext2D | null = null;

/** How wide words are, in px, as results set them. */
function widthOf(text: string, part: keyof typeof result): number {
  measuring ??= document.createElement("canvas").getContext("2d");
  if (!measuring) return 0;
  measuring.font = result[part].font;
  return Math.ceil(measuring.measureText(text).width);
}

export const useWidth = (text: string, part: keyof typeof result): string => {
  const px = useMemo(() => (typeof document === "undefined" ? 0 : widthOf(text, part)), [text, part]);
  return words.widthOf(px, result[part].mostPx);
};

type Drawn = Pick<PageMeta, "title" | "slug" | "searchTitle" | "description" | "sharing">;

const useTexts = (page: Drawn) => {
  const site = useSite();
  return {
    title: searchTitleOf(site.name, page),
    description: page.description || site.settings.description,
    host: site.address.replace(/^https?:\/\//, ""),
    path: pagePath(page),
  };
};

/** A result: the address above, the title, two lines of the description. */
export function ResultDrawing({ page }: { page: Drawn }) {
  const { title, description, host, path } = useTexts(page);
  return (
    <Box
      role="img"
      aria-label={`${words.resultDrawing}: ${title}`}
      bg="white"
      borderWidth="1px"
      borderColor="line"
      p="12px 14px"
      fontFamily={resultFamily}
      color="ink"
    >
      <Text fontSize="12px" color="ink2" truncate>
        {host}
        {path === "/" ? "" : path}
      </Text>
      <Text fontSize="20px" lineHeight="1.3" truncate textDecoration="underline" textUnderlineOffset="3px">
        {title}
      </Text>
      <Text fontSize="14px" lineHeight="1.45" lineClamp="2" color="ink2">
        {description}
      </Text>
    </Box>
  );
}

/** A shared link: its picture, host, title and a line of the description. */
export function SharedDrawing({ page, picture }: { page: Drawn; picture: string | null }) {
  const site = useSite();
  const { description, host } = useTexts(page);
  return (
    <Box
      role="img"
      aria-label={`${words.sharedDrawing}: ${page.title}`}
      bg="white"
      borderWidth="1px"
      borderColor="line"
    >
      {picture ? (
        <Picture
          src={smallPicture(site, picture)}
          style={{ display: "block", width: "100%", aspectRatio: "1.91", objectFit: "cover" }}
        />
      ) : null}
      <Box p="8px 12px">
        <Text fontSize="11.5px" color="ink2" truncate>
          {host}
        </Text>
        <Text fontWeight="700" truncate>
          {page.title}
        </Text>
        <Text color="ink2" truncate>
          {description}
        </Text>
      </Box>
    </Box>
  );
}
