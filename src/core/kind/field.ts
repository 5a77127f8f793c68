// A field of a form as data: blocks and widgets say with it what can be set of them, and the studio draws it.

/** One field of things of type T, set with the control C. */
export interface FieldOf<T, C> {
  /** The path of its value ("tax.percent"); what is wrong is told at the same. */
  readonly name: string;
  readonly label: string;
  readonly control: C;
  /** A sentence below it. */
  readonly hint?: string | ((item: T) => string | undefined);
  /** Whether it is there at all as things stand; always where it says nothing. */
  readonly shown?: (item: T) => boolean;
  /** Whether it can be set as things stand; always where it says nothing. */
  readonly open?: (item: T) => boolean;
  /** The label stands above the control. */
  readonly stacked?: boolean;
}
