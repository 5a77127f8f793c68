// The calendar's calls: to the site, or in a rehearsal to the studio around it, which keeps nothing.
import type { CoursePart } from "@/core/booking/booking";
import type { Moment, PublicBooking, PublicDate, PublicDay, PublicTime } from "@/core/booking/public-types";
import { askStudio } from "../ask-studio";
import type { Page } from "../kind";

export interface Wish {
  readonly service: string;
  readonly resource: string;
  readonly seats: number;
  /** The length that was chosen; null where there is no choice. */
  readonly minutes: number | null;
  /** How much of a course; null where it is none. */
  readonly part: CoursePart | null;
}

/** What came back: what was asked for, or why not. */
export type Answer<T> = { readonly ok: true; readonly value: T } | { readonly ok: false; readonly refusal: Refused };

export interface Refused {
  /** 0 where nothing came back. */
  readonly status: number;
  readonly title: string;
  /** Sentences by field: "client.email", "answers.hands", "terms". */
  readonly fields: Readonly<Record<string, string>>;
  /** Free starts around one that is not. */
  readonly nearest: readonly { readonly instant: string; readonly place: string; readonly visitor?: string }[];
}

export interface Client {
  readonly name: string;
  readonly email: string;
  readonly phone: string;
  readonly textMessages?: boolean;
}

type Send = (
  path: string,
  query: Readonly<Record<string, string>>,
  body: unknown,
  key: string,
) => Promise<{ readonly status: number; readonly body: unknown }>;

/** A key of one command: sent again with it, it is done once. */
const newKey = () => crypto.randomUUID?.() ?? `${Date.now()}-${Math.random()}`.replaceAll(".", "-").slice(0, 36);

const toSite =
  (origin: string, widget: string): Send =>
  async (path, query, body, key) => {
    const response = await fetch(`${origin}/_w/v1/booking/${widget}/${path}?${new URLSearchParams(query)}`, {
      ...(body === undefined
        ? {}
        : {
            method: "POST",
            headers: { "content-type": "application/json", "idempotency-key": key },
            body: JSON.stringify(body),
          }),
    });
    return { status: response.status, body: await response.json().catch(() => ({})) };
  };

export class BookingApi {
  constructor(
    private readonly send: Send,
    private readonly zone: string,
  ) {}

  static of(page: Page, widget: string): BookingApi {
    const { rehearsal } = page.data;
    return new BookingApi(
      rehearsal ? askStudio(page, rehearsal.studio, widget) : toSite("", widget),
      page.visitor.zone,
    );
  }

  /** For pages of other sites: every call goes to the calendar's own. */
  static from(origin: string, widget: string, zone: string): BookingApi {
    return new BookingApi(toSite(origin, widget), zone);
  }

  private async ask<T>(
    path: string,
    query: Readonly<Record<string, string>>,
    body?: unknown,
    key = newKey(),
  ): Promise<Answer<T>> {
    try {
      const answer = await this.send(path, query, body, key);
      if (answer.status < 300) return { ok: true, value: answer.body as T };
      const problem = answer.body as Partial<Refused> & { fields?: readonly { path: string; message: string }[] };
      const fields = (problem.fields ?? []) as readonly { path: string; message: string }[];
      return {
        ok: false,
        refusal: {
          status: answer.status,
          title: problem.title ?? "",
          fields: Object.fromEntries(fields.map(({ path: at, message }) => [at, message])),
          nearest: problem.nearest ?? [],
        },
      };
    } catch {
      return { ok: false, refusal: { status: 0, title: "", fields: {}, nearest: [] } };
    }
  }

  private query({ service, resource, seats, minutes, part }: Wish, more: Readonly<Record<string, string>>) {
    return {
      service,
      ...(resource ? { resource } : {}),
      seats: String(seats),
      ...(minutes ? { minutes: String(minutes) } : {}),
      ...(part ? { part } : {}),
      zone: this.zone,
      ...more,
    };
  }

  /** The days of all services together. */
  dates(from: string, to: string) {
    return this.ask<{ zone: string; days: readonly PublicDate[] }>("dates", { zone: this.zone, from, to });
  }

  days(wish: Wish, from: string, to: string) {
    return this.ask<{ zone: string; days: readonly PublicDay[] }>("days", this.query(wish, { from, to }));
  }

  times(wish: Wish, date: string) {
    return this.ask<{ zone: string; times: readonly PublicTime[]; full?: readonly Moment[] }>(
      "times",
      this.query(wish, { date }),
    );
  }

  hold({ service, resource, seats, minutes, part }: Wish, start: string, instead: string | null) {
    const body = {
      service,
      ...(resource ? { resource } : {}),
      seats,
      ...(minutes ? { minutes } : {}),
      ...(part ? { part } : {}),
      start,
      ...(instead ? { instead } : {}),
    };
    return this.ask<PublicBooking>("holds", {}, body);
  }

  /** On the list of a time that is full, with all that a booking of it asks. */
  wait(
    { service, resource, seats, minutes, part }: Wish,
    start: string,
    given: Omit<Parameters<BookingApi["book"]>[0], "hold">,
    key: string,
  ) {
    const wish = {
      service,
      ...(resource ? { resource } : {}),
      seats,
      ...(minutes ? { minutes } : {}),
      ...(part ? { part } : {}),
    };
    return this.ask<PublicBooking>("waits", {}, { ...wish, start, ...given, zone: this.zone }, key);
  }

  /** `key` is that of one form: pressed twice, or sent again after a lost answer, it is one booking. */
  book(
    given: {
      readonly hold: string;
      readonly client: Client;
      readonly answers: Readonly<Record<string, unknown>>;
      readonly terms: boolean;
      readonly language: string;
    },
    key: string,
  ) {
    return this.ask<PublicBooking>("bookings", {}, { ...given, zone: this.zone }, key);
  }

  readonly newKey = newKey;
}
