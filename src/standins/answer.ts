// What a stand-in for an outside web host answers a request with.
import type { ServerResponse } from "node:http";

export interface Piece {
  readonly status?: number;
  readonly type: string;
  readonly body: string | Buffer;
  readonly headers?: Readonly<Record<string, string | readonly string[]>>;
}

export const escapeText = (text: string): string => text.replace(/[&<>"']/g, (sign) => `&#${sign.charCodeAt(0)};`);

export const html = (body: string, more: Partial<Piece> = {}): Piece => ({
  type: "text/html; charset=utf-8",
  body,
  ...more,
});

export const json = (value: unknown, more: Partial<Piece> = {}): Piece => ({
  type: "application/json; charset=utf-8",
  body: JSON.stringify(value),
  ...more,
});

export const says = (status: number, words: string, headers: Piece["headers"] = {}): Piece => ({
  status,
  type: "text/plain; charset=utf-8",
  body: `${words}\n`,
  headers,
});

/** Sends a piece; `head` leaves its body out. */
export function send(response: ServerResponse, piece: Piece, head: boolean): void {
  response.writeHead(piece.status ?? 200, {
    "X-Content-Type-Options": "nosniff",
    "Referrer-Policy": "strict-origin-when-cross-origin",
    "Content-Type": piece.type,
    "Content-Length": String(Buffer.byteLength(piece.body)),
    ...(piece.headers as Record<string, string | string[]>),
  });
  response.end(head ? undefined : piece.body);
}
