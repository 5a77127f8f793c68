"use client";
// The top bar as index tabs: the open one is cut out of the ink and becomes the page below it.
import { Box, Flex, Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { ChevronDown } from "lucide-react";
import Link from "next/link";
import { usePathname, useRouter } from "next/navigation";
import { type ReactNode, useEffect, useRef, useState } from "react";
import { ask } from "@/studio/kit/api";
import { later } from "@/studio/kit/later";
import { MenuButton } from "@/studio/kit/menu-button";
import { useChosenVisitor } from "@/studio/rehearse/chosen";
import { Brandmark } from "./brandmark";
import { useDeskWaiting } from "./desk-waiting";
import { useSite } from "./site-context";
import { useStatusWords } from "./status";
import { useStreamEvent } from "./stream";
import { words } from "./words";

const TakeOut = later(() => import("./take-out").then((module) => module.TakeOut));

interface Tab {
  readonly path: string;
  readonly name: string;
  readonly designer?: boolean;
  /** Further screens that belong to it. */
  readonly below?: readonly string[];
}

const tabs: readonly Tab[] = [
  { path: "pages", name: words.pages, below: ["structure"] },
  { path: "brand", name: words.brand, designer: true },
  { path: "media", name: words.media },
  { path: "widgets", name: words.widgets, designer: true, below: ["payments"] },
  { path: "checks", name: words.checks },
  { path: "publish", name: words.publish },
  { path: "desk", name: words.desk, designer: true },
];

export async function leave() {
  await ask("account.signOut", {});
  location.assign("/sign-in");
}

/** How many changes wait for the next release. */
const useWaiting = (site: string) =>
  useQuery({
    queryKey: ["changes", site, "number"],
    queryFn: () => ask("publish.waiting", { site }),
  });

/** How many signups arrived while other screens were open: nothing waits about them, and yet one wants to know. */
function useSignups(atDesk: boolean): number {
  const [arrived, setArrived] = useState(0);
  useStreamEvent("desk", ({ of, arrival }) => {
    if (arrival && of === "popup" && !atDesk) setArrived((before) => before + 1);
  });
  useEffect(() => {
    if (atDesk) setArrived(0);
  }, [atDesk]);
  return arrived;
}

/** One index tab; the open one is cut out of the ink. */
export function IndexTab({ href, current, children }: { href: string; current: boolean; children: ReactNode }) {
  return (
    <Link href={href} aria-current={current ? "page" : undefined}>
      <Box
        h="36px"
        px="15px"
        display="flex"
        alignItems="center"
        borderTopRadius="6px"
        bg={current ? "paper" : "transparent"}
        color={current ? "ink" : "onInk"}
        fontWeight={current ? "700" : "500"}
        _hover={current ? {} : { bg: "inkSoft" }}
      >
        {children}
      </Box>
    </Link>
  );
}

/** A small count on the Desk's tab. */
const Waiting = ({ count }: { count: number }) => (
  <Box
    as="span"
    role="status"
    ml="7px"
    px="6px"
    borderRadius="9px"
    bg="markOnInk"
    color="ink"
    fontSize="12px"
    lineHeight="18px"
    fontWeight="700"
    aria-label={words.waitsOnDesk(count)}
  >
    {count}
  </Box>
);

export function TopBar() {
  const site = useSite();
  const path = usePathname();
  const router = useRouter();
  const status = useStatusWords();
  const { walk } = useChosenVisitor();
  const bar = useRef<HTMLDivElement>(null);
  useEffect(() => {
    const open = path && bar.current?.querySelector("[aria-current=page]");
    if (open) open.scrollIntoView({ block: "nearest", inline: "center" });
  }, [path]);
  const changes = useWaiting(site.key);
  const [taking, setTaking] = useState(false);
  const changed = changes.data?.changed ?? 0;
  const signups = useSignups(path.startsWith(`/s/${site.key}/desk`));
  const waiting = (useDeskWaiting().data?.waiting ?? []).reduce((sum, { all }) => sum + all, signups);
  return (
    <Flex
      ref={bar}
      as="header"
      h="46px"
      flex="none"
      bg="ink"
      color="sheet"
      align="flex-end"
      px="14px"
      gap="14px"
      // On a phone the bar is longer than the window: it is moved by hand, and begins at the open tab.
      css={{ "@media (max-width: 860px)": { overflowX: "auto", overflowY: "hidden", "& > *": { flex: "none" } } }}
    >
      <Box h="46px" display="flex" alignItems="center">
        <Link href="/" aria-label={words.webitorAllSites}>
          <Brandmark />
        </Link>
      </Box>
      <SiteMenu site={site} router={router} setTaking={setTaking} />
      {taking ? <TakeOut release={null} onClose={() => setTaking(false)} /> : null}
      <Flex as="nav" aria-label={words.screens} h="36px" gap="2px" ml="8px">
        {tabs
          .filter((tab) => !tab.designer || site.mayLayout)
          .map((tab) => {
            const current = [tab.path, ...(tab.below ?? [])].some((one) => path.startsWith(`/s/${site.key}/${one}`));
            return (
              <IndexTab key={tab.path} href={`/s/${site.key}/${tab.path}`} current={current}>
                {tab.name}
                {tab.path === "desk" && waiting ? <Waiting count={waiting} /> : null}
              </IndexTab>
            );
          })}
      </Flex>
      <Box flex="1" />
      <Ways status={status} walk={walk} site={site} changed={changed} />
    </Flex>
  );
}

/** Whether it is saved, and the ways to the visitor's view and to publishing. */
const Ways = ({
  status,
  walk,
  site,
  changed,
}: {
  status: { words: string; warn: boolean } | null;
  walk: (path?: string) => void;
  site: ReturnType<typeof useSite>;
  changed: number;
}) => (
  <Flex h="46px" align="center" gap="12px">
    <Text
      role="status"
      whiteSpace="nowrap"
      color={status?.warn ? "warnOnInk" : "onInk"}
      fontWeight={status?.warn ? "650" : "450"}
    >
      {status?.words ?? ""}
    </Text>
    <button
      type="button"
      title={words.walkThroughSiteAs}
      onClick={() => walk()}
      style={{
        height: 30,
        padding: "0 12px",
        borderRadius: "var(--chakra-radii-field)",
        border: "1px solid var(--chakra-colors-faint)",
        fontWeight: 650,
        cursor: "pointer",
      }}
    >
      {words.rehearse}
    </button>
    {site.mayLayout ? (
      <Link href={`/s/${site.key}/publish`}>
        <Box
          bg="white"
          color="ink"
          h="30px"
          px="12px"
          borderRadius="field"
          display="flex"
          alignItems="center"
          fontWeight="700"
          whiteSpace="nowrap"
        >
          {changed ? words.publishChanges(changed) : words.publish}
        </Box>
      </Link>
    ) : null}
  </Flex>
);

/** The name of the site, with what is done with all of it. */
const SiteMenu = ({
  site,
  router,
  setTaking,
}: {
  site: ReturnType<typeof useSite>;
  router: ReturnType<typeof useRouter>;
  setTaking: (next: boolean) => void;
}) => (
  <MenuButton
    minWidthPx={200}
    button={
      <button
        type="button"
        style={{
          display: "flex",
          alignItems: "center",
          gap: 5,
          height: 46,
          fontWeight: 650,
          cursor: "pointer",
          whiteSpace: "nowrap",
        }}
      >
        {site.name} <ChevronDown size={13} aria-hidden="true" />
      </button>
    }
    groups={[
      [
        { value: "all", words: words.toAllSites, onSelect: () => router.push("/") },
        { value: "live", words: words.openLiveSite, onSelect: () => void open(site.address, "_blank") },
        ...(site.mayLayout
          ? [
              {
                value: "settings",
                words: words.siteSettings,
                onSelect: () => router.push(`/s/${site.key}/settings`),
              },
              { value: "export", words: words.downloadSiteFile, onSelect: () => setTaking(true) },
            ]
          : []),
      ],
      [
        { value: "account", words: words.yourAccount, onSelect: () => router.push("/account") },
        { value: "leave", words: words.signOut, onSelect: () => void leave() },
      ],
    ]}
  />
);
