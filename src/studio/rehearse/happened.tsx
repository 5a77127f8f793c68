// What happened to a visitor who was rehearsed, and why.
import { Box, Flex, Text } from "@chakra-ui/react";
import type { Moment, Rehearsal } from "@/core/opening/course";
import { reasonWords } from "@/studio/kit/reasons";
import { words as own } from "./words";

/** What a rehearsal says happened, in the order of time. */
export function Happened({
  moments,
  unopened,
  names,
}: {
  moments: readonly Moment[];
  unopened: Rehearsal["unopened"];
  names: (widget: string) => string;
}) {
  return (
    <Box as="ol" listStyleType="none" aria-live="polite">
      {moments.map((moment, index) => (
        <Flex as="li" key={index} gap="10px" py="5px" borderBottomWidth="1px" borderColor="line">
          <Text w="46px" flex="none" color="ink2">{`${Math.round(moment.at * 10) / 10} s`}</Text>
          <Box>
            <Text
              fontWeight="650"
              color={moment.what === "heldBack" ? "amber" : "ink"}
            >{`${names(moment.widget)} ${own.verbs[moment.what]}`}</Text>
            {moment.reasons.map((reason) => (
              <Text key={JSON.stringify(reason)} color="ink2">
                {reasonWords(reason)}
              </Text>
            ))}
          </Box>
        </Flex>
      ))}
      {unopened.map(({ widget, reasons }) => (
        <Flex as="li" key={widget} gap="10px" py="5px" borderBottomWidth="1px" borderColor="line">
          <Text w="46px" flex="none" color="ink2">
            {own.never}
          </Text>
          <Box>
            <Text fontWeight="650" color="amber">
              {own.whyDoesNotOpen(names(widget))}
            </Text>
            {reasons.map((reason) => (
              <Text key={JSON.stringify(reason)} color="ink2">
                {reasonWords(reason)}
              </Text>
            ))}
          </Box>
        </Flex>
      ))}
      {!moments.length && !unopened.length ? <Text color="ink2">{own.nothingHasHappenedYet}</Text> : null}
    </Box>
  );
}
