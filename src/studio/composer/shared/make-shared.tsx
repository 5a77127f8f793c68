"use client";
// A section of the page becomes a definition that can stand on many pages.
import type { PageNode } from "@/core/page/node";
import { later } from "@/studio/kit/later";
import { WindowButton } from "@/studio/kit/window-button";
import type { Composer } from "../store";
import { words } from "./words";

const MakeWindow = later(() => import("./make-window").then((module) => module.MakeWindow));

export const MakeShared = (props: { composer: Composer; section: PageNode }) => (
  <WindowButton words={words.make} window={(close) => <MakeWindow {...props} onClose={close} />} />
);
