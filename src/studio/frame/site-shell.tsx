"use client";
// What stands around every screen of a site.
import { Flex } from "@chakra-ui/react";
import type { ReactNode } from "react";
import { VisitorProvider } from "@/studio/rehearse/rehearse";
import { SignInAgain } from "./sign-in-again";
import { SiteProvider } from "./site-context";
import { StatusProvider } from "./status";
import { TopBar } from "./top-bar";

export function SiteShell({ site, children }: { site: string; children: ReactNode }) {
  return (
    <SiteProvider site={site}>
      <SignInAgain />
      <StatusProvider>
        <VisitorProvider>
          <Flex direction="column" h="100dvh" overflow="hidden">
            <TopBar />
            {children}
          </Flex>
        </VisitorProvider>
      </StatusProvider>
    </SiteProvider>
  );
}
