"use client";
// The page at hand: changing to another, its settings, new ones, and the way to all of them.
import { Text } from "@chakra-ui/react";
import { ChevronDown } from "lucide-react";
import { useRouter } from "next/navigation";
import { memo, useState } from "react";
import type { PageMeta } from "@/core/site/site";
import { pagePath } from "@/core/site/site";
import { useSite } from "@/studio/frame/site-context";
import { later } from "@/studio/kit/later";
import { MenuButton } from "@/studio/kit/menu-button";
import { words } from "./words";

const PageSettings = later(() => import("./page-settings").then((module) => module.PageSettings));
const NewPage = later(() => import("@/studio/structure/new-page").then((module) => module.NewPage));

/** Kept as it is while the page is edited: a site may have hundreds of pages to list. */
export const PageMenu = memo(function PageMenu({ page, folded }: { page: PageMeta; folded: boolean }) {
  const site = useSite();
  const router = useRouter();
  const [window, setWindow] = useState<"settings" | "new" | null>(null);
  const go = (id: string) => router.push(`/s/${site.key}/pages/${id}`);
  return (
    <>
      <MenuButton
        minWidthPx={220}
        title={words.pages}
        groups={[
          site.pages.map((one) => ({
            value: one.id,
            words: one.title,
            aside: pagePath(one),
            strong: one.id === page.id,
            onSelect: () => go(one.id),
          })),
          site.mayLayout
            ? [
                { value: "settings", words: words.settingsPage, onSelect: () => setWindow("settings") },
                { value: "new", words: words.newPage, onSelect: () => setWindow("new") },
                {
                  value: "pages",
                  words: words.allPages,
                  onSelect: () => router.push(`/s/${site.key}/structure?page=${page.id}`),
                },
              ]
            : [],
        ]}
        button={
          <button
            type="button"
            style={{
              display: "flex",
              alignItems: "center",
              gap: 4,
              fontFamily: "var(--chakra-fonts-heading)",
              fontWeight: 700,
              fontSize: folded ? 12 : 16,
              cursor: "pointer",
              minHeight: 28,
              minWidth: 0,
            }}
          >
            <Text as="h1" truncate fontSize="inherit" fontWeight="inherit">
              {page.title}
            </Text>
            <ChevronDown size={15} aria-hidden="true" />
          </button>
        }
      />
      {window === "settings" ? <PageSettings page={page} onClose={() => setWindow(null)} /> : null}
      {window === "new" ? <NewPage onClose={() => setWindow(null)} onMade={go} /> : null}
    </>
  );
});
