"use client";
// One booking: what it is, whose, what happened to it, and what can be done.
import { Box, Flex, Text } from "@chakra-ui/react";
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Trash2 } from "lucide-react";
import { nanoid } from "nanoid";
import type { ReactNode } from "react";
import { useState } from "react";
import { balanceOf, isLate } from "@/core/booking/money/deposit";
import { moneyWords } from "@/core/money/money";
import type { ZoneClock } from "@/core/time/zone-clock";
import type { Gives } from "@/server/operations";
import { useSite } from "@/studio/frame/site-context";
import { ask } from "@/studio/kit/api";
import { IconButton, MainButton, PlainButton, QuietButton } from "@/studio/kit/buttons";
import { Row, Tick } from "@/studio/kit/fields";
import { RefusalNote, State, Title } from "@/studio/kit/layout";
import { TextArea } from "@/studio/kit/text-area";
import { useCommand } from "@/studio/kit/use-command";
import { Window } from "@/studio/kit/window";
import { wallWords } from "../moments";
import { BookingTone, bookingNotes, type DeskBooking, useClockOf } from "./booking";
import { ByHand } from "./by-hand";
import { words } from "./words";

const when = new Intl.DateTimeFormat("en-GB", { dateStyle: "medium", timeStyle: "short" });

type Asked = "decline" | "cancel" | "move" | "client";

export function BookingDetails({ booking, onOpen }: { booking: DeskBooking; onOpen: (id: string) => void }) {
  const site = useSite();
  const client = useQueryClient();
  const clock = useClockOf()(booking);
  const [asked, setAsked] = useState<Asked | null>(null);
  const { attempt, busy, refusal } = useCommand();
  const { data } = useQuery({
    queryKey: ["bookings", site.key, "one", booking.id, booking.state, booking.start, booking.attendance],
    queryFn: () => ask("booking.history", { site: site.key, booking: booking.id }),
  });
  const { data: known } = useQuery({
    queryKey: ["bookings", site.key, "client", booking.email],
    queryFn: () => ask("booking.client", { site: site.key, email: booking.email }),
    enabled: booking.email !== "",
  });
  const again = () => client.invalidateQueries({ queryKey: ["bookings", site.key] });
  const on = { site: site.key, booking: booking.id };
  const command = (what: () => Promise<unknown>) =>
    attempt(async () => {
      await what();
      setAsked(null);
      await again();
    });
  const [start, end] = [booking.start, booking.end].map((instant) => clock.wallOf(Date.parse(instant))) as [
    string,
    string,
  ];
  const people = booking.resources.map((id) => site.parts.booking?.resources.find((one) => one.id === id)?.name ?? id);
  const money = (amount: number) =>
    moneyWords({ amount, currency: booking.bill?.currency ?? site.settings.currency }, site.settings.language);
  const waits = booking.state === "listed" || booking.state === "offered";
  const ended = booking.state === "cancelled" || booking.state === "declined" || booking.state === "expired";
  const { back, owed } = ended ? balanceOf(booking) : { back: 0, owed: 0 };
  const late =
    booking.state === "confirmed" &&
    isLate({ startsAt: Date.parse(booking.start), cancelHours: booking.cancelHours }, Date.now() + site.clockAheadMs);
  const begun = Date.parse(booking.start) <= Date.now() + site.clockAheadMs;
  const open =
    booking.state === "confirmed" || booking.state === "waitingApproval" || booking.state === "waitingPayment";
  const name = booking.name || words.nobody;
  if (asked === "client" && known)
    return <WhoAndWhen setAsked={setAsked} name={name} booking={booking} known={known} clock={clock} onOpen={onOpen} />;
  const least = site.parts.booking?.services.find(({ id }) => id === booking.service)?.least;
  const facts: readonly (readonly [string, React.ReactNode])[] = [
    [words.service, booking.seats > 1 ? `${booking.serviceName}, ${words.seats(booking.seats)}` : booking.serviceName],
    [words.with, people.join(", ") || words.anybody],
    ...(waits ? [[words.waitsSince, when.format(new Date(booking.createdAt))] as const] : []),
    ...(booking.state === "offered" && booking.endsByItself
      ? [[words.keptUntil, when.format(new Date(booking.endsByItself))] as const]
      : []),
    ...(least ? [[words.takesPlace, words.leastOf(least.seats, least.hours)] as const] : []),
    ...(booking.bill
      ? [
          [
            words.price,
            booking.bill.tax
              ? `${money(booking.bill.gross)}, ${words.taxIn(money(booking.bill.tax))}`
              : money(booking.bill.gross),
          ] as const,
        ]
      : []),
    ...(booking.paid
      ? [[words.paid, words.paidOf(money(booking.paid), booking.givenBack ? money(booking.givenBack) : null)] as const]
      : []),
    ...(booking.lateFee ? [[words.lateFee, money(booking.lateFee)] as const] : []),
    ...(booking.email
      ? [
          [
            words.mail,
            <a key="m" href={`mailto:${booking.email}`}>
              {booking.email}
            </a>,
          ] as const,
        ]
      : []),
    ...(booking.phone
      ? [
          [
            words.phone,
            <a key="p" href={`tel:${booking.phone.replace(/[^\d+]/g, "")}`}>
              {booking.phone}
              {booking.textMessages ? ` · ${words.withTexts}` : ""}
            </a>,
          ] as const,
        ]
      : []),
    ...(known
      ? [
          [
            words.before,
            known.rows.length > 1 ? words.beforeNote(known.came, known.didNotCome) : words.firstTime,
          ] as const,
        ]
      : []),
    ...bookingNotes(booking, site.parts.booking),
    // The last that was noted of them; the others stand on their page.
    ...(known?.notes[0] ? [[words.note, known.notes[0].words] as const] : []),
  ];
  return (
    <>
      <Text color="ink2">
        {wallWords(start, "day")}, {start.slice(11)} –{" "}
        {start.slice(0, 10) === end.slice(0, 10) ? end.slice(11) : wallWords(end)}
      </Text>
      <Title level={2}>{name}</Title>
      <Box mt="4px" mb="10px">
        <BookingTone booking={booking} />
        {booking.refundDue ? <State tone="brick">{words.refund(money(back))}</State> : null}
        {owed ? <State tone="amber">{words.owed(money(owed))}</State> : null}
      </Box>
      <Facts facts={facts} />
      <Commands
        booking={booking}
        busy={busy}
        command={command}
        on={on}
        setAsked={setAsked}
        begun={begun}
        open={open}
        waits={waits}
        owed={owed}
        known={known}
      />
      <RefusalNote refusal={refusal} />
      <Text as="h3" fontWeight="700" mt="12px" mb="4px">
        {words.happened}
      </Text>
      {(data?.history ?? []).map((entry) => (
        <Flex key={`${entry.at} ${entry.what}`} gap="12px" py="2px">
          <Text color="ink2" flex="none" w="140px">
            {when.format(new Date(entry.at))}
          </Text>
          <Text>
            {words.what[entry.what] ?? entry.what}, {words.by(entry.by)}
          </Text>
        </Flex>
      ))}
      {asked === "decline" || asked === "cancel" ? (
        <WithWords
          title={words.titles[waits ? "offList" : asked](name)}
          command={asked === "decline" ? words.declineCommand : waits ? words.offListCommand : words.cancelCommand}
          busy={busy}
          fee={asked === "cancel" && late && booking.lateFee ? money(booking.lateFee) : null}
          refusal={<RefusalNote refusal={refusal} />}
          onClose={() => setAsked(null)}
          onCommand={(text, fee) =>
            command(() =>
              asked === "decline"
                ? ask("booking.decline", { ...on, words: text, key: nanoid() })
                : ask("booking.cancel", { ...on, words: text, fee, key: nanoid() }),
            )
          }
        />
      ) : null}
      {asked === "move" ? (
        <ByHand
          moving={booking}
          onClose={() => setAsked(null)}
          onDone={() => {
            setAsked(null);
            void again();
          }}
        />
      ) : null}
    </>
  );
}

/** What can be done with it as things stand. */
const Commands = ({
  booking,
  busy,
  command,
  on,
  setAsked,
  begun,
  open,
  waits,
  owed,
  known,
}: {
  booking: DeskBooking;
  busy: boolean;
  command: (what: () => Promise<unknown>) => void;
  on: { site: string; booking: string };
  setAsked: (next: Asked | null) => void;
  begun: boolean;
  open: boolean;
  waits: boolean;
  owed: number;
  known: Gives<"booking.client"> | undefined;
}) => (
  <Flex gap="8px" wrap="wrap" mb="8px">
    {booking.state === "waitingApproval" ? (
      <>
        <MainButton loading={busy} onClick={() => command(() => ask("booking.approve", { ...on, key: nanoid() }))}>
          {words.approve}
        </MainButton>
        <PlainButton onClick={() => setAsked("decline")}>{words.decline}</PlainButton>
      </>
    ) : null}
    {booking.state === "confirmed" && begun
      ? (["came", "didNotCome"] as const).map((attendance) => (
          <PlainButton
            key={attendance}
            aria-pressed={booking.attendance === attendance}
            onClick={() =>
              command(() =>
                ask("booking.attendance", {
                  ...on,
                  attendance: booking.attendance === attendance ? null : attendance,
                  key: nanoid(),
                }),
              )
            }
          >
            {booking.attendance === attendance
              ? words.takeBack
              : attendance === "came"
                ? words.arrived
                : words.didNotCome}
          </PlainButton>
        ))
      : null}
    {open && booking.state !== "waitingPayment" && !begun ? (
      <PlainButton onClick={() => setAsked("move")}>{words.move}</PlainButton>
    ) : null}
    {(open || waits) && booking.state !== "waitingApproval" && !begun ? (
      <PlainButton onClick={() => setAsked("cancel")}>{waits ? words.offList : words.cancel}</PlainButton>
    ) : null}
    {booking.refundDue || owed ? (
      <PlainButton loading={busy} onClick={() => command(() => ask("booking.settle", { ...on, key: nanoid() }))}>
        {booking.refundDue ? words.givenBack : words.feePaid}
      </PlainButton>
    ) : null}
    {known ? <QuietButton onClick={() => setAsked("client")}>{words.allOf}</QuietButton> : null}
  </Flex>
);

/** What is known of it, fact by fact. */
const Facts = ({ facts }: { facts: readonly (readonly [string, ReactNode])[] }) => (
  <Box as="dl" display="grid" gridTemplateColumns="90px 1fr" gap="6px 12px" mb="14px">
    {facts.map(([label, said]) => (
      <Box key={label} display="contents">
        <Text as="dt" color="ink2">
          {label}
        </Text>
        <Text as="dd" fontWeight="600" wordBreak="break-word">
          {said}
        </Text>
      </Box>
    ))}
  </Box>
);

/** Who it is for, and each of its dates. */
const WhoAndWhen = ({
  setAsked,
  name,
  booking,
  known,
  clock,
  onOpen,
}: {
  setAsked: (next: Asked | null) => void;
  name: string;
  booking: DeskBooking;
  known: Gives<"booking.client">;
  clock: ZoneClock;
  onOpen: (id: string) => void;
}) => (
  <>
    <QuietButton onClick={() => setAsked(null)}>{words.back}</QuietButton>
    <Title level={2}>{name}</Title>
    <Text color="ink2" mb="10px">
      {booking.email}
      {booking.phone ? ` · ${booking.phone}` : ""} · {words.beforeNote(known.came, known.didNotCome)}
    </Text>
    <Notes email={booking.email} notes={known.notes} />
    <Text as="h3" fontWeight="700" mt="14px" mb="4px">
      {words.bookings}
    </Text>
    {known.rows.map((row) => (
      <Flex key={row.id} as="article" gap="10px" py="5px" borderTopWidth="1px" borderColor="line" align="baseline">
        <Text flex="none" w="150px">
          {wallWords(clock.wallOf(Date.parse(row.start)))}
        </Text>
        <Text flex="1" minW="0" truncate>
          {row.serviceName}
        </Text>
        <BookingTone booking={row} />
        <QuietButton
          aria-label={words.openOne(row.serviceName, wallWords(clock.wallOf(Date.parse(row.start))))}
          onClick={() => {
            setAsked(null);
            onOpen(row.id);
          }}
        >
          {words.open}
        </QuietButton>
      </Flex>
    ))}
    <Text as="h3" fontWeight="700" mt="14px" mb="4px">
      {words.letters}
    </Text>
    {known.letters.map((letter) => (
      <Flex key={letter.id} gap="10px" py="3px">
        <Text flex="none" w="150px" color="ink2">
          {when.format(new Date(letter.at))}
        </Text>
        <Text minW="0" wordBreak="break-word">
          {letter.channel === "text" ? words.textMessage(letter.subject) : letter.subject}
        </Text>
      </Flex>
    ))}
  </>
);

/** What the business notes of a client: the newest first, one to be added, each to be removed. */
function Notes({ email, notes }: { email: string; notes: Gives<"booking.client">["notes"] }) {
  const site = useSite();
  const client = useQueryClient();
  const { attempt, busy, refusal } = useCommand();
  const [text, setText] = useState("");
  const command = (what: () => Promise<unknown>) =>
    attempt(async () => {
      await what();
      await client.invalidateQueries({ queryKey: ["bookings", site.key, "client", email] });
    });
  return (
    <Box as="section" aria-label={words.notes} mt="14px">
      <Text as="h3" fontWeight="700" mb="4px">
        {words.notes}
      </Text>
      {notes.map((note) => (
        <Flex key={note.id} as="article" gap="10px" py="4px" borderTopWidth="1px" borderColor="line" align="flex-start">
          <Box flex="1" minW="0">
            <Text whiteSpace="pre-wrap" wordBreak="break-word">
              {note.words}
            </Text>
            <Text color="ink2" fontSize="small">
              {words.noteBy(note.author, when.format(new Date(note.at)))}
            </Text>
          </Box>
          <IconButton
            name={words.removeNote(note.words.slice(0, 40))}
            onClick={() => command(() => ask("booking.noteRemove", { site: site.key, note: note.id }))}
          >
            <Trash2 size={13} />
          </IconButton>
        </Flex>
      ))}
      <Row label={words.newNote} stacked error={refusal?.at("words")} hint={words.noteHint}>
        {(ids) => <TextArea {...ids} rows={2} value={text} onChange={setText} />}
      </Row>
      <PlainButton
        disabled={!text.trim()}
        loading={busy}
        onClick={() =>
          command(async () => {
            await ask("booking.note", { site: site.key, email, words: text });
            setText("");
          })
        }
      >
        {words.addNote}
      </PlainButton>
      <RefusalNote refusal={refusal} shownAt={["words"]} />
    </Box>
  );
}

/** A command that ends a booking, with words of one's own for the letter. */
function WithWords({
  title,
  command,
  busy,
  fee,
  refusal,
  onClose,
  onCommand,
}: {
  title: string;
  command: string;
  busy: boolean;
  /** What may be asked for besides, as people write it; null for nothing. */
  fee: string | null;
  refusal: React.ReactNode;
  onClose: () => void;
  onCommand: (text: string, fee: boolean) => void;
}) {
  const [text, setText] = useState("");
  const [charged, setCharged] = useState(false);
  return (
    <Window
      title={title}
      open
      onClose={onClose}
      foot={
        <>
          <PlainButton onClick={onClose}>{words.leave}</PlainButton>
          <MainButton loading={busy} onClick={() => onCommand(text.trim(), charged)}>
            {command}
          </MainButton>
        </>
      }
    >
      <Row label={words.words} stacked hint={words.wordsHint}>
        {(ids) => <TextArea {...ids} rows={4} value={text} onChange={setText} />}
      </Row>
      {fee ? <Tick label={words.charge(fee)} checked={charged} onChange={setCharged} /> : null}
      {refusal}
    </Window>
  );
}
