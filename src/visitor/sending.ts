// What every form in the visitor's browser does when it is sent: waits as long as a person needs, and hears what is wrong.

/** A person needs at least this long to fill a form; a quicker sending waits for the rest of it. */
const minimumMs = 1300;

/** What is wrong, by field; "" for the whole form. */
export type Wrong = Readonly<Record<string, string>>;

/** Sends a form that was opened at `openedAt`; answers what is wrong, null where it was taken. `failed` is said where nothing came back. */
export async function sendForm(openedAt: number, failed: string, send: () => Promise<Response>): Promise<Wrong | null> {
  await new Promise((resolve) => setTimeout(resolve, Math.max(0, minimumMs - (performance.now() - openedAt))));
  try {
    const response = await send();
    if (response.ok) return null;
    const problem = (await response.json()) as { title?: string; fields?: { path: string; message: string }[] };
    // "fields.glazes[0]" is said at the field "glazes"; what is at no field, at the form.
    const wrong = (problem.fields ?? []).map(
      ({ path, message }) =>
        [path.startsWith("fields.") ? (path.slice(7).split("[", 1)[0] ?? "") : "", message] as const,
    );
    return wrong.length ? Object.fromEntries(wrong) : { "": problem.title ?? failed };
  } catch {
    return { "": failed };
  }
}
