"use client";
// Publish: what changed since the last release, what stands in the way, progress, history.
import { Box, Flex, Text } from "@chakra-ui/react";
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Download, RotateCcw } from "lucide-react";
import Link from "next/link";
import { useEffect, useState } from "react";
import type { Finding } from "@/core/check/problems";
import type { Change } from "@/core/site/changes";
import { useRefresh, useSite } from "@/studio/frame/site-context";
import { useChanges } from "@/studio/frame/top-bar";
import { ask } from "@/studio/kit/api";
import { Loading, MainButton, PlainButton, RefusalNote, State, Title, useRefusal } from "@/studio/kit/kit";
import { reasonWords } from "@/studio/kit/reasons";

const when = (iso: string) =>
  new Intl.DateTimeFormat("en-GB", { dateStyle: "medium", timeStyle: "short" }).format(new Date(iso));

const said = (change: Change): string => {
  if (change.what !== "changed") return change.what;
  return change.sections ? `${change.sections} ${change.sections === 1 ? "section" : "sections"} changed` : "changed";
};

interface Progress {
  readonly state: "queued" | "running" | "done" | "failed";
  readonly done: number;
  readonly total: number;
  readonly error: string | null;
}

/** Follows a job by server-sent events; the browser reconnects by itself after a restart. */
function useJob(site: string, job: string | null, onEnd: () => void): Progress | null {
  const [progress, setProgress] = useState<Progress | null>(null);
  // biome-ignore lint/correctness/useExhaustiveDependencies: the end is told once a job
  useEffect(() => {
    if (!job) return;
    const events = new EventSource(`/api/sites/${site}/jobs/${job}`);
    events.onmessage = (event) => {
      const next = JSON.parse(event.data as string) as Progress;
      setProgress(next);
      if (next.state === "done" || next.state === "failed") {
        events.close();
        onEnd();
      }
    };
    return () => events.close();
  }, [site, job]);
  return progress;
}

export function PublishScreen() {
  const site = useSite();
  const client = useQueryClient();
  const refresh = useRefresh();
  const changes = useChanges(site.key);
  const history = useQuery({
    queryKey: ["history", site.key],
    queryFn: () => ask("publish.history", { site: site.key }),
  });
  const [job, setJob] = useState<string | null>(null);
  const { refusal, attempt } = useRefusal();
  const again = () => Promise.all([refresh(), client.invalidateQueries({ queryKey: ["history", site.key] })]);
  const progress = useJob(site.key, job, () => void again());
  const running = job !== null && progress?.state !== "done" && progress?.state !== "failed";
  if (!changes.data)
    return changes.error ? <State tone="brick">{changes.error.message}</State> : <Loading what="the changes" />;
  const stops = changes.data.findings.filter((finding) => finding.weight === "stops");
  const looks = changes.data.findings.filter((finding) => finding.weight === "look");
  const { changed } = changes.data;
  const publish = () => attempt(async () => setJob((await ask("publish.start", { site: site.key })).job));
  const goBack = (release: string) =>
    attempt(async () => {
      await ask("publish.goBack", { site: site.key, release });
      await again();
    });
  return (
    <Box as="main" overflowY="auto" flex="1" minH="0">
      <Flex maxW="1180px" mx="auto" p="28px" gap="36px" align="flex-start">
        <Box flex="1" minW="0">
          <Title>Publish</Title>
          <Text color="ink2" mb="16px">
            {site.address.replace(/^https?:\/\//, "")} shows{" "}
            {history.data?.find((release) => release.live)
              ? `release ${history.data.find((release) => release.live)?.number}`
              : "nothing yet"}
            .
          </Text>
          <Box bg="sheet" borderWidth="1px" borderColor="line" p="18px" mb="20px">
            <Flex justify="space-between" align="center" gap="16px">
              <Box>
                <Text fontWeight="700">
                  {changed
                    ? `${changed} ${changed === 1 ? "change" : "changes"} since the last release`
                    : "Everything is published"}
                </Text>
                {stops.length ? (
                  <State tone="brick">{`${stops.length} ${stops.length === 1 ? "thing stops" : "things stop"} the release`}</State>
                ) : null}
              </Box>
              {site.mayLayout ? (
                <MainButton disabled={running || stops.length > 0} onClick={publish}>
                  {changed ? `Publish ${changed} ${changed === 1 ? "change" : "changes"}` : "Publish again"}
                </MainButton>
              ) : null}
            </Flex>
            {job ? (
              <Box mt="12px" role="status">
                {progress?.state === "failed" ? (
                  <State tone="brick">{`The release failed: ${progress.error}. The live site is as it was; publish again.`}</State>
                ) : progress?.state === "done" ? (
                  <Flex gap="14px">
                    <State tone="moss">Published.</State>
                    <a href={site.address} target="_blank" rel="noreferrer" style={{ textDecoration: "underline" }}>
                      Open the live site
                    </a>
                  </Flex>
                ) : (
                  <>
                    <Text mb="4px">
                      {progress
                        ? `${progress.done} of ${progress.total} steps. You may leave this page.`
                        : "Beginning…"}
                    </Text>
                    <progress
                      aria-label="Publishing"
                      value={progress?.done ?? 0}
                      max={progress?.total ?? 1}
                      style={{ width: "100%", accentColor: "var(--chakra-colors-moss)" }}
                    />
                  </>
                )}
              </Box>
            ) : null}
            <RefusalNote refusal={refusal} />
            <Box as="ul" listStyleType="none" mt={changed ? "14px" : "0"}>
              {changes.data.changes.map((change) => (
                <Flex
                  as="li"
                  key={change.of + change.id}
                  borderTopWidth="1px"
                  borderColor="line"
                  py="7px"
                  justify="space-between"
                  gap="12px"
                >
                  {change.of === "page" && change.what !== "removed" ? (
                    <Link href={`/s/${site.key}/pages/${change.id}`} style={{ fontWeight: 650 }}>
                      {change.name}
                    </Link>
                  ) : (
                    <Text fontWeight="650">{change.name}</Text>
                  )}
                  <Text color="ink2">{said(change)}</Text>
                </Flex>
              ))}
            </Box>
          </Box>
          {stops.length ? <Findings title="Stops the release" tone="brick" findings={stops} /> : null}
          {looks.length ? <Findings title="Worth a look" tone="amber" findings={looks} /> : null}
        </Box>
        <Box as="section" aria-label="History" w="420px" flex="none">
          <Title level={2}>History</Title>
          {history.data?.length === 0 ? (
            <Text color="ink2" mt="8px">
              Releases stand here; you can go back to each.
            </Text>
          ) : null}
          <Box as="ol" listStyleType="none" mt="8px">
            {history.data?.map((release) => (
              <Flex as="li" key={release.id} align="center" gap="10px" borderTopWidth="1px" borderColor="line" py="8px">
                <Box flex="1">
                  <Flex gap="10px">
                    <Text fontWeight="700">{`Release ${release.number}`}</Text>
                    {release.live ? <State tone="moss">live</State> : null}
                    {release.state === "building" ? <State tone="amber">in the making</State> : null}
                  </Flex>
                  <Text
                    fontSize="small"
                    color="ink2"
                  >{`${when(release.createdAt)} · ${release.by ?? "someone"} · ${release.pages} pages, ${release.rendered} rendered`}</Text>
                </Box>
                {release.state === "complete" ? (
                  <>
                    <a
                      href={`/api/sites/${site.key}/releases/${release.id}`}
                      download
                      aria-label={`Download release ${release.number} as a zip`}
                      title="Download as a zip"
                      style={{ padding: 6 }}
                    >
                      <Download size={15} />
                    </a>
                    {!release.live && site.mayLayout ? (
                      <PlainButton onClick={() => goBack(release.id)}>
                        <RotateCcw size={13} /> Go back to it
                      </PlainButton>
                    ) : null}
                  </>
                ) : null}
              </Flex>
            ))}
          </Box>
        </Box>
      </Flex>
    </Box>
  );
}

function Findings({ title, tone, findings }: { title: string; tone: "brick" | "amber"; findings: readonly Finding[] }) {
  const site = useSite();
  const placeOf = (finding: Finding) => {
    if (finding.widget)
      return {
        name: site.widgets.find((widget) => widget.id === finding.widget)?.name ?? "Widget",
        href: `/s/${site.key}/widgets/${finding.widget}`,
      };
    const page = site.pages.find((one) => one.id === finding.document) ?? site.pages[0];
    const name =
      finding.document === "header" ? "Header" : finding.document === "footer" ? "Footer" : (page?.title ?? "");
    return { name, href: `/s/${site.key}/pages/${page?.id}${finding.node ? `?select=${finding.node}` : ""}` };
  };
  return (
    <Box bg="sheet" borderWidth="1px" borderColor="line" p="18px" mb="20px">
      <Flex justify="space-between">
        <Text fontWeight="700">{title}</Text>
        <Text color="ink2">{findings.length}</Text>
      </Flex>
      {findings.map((finding) => {
        const place = placeOf(finding);
        return (
          <Flex
            key={`${finding.document}${finding.node}${finding.reason.code}${finding.widget}`}
            borderTopWidth="1px"
            borderColor="line"
            mt="8px"
            pt="8px"
            justify="space-between"
            gap="12px"
          >
            <State tone={tone}>{reasonWords(finding.reason)}</State>
            <Link
              href={place.href}
              style={{ textDecoration: "underline", whiteSpace: "nowrap" }}
            >{`Show on ${place.name}`}</Link>
          </Flex>
        );
      })}
    </Box>
  );
}
