"use client";
// What measuring found at the selected block, with what repairs it.
import { Box, Flex, Text } from "@chakra-ui/react";
import Link from "next/link";
import { checkWidths, isInShared, type LayoutFinding, layoutCodes, repairEdits } from "@/core/check/layout";
import type { PageNode } from "@/core/page/node";
import { within } from "@/core/page/shared/placement";
import { words as checkWords, regionWords, repairWords, widthsWords } from "@/studio/check/words";
import { useSite } from "@/studio/frame/site-context";
import { PlainButton } from "@/studio/kit/buttons";
import { State } from "@/studio/kit/layout";
import { reasonWords } from "@/studio/kit/reasons";
import { rootsIn } from "../findings";
import type { Composer, ComposerView } from "../store";

/** Whether a finding is of a block, or of what a shared section shows in its place. */
const isOf = ({ node }: LayoutFinding, block: string) => node === block || Boolean(node?.startsWith(block + within));

export function BlockFindings({
  composer,
  view,
  node,
  findings,
}: {
  composer: Composer;
  view: ComposerView;
  node: PageNode;
  findings: readonly LayoutFinding[];
}) {
  const site = useSite();
  const here = findings.filter((finding) => isOf(finding, node.id));
  if (!here.length) return null;
  const repair = (finding: LayoutFinding) => {
    // What lies behind words may be of another document than the words are.
    const edits = Object.values(rootsIn(view)).flatMap((root) => repairEdits(finding, root));
    const document = edits.length ? composer.documentOf(finding.repair?.node ?? "") : null;
    const refusal = document ? composer.edit(document, edits) : checkWords.failed;
    if (refusal) composer.say(refusal);
  };
  return (
    <Box my="8px" p="10px" borderWidth="1px" borderColor="line" bg="white" borderRadius="panel" role="status">
      {here.map((finding) => (
        <Box key={`${finding.code}${finding.node}${finding.values.state ?? ""}`} mb="6px" _last={{ mb: 0 }}>
          <State tone={layoutCodes[finding.code].weight === "stops" ? "brick" : "amber"}>
            {reasonWords({ code: finding.code, ...finding.values })}
          </State>
          <Flex align="center" gap="8px" wrap="wrap" pl="16px">
            <Text fontSize="small" color="ink2">
              {[widthsWords(finding.widths, checkWidths.length), regionWords(finding)].filter(Boolean).join(", ")}
            </Text>
            {finding.region !== "main" && finding.repair ? (
              <Link href={`/s/${site.key}/checks`} style={{ textDecoration: "underline" }}>
                {checkWords.triedInChecks}
              </Link>
            ) : null}
            {finding.region === "main" && finding.repair && composer.mayLayout && !isInShared(finding) ? (
              <PlainButton h="26px" onClick={() => repair(finding)}>
                {repairWords(finding.repair)}
              </PlainButton>
            ) : null}
          </Flex>
        </Box>
      ))}
    </Box>
  );
}
