// Every word of the composer.
const changes = (count: number) => (count === 1 ? "One change was" : `${count} changes were`);

export const words = {
  blockGone: "This block is gone.",
  placeGone: "This place is gone.",
  blockRemoved: "Somebody removed the block you wrote in.",
  noPlace: (kind: string) => `A ${kind} has no place here.`,
  notKept: (count: number, reason: string) => `${changes(count)} not kept: ${reason}`,
  notUndone: (reason: string) => `This could not be undone whole: ${reason}`,
  notRedone: (reason: string) => `This could not be redone whole: ${reason}`,
  youElsewhere: "You, in another tab",
  linkWanted: "Write an address, a mail address or a phone number.",
  toAPage: "To a page…",
} as const;
