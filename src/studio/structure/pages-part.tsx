"use client";
// The tree of pages, and beside it what is said of the chosen one.
import { Box, Flex, Text } from "@chakra-ui/react";
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Copy, Plus, RotateCcw, Stamp, Trash2 } from "lucide-react";
import Link from "next/link";
import { useRouter, useSearchParams } from "next/navigation";
import { useState } from "react";
import { headerFooterKinds } from "@/core/page/header-footer/standing";
import type { PageMeta } from "@/core/site/site";
import { inTreeOrder, pageTree } from "@/core/site/tree";
import { ruleWords } from "@/studio/composer/header-footer/words";
import { useRefresh, useSite } from "@/studio/frame/site-context";
import { ask } from "@/studio/kit/api";
import { IconButton, MainButton, PlainButton, QuietButton } from "@/studio/kit/buttons";
import { Tick } from "@/studio/kit/fields";
import { Form, FormNote, TextRow, useAsked } from "@/studio/kit/form";
import { Group, RefusalNote, Title } from "@/studio/kit/layout";
import { useCommand } from "@/studio/kit/use-command";
import { Window } from "@/studio/kit/window";
import { NewPage, usePatterns } from "./new-page";
import { type Moved, MovedFacts, PageFields, usePageForm } from "./page-form";
import { PageTree, placeOf, type TreePlace } from "./page-tree";
import { words } from "./words";

/** What was done last, with the way back. */
interface Done {
  readonly text: string;
  readonly more: readonly string[];
  undo(): Promise<unknown>;
}

export const useHeadersFooters = () => {
  const { key } = useSite();
  return useQuery({ queryKey: ["headersFooters", key], queryFn: () => ask("headersFooters.list", { site: key }) });
};

/** Everything that hangs on pages and on where headers stand is asked for anew. */
export function useStructureChanged() {
  const client = useQueryClient();
  const refresh = useRefresh();
  const { key } = useSite();
  return () =>
    Promise.all([
      refresh(),
      ...["headersFooters", "removed", "patterns", "redirects"].map((name) =>
        client.invalidateQueries({ queryKey: [name, key] }),
      ),
    ]);
}

export function PagesPart() {
  const site = useSite();
  const router = useRouter();
  const asked = useSearchParams().get("page");
  const [chosen, setChosen] = useState<string | null>(asked);
  const [making, setMaking] = useState(false);
  const [done, setDone] = useState<Done | null>(null);
  const { refusal, attempt } = useCommand();
  const changed = useStructureChanged();
  const headersFooters = useHeadersFooters().data;
  const page = site.pages.find(({ id }) => id === chosen) ?? site.pages[0];
  const titleOf = (id: string | null) => site.pages.find((one) => one.id === id)?.title ?? null;
  const nameOf = (id: string | null) => headersFooters?.all.find((one) => one.id === id)?.name;
  const several = (headersFooters?.all.length ?? 0) > 2;

  const put = (id: string, place: TreePlace) => ask("pages.place", { site: site.key, page: id, ...place });
  const place = (id: string, to: TreePlace) =>
    attempt(async () => {
      const before = placeOf([...inTreeOrder(pageTree(site.pages))], id);
      const { moved } = await put(id, to);
      await changed();
      const among = site.pages.filter((one) => (one.parent ?? null) === to.parent && one.id !== id);
      const index = to.before === null ? among.length : among.findIndex((one) => one.id === to.before);
      setDone({
        text: words.placed(titleOf(id) ?? "", titleOf(to.parent), index + 1),
        more: [
          ...(moved.length ? [words.placedWithAddresses(moved.map(({ path }) => path))] : []),
          ...(moved.some(({ redirect }) => redirect)
            ? [words.redirectsMade(moved.flatMap(({ redirect }) => redirect ?? []))]
            : []),
        ],
        undo: () => put(id, before),
      });
    });

  const takeBack = (last: Done) =>
    attempt(async () => {
      await last.undo();
      setDone(null);
      await changed();
    });

  const remove = (gone: PageMeta) =>
    attempt(async () => {
      await ask("pages.remove", { site: site.key, page: gone.id });
      await changed();
      setDone({
        text: words.pageRemoved(gone.title),
        more: [],
        undo: () => ask("pages.restore", { site: site.key, page: gone.id }),
      });
    });

  return (
    <Flex gap="22px" align="flex-start" direction={{ base: "column", lg: "row" }}>
      <Box flex="1" minW="0" w="100%">
        <PagesHead site={site} setMaking={setMaking} />
        <RefusalNote refusal={refusal} />
        {done ? (
          <Flex align="center" gap="10px" mb="8px" role="status" wrap="wrap">
            <Text>{[done.text, ...done.more].join(" ")}</Text>
            <QuietButton onClick={() => takeBack(done)}>{words.takeBack}</QuietButton>
          </Flex>
        ) : null}
        <PageTree
          pages={site.pages}
          chosen={page?.id ?? null}
          movable={site.mayLayout}
          aroundOf={(id) => {
            const at = several ? headersFooters?.at.find((one) => one.page === id) : undefined;
            return at ? headerFooterKinds.map((of) => nameOf(at[of]) ?? words.noHeaderFooter(of)).join(" · ") : "";
          }}
          onChoose={setChosen}
          onPlace={place}
        />
        {site.mayLayout ? <Kept attempt={attempt} changed={changed} /> : null}
      </Box>
      <OnePage page={page} remove={remove} attempt={attempt} site={site} changed={changed} setChosen={setChosen} />
      {making ? (
        <NewPage onClose={() => setMaking(false)} onMade={(id) => router.push(`/s/${site.key}/pages/${id}`)} />
      ) : null}
    </Flex>
  );
}

/** The page that is chosen. */
const OnePage = ({
  page,
  remove,
  attempt,
  site,
  changed,
  setChosen,
}: {
  page: PageMeta | undefined;
  remove: (gone: PageMeta) => void;
  attempt: (work: () => Promise<unknown>) => void;
  site: ReturnType<typeof useSite>;
  changed: () => Promise<unknown>;
  setChosen: (next: string | null) => void;
}) => (
  <Box w={{ base: "100%", lg: "430px" }} flex="none" bg="sheet" borderWidth="1px" borderColor="line" p="16px">
    {page ? (
      <ChosenPage
        key={page.id}
        page={page}
        onRemove={() => remove(page)}
        onDuplicate={() =>
          attempt(async () => {
            const { id } = await ask("pages.duplicate", { site: site.key, page: page.id });
            await changed();
            setChosen(id);
          })
        }
      />
    ) : null}
  </Box>
);

/** Whether addresses follow the tree, when a page is moved or its own address is another: kept with the site. */
function AddressesFollow() {
  const site = useSite();
  const refresh = useRefresh();
  const { refusal, busy, attempt } = useCommand();
  const { addresses, ...rest } = site.settings;
  const set = (follow: boolean) =>
    attempt(async () => {
      const settings = follow ? rest : { ...rest, addresses: "stay" as const };
      await ask("sites.settings", { site: site.key, name: site.name, settings });
      await refresh();
    });
  return (
    <>
      <Tick label={words.follow} checked={addresses !== "stay"} disabled={busy} onChange={set} />
      <RefusalNote refusal={refusal} />
    </>
  );
}

/** The pages, and the way to a new one. */
const PagesHead = ({ site, setMaking }: { site: ReturnType<typeof useSite>; setMaking: (next: boolean) => void }) => (
  <Flex gap="14px" align="center" wrap="wrap" mb="10px">
    <Text color="ink2">
      {words.count(site.pages.length)}. {site.mayLayout ? words.treeHint : ""}
    </Text>
    <Box flex="1" />
    {site.mayLayout ? (
      <>
        <AddressesFollow />
        <PlainButton onClick={() => setMaking(true)}>
          <Plus size={14} /> {words.newPage}
        </PlainButton>
      </>
    ) : null}
  </Flex>
);

/** Removed pages, and those kept as patterns. */
function Kept({
  attempt,
  changed,
}: {
  attempt: (work: () => Promise<unknown>) => void;
  changed: () => Promise<unknown>;
}) {
  const site = useSite();
  const removed = useQuery({
    queryKey: ["removed", site.key],
    queryFn: () => ask("pages.removed", { site: site.key }),
  });
  const patterns = usePatterns().data?.patterns ?? [];
  const bin = (removed.data ?? []).filter((gone) => !site.pages.some(({ id }) => id === gone.id));
  return (
    <>
      {bin.length ? (
        <Group title={words.removedPages} mt="18px">
          {bin.map((gone) => (
            <Flex key={gone.id} align="center" justify="space-between" minH="34px">
              <Text>
                {gone.title}{" "}
                <Text as="span" color="ink2">
                  /{gone.slugBefore}
                </Text>
              </Text>
              <PlainButton
                aria-label={words.restore(gone.title)}
                onClick={() =>
                  attempt(async () => {
                    await ask("pages.restore", { site: site.key, page: gone.id });
                    await changed();
                  })
                }
              >
                <RotateCcw size={14} /> {words.restoreWord}
              </PlainButton>
            </Flex>
          ))}
        </Group>
      ) : null}
      {patterns.length ? (
        <Group title={words.patterns} mt="18px">
          {patterns.map((pattern) => (
            <Flex key={pattern.id} align="center" justify="space-between" minH="34px">
              <Text>
                {pattern.name}{" "}
                <Text as="span" color="ink2">
                  {words.sections(pattern.sections)}
                </Text>
              </Text>
              <IconButton
                name={words.removePattern(pattern.name)}
                onClick={() =>
                  attempt(async () => {
                    await ask("patterns.remove", { site: site.key, pattern: pattern.id });
                    await changed();
                  })
                }
              >
                <Trash2 size={15} />
              </IconButton>
            </Flex>
          ))}
        </Group>
      ) : null}
    </>
  );
}

function ChosenPage({
  page,
  onRemove,
  onDuplicate,
}: {
  page: PageMeta;
  onRemove: () => void;
  onDuplicate: () => void;
}) {
  const site = useSite();
  const changed = useStructureChanged();
  const [moved, setMoved] = useState<Moved | null>(null);
  const [keeping, setKeeping] = useState(false);
  const form = usePageForm(page, (told) => {
    setMoved(told);
    void changed();
  });
  return (
    <>
      <Flex justify="space-between" align="flex-start" gap="8px" mb="8px">
        <Title level={2}>{page.title}</Title>
        {site.mayLayout ? (
          <Flex flex="none">
            <IconButton name={words.keepPattern} onClick={() => setKeeping(true)}>
              <Stamp size={15} />
            </IconButton>
            <IconButton name={words.duplicateOf(page.title)} onClick={onDuplicate}>
              <Copy size={15} />
            </IconButton>
            <IconButton name={words.removeOf(page.title)} disabled={page.slug === ""} onClick={onRemove}>
              <Trash2 size={15} />
            </IconButton>
          </Flex>
        ) : null}
      </Flex>
      <Link href={`/s/${site.key}/pages/${page.id}`} style={{ textDecoration: "underline" }}>
        {words.compose}
      </Link>
      <Around page={page} />
      {site.mayLayout ? (
        <>
          <PageFields of={form} />
          <Flex
            justify="flex-end"
            gap="10px"
            align="center"
            position="sticky"
            bottom="0"
            bg="sheet"
            borderTopWidth="1px"
            borderColor="line"
            pt="10px"
          >
            <MainButton loading={form.busy} onClick={form.send}>
              {words.save}
            </MainButton>
          </Flex>
        </>
      ) : null}
      {moved ? (
        <Window
          title={words.movedTitle}
          open
          onClose={() => setMoved(null)}
          foot={<MainButton onClick={() => setMoved(null)}>{words.done}</MainButton>}
        >
          <MovedFacts moved={moved} />
        </Window>
      ) : null}
      {keeping ? <KeepPattern page={page} onClose={() => setKeeping(false)} /> : null}
    </>
  );
}

/** Which header and footer a page has, and by which rule. */
function Around({ page }: { page: PageMeta }) {
  const site = useSite();
  const { data } = useQuery({
    queryKey: ["headersFooters", site.key, page.id],
    queryFn: () => ask("headersFooters.at", { site: site.key, page: page.id }),
  });
  if (!data) return null;
  return (
    <Group title={words.around} mt="10px">
      {headerFooterKinds.map((of) => {
        const { chosen, claims } = data[of];
        const claim = claims.find((one) => one.of === chosen);
        const name = data.all.find(({ id }) => id === chosen)?.name ?? "";
        return (
          <Text key={of} color={claim ? "ink" : "amber"} fontWeight={claim ? "450" : "600"}>
            {claim ? words.whyHere(name, ruleWords(claim.rule, site)) : words.nowhere(of)}
          </Text>
        );
      })}
      <Link href={`/s/${site.key}/structure?part=headersFooters`} style={{ textDecoration: "underline" }}>
        {words.lookAtRules}
      </Link>
    </Group>
  );
}

function KeepPattern({ page, onClose }: { page: PageMeta; onClose: () => void }) {
  const site = useSite();
  const changed = useStructureChanged();
  const [kept, setKept] = useState<string | null>(null);
  const form = useAsked({ name: page.title }, async ({ name }) => {
    const { replaced } = await ask("patterns.keep", { site: site.key, page: page.id, name });
    await changed();
    setKept(words.patternKept(name, replaced));
  });
  return (
    <Window
      title={words.patternTitle}
      open
      onClose={onClose}
      foot={
        kept ? (
          <MainButton onClick={onClose}>{words.done}</MainButton>
        ) : (
          <MainButton loading={form.busy} onClick={form.send}>
            {words.keep}
          </MainButton>
        )
      }
    >
      {kept ? (
        <Text role="status">{kept}</Text>
      ) : (
        <Form of={form}>
          <Text color="ink2" mb="10px">
            {words.patternText}
          </Text>
          <TextRow of={form} field="name" label={words.patternName} />
          <FormNote of={form} />
        </Form>
      )}
    </Window>
  );
}
