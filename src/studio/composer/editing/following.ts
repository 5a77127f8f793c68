// What others do meanwhile: asked for when something is heard of it, and where everybody is told along with it.
import type { OtherPerson } from "@/server/page/presence";
import { askQuietly } from "@/studio/kit/api";
import { newId } from "@/studio/kit/new-id";
import type { DocumentSync } from "../sync";
import { tabName } from "../unsent";

/** How long a selection stands before others are told of it, in ms. */
const whereMs = 300;

export class Following {
  people: readonly OtherPerson[] = [];
  private closed = false;
  private soon: ReturnType<typeof setTimeout> | undefined;
  private asking: Promise<void> | null = null;
  private again = false;

  constructor(
    private readonly of: {
      readonly site: string;
      readonly page: string;
      documents(): readonly DocumentSync[];
      /** The block that is selected here. */
      node(): string | null;
      /** Somebody came, went or moved. */
      changed(): void;
    },
  ) {}

  /** Another block is selected: the others hear of it unless yet another is in a moment. */
  moved() {
    clearTimeout(this.soon);
    this.soon = setTimeout(() => void this.follow(), whereMs);
  }

  /** Asks what others did and where they are, and tells where this tab is; once more where it was asked for meanwhile. */
  follow(): Promise<void> {
    clearTimeout(this.soon);
    this.again = this.asking !== null;
    this.asking ??= this.followOnce().finally(() => {
      this.asking = null;
      if (this.again && !this.closed) void this.follow();
    });
    return this.asking;
  }

  private async followOnce(): Promise<void> {
    const { site, page } = this.of;
    const documents = this.of.documents();
    const answer = await askQuietly("pages.follow", {
      site,
      page,
      known: documents.map(({ document, revision }) => ({ document, revision })),
      tab: await tabName(newId),
      node: this.of.node(),
    }).catch(() => null);
    if (this.closed || !answer) return;
    for (const { document, line } of answer.lines)
      this.of
        .documents()
        .find((one) => one.document === document)
        ?.receive(line);
    if (JSON.stringify(answer.people) === JSON.stringify(this.people)) return;
    this.people = answer.people;
    this.of.changed();
  }

  close() {
    this.closed = true;
    clearTimeout(this.soon);
    void tabName(newId).then((tab) => askQuietly("pages.leave", { site: this.of.site, tab }).catch(() => null));
  }
}
