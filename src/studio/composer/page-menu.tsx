"use client";
// The page at hand: changing to another, its settings, new ones, order, removing and restoring.
import { Box, Flex, Menu, Portal, Text } from "@chakra-ui/react";
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { ArrowDown, ArrowUp, ChevronDown, Copy, RotateCcw, Settings2, Trash2 } from "lucide-react";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { memo, useState } from "react";
import type { PageMeta } from "@/core/site/site";
import { pagePath } from "@/core/site/site";
import type { Gives } from "@/server/operations";
import { useRefresh, useSite } from "@/studio/frame/site-context";
import { ask } from "@/studio/kit/api";
import { Form, FormNote, TextRow, useAsked } from "@/studio/kit/form";
import {
  Group,
  IconButton,
  MainButton,
  PlainButton,
  QuietButton,
  RefusalNote,
  Row,
  State,
  TextArea,
  TextInput,
  Tick,
  Window,
} from "@/studio/kit/kit";
import { useDeed } from "@/studio/kit/use-deed";
import { words } from "./words";

/** A title as a slug: "Kiln hire" is "kiln-hire". */
export const slugOf = (title: string): string =>
  title
    .normalize("NFKD")
    .replace(/[\u0300-\u036f]/g, "")
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, "-")
    .replace(/^-|-$/g, "");

/** Kept as it is while the page is edited: a site may have hundreds of pages to list. */
export const PageMenu = memo(function PageMenu({ page, folded }: { page: PageMeta; folded: boolean }) {
  const site = useSite();
  const router = useRouter();
  const [window, setWindow] = useState<"settings" | "pages" | "new" | null>(null);
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
                  <Menu.Item value="pages" onSelect={() => setWindow("pages")}>
                    {words.orderCopiesRemovedPages}
                  </Menu.Item>
                </>
              ) : null}
            </Menu.Content>
          </Menu.Positioner>
        </Portal>
      </Menu.Root>
      {window === "settings" ? <PageSettings page={page} onClose={() => setWindow(null)} /> : null}
      {window === "new" ? <NewPage onClose={() => setWindow(null)} onMade={go} /> : null}
      {window === "pages" ? (
        <AllPages
          current={page.id}
          onClose={() => setWindow(null)}
          onGo={go}
          onSettings={() => setWindow("settings")}
        />
      ) : null}
    </>
  );
});

function PageSettings({ page, onClose }: { page: PageMeta; onClose: () => void }) {
  const site = useSite();
  const refresh = useRefresh();
  const [moved, setMoved] = useState<Moved | null>(null);
  const { title, slug, description, inNavigation } = page;
  const form = useAsked({ title, slug, description, inNavigation }, async (values) => {
    const { moved: told } = await ask("pages.change", { site: site.key, page: page.id, ...values });
    await refresh();
    // What follows from a new address is said before the window goes.
    if (told && (told.redirect || told.followed.length || told.left.length)) setMoved(told);
    else onClose();
  });
  return (
    // One window throughout: a second one would be closed by the focus that the first gives back.
    <Window
      title={moved ? words.movedTitle : words.settingsOf(page.title)}
      open
      onClose={onClose}
      foot={
        moved ? (
          <MainButton onClick={onClose}>{words.done}</MainButton>
        ) : (
          <MainButton loading={form.busy} onClick={form.send}>
            {words.saveSettings}
          </MainButton>
        )
      }
    >
      {moved ? (
        <MovedFacts site={site.key} moved={moved} />
      ) : (
        <Form of={form}>
          <TextRow of={form} field="title" label={words.title} />
          <TextRow of={form} field="slug" label={words.slug} hint={`${site.address}/${form.values.slug}`} />
          <Row
            label={words.description}
            stacked
            error={form.at("description")}
            hint={words.about155CharactersSearch(form.values.description.length)}
          >
            {(ids) => (
              <TextArea {...ids} value={form.values.description} onChange={(text) => form.set({ description: text })} />
            )}
          </Row>
          <Tick
            label={words.shownNavigation}
            checked={form.values.inNavigation}
            onChange={(shown) => form.set({ inNavigation: shown })}
          />
          <FormNote of={form} />
        </Form>
      )}
    </Window>
  );
}

type Moved = NonNullable<Gives<"pages.change">["moved"]>;

/** What a page's new address brings with it. */
function MovedFacts({ site, moved }: { site: string; moved: Moved }) {
  return (
    <>
      {moved.redirect ? <Text mb="8px">{words.redirected(moved.redirect)}</Text> : null}
      {moved.followed.length ? <Text mb="8px">{words.followed(moved.followed)}</Text> : null}
      {moved.left.map((rule) => (
        <Flex key={rule.id + rule.pattern} gap="10px" mb="6px">
          <State tone="amber">{words.ruleLeft(rule.widget, rule.pattern)}</State>
          <Link href={`/s/${site}/widgets/${rule.id}`} style={{ textDecoration: "underline" }}>
            {words.lookAtRule}
          </Link>
        </Flex>
      ))}
    </>
  );
}

function NewPage({ onClose, onMade }: { onClose: () => void; onMade: (id: string) => void }) {
  const site = useSite();
  const refresh = useRefresh();
  const form = useAsked({ title: "", slug: null as string | null }, async ({ title, slug }) => {
    const { id } = await ask("pages.add", { site: site.key, title, slug: slug ?? slugOf(title) });
    await refresh();
    onClose();
    onMade(id);
  });
  const slug = form.values.slug ?? slugOf(form.values.title);
  return (
    <Window
      title={words.newPageTitle}
      open
      onClose={onClose}
      foot={
        <MainButton loading={form.busy} onClick={form.send}>
          {words.addPage}
        </MainButton>
      }
    >
      <Form of={form}>
        <TextRow of={form} field="title" label={words.title} />
        <Row label={words.slug} error={form.at("slug")} hint={`${site.address}/${slug}`}>
          {(ids) => <TextInput {...ids} value={slug} onChange={(typed) => form.set({ slug: typed })} />}
        </Row>
        <FormNote of={form} />
      </Form>
    </Window>
  );
}

type Gone = { readonly id: string; readonly title: string; readonly at: number };
type PageRow = { readonly page: PageMeta; readonly index: number } | { readonly gone: Gone };

/** The pages, with what was removed here at the places it had. */
function rowsOf(pages: readonly PageMeta[], gone: readonly Gone[]): readonly PageRow[] {
  const rows: PageRow[] = pages.map((page, index) => ({ page, index }));
  const away = gone.filter((one) => !pages.some(({ id }) => id === one.id));
  for (const one of away.reverse()) rows.splice(Math.min(one.at, rows.length), 0, { gone: one });
  return rows;
}

function AllPages({
  current,
  onClose,
  onGo,
  onSettings,
}: {
  current: string;
  onClose: () => void;
  onGo: (id: string) => void;
  onSettings: () => void;
}) {
  const site = useSite();
  const refresh = useRefresh();
  const client = useQueryClient();
  const { refusal, attempt } = useDeed();
  // Where a page was removed its row stays until the window is closed: nothing moves under the pointer.
  const [gone, setGone] = useState<readonly Gone[]>([]);
  const removed = useQuery({
    queryKey: ["removed", site.key],
    queryFn: () => ask("pages.removed", { site: site.key }),
  });
  // A page that is here again is in one list, whichever of the two is asked for first.
  const bin = (removed.data ?? []).filter((page) => !site.pages.some(({ id }) => id === page.id));
  const deed = (work: () => Promise<unknown>) =>
    attempt(async () => {
      await work();
      await Promise.all([refresh(), client.invalidateQueries({ queryKey: ["removed", site.key] })]);
    });
  return (
    <Window
      title={words.pages}
      open
      onClose={onClose}
      foot={<PlainButton onClick={onClose}>{words.doneWithPages}</PlainButton>}
    >
      <RefusalNote refusal={refusal} />
      <Box as="ol" listStyleType="none">
        {rowsOf(site.pages, gone).map((row) => {
          if ("gone" in row)
            return (
              <Flex
                as="li"
                key={row.gone.id}
                align="center"
                borderBottomWidth="1px"
                borderColor="line"
                py="3px"
                minH="35px"
                color="ink2"
              >
                <Text flex="1">{words.pageRemoved(row.gone.title)}</Text>
                <QuietButton
                  onClick={() =>
                    deed(async () => {
                      await ask("pages.restore", { site: site.key, page: row.gone.id });
                      setGone(gone.filter((one) => one !== row.gone));
                    })
                  }
                >
                  {words.pageBack}
                </QuietButton>
              </Flex>
            );
          const { page, index } = row;
          return (
            <Flex as="li" key={page.id} align="center" borderBottomWidth="1px" borderColor="line" py="3px">
              <button
                type="button"
                onClick={() => {
                  onGo(page.id);
                  onClose();
                }}
                style={{
                  flex: 1,
                  textAlign: "left",
                  minHeight: 28,
                  cursor: "pointer",
                  fontWeight: page.id === current ? 700 : 450,
                }}
              >
                {page.title}{" "}
                <Text as="span" color="ink2">
                  {pagePath(page)}
                  {page.inNavigation ? "" : words.notNavigation}
                </Text>
              </button>
              {page.id === current ? (
                <IconButton name={words.settingsOf(page.title)} onClick={onSettings}>
                  <Settings2 size={15} />
                </IconButton>
              ) : null}
              <IconButton
                name={words.moveUp(page.title)}
                disabled={index === 0}
                onClick={() => deed(() => ask("pages.move", { site: site.key, page: page.id, index: index - 1 }))}
              >
                <ArrowUp size={15} />
              </IconButton>
              <IconButton
                name={words.moveDown(page.title)}
                disabled={index === site.pages.length - 1}
                onClick={() => deed(() => ask("pages.move", { site: site.key, page: page.id, index: index + 1 }))}
              >
                <ArrowDown size={15} />
              </IconButton>
              <IconButton
                name={words.duplicate(page.title)}
                onClick={() => deed(() => ask("pages.duplicate", { site: site.key, page: page.id }))}
              >
                <Copy size={15} />
              </IconButton>
              <IconButton
                name={words.remove(page.title)}
                disabled={page.slug === ""}
                onClick={() =>
                  deed(async () => {
                    await ask("pages.remove", { site: site.key, page: page.id });
                    setGone([...gone, { id: page.id, title: page.title, at: index }]);
                    if (page.id === current) onGo(site.pages.find((one) => one.slug === "")?.id ?? "");
                  })
                }
              >
                <Trash2 size={15} />
              </IconButton>
            </Flex>
          );
        })}
      </Box>
      {bin.length ? (
        <Group title={words.removedPages} mt="14px">
          {bin.map((page) => (
            <Flex key={page.id} align="center" justify="space-between">
              <Text>
                {page.title}{" "}
                <Text as="span" color="ink2">
                  /{page.slugBefore}
                </Text>
              </Text>
              <PlainButton onClick={() => deed(() => ask("pages.restore", { site: site.key, page: page.id }))}>
                <RotateCcw size={14} /> {words.restore}
              </PlainButton>
            </Flex>
          ))}
        </Group>
      ) : null}
    </Window>
  );
}
