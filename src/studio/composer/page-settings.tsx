"use client";
// The settings of the page at hand.
import { useState } from "react";
import type { PageMeta } from "@/core/site/site";
import { MainButton } from "@/studio/kit/buttons";
import { Window } from "@/studio/kit/window";
import { type Moved, MovedFacts, PageFields, usePageForm } from "@/studio/structure/page-form";
import { words as structureWords } from "@/studio/structure/words";
import { words } from "./words";

export function PageSettings({ page, onClose }: { page: PageMeta; onClose: () => void }) {
  const [moved, setMoved] = useState<Moved | null>(null);
  // What follows from a new address is said before the window goes.
  const form = usePageForm(page, (told) => (told ? setMoved(told) : onClose()));
  return (
    // One window throughout: a second one would be closed by the focus that the first gives back.
    <Window
      title={moved ? structureWords.movedTitle : words.settingsOf(page.title)}
      open
      onClose={onClose}
      foot={
        moved ? (
          <MainButton onClick={onClose}>{structureWords.done}</MainButton>
        ) : (
          <MainButton loading={form.busy} onClick={form.send}>
            {structureWords.save}
          </MainButton>
        )
      }
    >
      {moved ? <MovedFacts moved={moved} /> : <PageFields of={form} />}
    </Window>
  );
}
