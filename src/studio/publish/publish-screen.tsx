"use client";
// Publish: what changed since the last release, what stands in the way, progress, history.
import { Box, Flex, Text } from "@chakra-ui/react";
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Download } from "lucide-react";
import Link from "next/link";
import { useState } from "react";
import type { Finding } from "@/core/check/problems";
import type { JobProgress } from "@/core/event/event";
import type { Change } from "@/core/site/change";
import type { Gives } from "@/server/operations";
import { FindingGroups } from "@/studio/check/finding-groups";
import { type FindingRow, rowOf } from "@/studio/check/rows";
import { useJob } from "@/studio/frame/job";
import { useRefresh, useSite } from "@/studio/frame/site-context";
import { TakeOut } from "@/studio/frame/take-out";
import { ask } from "@/studio/kit/api";
import { MainButton, PlainButton } from "@/studio/kit/buttons";
import { Loading, Progress, RefusalNote, State, Title } from "@/studio/kit/layout";
import { useCommand } from "@/studio/kit/use-command";
import { ChangeRow } from "./change-row";
import { ChangedPicture, isSeen } from "./changed-picture";
import { LookAtRelease } from "./look-at-release";
import { words } from "./words";

/** How wide what stands beside the changes is, in px. */
const besidePx = 440;

const when = (iso: string) =>
  new Intl.DateTimeFormat("en-GB", { dateStyle: "medium", timeStyle: "short" }).format(new Date(iso));

export function PublishScreen() {
  const site = useSite();
  const client = useQueryClient();
  const refresh = useRefresh();
  const changes = useQuery({
    queryKey: ["changes", site.key, "list"],
    queryFn: () => ask("publish.changes", { site: site.key }),
  });
  const history = useQuery({
    queryKey: ["history", site.key],
    queryFn: () => ask("publish.history", { site: site.key }),
  });
  const [job, setJob] = useState<string | null>(null);
  const [leftOut, setLeftOut] = useState<ReadonlySet<string>>(new Set());
  const [lookedAt, setLookedAt] = useState<Release | null>(null);
  const [looking, setLooking] = useState("");
  const [taking, setTaking] = useState<string | null>(null);
  const [said, setSaid] = useState<string | null>(null);
  const { refusal, busy, attempt } = useCommand();
  const again = () =>
    Promise.all([
      refresh(),
      client.invalidateQueries({ queryKey: ["history", site.key] }),
      client.invalidateQueries({ queryKey: ["compare", site.key] }),
    ]);
  const progress = useJob(site.key, job, () => void again());
  const running = job !== null && progress?.state !== "done" && progress?.state !== "failed";
  if (!changes.data)
    return changes.error ? <State tone="brick">{changes.error.message}</State> : <Loading what={words.loading} />;
  const stops = changes.data.findings.filter((finding) => finding.weight === "stops");
  const rows = changes.data.findings.map((finding, index) => rowOf(site, finding, index));
  const all = changes.data.changes;
  const changed = all.length;
  const nameOf = (change: (typeof all)[number]) => `${change.of} ${change.id}`;
  const left = all.filter((change) => leftOut.has(nameOf(change)));
  const live = history.data?.find((release) => release.live);
  const first = history.data !== undefined && live === undefined;
  const include = (name: string, included: boolean) => {
    const next = new Set(leftOut);
    if (included) next.delete(name);
    else next.add(name);
    setLeftOut(next);
  };
  /** What was said about the command before is no longer true once another one is done. */
  const command = (work: () => Promise<string | null>) =>
    attempt(async () => {
      setJob(null);
      setSaid(null);
      setLookedAt(null);
      setSaid(await work());
      await again();
    });
  const publish = () =>
    attempt(async () => {
      setSaid(null);
      const { job: started } = await ask("publish.start", {
        site: site.key,
        leaveOut: left.map(({ of, id }) => ({ of, id })),
      });
      setLeftOut(new Set());
      setJob(started);
    });
  const goBack = (release: string) =>
    command(async () => {
      await ask("publish.goBack", { site: site.key, release });
      return null;
    });
  const restore = (release: string) =>
    command(async () => words.restored((await ask("publish.restore", { site: site.key, release })).taken));
  const going = changed - left.length;
  const looked = all.find((change) => nameOf(change) === looking) ?? all.find(isSeen);
  return (
    <Box as="main" overflowY="auto" flex="1" minH="0">
      <Flex
        maxW="1180px"
        mx="auto"
        p={{ base: "14px", md: "28px" }}
        gap={{ base: "24px", md: "36px" }}
        align={{ base: "stretch", lg: "flex-start" }}
        direction={{ base: "column", lg: "row" }}
      >
        <Box flex="1" minW="0">
          <Title>{words.title}</Title>
          <Text color="ink2" mb="16px">
            {words.shows(site.address.replace(/^https?:\/\//, ""), live?.number ?? null)}
          </Text>
          <Box bg="sheet" borderWidth="1px" borderColor="line" p="18px" mb="20px">
            <PublishHead
              first={first}
              site={site}
              changed={changed}
              left={left}
              stops={stops}
              rows={rows.filter(({ weight }) => weight === "stops")}
              busy={busy}
              running={running}
              going={going}
              publish={publish}
            />
            {said ? (
              <Box mt="10px" role="status">
                <State tone="moss">{said}</State>
              </Box>
            ) : null}
            {job ? <Publishing progress={progress} site={site} /> : null}
            {changes.data.unmeasured && site.mayLayout ? (
              <Flex gap="10px" mt="10px" wrap="wrap">
                <Text color="ink2">{words.unmeasured(changes.data.unmeasured)}</Text>
                <Link href={`/s/${site.key}/checks`} style={{ textDecoration: "underline" }}>
                  {words.measure}
                </Link>
              </Flex>
            ) : null}
            <RefusalNote refusal={refusal} />
            <Changes
              changed={changed}
              all={all}
              nameOf={nameOf}
              first={first}
              leftOut={leftOut}
              include={include}
              looked={looked ? nameOf(looked) : ""}
              setLooking={setLooking}
              command={command}
              site={site}
            />
          </Box>
          {rows.length ? (
            <Box as="section" aria-label={words.findings} mb="20px">
              <Flex gap="6px 14px" wrap="wrap" align="baseline" mb="8px">
                <Title level={2}>{words.findings}</Title>
                <Link href={`/s/${site.key}/checks`} style={{ textDecoration: "underline" }}>
                  {words.toChecks}
                </Link>
              </Flex>
              <FindingGroups rows={rows} />
            </Box>
          ) : null}
        </Box>
        <Box w={{ base: "100%", lg: `${besidePx}px` }} flex="none">
          {looked && !first ? (
            <Box display={{ base: "none", lg: "block" }}>
              <ChangedPicture key={nameOf(looked)} change={looked} roomPx={besidePx - 2} />
            </Box>
          ) : null}
          <History history={history} setTaking={setTaking} setLookedAt={setLookedAt} />
        </Box>
      </Flex>
      {taking ? <TakeOut release={taking} onClose={() => setTaking(null)} /> : null}
      {lookedAt ? (
        <LookAtRelease
          release={lookedAt}
          onClose={() => setLookedAt(null)}
          onGoBack={() => void goBack(lookedAt.id)}
          onRestore={() => void restore(lookedAt.id)}
        />
      ) : null}
    </Box>
  );
}

/** The releases so far. */
const History = ({
  history,
  setTaking,
  setLookedAt,
}: {
  history: { data: Gives<"publish.history"> | undefined };
  setTaking: (release: string) => void;
  setLookedAt: (release: Release) => void;
}) => (
  <Box as="section" aria-label={words.history}>
    <Title level={2}>{words.history}</Title>
    {history.data?.length === 0 ? (
      <Text color="ink2" mt="8px">
        {words.noHistory}
      </Text>
    ) : null}
    <Box as="ol" listStyleType="none" mt="8px">
      {history.data?.map((release) => (
        <Flex as="li" key={release.id} align="center" gap="10px" borderTopWidth="1px" borderColor="line" py="8px">
          <Box flex="1" minW="0">
            <Flex gap="10px">
              <Text fontWeight="700">{words.release(release.number)}</Text>
              {release.live ? <State tone="moss">{words.live}</State> : null}
              {release.state === "building" ? <State tone="amber">{words.building}</State> : null}
            </Flex>
            <Text fontSize="small" color="ink2">
              {words.made(when(release.createdAt), release.by, release.pages, release.rendered)}
            </Text>
          </Box>
          {release.state === "complete" ? (
            <>
              <button
                type="button"
                aria-label={words.download(release.number)}
                title={words.downloadHint}
                style={{ padding: 6, cursor: "pointer" }}
                onClick={() => setTaking(release.id)}
              >
                <Download size={15} />
              </button>
              <PlainButton aria-label={words.lookAt(release.number)} onClick={() => setLookedAt(release)}>
                {words.look}
              </PlainButton>
            </>
          ) : null}
        </Flex>
      ))}
    </Box>
  </Box>
);

/** What changed since the last release. */
const Changes = ({
  changed,
  all,
  nameOf,
  first,
  leftOut,
  include,
  looked,
  setLooking,
  command,
  site,
}: {
  changed: number;
  all: readonly Change[];
  nameOf: (change: Change) => string;
  first: boolean;
  leftOut: ReadonlySet<string>;
  include: (name: string, included: boolean) => void;
  looked: string;
  setLooking: (name: string) => void;
  command: (work: () => Promise<string | null>) => void;
  site: ReturnType<typeof useSite>;
}) => (
  <Box as="ul" listStyleType="none" mt={changed ? "14px" : "0"}>
    {all.map((change) => (
      <ChangeRow
        key={nameOf(change)}
        change={change}
        first={first}
        included={!leftOut.has(nameOf(change))}
        looked={!first && nameOf(change) === looked}
        onLook={() => setLooking(nameOf(change))}
        onInclude={(included) => include(nameOf(change), included)}
        onTakeBack={() =>
          command(async () => {
            await ask("publish.takeBack", { site: site.key, of: change.of, id: change.id });
            return null;
          })
        }
      />
    ))}
  </Box>
);

/** How far the release is. */
const Publishing = ({ progress, site }: { progress: JobProgress | null; site: ReturnType<typeof useSite> }) => (
  <Box mt="12px" role="status">
    {progress?.state === "failed" ? (
      <State tone="brick">{words.failed(progress.error)}</State>
    ) : progress?.state === "done" ? (
      <Flex gap="14px">
        <State tone="moss">{words.published}</State>
        <a href={site.address} target="_blank" rel="noreferrer" style={{ textDecoration: "underline" }}>
          {words.openLive}
        </a>
      </Flex>
    ) : (
      <>
        <Text mb="4px">{progress ? words.progress(progress.done, progress.total) : words.beginning}</Text>
        <Progress label={words.publishing} done={progress?.done ?? 0} total={progress?.total ?? 1} />
      </>
    )}
  </Box>
);

/** So many of what stops a release stand at its button. */
const mostStopping = 6;

/** What stops the release, each with the way to it, before anything else is told. */
const Stopping = ({ rows }: { rows: readonly FindingRow[] }) =>
  rows.length ? (
    <Box as="ul" mt="6px" ps="15px" aria-label={words.whatStops}>
      {rows.slice(0, mostStopping).map((row) => (
        <Box as="li" key={row.key} mt="3px">
          {row.says}{" "}
          <Link href={row.at} aria-label={words.showOf(row.says)} style={{ textDecoration: "underline" }}>
            {words.show}
          </Link>
        </Box>
      ))}
      {rows.length > mostStopping ? <li>{words.moreStop(rows.length - mostStopping)}</li> : null}
    </Box>
  ) : null;

/** What is live, and the button that publishes. */
const PublishHead = ({
  first,
  site,
  changed,
  left,
  stops,
  rows,
  busy,
  running,
  going,
  publish,
}: {
  first: boolean;
  site: ReturnType<typeof useSite>;
  changed: number;
  left: Change[];
  stops: Finding[];
  rows: readonly FindingRow[];
  busy: boolean;
  running: boolean;
  going: number;
  publish: () => void;
}) => (
  <Flex justify="space-between" align="center" gap="16px" wrap="wrap">
    <Box>
      <Text fontWeight="700">
        {first
          ? words.first(site.pages.length, site.widgets.length)
          : changed
            ? words.waiting(changed)
            : words.allPublished}
      </Text>
      {left.length ? <State tone="amber">{words.leftOut(left.length)}</State> : null}
      {stops.length ? <State tone="brick">{words.stops(stops.length)}</State> : null}
      <Stopping rows={rows} />
    </Box>
    {site.mayLayout ? (
      <MainButton disabled={busy || running || stops.length > 0 || (changed > 0 && going === 0)} onClick={publish}>
        {changed ? words.publish(going) : words.publishAgain}
      </MainButton>
    ) : null}
  </Flex>
);

type Release = Gives<"publish.history">[number];
