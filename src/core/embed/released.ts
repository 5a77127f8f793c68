// What a page tells the script of an embedded page. Light: types alone.

export interface ReleasedEmbed {
  readonly src: string;
  readonly title: string;
  readonly sandbox: string;
  readonly allow: string;
  /** What loading it is for, in the terms of consent; absent where nobody has to be asked. */
  readonly purpose?: string;
  /** Hosts that hear of it, where that is not the one of “src”. */
  readonly hosts?: string;
  /** It tells its own height by message. */
  readonly grows?: boolean;
  /** It is custom code of the site, and tells what goes wrong in it. */
  readonly code?: true;
}
