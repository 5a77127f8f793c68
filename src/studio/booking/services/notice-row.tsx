"use client";
// How soon before a start it can still be booked: of a service, or of who serves.
import { Flex } from "@chakra-ui/react";
import type { Notice } from "@/core/booking/booking";
import { Choice } from "@/studio/kit/choice";
import { NumberInput, Row } from "@/studio/kit/fields";
import { words } from "../words";

const own = words.people;

export function NoticeRow({
  notice,
  error,
  onChange,
}: {
  notice: Notice;
  error: string | undefined;
  onChange: (notice: Notice) => void;
}) {
  return (
    <Row label={own.notice} error={error}>
      {(ids) => (
        <Flex gap="6px">
          <Choice
            {...ids}
            value={notice.kind}
            options={own.notices}
            onChange={(kind) => onChange(kind === "hours" ? { kind, hours: 24 } : { kind: kind as "none" | "nextDay" })}
          />
          {notice.kind === "hours" ? (
            <NumberInput
              aria-label={own.noticeHours}
              unit={own.hoursUnit}
              step={1}
              value={notice.hours}
              onChange={(hours) => onChange({ kind: "hours", hours: hours ?? 0 })}
            />
          ) : null}
        </Flex>
      )}
    </Row>
  );
}
