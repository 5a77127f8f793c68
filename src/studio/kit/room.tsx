"use client";
// How much of its room a studio uses, and word of it before it is used up.
import { Box, Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { ask } from "./api";
import { State } from "./layout";
import { words } from "./words";

const useRoom = () => useQuery({ queryKey: ["room"], queryFn: () => ask("sites.room", {}), staleTime: 30_000 });

const megabytes = (bytes: number) => Math.ceil(bytes / (1 << 20)).toLocaleString("en-GB");

/** One quiet line of what is used, or the warning. */
export function RoomLine() {
  const { data } = useRoom();
  if (!data) return null;
  const { used, room, warning } = data;
  return (
    <Box mt="28px" pt="12px" borderTopWidth="1px" borderColor="line">
      {warning ? (
        <State tone="amber">{warning}</State>
      ) : (
        <Text color="ink2">
          {words.roomUsedSitesPictures(
            used.sites,
            room.sites,
            used.pictures.toLocaleString("en-GB"),
            room.pictures.toLocaleString("en-GB"),
            megabytes(used.bytes),
            megabytes(room.bytes),
          )}
        </Text>
      )}
    </Box>
  );
}

/** The warning alone, where pictures are taken in. */
export function RoomWarning() {
  const { data } = useRoom();
  return data?.warning ? (
    <Box mt="8px">
      <State tone="amber">{data.warning}</State>
    </Box>
  ) : null;
}
