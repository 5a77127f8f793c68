"use client";
import { Box, Flex, Text } from "@chakra-ui/react";
import { ArrowDown, ArrowUp, Plus, Trash2, X } from "lucide-react";
import Link from "next/link";
import { useSearchParams } from "next/navigation";
import { useState } from "react";
import {
  type HeaderOrFooter,
  headerFooterKinds,
  type Standing,
  type StandingRule,
} from "@/core/page/header-footer/standing";
import type { Gives } from "@/server/operations";
import { ruleWords } from "@/studio/composer/header-footer/words";
import { useSite } from "@/studio/frame/site-context";
import { ask } from "@/studio/kit/api";
import { IconButton, PlainButton, QuietButton } from "@/studio/kit/buttons";
import { Choice } from "@/studio/kit/choice";
import { Row, TextInput } from "@/studio/kit/fields";
import { Form, TextRow, useAsked } from "@/studio/kit/form";
// Headers and footers: where each stands by which rules, which rules never count, and which pages have none.
import { FormWindow } from "@/studio/kit/form-window";
import { Loading, RefusalNote, State } from "@/studio/kit/layout";
import { useCommand } from "@/studio/kit/use-command";
import { useHeadersFooters, useStructureChanged } from "./pages-part";
import { words } from "./words";

type HeadersFooters = Gives<"headersFooters.list">;
type HeaderFooter = HeadersFooters["all"][number];

/** So many pages without one are named; the others are counted. */
const mostNamed = 6;

export function HeadersFootersPart() {
  const site = useSite();
  const { data, error } = useHeadersFooters();
  const changed = useStructureChanged();
  const { refusal, attempt } = useCommand();
  const [making, setMaking] = useState<HeaderOrFooter | null>(null);
  const [gone, setGone] = useState<HeaderFooter | null>(null);
  const open = useSearchParams().get("open");
  if (!data) return error ? <State tone="brick">{error.message}</State> : <Loading what={words.loading} />;
  const command = (work: () => Promise<unknown>) =>
    attempt(async () => {
      await work();
      await changed();
    });
  return (
    <Box maxW="1040px">
      <Text color="ink2" mb="12px">
        {words.wins}
      </Text>
      <Warnings data={data} />
      <RefusalNote refusal={refusal} />
      {gone ? (
        <Flex align="center" gap="10px" mb="8px" role="status">
          <Text>{words.headerFooterRemoved(gone.name)}</Text>
          <QuietButton
            onClick={() =>
              command(async () => {
                await ask("headersFooters.restore", { site: site.key, headerFooter: gone.id });
                setGone(null);
              })
            }
          >
            {words.takeBack}
          </QuietButton>
        </Flex>
      ) : null}
      {headerFooterKinds.map((of) => {
        const list = data.all.filter((one) => one.of === of);
        return (
          <Box as="section" key={of} mb="22px">
            <Flex justify="space-between" align="center" mb="8px">
              <Text as="h2" fontWeight="700" fontSize="title" fontFamily="heading">
                {words.headerFooterKinds[of]}
              </Text>
              {site.mayLayout ? (
                <PlainButton onClick={() => setMaking(of)}>
                  <Plus size={14} /> {words.newHeaderFooter[of]}
                </PlainButton>
              ) : null}
            </Flex>
            {list.map((one, index) => (
              <HeaderFooterCard
                key={one.id}
                headerFooter={one}
                groups={data.groups}
                open={one.id === open}
                first={index <= 1}
                last={index === list.length - 1}
                command={command}
                onRemoved={() => setGone(one)}
              />
            ))}
          </Box>
        );
      })}
      {making ? <NewHeaderFooter of={making} data={data} onClose={() => setMaking(null)} /> : null}
    </Box>
  );
}

/** Rules that never count, and pages with none. */
function Warnings({ data }: { data: HeadersFooters }) {
  const site = useSite();
  const nameOf = (id: string) => data.all.find((one) => one.id === id)?.name ?? "";
  const bare = headerFooterKinds.flatMap((of) => {
    const titles = data.at
      .filter((one) => one[of] === null)
      .map(({ page }) => site.pages.find(({ id }) => id === page)?.title ?? "");
    return titles.length ? [{ of, titles }] : [];
  });
  // One whose rules never count is told by those.
  const nowhere = data.all.filter(({ id, pages }) => pages === 0 && !data.idle.some((one) => one.of === id));
  return (
    <Box bg="sheet" borderWidth="1px" borderColor="line" p="12px 14px" mb="16px">
      {bare.length || data.idle.length || nowhere.length ? (
        <Box as="ul" listStyleType="none" display="grid" gap="4px">
          {bare.map(({ of, titles }) => (
            <li key={of}>
              <State tone="amber">
                {words.bare(of, titles.slice(0, mostNamed), Math.max(0, titles.length - mostNamed))}
              </State>
            </li>
          ))}
          {nowhere.map(({ id, name }) => (
            <li key={id}>
              <State tone="amber">{words.onNoPage(name)}</State>
            </li>
          ))}
          {data.idle.map((one) => (
            <li key={`${one.of}${one.side}${JSON.stringify(one.rule)}`}>
              <State tone="amber">
                {nameOf(one.of)}:{" "}
                {words.idle(
                  ruleWords(one.rule, site),
                  one.why,
                  one.why.code === "beaten" ? one.why.by.map(nameOf) : [],
                )}
              </State>
            </li>
          ))}
        </Box>
      ) : (
        <State tone="moss">{words.allHave}</State>
      )}
    </Box>
  );
}

const isFirst = ({ id, of }: HeaderFooter) => id === of;

function HeaderFooterCard({
  headerFooter,
  groups,
  open,
  first,
  last,
  command,
  onRemoved,
}: {
  headerFooter: HeaderFooter;
  groups: readonly string[];
  open: boolean;
  first: boolean;
  last: boolean;
  command: (work: () => Promise<unknown>) => void;
  onRemoved: () => void;
}) {
  const site = useSite();
  const { id, name, standing, pages } = headerFooter;
  const named = useAsked({ name }, (values) =>
    ask("headersFooters.name", { site: site.key, headerFooter: id, ...values }),
  );
  const [renaming, setRenaming] = useState(false);
  const stand = (next: Standing) =>
    command(() => ask("headersFooters.stand", { site: site.key, headerFooter: id, standing: next }));
  return (
    <Box bg="sheet" borderWidth="1px" borderColor={open ? "mark" : "line"} p="12px 14px" mb="8px">
      <Flex gap="10px" align="center" wrap="wrap">
        {renaming ? (
          <Rename named={named} command={command} site={site} id={id} setRenaming={setRenaming} />
        ) : (
          <Text as="h3" fontWeight="700">
            {name}
          </Text>
        )}
        <Text color={pages ? "ink2" : "amber"} fontWeight={pages ? "450" : "600"}>
          {words.stands(pages)}
        </Text>
        <Box flex="1" />
        <Link
          href={`/s/${site.key}/pages/${headerFooter.first ?? site.pages[0]?.id}?headerFooter=${id}`}
          aria-label={words.workOn(name)}
          style={{ textDecoration: "underline" }}
        >
          {words.work}
        </Link>
        {site.mayLayout && !isFirst(headerFooter) ? (
          <Deeds {...{ headerFooter, first, last, command, onRemoved }} onRename={() => setRenaming(!renaming)} />
        ) : null}
      </Flex>
      {(["include", "exclude"] as const).map((side) => (
        <Rules
          key={side}
          side={side}
          rules={standing[side]}
          groups={groups}
          onChange={(rules) => stand({ ...standing, [side]: rules })}
        />
      ))}
    </Box>
  );
}

/** What else may be done with one that is not its site's first. */
function Deeds({
  headerFooter: { id, name },
  first,
  last,
  command,
  onRename,
  onRemoved,
}: {
  headerFooter: HeaderFooter;
  first: boolean;
  last: boolean;
  command: (work: () => Promise<unknown>) => void;
  onRename: () => void;
  onRemoved: () => void;
}) {
  const site = useSite();
  const move = (by: -1 | 1) => command(() => ask("headersFooters.move", { site: site.key, headerFooter: id, by }));
  return (
    <Flex>
      <QuietButton onClick={onRename}>{words.rename}</QuietButton>
      <IconButton name={words.headerFooterUp(name)} disabled={first} onClick={() => move(-1)}>
        <ArrowUp size={15} />
      </IconButton>
      <IconButton name={words.headerFooterDown(name)} disabled={last} onClick={() => move(1)}>
        <ArrowDown size={15} />
      </IconButton>
      <IconButton
        name={words.removeHeaderFooter(name)}
        onClick={() =>
          command(async () => {
            await ask("headersFooters.remove", { site: site.key, headerFooter: id });
            onRemoved();
          })
        }
      >
        <Trash2 size={15} />
      </IconButton>
    </Flex>
  );
}

/** Another name for it. */
const Rename = ({
  named,
  command,
  site,
  id,
  setRenaming,
}: {
  named: ReturnType<typeof useAsked<{ name: string }>>;
  command: (work: () => Promise<unknown>) => void;
  site: ReturnType<typeof useSite>;
  id: string;
  setRenaming: (next: boolean) => void;
}) => (
  <Form of={named}>
    <Flex gap="6px" align="flex-start">
      <TextRow of={named} field="name" label={words.headerFooterName} />
      <PlainButton
        loading={named.busy}
        onClick={() =>
          command(async () => {
            await ask("headersFooters.name", { site: site.key, headerFooter: id, name: named.values.name });
            setRenaming(false);
          })
        }
      >
        {words.keep}
      </PlainButton>
    </Flex>
  </Form>
);

function Rules({
  side,
  rules,
  groups,
  onChange,
}: {
  side: keyof Standing;
  rules: readonly StandingRule[];
  groups: readonly string[];
  onChange: (rules: readonly StandingRule[]) => void;
}) {
  const site = useSite();
  const [adding, setAdding] = useState(false);
  if (!rules.length && side === "exclude" && !site.mayLayout) return null;
  return (
    <Box mt="8px">
      <Flex gap="6px" align="center" wrap="wrap">
        <Text color="ink2" w="84px" flex="none">
          {words[side]}
        </Text>
        {rules.map((rule) => (
          <Flex
            key={JSON.stringify(rule)}
            align="center"
            borderWidth="1px"
            borderColor="edge"
            borderRadius="field"
            pl="8px"
            bg="white"
          >
            <Text>{ruleWords(rule, site)}</Text>
            {site.mayLayout ? (
              <IconButton
                name={words.removeRule(ruleWords(rule, site))}
                minW="24px"
                w="26px"
                onClick={() => onChange(rules.filter((one) => one !== rule))}
              >
                <X size={13} />
              </IconButton>
            ) : null}
          </Flex>
        ))}
        {site.mayLayout && !adding ? (
          <QuietButton onClick={() => setAdding(true)}>
            <Plus size={13} /> {words.addRule}
          </QuietButton>
        ) : null}
      </Flex>
      {adding ? (
        <NewRule
          groups={groups}
          onAdd={(rule) => {
            setAdding(false);
            if (!rules.some((one) => JSON.stringify(one) === JSON.stringify(rule))) onChange([...rules, rule]);
          }}
          onClose={() => setAdding(false)}
        />
      ) : null}
    </Box>
  );
}

type Sort = StandingRule["is"];

function NewRule({
  groups,
  onAdd,
  onClose,
}: {
  groups: readonly string[];
  onAdd: (rule: StandingRule) => void;
  onClose: () => void;
}) {
  const site = useSite();
  const [sort, setSort] = useState<Sort>("group");
  const [values, setValues] = useState<Readonly<Record<string, string>>>({
    group: groups[0] ?? "",
    page: site.pages[0]?.id ?? "",
    path: "/",
    language: site.settings.language,
  });
  const made: { readonly [Is in Sort]: () => StandingRule } = {
    site: () => ({ is: "site" }),
    language: () => ({ is: "language", language: values.language ?? "" }),
    group: () => ({ is: "group", group: values.group ?? "" }),
    path: () => ({ is: "path", path: values.path ?? "" }),
    page: () => ({ is: "page", page: values.page ?? "" }),
  };
  const set = (value: string) => setValues({ ...values, [sort]: value });
  const options: Partial<Record<Sort, readonly (readonly [string, string])[]>> = {
    group: groups.map((one) => [one, one]),
    page: site.pages.map((page) => [page.id, page.title]),
    language: [[site.settings.language, site.settings.language]],
  };
  const list = options[sort];
  return (
    <Flex gap="8px" align="flex-start" wrap="wrap" mt="6px" pl="92px">
      <Box w="160px">
        <Choice
          aria-label={words.ruleSort}
          value={sort}
          onChange={(next) => setSort(next as Sort)}
          options={Object.entries(words.ruleSorts)}
        />
      </Box>
      {list ? (
        list.length ? (
          <Box w="220px">
            <Choice aria-label={words.which} value={values[sort] ?? ""} onChange={set} options={list} />
          </Box>
        ) : (
          <Text pt="6px" color="ink2">
            {words.noGroups}
          </Text>
        )
      ) : null}
      {sort === "path" ? (
        <Box w="220px">
          <TextInput aria-label={words.ruleSorts.path} value={values.path ?? ""} onChange={set} />
          <Text fontSize="small" color="ink2">
            {words.pathHint}
          </Text>
        </Box>
      ) : null}
      <PlainButton disabled={list?.length === 0} onClick={() => onAdd(made[sort]())}>
        {words.putRule}
      </PlainButton>
      <QuietButton onClick={onClose}>{words.close}</QuietButton>
    </Flex>
  );
}

function NewHeaderFooter({ of, data, onClose }: { of: HeaderOrFooter; data: HeadersFooters; onClose: () => void }) {
  const site = useSite();
  const changed = useStructureChanged();
  const form = useAsked({ name: "", like: of as string }, async ({ name, like }) => {
    await ask("headersFooters.add", { site: site.key, of, name, like: like || null });
    await changed();
    onClose();
  });
  return (
    <FormWindow of={form} title={words.newHeaderFooter[of]} onClose={onClose} send={words.addHeaderFooter}>
      <TextRow of={form} field="name" label={words.headerFooterName} />
      <Row label={words.like} error={form.at("like")}>
        {(ids) => (
          <Choice
            {...ids}
            value={form.values.like}
            onChange={(like) => form.set({ like })}
            options={[
              ["", words.likeNone],
              ...data.all.filter((one) => one.of === of).map(({ id, name }) => [id, name] as const),
            ]}
          />
        )}
      </Row>
    </FormWindow>
  );
}
