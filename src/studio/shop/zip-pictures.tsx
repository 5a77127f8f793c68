"use client";
// Pictures of products out of a zip into Media, one after the other: a table finds them by their file names.
import { Box, Text } from "@chakra-ui/react";
import { useState } from "react";
import type { MediaEntry } from "@/core/media/entry";
import { useRefresh, useSite } from "@/studio/frame/site-context";
import { Refusal, upload } from "@/studio/kit/api";
import { FileButton } from "@/studio/kit/file-button";
import { Progress, State } from "@/studio/kit/layout";
import { words as own } from "./words";

/** The largest zip that is opened here, and the largest picture of it, in bytes. */
const largest = { zip: 512 * 2 ** 20, picture: 20 * 2 ** 20 } as const;
const mostPictures = 2000;

const types: Readonly<Record<string, string>> = {
  jpg: "image/jpeg",
  jpeg: "image/jpeg",
  png: "image/png",
  webp: "image/webp",
  avif: "image/avif",
  gif: "image/gif",
};

const typeOf = (name: string): string | undefined => types[name.split(".").at(-1)?.toLowerCase() ?? ""];

interface Done {
  readonly done: number;
  readonly all: number;
  /** What was not taken, each with its reason. */
  readonly left: readonly string[];
}

export function ZipPictures() {
  const { key } = useSite();
  const refresh = useRefresh();
  const [state, setState] = useState<Done | null>(null);
  const [fault, setFault] = useState("");
  const busy = state !== null && state.done < state.all;

  /** Takes the pictures of a zip one by one: of each only its own bytes are unpacked at a time. */
  async function take(file: File) {
    setFault("");
    setState(null);
    if (file.size > largest.zip) return setFault(own.zipTooLarge);
    const bytes = new Uint8Array(await file.arrayBuffer());
    const { unzipSync } = await import("fflate");
    const found = new Map<string, number>();
    try {
      unzipSync(bytes, {
        filter: ({ name, originalSize }) => {
          // What some systems put beside each file is none of them.
          if (typeOf(name) && !name.startsWith("__") && !name.includes("/._")) found.set(name, originalSize);
          return false;
        },
      });
    } catch {
      return setFault(own.zipNone);
    }
    const names = [...found.keys()].slice(0, mostPictures);
    if (!names.length) return setFault(own.zipEmpty);
    const left: string[] = found.size > mostPictures ? [own.zipMany(mostPictures)] : [];
    for (const [at, path] of names.entries()) {
      setState({ done: at, all: names.length, left });
      const name = path.split("/").at(-1) ?? path;
      try {
        if ((found.get(path) ?? 0) > largest.picture) throw new Refusal(0, "tooLarge", own.pictureTooLarge);
        const [unpacked] = Object.values(unzipSync(bytes, { filter: (one) => one.name === path }));
        const picture = new File([new Uint8Array(unpacked ?? [])], name, { type: typeOf(name) ?? "" });
        await upload<MediaEntry>(`/api/sites/${key}/media`, picture);
      } catch (error) {
        left.push(`${name}: ${error instanceof Error ? error.message : own.zipNone}`);
      }
    }
    setState({ done: names.length, all: names.length, left });
    await refresh();
  }

  return (
    <Box mb="12px">
      <FileButton label={own.zipFile} accept=".zip,application/zip" disabled={busy} onFile={(file) => void take(file)}>
        {own.bringZip}
      </FileButton>
      {fault ? <State tone="brick">{fault}</State> : null}
      {busy && state ? (
        <Progress label={own.howFar(state.done, state.all)} done={state.done} total={state.all} />
      ) : null}
      {state && !busy ? <State tone="moss">{own.zipDone(state.all - state.left.length)}</State> : null}
      {state?.left.map((one) => (
        <Text key={one} color="brick" fontSize="small">
          {one}
        </Text>
      ))}
    </Box>
  );
}
