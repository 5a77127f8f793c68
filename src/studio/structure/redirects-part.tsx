"use client";
// Addresses that lead on: added one by one, or from a list as CSV.
import { Box, Flex, Text } from "@chakra-ui/react";
import { type UseMutationResult, useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Download, FileUp, Trash2 } from "lucide-react";
import { useState } from "react";
import type { Gives } from "@/server/operations";
import { useRefresh, useSite } from "@/studio/frame/site-context";
import { ask } from "@/studio/kit/api";
import { IconButton, MainButton, PlainButton, QuietButton } from "@/studio/kit/buttons";
import { Row, TextInput } from "@/studio/kit/fields";
import { FileButton } from "@/studio/kit/file-button";
import { Form, FormNote, useAsked } from "@/studio/kit/form";
import { Loading, RefusalNote, State } from "@/studio/kit/layout";
import type { Commands } from "@/studio/kit/use-command";
import { asRefusal, useCommand } from "@/studio/kit/use-command";
import { words } from "./words";

type Redirects = Gives<"redirects.list">["redirects"];

/** Hands a text over as a file. */
function handOver(name: string, text: string) {
  const link = document.createElement("a");
  link.href = URL.createObjectURL(new Blob([text], { type: "text/csv" }));
  link.download = name;
  link.click();
  URL.revokeObjectURL(link.href);
}

export function RedirectsPart() {
  const site = useSite();
  const client = useQueryClient();
  const refresh = useRefresh();
  const { data, error } = useQuery({
    queryKey: ["redirects", site.key],
    queryFn: () => ask("redirects.list", { site: site.key }),
  });
  const again = () => Promise.all([refresh(), client.invalidateQueries({ queryKey: ["redirects", site.key] })]);
  const { refusal, attempt } = useCommand();
  const [gone, setGone] = useState<Redirects[number] | null>(null);
  const form = useAsked({ from: "", to: "" }, async (values) => {
    await ask("redirects.add", { site: site.key, ...values });
    await again();
    form.reset();
  });
  const exporting = useCommand();
  const importing = useMutation({
    mutationFn: async (file: File) => {
      const told = await ask("redirects.import", { site: site.key, csv: await file.text() });
      await again();
      return told;
    },
  });
  if (!data) return error ? <State tone="brick">{error.message}</State> : <Loading what={words.loading} />;
  const all = data.redirects;
  return (
    <Box maxW="900px">
      <Text color="ink2" mb="12px">
        {words.redirectsHint}
      </Text>
      {site.mayLayout ? (
        <RedirectsHead form={form} importing={importing} all={all} exporting={exporting} site={site} />
      ) : null}
      <RefusalNote refusal={refusal} />
      {gone ? <TakenOut gone={gone} attempt={attempt} site={site} setGone={setGone} again={again} /> : null}
      {all.length ? (
        <RedirectList all={all} site={site} attempt={attempt} setGone={setGone} again={again} />
      ) : (
        <Text color="ink2">{words.noRedirects}</Text>
      )}
    </Box>
  );
}

/** Each address that leads elsewhere. */
const RedirectList = ({
  all,
  site,
  attempt,
  setGone,
  again,
}: {
  all: { from: string; page: string | null; to: string | null; ends: string | null }[];
  site: ReturnType<typeof useSite>;
  attempt: (work: () => Promise<unknown>) => void;
  setGone: (gone: Redirects[number] | null) => void;
  again: () => Promise<unknown>;
}) => (
  <Box as="ul" listStyleType="none" bg="sheet" borderWidth="1px" borderColor="line">
    {all.map((one) => (
      <Flex
        as="li"
        key={one.from}
        align="center"
        gap="12px"
        px="12px"
        minH="36px"
        borderBottomWidth="1px"
        borderColor="line"
        css={{ "&:last-of-type": { borderBottomWidth: 0 } }}
      >
        <Text flex="1" minW="0" truncate fontWeight="600" title={one.from}>
          {one.from}
        </Text>
        <Text flex="1.2" minW="0" truncate color={one.to === null ? "amber" : "ink"} title={one.to ?? ""}>
          {one.to ?? words.pageGone}
          {one.ends && one.ends !== one.to ? ` · ${words.byWay(one.ends)}` : ""}
        </Text>
        {site.mayLayout ? (
          <IconButton
            name={words.removeRedirect(one.from)}
            onClick={() =>
              attempt(async () => {
                await ask("redirects.remove", { site: site.key, from: one.from });
                setGone(one);
                await again();
              })
            }
          >
            <Trash2 size={15} />
          </IconButton>
        ) : null}
      </Flex>
    ))}
  </Box>
);

/** What was taken out last, with the way back. */
const TakenOut = ({
  gone,
  attempt,
  site,
  setGone,
  again,
}: {
  gone: { from: string; page: string | null; to: string | null; ends: string | null };
  attempt: (work: () => Promise<unknown>) => void;
  site: ReturnType<typeof useSite>;
  setGone: (gone: Redirects[number] | null) => void;
  again: () => Promise<unknown>;
}) => (
  <Flex align="center" gap="10px" mb="8px" role="status">
    <Text>{words.redirectRemoved(gone.from)}</Text>
    <QuietButton
      onClick={() =>
        attempt(async () => {
          await ask("redirects.add", { site: site.key, from: gone.from, to: gone.to ?? "/" });
          setGone(null);
          await again();
        })
      }
    >
      {words.takeBack}
    </QuietButton>
  </Flex>
);

/** A new redirect, and lists of them in and out. */
const RedirectsHead = ({
  form,
  importing,
  all,
  exporting,
  site,
}: {
  form: ReturnType<typeof useAsked<{ from: string; to: string }>>;
  importing: UseMutationResult<Gives<"redirects.import">, Error, File>;
  all: { from: string; page: string | null; to: string | null; ends: string | null }[];
  exporting: Commands;
  site: ReturnType<typeof useSite>;
}) => (
  <Box bg="sheet" borderWidth="1px" borderColor="line" p="14px" mb="14px">
    <Form of={form}>
      <Flex gap="10px" wrap="wrap" align="flex-start">
        <Box flex="1" minW="200px">
          <Row label={words.from} stacked error={form.at("from")}>
            {(ids) => <TextInput {...ids} value={form.values.from} onChange={(from) => form.set({ from })} />}
          </Row>
        </Box>
        <Box flex="1" minW="200px">
          <Row label={words.to} stacked error={form.at("to")} hint={words.toHint}>
            {(ids) => <TextInput {...ids} value={form.values.to} onChange={(to) => form.set({ to })} />}
          </Row>
        </Box>
        <Box pt="22px">
          <MainButton loading={form.busy} onClick={form.send}>
            {words.addRedirect}
          </MainButton>
        </Box>
      </Flex>
      <FormNote of={form} />
    </Form>
    <Flex gap="8px" align="center" wrap="wrap" borderTopWidth="1px" borderColor="line" pt="12px">
      <FileButton
        label={words.csvFile}
        accept=".csv,text/csv"
        loading={importing.isPending}
        onFile={(file) => importing.mutate(file)}
      >
        <FileUp size={14} /> {words.importCsv}
      </FileButton>
      {all.length ? (
        <PlainButton
          onClick={() =>
            exporting.attempt(async () => {
              const { default: Papa } = await import("papaparse");
              const data = all.map(({ from, to }) => [from, to ?? ""]);
              handOver(`${site.key}-redirects.csv`, Papa.unparse({ fields: ["from", "to"], data }));
            })
          }
        >
          <Download size={14} /> {words.exportCsv}
        </PlainButton>
      ) : null}
      <Text color="ink2">{words.csvHint}</Text>
    </Flex>
    <RefusalNote refusal={exporting.refusal} />
    {importing.error ? <RefusalNote refusal={asRefusal(importing.error)} /> : null}
    {importing.data ? <Imported told={importing.data} /> : null}
  </Box>
);

/** What came of a list: how many are new, and every line that was not taken with why. */
function Imported({ told }: { told: Gives<"redirects.import"> }) {
  return (
    <Box mt="10px" role="status">
      <State tone="moss">{words.imported(told.added, told.same)}</State>
      {told.refused.length ? (
        <Box mt="6px">
          <State tone="amber">{words.refusedLines(told.refused.length)}</State>
          <Box as="ul" mt="4px" pl="18px" maxH="200px" overflowY="auto">
            {told.refused.map(({ line, from, why }) => (
              <li key={line}>{words.line(line, from, why)}</li>
            ))}
          </Box>
        </Box>
      ) : null}
    </Box>
  );
}
