// How long a site keeps what visitors sent, in days: each setting with its default and its bounds.

export interface Retention {
  /** Signups, from the day they came. Of one who withdrew the address alone is kept longer, so that nobody writes to it. */
  readonly signups: number;
  /** Forms with their files, from the day they came. */
  readonly forms: number;
  /** Bookings, from the day they ended. */
  readonly bookings: number;
  /** Choices about consent, from the day they were made: proof, as long as somebody may ask for it. */
  readonly consents: number;
  /** Letters, from the day they were written. */
  readonly letters: number;
  /** The list of what happened that concerns safety. */
  readonly log: number;
}

export const retentionBounds: Readonly<Record<keyof Retention, { least: number; most: number; usual: number }>> = {
  signups: { least: 30, most: 3650, usual: 1095 },
  forms: { least: 30, most: 3650, usual: 1095 },
  bookings: { least: 30, most: 3650, usual: 1095 },
  // A choice holds for up to twelve months.
  consents: { least: 365, most: 3650, usual: 1095 },
  letters: { least: 7, most: 3650, usual: 180 },
  log: { least: 90, most: 1825, usual: 365 },
};

/** A signup that is never confirmed is nobody's wish: it goes after so many days, whatever the setting. */
export const unconfirmedDays = 30;

export const usualRetention: Retention = {
  signups: retentionBounds.signups.usual,
  forms: retentionBounds.forms.usual,
  bookings: retentionBounds.bookings.usual,
  consents: retentionBounds.consents.usual,
  letters: retentionBounds.letters.usual,
  log: retentionBounds.log.usual,
};
