"use client";
// A block or a section is put on the studio's own shelf.
import type { PageNode } from "@/core/page/node";
import { later } from "@/studio/kit/later";
import { WindowButton } from "@/studio/kit/window-button";
import type { Composer } from "../store";
import { words } from "./words";

const PutWindow = later(() => import("./own").then((module) => module.PutWindow));

export const PutOnShelf = (props: { composer: Composer; node: PageNode }) => (
  <WindowButton words={words.put} window={(close) => <PutWindow {...props} onClose={close} />} />
);
