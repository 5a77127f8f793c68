// What a field for a day takes.

export interface DayProps {
  readonly id?: string | undefined;
  readonly "aria-describedby"?: string | undefined;
  readonly "aria-invalid"?: boolean | undefined;
  readonly "aria-label"?: string | undefined;
  /** "2026-03-11". */
  readonly value: string | null;
  readonly onChange: (value: string | null) => void;
}

/** The day of a moment: "2026-03-11" of "2026-03-11T09:30"; null for none. */
export const dayOf = (value: string | null) => (value && /^\d{4}-\d{2}-\d{2}/.test(value) ? value.slice(0, 10) : null);
