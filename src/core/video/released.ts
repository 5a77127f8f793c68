// What a page tells the script of one of its videos. Light: types alone.
import type { SpokenWords } from "./words";

export interface ReleasedVideo {
  /** What is framed to play it; absent for a file of the site. */
  readonly player?: string;
  readonly file?: { readonly src: string; readonly type: string };
  /** Captions of a file. */
  readonly tracks?: readonly { readonly src: string; readonly language: string; readonly label: string }[];
  /** Whether captions are shown from the beginning. */
  readonly captions?: boolean;
  readonly title: string;
  /** Seconds from its beginning; `to` 0 for its end. */
  readonly from: number;
  readonly to: number;
  readonly loop?: boolean;
  /** Plays by itself, without sound. */
  readonly auto?: boolean;
  readonly controls: "shown" | "none" | "resting";
  readonly fullScreen: boolean;
  /** Over the page; how much the page behind is dimmed, in %. */
  readonly over?: number;
  /** Videos of one group follow each other over the page. */
  readonly group?: string;
  /** What the player says when the clip has ended: this field has this value. */
  readonly ended?: { readonly field: string; readonly value: string };
  /** What loading it from elsewhere is for, in the terms of consent; absent for a file of the site. */
  readonly purpose?: string;
  /** Where a person opens it, for when it can't be loaded. */
  readonly page?: string;
  readonly ratio: number;
  readonly words: SpokenWords;
}
