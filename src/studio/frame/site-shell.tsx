"use client";
// What stands around every screen of a site.
import { Flex } from "@chakra-ui/react";
import type { ReactNode } from "react";
import { later } from "@/studio/kit/later";
import { useChosenVisitor, VisitorProvider } from "@/studio/rehearse/chosen";
import { SignInAgain } from "./sign-in-again";
import { SiteProvider } from "./site-context";
import { StatusProvider } from "./status";
import { StreamProvider } from "./stream";
import { TopBar } from "./top-bar";

const WalkThrough = later(() => import("@/studio/rehearse/walk-through").then((module) => module.WalkThrough));

/** The walk through the site, while somebody walks. */
function Walk() {
  const { walking, end } = useChosenVisitor();
  return walking === null ? null : <WalkThrough path={walking} onClose={end} />;
}

export function SiteShell({ site, children }: { site: string; children: ReactNode }) {
  return (
    <SiteProvider site={site}>
      <SignInAgain />
      <StreamProvider site={site}>
        <StatusProvider>
          <VisitorProvider>
            <Flex direction="column" h="100dvh" overflow="hidden">
              <TopBar />
              {children}
            </Flex>
            <Walk />
          </VisitorProvider>
        </StatusProvider>
      </StreamProvider>
    </SiteProvider>
  );
}
