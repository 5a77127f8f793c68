"use client";
// Walking through the site as the chosen visitor: the real pages on the rehearsal host, and what happens on them.
import { Box, Flex, Text } from "@chakra-ui/react";
import { X } from "lucide-react";
import type { RefObject } from "react";
import { useEffect, useRef, useState } from "react";
import type { Moment, Rehearsal } from "@/core/opening/course";
import { ConsentHere, type ConsentTold } from "@/studio/consent/why-view";
import { useSite } from "@/studio/frame/site-context";
import { IconButton } from "@/studio/kit/buttons";
import { Group, State, Title } from "@/studio/kit/layout";
import type { ChosenVisitor } from "@/studio/rehearse/chosen";
import { useRehearsedCalls } from "@/studio/widget/use-rehearsed-calls";
import { deviceWidths, useChosenVisitor } from "./chosen";
import { Happened } from "./happened";
import { useRehearsal } from "./use-rehearsal";
import { words as own } from "./words";

/** What went wrong in custom code, as its frame told. */
interface WrongCode {
  readonly title: string;
  readonly error: string;
  readonly line: number;
}

/** So many different faults are shown; a script may repeat itself without end. */
const mostWrong = 10;

/** The walk through the site. */
export function WalkThrough({ path, onClose }: { path: string; onClose: () => void }) {
  const site = useSite();
  const { chosen } = useChosenVisitor();
  const { base, error } = useRehearsal();
  useRehearsedCalls(base, null);
  const [told, setTold] = useState<{ moments: readonly Moment[]; unopened: Rehearsal["unopened"] }>({
    moments: [],
    unopened: [],
  });
  const [consent, setConsent] = useState<ConsentTold | null>(null);
  const [wrong, setWrong] = useState<readonly WrongCode[]>([]);
  useEffect(() => {
    const listen = (event: MessageEvent) => {
      const message = event.data as {
        from?: string;
        escape?: boolean;
        moments?: readonly Moment[];
        unopened?: Rehearsal["unopened"];
        consent?: ConsentTold;
        wrong?: WrongCode;
      };
      if (!base || event.origin !== new URL(base).origin || message.from !== "webitor-rehearsal") return;
      if (message.escape) return onClose();
      if (message.consent) setConsent(message.consent);
      const { wrong: fault } = message;
      if (fault)
        setWrong((before) => [...before.filter(({ error }) => error !== fault.error), fault].slice(-mostWrong));
      if (message.moments) setTold({ moments: message.moments, unopened: message.unopened ?? [] });
    };
    const onKey = (event: KeyboardEvent) => event.key === "Escape" && onClose();
    addEventListener("message", listen);
    addEventListener("keydown", onKey);
    return () => {
      removeEventListener("message", listen);
      removeEventListener("keydown", onKey);
    };
  }, [base, onClose]);
  // Whoever walks is in the page at once; another visitor, chosen later, leaves the caret at the choice.
  const frame = useRef<HTMLIFrameElement>(null);
  const there = base !== null;
  useEffect(() => {
    if (there) frame.current?.focus();
  }, [there]);
  const room = useRef<HTMLDivElement>(null);
  const [roomPx, setRoomPx] = useState(0);
  useEffect(() => {
    if (!room.current) return;
    const observer = new ResizeObserver(([entry]) => entry && setRoomPx(entry.contentRect.width));
    observer.observe(room.current);
    return () => observer.disconnect();
  }, []);
  // As wide as it says, however little room there is: then it is shown smaller.
  const widthPx = deviceWidths[chosen.device];
  const scale = roomPx ? Math.min(1, roomPx / widthPx) : 1;
  const names = (id: string) => `“${site.widgets.find((widget) => widget.id === id)?.name ?? id}”`;
  return (
    <Flex
      position="fixed"
      inset="0"
      zIndex="1500"
      bg="paper"
      direction="column"
      role="dialog"
      aria-modal="true"
      aria-label={own.walkThrough}
    >
      <Flex h="46px" bg="ink" color="sheet" align="center" px="16px" gap="14px">
        <Title level={2}>{own.walkingAs(chosen.visit === 1)}</Title>
        <Text color="onInk">
          {own.walkFacts(own.devices[chosen.device], scale < 1 ? Math.round(scale * 100) : null)}
        </Text>
        <Box flex="1" />
        <IconButton autoFocus name={own.endRehearsal} color="sheet" _hover={{ bg: "inkSoft" }} onClick={onClose}>
          <X size={18} />
        </IconButton>
      </Flex>
      <Flex flex="1" minH="0">
        <Walked
          room={room}
          chosen={chosen}
          error={error}
          base={base}
          frame={frame}
          path={path}
          widthPx={widthPx}
          scale={scale}
        />
        <WalkNotes told={told} names={names} consent={consent} wrong={wrong} />
      </Flex>
    </Flex>
  );
}

/** The page in the room it has. */
const Walked = ({
  room,
  chosen,
  error,
  base,
  frame,
  path,
  widthPx,
  scale,
}: {
  room: RefObject<HTMLDivElement | null>;
  chosen: ChosenVisitor;
  error: string | null;
  base: string | null;
  frame: RefObject<HTMLIFrameElement | null>;
  path: string;
  widthPx: 820 | 390 | 1180;
  scale: number;
}) => (
  <Flex ref={room} flex="1" minW="0" justify="center" p={chosen.device === "wide" ? "0" : "16px"} overflow="hidden">
    {error ? (
      <Box p="24px">
        <State tone="brick">{error}</State>
      </Box>
    ) : null}
    {base ? <WalkedPage frame={frame} base={base} path={path} widthPx={widthPx} scale={scale} /> : null}
  </Flex>
);

/** What happened and why, beside the page. */
const WalkNotes = ({
  told,
  names,
  consent,
  wrong,
}: {
  told: { moments: readonly Moment[]; unopened: Rehearsal["unopened"] };
  names: (id: string) => string;
  consent: ConsentTold | null;
  wrong: readonly WrongCode[];
}) => (
  <Box w="288px" bg="sheet" borderLeftWidth="1px" borderColor="line" p="16px" overflow="auto">
    <Title level={2}>{own.whatHappens}</Title>
    <Box mt="10px">
      <Happened {...told} names={names} />
    </Box>
    {consent ? (
      <Box mt="14px" pt="12px" borderTopWidth="1px" borderColor="line">
        <ConsentHere {...consent} />
      </Box>
    ) : null}
    {wrong.length ? (
      <Group title={own.wrongCode}>
        {wrong.map(({ title, error, line }) => (
          <State key={error} tone="brick">
            {own.wrongAt(title, error, line)}
          </State>
        ))}
      </Group>
    ) : null}
  </Box>
);

/** The page, scaled to the room it has. */
const WalkedPage = ({
  frame,
  base,
  path,
  widthPx,
  scale,
}: {
  frame: RefObject<HTMLIFrameElement | null>;
  base: string;
  path: string;
  widthPx: 390 | 820 | 1180;
  scale: number;
}) => (
  <iframe
    title={own.siteAsSeen}
    ref={frame}
    src={`${base}${path}`}
    style={{
      width: widthPx,
      height: `${100 / scale}%`,
      flex: "none",
      transform: scale < 1 ? `scale(${scale})` : undefined,
      transformOrigin: "50% 0",
      border: 0,
      background: "var(--chakra-colors-white)",
      boxShadow: "var(--chakra-shadows-page)",
    }}
  />
);
