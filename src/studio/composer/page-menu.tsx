"use client";
// The page at hand: changing to another, its settings, new ones, and the way to all of them.
import { Menu, Portal, Text } from "@chakra-ui/react";
import { ChevronDown } from "lucide-react";
import { useRouter } from "next/navigation";
import { memo, useState } from "react";
import type { PageMeta } from "@/core/site/site";
import { pagePath } from "@/core/site/site";
import { useSite } from "@/studio/frame/site-context";
import { later } from "@/studio/kit/later";
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
      <Menu.Root>
        <Menu.Trigger asChild>
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
        </Menu.Trigger>
        <Portal>
          <Menu.Positioner>
            <Menu.Content bg="sheet" minW="220px" maxH="70vh" fontSize="ui">
              <Menu.ItemGroup>
                <Menu.ItemGroupLabel>{words.pages}</Menu.ItemGroupLabel>
                {site.pages.map((one) => (
                  <Menu.Item
                    key={one.id}
                    value={one.id}
                    onSelect={() => go(one.id)}
                    fontWeight={one.id === page.id ? "700" : "450"}
                  >
                    {one.title}
                    <Text as="span" color="ink2" ml="auto" fontSize="small">
                      {pagePath(one)}
                    </Text>
                  </Menu.Item>
                ))}
              </Menu.ItemGroup>
              {site.mayLayout ? (
                <>
                  <Menu.Separator />
                  <Menu.Item value="settings" onSelect={() => setWindow("settings")}>
                    {words.settingsPage}
                  </Menu.Item>
                  <Menu.Item value="new" onSelect={() => setWindow("new")}>
                    {words.newPage}
                  </Menu.Item>
                  <Menu.Item value="pages" onSelect={() => router.push(`/s/${site.key}/structure?page=${page.id}`)}>
                    {words.allPages}
                  </Menu.Item>
                </>
              ) : null}
            </Menu.Content>
          </Menu.Positioner>
        </Portal>
      </Menu.Root>
      {window === "settings" ? <PageSettings page={page} onClose={() => setWindow(null)} /> : null}
      {window === "new" ? <NewPage onClose={() => setWindow(null)} onMade={go} /> : null}
    </>
  );
});
