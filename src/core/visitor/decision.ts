// The two types every core decision answers with: what was decided, and why.

export type ReasonValue = string | number | boolean | null | readonly string[];

/** Why something was decided: a stable code with the values that led to it. The interface puts it into words. */
export interface Reason {
  readonly code: string;
  readonly [value: string]: ReasonValue;
}

/** What was decided and every reason for it. */
export interface Decision<T> {
  readonly value: T;
  readonly reasons: readonly Reason[];
}

export const decided = <T>(value: T, ...reasons: readonly Reason[]): Decision<T> => ({ value, reasons });

/** A computation that may be refused: errors are values in the core. */
export type Outcome<T> = { readonly ok: true; readonly value: T } | { readonly ok: false; readonly reason: Reason };

export const done = <T>(value: T): Outcome<T> => ({ ok: true, value });

export const refused = (code: string, values: Record<string, ReasonValue> = {}): { ok: false; reason: Reason } => ({
  ok: false,
  reason: { code, ...values },
});
