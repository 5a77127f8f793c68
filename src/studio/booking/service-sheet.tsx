"use client";
// One service: what it is, how long, who and what it takes, when it begins, how it is sold.
import { Box, Flex, Text } from "@chakra-ui/react";
import { ArrowLeft, Copy, Trash2 } from "lucide-react";
import { useState } from "react";
import { deskColours, type Joining, type Length, type Service, sharesStarts } from "@/core/booking/booking";
import { readTimes, timesText } from "@/core/booking/hours-text";
import { IconButton, QuietButton } from "@/studio/kit/buttons";
import { Choice } from "@/studio/kit/choice";
import { Day } from "@/studio/kit/day-time";
import { NumberInput, Row, TextInput, Tick } from "@/studio/kit/fields";
import { later } from "@/studio/kit/later";
import { Group, State, Title } from "@/studio/kit/layout";
import { Lines } from "@/studio/kit/line-list";
import { Segments } from "@/studio/kit/segments";
import { TextArea } from "@/studio/kit/text-area";
import { PictureChoice } from "@/studio/media/picture-choice";
import type { StepProps } from "@/studio/widget/half";
import type { Editing } from "./editing";
import { MoneyRow } from "./money-row";
import { NeedsEditor } from "./needs-editor";
import { colourOf, colourToken } from "./notes";
import { NoticeRow } from "./notice-row";
import { PortionRow } from "./portion-row";
import { words } from "./words";

const CourseEditor = later(() => import("./course-editor").then((module) => module.CourseEditor));

type Props = StepProps<"booking"> & { readonly editing: Editing<"services"> };
const own = words.service;

export function ServiceSheet(props: Props & { onBack: () => void; onCopy: () => void; onRemove: () => void }) {
  const { editing, settings, change, onBack, onCopy, onRemove } = props;
  const { item: service, put, fault } = editing;
  const inCalendar = settings.services.includes(service.id);
  return (
    <Box
      onKeyDown={(event) => {
        // One level out, unless something open in it is meant.
        if (event.key === "Escape" && !event.defaultPrevented) onBack();
      }}
    >
      <Flex align="center" justify="space-between" mb="6px">
        <QuietButton onClick={onBack}>
          <ArrowLeft size={14} /> {words.allServices}
        </QuietButton>
        <Flex gap="6px">
          <QuietButton onClick={onCopy}>
            <Copy size={13} /> {words.copyThis}
          </QuietButton>
          <QuietButton onClick={onRemove}>
            <Trash2 size={13} /> {words.removeThis}
          </QuietButton>
        </Flex>
      </Flex>
      <Title level={2}>{service.name || words.unnamed}</Title>
      <Group title={own.what} mt="8px">
        <Row label={own.name} error={fault("name")}>
          {(ids) => <TextInput {...ids} value={service.name} maxLength={120} onChange={(name) => put({ name })} />}
        </Row>
        <Row label={own.words} error={fault("words")}>
          {(ids) => <TextArea {...ids} rows={2} value={service.words} onChange={(text) => put({ words: text })} />}
        </Row>
        <Row label={own.category} error={fault("category")} hint={own.categoryHint}>
          {(ids) => <TextInput {...ids} value={service.category} onChange={(category) => put({ category })} />}
        </Row>
        <Row label={own.leads} error={fault("leads")} hint={own.leadsHint}>
          {(ids) => <Lines {...ids} value={service.leads} onChange={(leads) => put({ leads })} />}
        </Row>
        <Tick
          label={own.inCalendar}
          checked={inCalendar}
          onChange={(on) =>
            change({
              services: on ? [...settings.services, service.id] : settings.services.filter((one) => one !== service.id),
            })
          }
        />
        <Tick label={own.online} checked={service.online} onChange={(online) => put({ online })} />
      </Group>
      <Group title={own.howLong}>
        {service.lengths ? (
          <Lengths {...props} />
        ) : (
          <Row label={own.duration} error={fault("durationMinutes")}>
            {(ids) => (
              <NumberInput
                {...ids}
                unit={words.minutesUnit}
                step={5}
                value={service.durationMinutes}
                onChange={(minutes) => put({ durationMinutes: minutes ?? 0 })}
              />
            )}
          </Row>
        )}
        <Tick
          label={own.chosenByClient}
          checked={service.lengths !== undefined}
          onChange={(on) =>
            put({
              lengths: on
                ? [1, 2].map((times) => ({
                    minutes: service.durationMinutes * times,
                    price: service.price && { amount: service.price.amount * times, earlier: null },
                  }))
                : undefined,
            })
          }
        />
        <TidyUpRows tidyUp={service.tidyUp} fault={fault} onChange={(tidyUp) => put({ tidyUp })} />
      </Group>
      <Group title={own.whoAndWhat}>
        <NeedsEditor {...props} />
      </Group>
      <Group title={own.begins}>
        <StartsRows {...props} />
      </Group>
      <Group title={own.price}>
        <PriceRows price={service.price} fault={fault} onChange={(price) => put({ price })} />
        <Row label={own.tax} error={fault("tax.percent")}>
          {(ids) => (
            <NumberInput
              {...ids}
              unit="%"
              min={0}
              placeholder={own.noTax}
              value={service.tax?.percent}
              onChange={(percent) =>
                put({ tax: percent === undefined ? null : { percent, included: service.tax?.included ?? true } })
              }
            />
          )}
        </Row>
        {service.tax ? (
          <Tick
            label={own.taxIncluded}
            checked={service.tax.included}
            onChange={(included) => service.tax && put({ tax: { ...service.tax, included } })}
          />
        ) : null}
      </Group>
      <Group title={own.booking}>
        <Row label={own.capacity} error={fault("capacity")} hint={own.capacityHint}>
          {(ids) => (
            <NumberInput
              {...ids}
              step={1}
              value={service.capacity}
              onChange={(capacity) => put({ capacity: capacity ?? 0 })}
            />
          )}
        </Row>
        <Row label={own.confirm}>
          {(ids) => (
            <Choice
              {...ids}
              value={service.confirm}
              onChange={(confirm) =>
                put({
                  confirm: confirm as Service["confirm"],
                  ...(confirm === "payment" ? {} : { deposit: undefined }),
                })
              }
              options={own.confirms}
            />
          )}
        </Row>
        {service.confirm === "payment" ? (
          <PortionRow
            label={own.deposit}
            none={own.noDeposit}
            value={service.deposit}
            price={service.price?.amount ?? 0}
            error={fault("deposit.percent") ?? fault("deposit.amount")}
            onChange={(deposit) => put({ deposit })}
          />
        ) : null}
        <PortionRow
          label={own.lateFee}
          none={own.noLateFee}
          hint={own.lateFeeHint}
          value={service.lateFee}
          price={service.price?.amount ?? 0}
          error={fault("lateFee.percent") ?? fault("lateFee.amount")}
          onChange={(lateFee) => put({ lateFee })}
        />
        <Row label={own.where} error={fault("where.words")}>
          {(ids) => (
            <Flex gap="6px">
              <Box w="170px" flex="none">
                <Choice
                  {...ids}
                  value={service.where.kind}
                  onChange={(kind) => put({ where: { ...service.where, kind: kind as Service["where"]["kind"] } })}
                  options={own.wheres}
                />
              </Box>
              <TextInput
                aria-label={own.whereWords}
                placeholder={own.whereWords}
                value={service.where.words}
                onChange={(text) => put({ where: { ...service.where, words: text } })}
              />
            </Flex>
          )}
        </Row>
        {service.where.kind === "client" ? (
          <Row label={own.travel} error={fault("travelMinutes")} hint={own.travelHint}>
            {(ids) => (
              <NumberInput
                {...ids}
                unit={words.minutesUnit}
                step={5}
                placeholder={own.noTravel}
                value={service.travelMinutes ?? undefined}
                onChange={(minutes) => put({ travelMinutes: minutes ?? undefined })}
              />
            )}
          </Row>
        ) : null}
        <Row label={own.perDay} error={fault("perDay")}>
          {(ids) => (
            <NumberInput
              {...ids}
              step={1}
              placeholder={words.noLimit}
              value={service.perDay ?? undefined}
              onChange={(perDay) => put({ perDay: perDay ?? null })}
            />
          )}
        </Row>
        {sharesStarts(service) || service.least ? <LeastGroupRows {...editing} /> : null}
        {service.capacity > 1 ? (
          <Row label={own.mostSeats} error={fault("mostSeats")} hint={own.mostSeatsHint}>
            {(ids) => (
              <NumberInput
                {...ids}
                step={1}
                placeholder={words.noLimit}
                value={service.mostSeats ?? undefined}
                onChange={(mostSeats) => put({ mostSeats: mostSeats ?? undefined })}
              />
            )}
          </Row>
        ) : null}
        <Tick
          label={own.waitingTick}
          checked={service.waiting !== undefined}
          onChange={(on) => put({ waiting: on ? { offerMinutes: 120 } : undefined })}
        />
        {service.waiting ? (
          <Row label={own.waitingKept} error={fault("waiting.offerMinutes")} hint={own.waitingHint}>
            {(ids) => (
              <NumberInput
                {...ids}
                unit={words.minutesUnit}
                step={10}
                value={service.waiting?.offerMinutes}
                onChange={(offerMinutes) => put({ waiting: { offerMinutes: offerMinutes ?? 0 } })}
              />
            )}
          </Row>
        ) : null}
        <Row label={own.perClientWeek} error={fault("perClientWeek")} hint={own.perClientWeekHint}>
          {(ids) => (
            <NumberInput
              {...ids}
              step={1}
              placeholder={words.noLimit}
              value={service.perClientWeek ?? undefined}
              onChange={(most) => put({ perClientWeek: most ?? undefined })}
            />
          )}
        </Row>
        <NoticeRow
          notice={service.notice ?? { kind: "none" }}
          error={fault("notice.hours")}
          onChange={(notice) => put({ notice: notice.kind === "none" ? undefined : notice })}
        />
        <Row label={own.daysAhead} error={fault("daysAhead")} hint={own.daysAheadHint}>
          {(ids) => (
            <NumberInput
              {...ids}
              unit={words.people.daysUnit}
              step={1}
              placeholder={words.noLimit}
              value={service.daysAhead ?? undefined}
              onChange={(daysAhead) => put({ daysAhead: daysAhead ?? undefined })}
            />
          )}
        </Row>
        <Row label={own.soldFrom} error={fault("sold")}>
          {(ids) => (
            <Flex gap="6px" align="center">
              <Day {...ids} value={service.sold.from} onChange={(from) => put({ sold: { ...service.sold, from } })} />
              <Text color="ink2">{words.to}</Text>
              <Day
                aria-label={own.soldTo}
                value={service.sold.to}
                onChange={(to) => put({ sold: { ...service.sold, to } })}
              />
            </Flex>
          )}
        </Row>
        <Row label={own.reminder} error={fault("reminderHours")}>
          {(ids) => (
            <NumberInput
              {...ids}
              unit={own.hoursBefore}
              step={1}
              placeholder={own.noReminder}
              value={service.reminderHours ?? undefined}
              onChange={(hours) => put({ reminderHours: hours ?? null })}
            />
          )}
        </Row>
      </Group>
      <Group title={own.look}>
        <DeskColour {...props} />
        <Text color="ink2" mb="5px">
          {own.picture}
        </Text>
        <PictureChoice value={service.picture ?? null} onChoose={(picture) => put({ picture })} />
        {service.picture ? (
          <QuietButton mt="6px" onClick={() => put({ picture: undefined })}>
            {own.withoutPicture}
          </QuietButton>
        ) : null}
      </Group>
    </Box>
  );
}

/** The lengths that clients choose from, each with its price; the first is the usual one. */
function Lengths({ editing }: Props) {
  const { item: service, put, deed, fault } = editing;
  const { lengths = [] } = service;
  const set = (at: number, change: Partial<Length>) =>
    put({
      lengths: lengths.map((one, nth) => (nth === at ? { ...one, ...change } : one)),
      ...(at === 0 && change.minutes ? { durationMinutes: change.minutes } : {}),
    });
  return (
    <Box mb="8px">
      {lengths.map((length, at) => (
        <Flex
          key={at}
          gap="6px"
          align="flex-start"
          {...(at ? { borderTopWidth: "1px", borderColor: "line", pt: "8px" } : {})}
        >
          <Box flex="1">
            <Row label={own.nthLength(at + 1)} error={fault(`lengths[${at}].minutes`) ?? fault(`lengths[${at}]`)}>
              {(ids) => (
                <NumberInput
                  {...ids}
                  unit={words.minutesUnit}
                  step={5}
                  value={length.minutes}
                  onChange={(minutes) => set(at, { minutes: minutes ?? 0 })}
                />
              )}
            </Row>
            <MoneyRow
              label={own.lengthPrice}
              amount={length.price?.amount ?? null}
              fault={fault(`lengths[${at}].price.amount`)}
              placeholder={own.asOtherwise}
              onChange={(amount) =>
                set(at, { price: amount === null ? null : { amount, earlier: length.price?.earlier ?? null } })
              }
            />
          </Box>
          <IconButton
            name={own.removeLength(length.minutes)}
            disabled={lengths.length <= 2}
            onClick={() => deed({ lengths: lengths.filter((one) => one !== length) })}
          >
            <Trash2 size={13} />
          </IconButton>
        </Flex>
      ))}
      {fault("lengths") ? <State tone="brick">{fault("lengths")}</State> : null}
      <QuietButton
        disabled={lengths.length >= 12}
        onClick={() =>
          deed({
            lengths: [...lengths, { minutes: Math.max(...lengths.map(({ minutes }) => minutes)) + 30, price: null }],
          })
        }
      >
        {own.addLength}
      </QuietButton>
    </Box>
  );
}

export function TidyUpRows({
  tidyUp,
  fault,
  onChange,
}: {
  tidyUp: Service["tidyUp"];
  fault: (path: string) => string | undefined;
  onChange: (tidyUp: Service["tidyUp"]) => void;
}) {
  return (
    <Row label={own.tidyUp} error={fault("tidyUp.beforeMinutes") ?? fault("tidyUp.afterMinutes")} hint={own.tidyUpHint}>
      {(ids) => (
        <Flex gap="6px" align="center">
          <NumberInput
            {...ids}
            unit={own.before}
            step={5}
            value={tidyUp.beforeMinutes}
            onChange={(minutes) => onChange({ ...tidyUp, beforeMinutes: minutes ?? 0 })}
          />
          <NumberInput
            aria-label={own.afterLabel}
            unit={own.after}
            step={5}
            value={tidyUp.afterMinutes}
            onChange={(minutes) => onChange({ ...tidyUp, afterMinutes: minutes ?? 0 })}
          />
        </Flex>
      )}
    </Row>
  );
}

export function PriceRows({
  price,
  fault,
  onChange,
}: {
  price: Service["price"];
  fault: (path: string) => string | undefined;
  onChange: (price: Service["price"]) => void;
}) {
  return (
    <>
      <MoneyRow
        label={own.eachSeat}
        amount={price?.amount ?? null}
        fault={fault("price.amount")}
        placeholder={own.noPrice}
        onChange={(amount) => onChange(amount === null ? null : { amount, earlier: price?.earlier ?? null })}
      />
      {price ? (
        <MoneyRow
          label={own.earlier}
          amount={price.earlier}
          fault={fault("price.earlier")}
          placeholder={own.noEarlier}
          onChange={(earlier) => onChange({ ...price, earlier })}
        />
      ) : null}
    </>
  );
}

type StartsKind = "step" | "list" | "course";

/** When it begins: every so often, at set times, or as a course with its dates. */
function StartsRows(props: Props) {
  const { item: service, put, fault } = props.editing;
  const kind: StartsKind = service.course ? "course" : "at" in service.starts ? "list" : "step";
  return (
    <>
      <Segments<StartsKind>
        label={own.begins}
        value={kind}
        options={own.startKinds}
        onChange={(next) => {
          if (next === "course") put({ course: [] });
          else if (next === "step")
            put({ course: null, joining: undefined, starts: { everyMinutes: service.durationMinutes || 60 } });
          else put({ course: null, joining: undefined, starts: { at: ["10:00"] } });
        }}
      />
      <Box mt="8px">
        {service.course ? (
          <>
            <CourseEditor {...props} />
            <JoiningRows {...props.editing} />
          </>
        ) : "at" in service.starts ? (
          <TimesRow times={service.starts.at} fault={fault("starts.at")} onChange={(at) => put({ starts: { at } })} />
        ) : (
          <Row label={own.every} error={fault("starts.everyMinutes")} hint={own.everyHint}>
            {(ids) => (
              <NumberInput
                {...ids}
                unit={words.minutesUnit}
                step={5}
                value={"everyMinutes" in service.starts ? service.starts.everyMinutes : undefined}
                onChange={(minutes) => put({ starts: { everyMinutes: minutes ?? 0 } })}
              />
            )}
          </Row>
        )}
      </Box>
    </>
  );
}

/** What is sold of a course besides whole runs. */
function JoiningRows({ item: { joining, price }, put, fault }: Editing<"services">) {
  const { late = false, one = null } = joining ?? {};
  const change = (next: Joining) => put({ joining: next.late || next.one ? next : undefined });
  return (
    <Box mt="10px">
      <Tick label={words.course.late} checked={late} onChange={(on) => change({ late: on, one })} />
      {late ? (
        <Text color="ink2" fontSize="small" mb="4px">
          {words.course.lateHint}
        </Text>
      ) : null}
      <Tick
        label={words.course.one}
        checked={one !== null}
        onChange={(on) => change({ late, one: on ? { amount: price?.amount ?? 0, earlier: null } : null })}
      />
      {one ? (
        <MoneyRow
          label={words.course.onePrice}
          amount={one.amount}
          fault={fault("joining.one.amount")}
          onChange={(amount) => change({ late, one: { ...one, amount: amount ?? 0 } })}
        />
      ) : null}
    </Box>
  );
}

/** Times of day, typed. What can't be read stays typed, and is told. */
function TimesRow({
  times,
  fault,
  onChange,
}: {
  times: readonly string[];
  fault: string | undefined;
  onChange: (times: readonly string[]) => void;
}) {
  const [typed, setTyped] = useState<string | null>(null);
  const read = typed === null ? null : readTimes(typed);
  const wrong = read && "fault" in read ? read.fault : fault;
  return (
    <Box onBlur={() => !(read && "fault" in read) && setTyped(null)}>
      <Row label={own.times} error={wrong} hint={own.timesHint}>
        {(ids) => (
          <TextInput
            {...ids}
            value={typed ?? timesText(times)}
            onChange={(text) => {
              setTyped(text);
              const next = readTimes(text);
              if ("times" in next) onChange(next.times);
            }}
          />
        )}
      </Row>
    </Box>
  );
}

function DeskColour({ editing, part }: Props) {
  const { item: service, put } = editing;
  const chosen = colourOf(part, service);
  return (
    <Row label={own.colour}>
      {() => (
        <Flex gap="5px" role="radiogroup" aria-label={own.colour}>
          {Array.from({ length: deskColours }, (_, colour) => (
            <button
              key={colourToken(colour)}
              type="button"
              role="radio"
              aria-checked={colour === chosen}
              aria-label={words.colours[colour] ?? ""}
              title={words.colours[colour]}
              onClick={() => put({ colour })}
              style={{
                width: 26,
                height: 26,
                borderRadius: 4,
                background: `var(--chakra-colors-desk${colour})`,
                border: "1px solid var(--chakra-colors-edge)",
                outline: colour === chosen ? "2px solid var(--chakra-colors-mark)" : undefined,
                outlineOffset: 1,
                cursor: "pointer",
              }}
            />
          ))}
        </Flex>
      )}
    </Row>
  );
}

/** The smallest group that a start takes place with, and when that is decided. */
function LeastGroupRows({ item: { least }, put, fault }: Editing<"services">) {
  return (
    <>
      <Tick
        label={own.leastTick}
        checked={least !== undefined}
        onChange={(on) => put({ least: on ? { seats: 2, hours: 24 } : undefined })}
      />
      {least ? (
        <>
          <Row label={own.leastFrom} error={fault("least.seats")}>
            {(ids) => (
              <NumberInput
                {...ids}
                unit={own.leastSeats}
                step={1}
                value={least.seats}
                onChange={(seats) => put({ least: { ...least, seats: seats ?? 0 } })}
              />
            )}
          </Row>
          <Row label={own.leastDecided} error={fault("least.hours")} hint={own.leastHint}>
            {(ids) => (
              <NumberInput
                {...ids}
                unit={own.hoursBefore}
                step={1}
                value={least.hours}
                onChange={(hours) => put({ least: { ...least, hours: hours ?? 0 } })}
              />
            )}
          </Row>
        </>
      ) : null}
    </>
  );
}
