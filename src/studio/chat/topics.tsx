"use client";
// Topics of a brief: words that name each, and what is said.
import { Box, Flex, Text } from "@chakra-ui/react";
import { Plus, Trash2 } from "lucide-react";
import { nanoid } from "nanoid";
import type { Topic } from "@/core/chat/chat";
import { IconButton, QuietButton } from "@/studio/kit/buttons";
import { Row } from "@/studio/kit/fields";
import { Group } from "@/studio/kit/layout";
import { TextArea } from "@/studio/kit/text-area";
import { ListRow } from "@/studio/opening/list-row";
import { words } from "./words";

const own = words.brief;

export const Topics = ({
  title,
  note,
  path,
  topics,
  faults,
  onChange,
}: {
  title: string;
  note: string;
  /** Of the list among the settings: "brief.avoids". */
  path: string;
  topics: readonly Topic[];
  faults: Readonly<Record<string, string>>;
  onChange: (topics: readonly Topic[]) => void;
}) => {
  const put = (at: number, part: Partial<Topic>) =>
    onChange(topics.map((topic, nth) => (nth === at ? { ...topic, ...part } : topic)));
  return (
    <Group title={title}>
      <Text color="ink2" mb="8px">
        {note}
      </Text>
      {topics.map((topic, at) => (
        <Box key={topic.id} borderWidth="1px" borderColor="line" p="10px" mb="8px">
          <Flex gap="8px" align="start">
            <Box flex="1" minW="0">
              <ListRow
                label={own.topicWords}
                values={topic.words}
                error={faults[`${path}[${at}].words`]}
                hint=""
                onChange={(list) => put(at, { words: list })}
              />
              <Row label={own.topicSays} stacked error={faults[`${path}[${at}].says`]}>
                {(ids) => <TextArea {...ids} rows={2} value={topic.says} onChange={(says) => put(at, { says })} />}
              </Row>
            </Box>
            <IconButton name={own.removeTopic} onClick={() => onChange(topics.filter((_, nth) => nth !== at))}>
              <Trash2 size={14} />
            </IconButton>
          </Flex>
        </Box>
      ))}
      <QuietButton onClick={() => onChange([...topics, { id: nanoid(8), words: [], says: "" }])}>
        <Plus size={13} /> {own.addTopic}
      </QuietButton>
    </Group>
  );
};
