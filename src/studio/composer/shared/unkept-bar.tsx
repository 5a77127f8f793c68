"use client";
// On every page that shows a shared section: that another tab has changes of it that are not kept.
import { Box } from "@chakra-ui/react";
import { useEffect, useState } from "react";
import { useSite } from "@/studio/frame/site-context";
import { State } from "@/studio/kit/layout";
import { newId } from "@/studio/kit/new-id";
import type { Composer, ComposerView } from "../store";
import { leftInOthers, tabName } from "../unsent";
import { words } from "./words";

export function UnkeptBar({ composer, view }: { composer: Composer; view: ComposerView }) {
  const site = useSite();
  const [left, setLeft] = useState<ReadonlyMap<string, number>>(new Map());
  const shown = [...view.shared.keys()].sort().join(" ");
  useEffect(() => {
    let wanted = true;
    const look = async () => {
      const tab = await tabName(newId);
      if (wanted) setLeft(leftInOthers(site.key, shown ? shown.split(" ") : [], tab));
    };
    // Other tabs of the browser write there.
    const onStorage = () => void look();
    void look();
    addEventListener("storage", onStorage);
    return () => {
      wanted = false;
      removeEventListener("storage", onStorage);
    };
  }, [site.key, shown]);
  return [...left].map(([shared, edits]) => (
    <Box key={shared} bg="wash" borderBottomWidth="1px" borderColor="edge" px="12px" py="5px" role="status">
      <State tone="amber">{words.elsewhere(composer.documents.nameOf(shared), edits)}</State>
    </Box>
  ));
}
