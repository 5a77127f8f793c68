// A shared section that is worked on in one of its places: what is done to it is kept, or put aside, as one.
import type { PageNode } from "@/core/page/node";
import { isPlacement, sharedContent } from "@/core/page/shared/placement";
import { words } from "../words";
import type { Documents } from "./documents";
import type { Editor } from "./editor";

export class InPlaceWork {
  /** The placement, below those it stands in, and what stands there; null while none is worked on. */
  now: { readonly at: string; readonly shared: string } | null = null;

  constructor(
    private readonly editor: Editor,
    private readonly documents: Documents,
    /** Its steps can't be taken back any more. */
    private readonly forget: (shared: string) => void,
  ) {}

  private get sync() {
    return this.now && this.documents.sync(this.now.shared);
  }

  /** Works on the shared section that stands at a placement. */
  open(at: string) {
    const placement = this.editor.node(at);
    if (!placement || !isPlacement(placement)) return;
    const { shared } = sharedContent(placement);
    const body = this.documents.shared.get(shared);
    if (!body) return;
    if (this.now && this.now.shared !== shared && this.sync?.unsentEdits) {
      this.editor.say(words.keepFirst(this.documents.nameOf(this.now.shared)));
      return;
    }
    this.now = { at, shared };
    this.editor.select(body.children?.[0]?.id ?? null);
  }

  /** The place may have gone by somebody else's command. */
  check() {
    if (this.now && !this.editor.place(this.now.at)) this.now = null;
  }

  /** What is worked on, as it is kept and as it would be. */
  get states(): { readonly before: PageNode; readonly after: PageNode } | null {
    const { sync } = this;
    return sync && { before: sync.stored, after: sync.page };
  }

  private leave() {
    if (!this.now) return;
    const { at, shared } = this.now;
    this.forget(shared);
    this.now = null;
    this.editor.select(at);
  }

  /** Keeps what was done to it, on every page it stands on. Whether it is kept. */
  async keep(): Promise<boolean> {
    const done = (await this.sync?.letGo()) ?? false;
    if (done) this.leave();
    return done;
  }

  /** Puts aside what was done to it. */
  putBack() {
    this.sync?.putBack();
    this.leave();
  }
}
