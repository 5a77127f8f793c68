// Asking the server. The types come from the operations; no code of theirs does.
import type { Gives, OperationName, Takes } from "@/server/operations";

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
  if (problem.code === "signedOut" && !location.pathname.startsWith("/sign-in"))
    location.assign(`/sign-in?then=${encodeURIComponent(location.pathname)}`);
  if (problem.code === "secondFactorNeeded" && location.pathname !== "/account") location.assign("/account");
  throw new Refusal(
    response.status,
    problem.code ?? "failed",
    problem.title ?? "The server could not do this. Please try again.",
    problem.fields,
  );
}

const perform = <N extends OperationName>(name: N, input: Takes<N>): Promise<Gives<N>> =>
  read(
    fetch(`/api/do/${name}`, {
      method: "POST",
      headers: { "content-type": "application/json" },
      body: JSON.stringify(input),
    }),
  );

/** Asks for the password; answers whether it was shown. */
export type Confirming = () => Promise<boolean>;
let confirming: Confirming | null = null;

/** Who asks for the password when a deed wants it shown again: the one window that stands in every screen. */
export function confirmWith(asked: Confirming | null): void {
  confirming = asked;
}

/** Performs an operation. One that wants the password shown again is performed once it was. */
export async function ask<N extends OperationName>(name: N, input: Takes<N>): Promise<Gives<N>> {
  try {
    return await perform(name, input);
  } catch (error) {
    const wanted = error instanceof Refusal && error.code === "confirmPassword";
    if (!wanted || !confirming || !(await confirming())) throw error;
    return perform(name, input);
  }
}

/** Sends a file's bytes. */
export const upload = <T>(path: string, file: File): Promise<T> =>
  read(
    fetch(path, {
      method: "POST",
      headers: { "content-type": "application/octet-stream", "x-file-name": encodeURIComponent(file.name) },
      body: file,
    }),
  );
