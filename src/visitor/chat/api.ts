// The chat's calls: to the site, or in a rehearsal to the studio around it, which keeps nothing.
import type { Button } from "@/core/chat/public-types";
import type { PageData } from "@/core/widget/released";
import { askStudio } from "../ask-studio";
import type { Page } from "../kind";

export interface TalkLine {
  readonly nth: number;
  readonly by: "visitor" | "chat" | "person" | "note";
  readonly text: string;
  readonly kind: string;
  readonly helped: boolean | null;
  readonly lines?: readonly { readonly text: string; readonly source: number | null }[];
  readonly sources?: readonly {
    readonly title: string;
    readonly href: string;
    readonly words: string;
    readonly kind: string;
  }[];
  readonly buttons?: readonly Button[];
  /** Hash of a picture of the answer. */
  readonly picture?: string | null;
}

export interface Talk {
  readonly talk?: string;
  readonly state: "chat" | "waiting" | "person" | "done";
  readonly person: string;
  readonly typing: boolean;
  readonly lines: readonly TalkLine[];
}

/** What came back; fields name what is wrong with what was sent. Status 0: nothing came back. */
export interface Came<T> {
  readonly status: number;
  readonly value: T;
  readonly title: string;
  readonly fields: Readonly<Record<string, string>>;
}

/** A key of one command: sent again with it, it is done once. */
export const newKey = (): string =>
  crypto.randomUUID?.() ?? `${Date.now()}-${Math.random()}`.replaceAll(".", "-").slice(0, 36);

const inPieces = "application/x-ndjson";

/** Reads lines of JSON: sentences as they come, and what stands in the last line. */
async function pieces(body: ReadableStream<Uint8Array>, says: (sentence: string) => void): Promise<unknown> {
  const reader = body.pipeThrough(new TextDecoderStream() as ReadableWritablePair<string, Uint8Array>).getReader();
  let text = "";
  let last: { says?: string } = {};
  for (;;) {
    const { done, value = "" } = await reader.read();
    const lines = (text + value).split("\n");
    text = lines.pop() ?? "";
    for (const line of lines) {
      last = JSON.parse(line);
      if (last.says) says(last.says);
    }
    if (done) return last;
  }
}

/** What a box needs to know of the page around it. */
export type ChatPage = Pick<Page, "tell" | "mayTakeFocus"> & {
  readonly data: Pick<PageData, "language" | "rehearsal">;
};

export class ChatApi {
  private readonly rehearsed: ReturnType<typeof askStudio> | null;

  constructor(
    page: ChatPage,
    private readonly widget: string,
    /** Origin of the site; "" on its own pages. */
    private readonly home: string,
  ) {
    const { rehearsal } = page.data;
    this.rehearsed = rehearsal ? askStudio(page, rehearsal.studio, widget) : null;
  }

  /** `path` is below /_w/v1; without a body it is read. */
  private async call<T>(
    path: string,
    body?: unknown,
    headers: Record<string, string> = {},
    says?: (sentence: string) => void,
  ): Promise<Came<T>> {
    let status = 0;
    let came: unknown = {};
    try {
      if (this.rehearsed) ({ status, body: came } = await this.rehearsed(path, {}, body));
      else {
        const response = await fetch(`${this.home}/_w/v1/${path}`, {
          ...(body === undefined
            ? {}
            : {
                method: "POST",
                headers: { "content-type": "application/json", ...headers },
                body: JSON.stringify(body),
              }),
        });
        status = response.status;
        if (says && response.body && response.headers.get("content-type") === inPieces)
          came = await pieces(response.body, says);
        else came = await response.json().catch(() => ({}));
        // What went wrong behind the first sentence.
        status = (came as { status?: number }).status ?? status;
      }
    } catch {}
    const { title = "", fields = [] } = came as { title?: string; fields?: { path: string; message: string }[] };
    return {
      status,
      value: came as T,
      title,
      fields: status < 300 ? {} : Object.fromEntries(fields.map((one) => [one.path, one.message])),
    };
  }

  ask = (once: string, talk: string | null, question: string, language: string, says: (sentence: string) => void) =>
    this.call<Talk>(
      `chat/${this.widget}/questions`,
      { ...{ once, talk, question, language }, page: this.rehearsed ? "/" : location.pathname.slice(0, 399) },
      { accept: `${inPieces}, application/json` },
      says,
    );

  since = (talk: string, after: number, typing: boolean) =>
    this.call<Talk>(`chat/talks/${talk}?after=${after}&typing=${typing ? 1 : 0}`);

  rate = (talk: string, nth: number, helped: boolean) => this.call(`chat/talks/${talk}/ratings`, { nth, helped });

  person = (talk: string, once: string) => this.call<Talk>(`chat/talks/${talk}/calls`, { once });

  leave = (talk: string, message: Readonly<Record<string, string | boolean>>) =>
    this.call<Talk>(`chat/talks/${talk}/messages`, message);

  code = (talk: string, email: string) => this.call(`chat/talks/${talk}/codes`, { email });

  prove = (talk: string, once: string, code: string) => this.call<Talk>(`chat/talks/${talk}/proofs`, { once, code });

  erase = (talk: string) => this.call(`chat/talks/${talk}/erasures`, {});

  /** Books a time: it is held, and the booking made of it. */
  async book(
    { widget, service, start }: Extract<Button, { kind: "book" }>,
    client: { readonly name: string; readonly email: string },
    given: { readonly answers: Readonly<Record<string, unknown>>; readonly terms: boolean },
    language: string,
    key: string,
  ): Promise<Came<{ readonly booking?: { readonly state?: string } }>> {
    const held = await this.call<{ hold: string }>(
      `booking/${widget}/holds`,
      { service, start, seats: 1 },
      { "idempotency-key": `${key}-h` },
    );
    if (held.status !== 201) return held as Came<never>;
    return this.call(
      `booking/${widget}/bookings`,
      { hold: held.value.hold, client: { ...client, phone: "" }, ...given, language },
      { "idempotency-key": `${key}-b` },
    );
  }
}
