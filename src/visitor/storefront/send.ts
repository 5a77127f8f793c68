// What the shop's script asks its server for: forms sent as they stand, and pages of which a part is taken.

/** What was refused, in the server's words. */
export class Refused extends Error {}

/** Where a buyer goes on, once a form was taken. */
interface Taken {
  readonly next: string;
}

/** Sends a form as the browser would. Throws `Refused` with a sentence for the buyer. */
export async function sendForm(form: HTMLFormElement, submitter: HTMLElement | null): Promise<string> {
  const fields = new FormData(form, submitter);
  const sent = await fetch(form.action, {
    method: "POST",
    body: form.enctype.startsWith("m") ? fields : new URLSearchParams(fields as unknown as Record<string, string>),
  });
  const answer = (await sent.json()) as Taken & { title?: string; fields?: { message: string }[] };
  if (sent.ok) return answer.next;
  throw new Refused((answer.fields ?? []).map(({ message }) => message).join(" ") || answer.title || "");
}

/** A page of the site as a document. Throws where it does not come. */
export async function fetchPage(address: string, signal?: AbortSignal): Promise<Document> {
  const answered = await fetch(address, { headers: { accept: "text/html" }, ...(signal ? { signal } : {}) });
  if (!answered.ok) throw new Error(String(answered.status));
  return new DOMParser().parseFromString(await answered.text(), "text/html");
}
