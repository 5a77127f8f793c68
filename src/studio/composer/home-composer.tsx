"use client";
// The composer, opened on the home page.
import { useSite } from "@/studio/frame/site-context";
import { ComposerScreen } from "./composer-screen";

export function HomeComposer() {
  const { pages } = useSite();
  return <ComposerScreen page={(pages.find((page) => page.slug === "") ?? pages[0])?.id ?? ""} />;
}
