// How scripts tell each other that the visitor is in the middle of something: nothing opens over it.

export const busyEvent = "w-busy";

const going = new Set<string>();

/** Whether something is going on, for a script that comes later than what told of it. */
export const isBusy = (): boolean => going.size > 0;

/** Tells that something (`what`) was begun on the page, or that it is over. */
export const reportBusy = (what: string, busy: boolean): void => {
  if (busy) going.add(what);
  else going.delete(what);
  dispatchEvent(new CustomEvent(busyEvent, { detail: isBusy() }));
};
