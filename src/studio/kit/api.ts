// Asking the server. The types come from the operations; no code of theirs does.
import { nanoid } from "nanoid";
import type { Gives, OperationName, Takes } from "@/server/operations";
import { takeEarly } from "./early";

/** A refusal as the server sent it, or a lost connection (status 0). */
export class Refusal extends Error {
  constructor(
    readonly status: number,
    readonly code: string,
    title: string,
    readonly fields: readonly { readonly path: string; readonly message: string }[] = [],
  ) {
    super(title);
  }

  /** The sentence at one field, or undefined. */
  at(path: string): string | undefined {
    return this.fields.find((field) => field.path === path)?.message;
  }
}

async function read<T>(asked: Promise<Response>): Promise<T> {
  let response: Response;
  try {
    response = await asked;
  } catch {
    throw new Refusal(0, "offline", "The server can't be reached. What you typed is kept here.");
  }
  if (response.ok) return (await response.json()) as T;
  const problem = (await response.json().catch(() => ({}))) as {
    title?: string;
    code?: string;
    fields?: Refusal["fields"];
  };
  if (problem.code === "secondFactorNeeded" && location.pathname !== "/account") location.assign("/account");
  throw new Refusal(
    response.status,
    problem.code ?? "failed",
    problem.title ?? "The server could not do this. Please try again.",
    problem.fields,
  );
}

/** Names what is done here, so that its own echo is known when it comes by the stream of events. */
export const thisTab = nanoid(10);

const perform = <N extends OperationName>(name: N, input: Takes<N>): Promise<Gives<N>> =>
  read(
    takeEarly(name, input) ??
      fetch(`/api/do/${name}`, {
        method: "POST",
        headers: { "content-type": "application/json", "x-tab": thisTab },
        body: JSON.stringify(input),
      }),
  );

/** Asks for something in a window; answers whether it was given. */
export type Asking = () => Promise<boolean>;
let confirming: Asking | null = null;
let signingIn: Asking | null = null;
let signingInNow: Promise<boolean> | null = null;

/** Who asks for the password when a command wants it shown again: the one window that stands in every screen. */
export function confirmWith(asked: Asking | null): void {
  confirming = asked;
}

/** Who asks to sign in when the session has ended, in place: what was typed stays where it is. */
export function signInWith(asked: Asking | null): void {
  signingIn = asked;
}

/** One window for however many commands wait for it. */
function signInAgain(): Promise<boolean> {
  if (!signingIn) {
    if (!location.pathname.startsWith("/sign-in"))
      location.assign(`/sign-in?then=${encodeURIComponent(location.pathname)}`);
    return Promise.resolve(false);
  }
  signingInNow ??= signingIn().finally(() => {
    signingInNow = null;
  });
  return signingInNow;
}

/** Does something that may want to be signed in, or the password shown again, and does it once that was given. */
async function attended<T>(work: () => Promise<T>): Promise<T> {
  try {
    return await work();
  } catch (error) {
    if (!(error instanceof Refusal)) throw error;
    const given =
      error.code === "signedOut"
        ? await signInAgain()
        : error.code === "confirmPassword" && confirming
          ? await confirming()
          : false;
    if (!given) throw error;
    return work();
  }
}

/** Performs an operation; asks in place for what it wants from the person. */
export const ask = <N extends OperationName>(name: N, input: Takes<N>): Promise<Gives<N>> =>
  attended(() => perform(name, input));

/** Performs an operation of the background: it fails without a word to anybody. */
export const askQuietly = perform;

const sent = <T>(path: string, body: Blob | null, name: string): Promise<T> =>
  attended(() =>
    read(
      fetch(path, {
        method: "POST",
        headers: {
          "content-type": "application/octet-stream",
          "x-file-name": encodeURIComponent(name),
          "x-tab": thisTab,
        },
        body,
      }),
    ),
  );

/** Sends a file's bytes. */
export const upload = <T>(path: string, file: File): Promise<T> => sent(path, file, file.name);

/** Which parts of a file, named by its SHA-256, have come already. */
export const partsSent = async (path: string, name: string): Promise<readonly number[]> =>
  (await attended(() => read<{ parts: readonly number[] }>(fetch(`${path}/uploads/${name}`)))).parts;

export const sendPart = (path: string, name: string, part: number, bytes: Blob): Promise<unknown> =>
  sent(`${path}/uploads/${name}?part=${part}`, bytes, "");

/** Says that all parts have come. */
export const finishUpload = <T>(path: string, name: string): Promise<T> => sent(path, null, name);
