"use client";
// Where the clips come from, and how each source does.
import { Box, Flex, Text } from "@chakra-ui/react";
import { useQueryClient } from "@tanstack/react-query";
import { RefreshCw } from "lucide-react";
import { nanoid } from "nanoid";
import { type ComponentType, useState } from "react";
import type { ClipFeed, FeedSource } from "@/core/clips/clips";
import { useSite } from "@/studio/frame/site-context";
import { ask } from "@/studio/kit/api";
import { PlainButton } from "@/studio/kit/buttons";
import { Choice } from "@/studio/kit/choice";
import { Row, TextInput } from "@/studio/kit/fields";
import { RefusalNote, State } from "@/studio/kit/layout";
import { LineCommands } from "@/studio/kit/line-commands";
import { TextArea } from "@/studio/kit/text-area";
import { useCommand } from "@/studio/kit/use-command";
import type { StepProps } from "@/studio/widget/half";
import { feedKey, useFeedState } from "./use-state";
import { words as own } from "./words";

type Sort = FeedSource["of"];
type Of<S extends Sort> = Extract<FeedSource, { of: S }>;

interface SortProps<S extends Sort> {
  readonly source: Of<S>;
  readonly fault: (part: string) => string | undefined;
  change(source: Of<S>): void;
}

function Picked({ source, fault, change }: SortProps<"picked">) {
  // What is typed stays as it is typed, an unfinished line too.
  const [typed, setTyped] = useState(source.clips.join("\n"));
  return (
    <Row label={own.pickedClips} stacked hint={own.pickedHint} error={fault("clips")}>
      {(ids) => (
        <TextArea
          {...ids}
          rows={4}
          value={typed}
          onChange={(text) => {
            setTyped(text);
            const clips = text.split("\n").map((line) => line.trim());
            change({ ...source, clips: [...new Set(clips.filter(Boolean))] });
          }}
        />
      )}
    </Row>
  );
}

const sorts: {
  readonly [S in Sort]: { readonly fresh: Omit<Of<S>, "id">; readonly Panel: ComponentType<SortProps<S>> };
} = {
  address: {
    fresh: { of: "address", address: "" },
    Panel: ({ source, fault, change }) => (
      <Row label={own.address} stacked hint={own.addressHint} error={fault("address")}>
        {(ids) => <TextInput {...ids} value={source.address} onChange={(address) => change({ ...source, address })} />}
      </Row>
    ),
  },
  search: {
    fresh: { of: "search", words: "" },
    Panel: ({ source, fault, change }) => (
      <Row label={own.searchWords} stacked error={fault("words")}>
        {(ids) => <TextInput {...ids} value={source.words} onChange={(words) => change({ ...source, words })} />}
      </Row>
    ),
  },
  picked: { fresh: { of: "picked", clips: [] }, Panel: Picked },
  media: {
    fresh: { of: "media", tag: "" },
    Panel: ({ source, fault, change }) => (
      <Row label={own.tag} stacked hint={own.tagHint} error={fault("tag")}>
        {(ids) => <TextInput {...ids} value={source.tag} onChange={(tag) => change({ ...source, tag })} />}
      </Row>
    ),
  },
};

const when = (iso: string) =>
  new Intl.DateTimeFormat("en-GB", { dateStyle: "medium", timeStyle: "short" }).format(new Date(iso));

export function SourcesStep({ id, settings: feed, faults, change }: StepProps<"clips">) {
  const { key } = useSite();
  const client = useQueryClient();
  const state = useFeedState(id);
  const { refusal, busy, attempt } = useCommand();
  const put = (sources: readonly FeedSource[]) => change({ sources });
  const readNow = () =>
    attempt(async () => {
      client.setQueryData(feedKey(key, id), await ask("feed.refresh", { site: key, widget: id }));
    });
  return (
    <>
      {feed.sources.length ? null : (
        <Text color="ink2" mb="10px">
          {own.empty}
        </Text>
      )}
      {feed.sources.map((source, at) => {
        const { Panel } = sorts[source.of] as { Panel: ComponentType<SortProps<Sort>> };
        const told = state?.sources.find((one) => one.source === source.id);
        const name = told?.title || own.sorts[source.of];
        return (
          <Box key={source.id} borderBottomWidth="1px" borderColor="line" pb="10px" mb="10px">
            <SourceHead name={name} at={at} feed={feed} put={put} source={source} />
            <Panel
              source={source as never}
              fault={(part) => faults[`sources[${at}].${part}`] ?? faults[`sources[${at}]`]}
              change={(next: FeedSource) => put(feed.sources.map((one) => (one === source ? next : one)))}
            />
            {told?.problem ? (
              <>
                <State tone="amber">{told.problem}</State>
                <Text fontSize="small" color="ink2">
                  {own.again(when(told.nextAt))}
                </Text>
              </>
            ) : (
              <Text fontSize="small" color="ink2">
                {told?.goodAt ? own.readClips(told.clips, when(told.goodAt)) : own.notYet}
              </Text>
            )}
          </Box>
        );
      })}
      <Row label={own.add}>
        {(ids) => (
          <Choice
            {...ids}
            value=""
            onChange={(sort) => {
              if (sort) put([...feed.sources, { id: nanoid(8), ...sorts[sort as Sort].fresh } as FeedSource]);
            }}
            options={[["", own.choose], ...Object.entries(own.sorts)]}
          />
        )}
      </Row>
      {feed.sources.length ? (
        <PlainButton loading={busy} loadingText={own.reading} onClick={readNow}>
          <RefreshCw size={14} /> {own.readNow}
        </PlainButton>
      ) : null}
      <RefusalNote refusal={refusal} />
    </>
  );
}

/** A source's name, and its place among the others. */
const SourceHead = ({
  name,
  at,
  feed,
  put,
  source,
}: {
  name: string;
  at: number;
  feed: ClipFeed;
  put: (sources: readonly FeedSource[]) => void;
  source: FeedSource;
}) => (
  <Flex align="center" gap="4px" mb="4px">
    <Text fontWeight="600" flex="1" minW="0" overflowWrap="anywhere">
      {name}
    </Text>
    <LineCommands
      before={own.up(name)}
      behind={own.down(name)}
      remove={own.remove(name)}
      first={at === 0}
      last={at === feed.sources.length - 1}
      onMove={(by) => {
        const moved = [...feed.sources];
        moved.splice(at + by, 0, ...moved.splice(at, 1));
        put(moved);
      }}
      onRemove={() => put(feed.sources.filter((one) => one !== source))}
    />
  </Flex>
);
