"use client";
// Words found on the page or the whole site, each place shown before others are put there; taken back in one step.
import { Box, Flex, Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { type Found, findIn, placeName, type Query, replaceEdits } from "@/core/page/words/find";
import type { Gives } from "@/server/operations";
import { useSite } from "@/studio/frame/site-context";
import { ask, Refusal } from "@/studio/kit/api";
import { MainButton, QuietButton } from "@/studio/kit/buttons";
import { Row, TextInput, Tick } from "@/studio/kit/fields";
import { Loading, RefusalNote, State } from "@/studio/kit/layout";
import { Segments } from "@/studio/kit/segments";
import { useCommand } from "@/studio/kit/use-command";
import { Window } from "@/studio/kit/window";
import { blockTitle } from "@/studio/stage/names";
import { findWords as words } from "./find-words-words";
import type { Composer } from "./store";

type Scope = "page" | "site";
type Replaced = Gives<"pages.replace">["documents"];

interface Place extends Found {
  readonly document: string;
}

/** So many places of the page are listed. */
const mostListed = 500;

const leftName = ({ document, ...found }: Place) => `${document} ${placeName(found)}`;

export function FindWords({ composer, onClose }: { composer: Composer; onClose: () => void }) {
  const { key } = useSite();
  const [query, setQuery] = useState<Query>({ text: "", matchCase: false, wholeWords: false });
  const [put, setPut] = useState("");
  const [scope, setScope] = useState<Scope>("page");
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
  const [told, setTold] = useState<{ readonly text: string; readonly back: Replaced | null } | null>(null);
  const { attempt, busy, refusal } = useCommand();
  const onSite = useQuery({
    queryKey: ["find", key, query, told],
    queryFn: async () => {
      // What was typed here belongs to what is looked through.
      await composer.settled();
      return ask("pages.find", { site: key, ...query });
    },
    enabled: scope === "site" && query.text !== "",
    gcTime: 0,
  });
  const here = scope === "page" && query.text ? [...findIn(composer.view.page, query, composer.view.shared)] : [];
  const places: readonly Place[] =
    scope === "page"
      ? here.slice(0, mostListed).map((found) => ({ ...found, document: composer.pageId }))
      : (onSite.data?.places ?? []);
  const all = scope === "page" ? here.length : (onSite.data?.all ?? 0);
  const chosen = all - places.filter((place) => left.has(leftName(place))).length;
  const look = (part: Partial<Query>) => {
    setQuery({ ...query, ...part });
    setLeft(new Set());
    setTold(null);
  };
  const replace = () =>
    attempt(async () => {
      if (scope === "page") {
        const stay = new Set(places.filter((place) => left.has(leftName(place))).map(placeName));
        const { page, shared } = composer.view;
        const refused = composer.edit(composer.pageId, replaceEdits(page, query, put, shared, stay));
        if (refused) throw new Refusal(409, "notReplaced", refused);
        return setTold({ text: words.replaced(chosen, 1), back: null });
      }
      await composer.settled();
      const stay = places.filter((place) => left.has(leftName(place)));
      const done = await ask("pages.replace", {
        site: key,
        ...query,
        put,
        left: stay.map(({ document, ...found }) => ({ document, place: placeName(found) })),
      });
      setTold({ text: words.replaced(done.places, done.documents.length), back: done.documents });
    });
  const takeBack = (back: Replaced) =>
    attempt(async () => {
      await ask("pages.replaceBack", {
        site: key,
        documents: back.map(({ document, revision, inverses }) => ({ document, revision, edits: [...inverses] })),
      });
      setTold({ text: words.takenBack, back: null });
    });
  return (
    <Window
      title={words.title}
      open
      wide
      onClose={onClose}
      foot={
        <MainButton loading={busy} disabled={chosen === 0} onClick={replace}>
          {words.replaceSo(chosen, all)}
        </MainButton>
      }
    >
      <Asked
        query={query}
        look={look}
        put={put}
        setPut={setPut}
        scope={scope}
        setScope={setScope}
        setLeft={setLeft}
        setTold={setTold}
      />
      {told ? (
        <Flex align="center" gap="8px" mb="8px" role="status">
          <State tone="moss">{told.text}</State>
          {told.back?.length ? (
            <QuietButton loading={busy} onClick={() => takeBack(told.back ?? [])}>
              {words.takeBack}
            </QuietButton>
          ) : null}
        </Flex>
      ) : null}
      <RefusalNote refusal={refusal} />
      {onSite.error ? <State tone="brick">{onSite.error.message}</State> : null}
      {scope === "site" && onSite.isFetching && !onSite.data ? <Loading what={words.thePlaces} /> : null}
      {query.text && all === 0 && !onSite.isFetching ? <Text color="ink2">{words.nowhere}</Text> : null}
      <FoundPlaces
        composer={composer}
        places={places}
        onSite={onSite}
        left={left}
        setLeft={setLeft}
        onClose={onClose}
      />
      {all > places.length ? <Text color="ink2">{words.more(all - places.length)}</Text> : null}
    </Window>
  );
}

/** Each place, and whether it is changed. */
const FoundPlaces = ({
  composer,
  places,
  onSite,
  left,
  setLeft,
  onClose,
}: {
  composer: Composer;
  places: readonly Place[];
  onSite: { data: Gives<"pages.find"> | undefined };
  left: ReadonlySet<string>;
  setLeft: (next: ReadonlySet<string>) => void;
  onClose: () => void;
}) => (
  <Places
    composer={composer}
    places={places}
    titles={new Map(onSite.data?.documents.map(({ document, title }) => [document, title]))}
    left={left}
    onTick={(place, on) => {
      const next = new Set(left);
      if (on) next.delete(leftName(place));
      else next.add(leftName(place));
      setLeft(next);
    }}
    onShow={(place) => {
      composer.select(place.node);
      composer.show(place.node);
      onClose();
    }}
  />
);

/** What is looked for, what takes its place, and where. */
const Asked = ({
  query,
  look,
  put,
  setPut,
  scope,
  setScope,
  setLeft,
  setTold,
}: {
  query: Query;
  look: (part: Partial<Query>) => void;
  put: string;
  setPut: (next: string) => void;
  scope: Scope;
  setScope: (next: Scope) => void;
  setLeft: (next: ReadonlySet<string>) => void;
  setTold: (told: null) => void;
}) => (
  <Flex gap="16px" wrap="wrap" mb="8px">
    <Box flex="1" minW="200px">
      <Row label={words.find}>
        {(ids) => (
          <TextInput {...ids} {...{ autoFocus: true }} value={query.text} onChange={(text) => look({ text })} />
        )}
      </Row>
      <Row label={words.put}>{(ids) => <TextInput {...ids} value={put} onChange={setPut} />}</Row>
    </Box>
    <Box>
      <Segments
        label={words.where}
        value={scope}
        onChange={(next: Scope) => {
          setScope(next);
          setLeft(new Set());
          setTold(null);
        }}
        options={[
          ["page", words.onPage],
          ["site", words.onSite],
        ]}
      />
      <Tick label={words.matchCase} checked={query.matchCase} onChange={(matchCase) => look({ matchCase })} />
      <Tick label={words.wholeWords} checked={query.wholeWords} onChange={(wholeWords) => look({ wholeWords })} />
    </Box>
  </Flex>
);

/** Every place, by its page: ticked to be replaced. */
function Places({
  composer,
  places,
  titles,
  left,
  onTick,
  onShow,
}: {
  composer: Composer;
  places: readonly Place[];
  titles: ReadonlyMap<string, string>;
  left: ReadonlySet<string>;
  onTick: (place: Place, on: boolean) => void;
  onShow: (place: Place) => void;
}) {
  const documents = [...new Set(places.map(({ document }) => document))];
  return documents.map((document) => (
    <Box key={document} mb="10px">
      {titles.size ? (
        <Text as="h3" fontWeight="700" mb="2px">
          {titles.get(document)}
        </Text>
      ) : null}
      {places
        .filter((place) => place.document === document)
        .map((place) => {
          const name = leftName(place);
          const block = document === composer.pageId ? composer.node(place.node) : null;
          return (
            <Flex key={name} align="center" gap="8px" borderBottomWidth="1px" borderColor="line">
              <label
                style={{ display: "flex", gap: 8, alignItems: "center", minHeight: 28, flex: 1, cursor: "pointer" }}
              >
                <input
                  type="checkbox"
                  checked={!left.has(name)}
                  onChange={(event) => onTick(place, event.target.checked)}
                  style={{ width: 16, height: 16, flex: "none", accentColor: "var(--chakra-colors-ink)" }}
                />
                <span>
                  {place.before}
                  <mark style={{ background: "var(--chakra-colors-wash)", fontWeight: 700 }}>{place.match}</mark>
                  {place.after}
                </span>
              </label>
              {block ? (
                <QuietButton h="24px" onClick={() => onShow(place)}>
                  {words.show(blockTitle(block))}
                </QuietButton>
              ) : null}
            </Flex>
          );
        })}
    </Box>
  ));
}
