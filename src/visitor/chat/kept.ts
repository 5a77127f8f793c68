// A conversation is kept in this tab; for the next visit only where somebody wishes it. Storage may be forbidden.

const key = "chat";

const storage = (kind: "local" | "session"): Storage | null => {
  try {
    return kind === "local" ? localStorage : sessionStorage;
  } catch {
    return null;
  }
};

/** Does what a full or forbidden storage may refuse. */
function tried(work: () => void) {
  try {
    work();
  } catch {}
}

/** The conversation that was begun before; null for none. */
export const keptTalk = (): string | null => storage("session")?.getItem(key) || storage("local")?.getItem(key) || null;

/** Whether it is kept for the next visit. */
export const isKeptLonger = (): boolean => (storage("local")?.getItem(key) ?? null) !== null;

/** Keeps a conversation, or the wish to have one kept `longer` before it has begun. */
export const keepTalk = (token: string | null, longer: boolean) =>
  tried(() => {
    const [here, other] = longer ? (["local", "session"] as const) : (["session", "local"] as const);
    storage(other)?.removeItem(key);
    if (token || longer) storage(here)?.setItem(key, token ?? "");
  });

export function forgetTalk() {
  for (const kind of ["local", "session"] as const) tried(() => storage(kind)?.removeItem(key));
}
