// A picture becomes a video and a picture again: what it shows, says and how it looks stays.
import { builder } from "../build";
import { kinds } from "../kinds";
import { everyNode, type PageNode } from "../node";
import { applyEdits } from "./edit";

let last = 0;
const b = builder(() => `b${++last}`);
const media = "a".repeat(64);

test("every kind can become what it says it can, valid at once, and come back", () => {
  for (const [name, kind] of Object.entries(kinds))
    for (const other of kind.becomes ?? []) {
      const content = kind.fresh({} as never);
      const node = b.node(name as PageNode["kind"], content as PageNode["content"]);
      const page = b.page(b.section("One", {}, node));
      const parent = page.children?.[0]?.id ?? "";
      const made = b.node(other.kind, other.content(content as never) as PageNode["content"]);
      const { refusals, page: after } = applyEdits(page, [
        { type: "insert", parent, index: 0, node: made },
        { type: "remove", node: node.id },
      ]);
      expect(refusals).toEqual([]);
      expect([...everyNode(after)].map(({ kind: one }) => one)).toEqual(["page", "section", other.kind]);
    }
});

test("picture, description, caption and crop go along, there and back", () => {
  const cut = { x: 20, y: 60, zoom: 1.4 };
  const picture = { media, alt: "Water over a weir", caption: "The river", cut };
  const [toVideo] = kinds.picture.becomes ?? [];
  const [toPicture] = kinds.video.becomes ?? [];
  const video = toVideo?.content(picture as never) as PageNode["content"];
  expect(video).toMatchObject({ poster: media, alt: "Water over a weir", caption: "The river", cut });
  expect(toPicture?.content(video as never)).toEqual(picture);
});
