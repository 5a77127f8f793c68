// How the script of one widget tells the others that the visitor is in the middle of something: nothing opens over it.

export const busyEvent = "w-busy";

/** Tells that something was begun on the page (true), or that it is over. */
export const tellBusy = (busy: boolean): void => {
  dispatchEvent(new CustomEvent(busyEvent, { detail: busy }));
};
