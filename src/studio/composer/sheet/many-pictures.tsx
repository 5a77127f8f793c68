"use client";
// Many pictures in one go for a list of them: files from the machine, dropped or chosen, or several of the site's own.
import { Box, Flex, Text } from "@chakra-ui/react";
import { Images, Upload as UploadIcon } from "lucide-react";
import { useState } from "react";
import { isPicture } from "@/core/media/entry";
import { useSite } from "@/studio/frame/site-context";
import { PlainButton } from "@/studio/kit/buttons";
import { FilesButton } from "@/studio/kit/file-button";
import { Progress, State } from "@/studio/kit/layout";
import { PictureWindow, useArriving, useDropped } from "@/studio/media/picture-window";
import { words as own } from "../words";

export function ManyPictures({
  there,
  onAdd,
}: {
  /** Those that stand in the list already. */
  there: ReadonlySet<unknown>;
  onAdd: (hashes: readonly string[]) => void;
}) {
  const site = useSite();
  const [choosing, setChoosing] = useState(false);
  const { uploads, list } = useArriving(onAdd);
  const { over, takes } = useDropped((files) => uploads.add(files));
  const open = list.filter(({ state }) => state === "waiting" || state === "sending").length;
  const wrong = list.filter(({ state }) => state === "refused" || state === "failed");
  const failed = wrong.filter(({ state }) => state === "failed").length;
  return (
    <Box
      {...takes}
      borderWidth="1px"
      borderStyle="dashed"
      borderColor={over ? "mark" : "edge"}
      borderRadius="field"
      p="8px"
      mt="6px"
    >
      <Text color="ink2" fontSize="small" mb="6px">
        {own.manyHint}
      </Text>
      <Flex gap="6px" wrap="wrap">
        <FilesButton label={own.manyFilesLabel} onFiles={(files) => uploads.add(files)}>
          <UploadIcon size={14} /> {own.manyFiles}
        </FilesButton>
        {site.media.some(isPicture) ? (
          <PlainButton onClick={() => setChoosing(true)}>
            <Images size={14} /> {own.manyOfSite}
          </PlainButton>
        ) : null}
      </Flex>
      {open ? (
        <Box mt="8px" role="status">
          <Text mb="4px">{own.manySending(list.length - open, list.length)}</Text>
          <Progress label={own.manyBar} done={list.length - open} total={list.length} />
        </Box>
      ) : null}
      {wrong.length ? (
        <Box mt="8px" role="status">
          <State tone="amber">{own.manyRefused(wrong.length)}</State>
          <Box as="ul" pl="18px" mt="4px" maxH="140px" overflowY="auto">
            {wrong.map(({ file, why }) => (
              <li key={`${file.name} ${file.size} ${file.lastModified}`}>{own.manyRefusedLine(file.name, why)}</li>
            ))}
          </Box>
          {failed && !open ? <PlainButton onClick={() => uploads.again()}>{own.manyAgain(failed)}</PlainButton> : null}
        </Box>
      ) : null}
      {choosing ? (
        <PictureWindow
          many
          there={there}
          onChosen={(hashes) => {
            setChoosing(false);
            onAdd(hashes);
          }}
          onClose={() => setChoosing(false)}
        />
      ) : null}
    </Box>
  );
}
