"use client";
// What stands around every screen of a site.
import { Flex } from "@chakra-ui/react";
import type { ReactNode } from "react";
import { VisitorProvider } from "@/studio/rehearse/rehearse";
import { Walk } from "@/studio/rehearse/walk-through";
import { SignInAgain } from "./sign-in-again";
import { SiteProvider } from "./site-context";
import { StatusProvider } from "./status";
import { StreamProvider } from "./stream";
import { TopBar } from "./top-bar";

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
