"use client";
// Where a link leads: a page or a place on it, an address, mail, phone, message, or a widget that opens.
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { isPicture } from "@/core/media/entry";
import { linkFromWords, type ReadLink, readLink, writeLink } from "@/core/page/words/link";
import { anchorFor, placesOn } from "@/core/page/words/places";
import { widgetFacts } from "@/core/widget/all-facts";
import { useSite } from "@/studio/frame/site-context";
import { ask } from "@/studio/kit/api";
import { Choice } from "@/studio/kit/choice";
import { Row, TextInput } from "@/studio/kit/fields";
import type { Composer } from "../store";
import { words as own } from "../words";

interface LinkChoiceProps {
  readonly composer: Composer;
  readonly label: string;
  readonly value: string | undefined;
  onChange(link: string | undefined): void;
}

type To = ReadLink["to"];
type Typed = Exclude<To, "page" | "widget" | "place" | "file">;

const sortNames: Readonly<Record<Typed | "place", string>> = own.linkSorts;
const sorts = Object.keys(sortNames) as readonly (Typed | "place")[];

/** What one types for each sort, and the link it makes; null while it makes none. */
const typed: { readonly [T in Typed]: { shown(link: ReadLink | null): string; made(text: string): string | null } } = {
  web: {
    shown: (link) => (link?.to === "web" ? link.address : ""),
    made: (text) => {
      const found = linkFromWords(text);
      return found && readLink(found).to === "web" ? found : null;
    },
  },
  mail: {
    shown: (link) => (link?.to === "mail" ? link.address : ""),
    made: (address) => writeLink({ to: "mail", address: address.trim(), subject: "" }),
  },
  phone: {
    shown: (link) => (link?.to === "phone" ? link.number : ""),
    made: (number) => writeLink({ to: "phone", number }),
  },
  message: {
    shown: (link) => (link?.to === "message" ? link.number : ""),
    made: (number) => writeLink({ to: "message", number }),
  },
};

export function LinkChoice({ composer, label, value, onChange }: LinkChoiceProps) {
  const { pages, widgets, media } = useSite();
  const files = media.filter((entry) => !isPicture(entry));
  const link = value ? readLink(value) : null;
  // A sort that was chosen, before what is typed makes a link of it.
  const [chosen, setChosen] = useState<To | null>(null);
  const sort = chosen ?? link?.to ?? null;
  const widgetLinks = widgets.filter(({ kind }) => widgetFacts[kind].placements.includes("link"));
  const shown =
    sort === "page" && link?.to === "page"
      ? link.page
      : sort === link?.to && (link?.to === "widget" || link?.to === "file")
        ? value
        : sort;
  const choose = (key: string) => {
    const page = pages.find(({ id }) => id === key);
    // Of widgets and files the link itself names the choice.
    const whole = /^(?:widget|file):/.test(key);
    setChosen(page || whole || !key ? null : (key as To));
    if (page) onChange(`page:${page.id}`);
    else if (whole) onChange(key);
    else if (!key) onChange(undefined);
  };
  return (
    <>
      <Row label={label}>
        {(ids) => (
          <Choice
            {...ids}
            value={shown ?? ""}
            onChange={choose}
            options={[
              ["", own.nothingYet],
              ...pages.map((page) => [page.id, page.title] as const),
              ...sorts.map((one) => [one, sortNames[one]] as const),
              ...widgetLinks.map((widget) => [`widget:${widget.id}`, own.opensWidget(widget.name)] as const),
              ...files.map((entry) => [`file:${entry.hash}`, own.fileLink(entry.name)] as const),
            ]}
          />
        )}
      </Row>
      {link?.to === "page" && sort === "page" ? <PlaceRow composer={composer} link={link} onChange={onChange} /> : null}
      {sort !== null && sort !== "page" && sort !== "widget" && sort !== "file" ? (
        sort === "place" ? (
          <PlaceHere composer={composer} link={link} onChange={onChange} />
        ) : (
          <TypedRows key={sort} sort={sort} link={link} onChange={onChange} />
        )
      ) : null}
    </>
  );
}

function TypedRows({ sort, link, onChange }: { sort: Typed; link: ReadLink | null; onChange: (link: string) => void }) {
  const [text, setText] = useState<string | null>(null);
  const { shown, made } = typed[sort];
  const subject = link?.to === "mail" ? link.subject : "";
  const wrong = text ? made(text) === null : false;
  return (
    <>
      <Row label={own.linkTyped[sort]} error={wrong ? own.linkWantedOf[sort] : undefined}>
        {(ids) => (
          <TextInput
            {...ids}
            value={text ?? shown(link)}
            onChange={(next) => {
              setText(next);
              const found = made(next);
              if (found) onChange(found);
            }}
          />
        )}
      </Row>
      {sort === "mail" && link?.to === "mail" ? (
        <Row label={own.subject}>
          {(ids) => (
            <TextInput
              {...ids}
              value={subject}
              onChange={(next) =>
                onChange(writeLink({ ...link, subject: next.slice(0, 120) }) ?? `mailto:${link.address}`)
              }
            />
          )}
        </Row>
      ) : null}
    </>
  );
}

/** A place on the page that is linked to: its sections and anchors that have a name. */
function PlaceRow({
  composer,
  link,
  onChange,
}: {
  composer: Composer;
  link: Extract<ReadLink, { to: "page" }>;
  onChange: (link: string) => void;
}) {
  const site = useSite();
  const here = link.page === composer.pageId;
  const { data } = useQuery({
    queryKey: ["places", site.key, link.page],
    queryFn: () => ask("pages.places", { site: site.key, page: link.page }),
    enabled: !here,
  });
  const places = here ? placesOn(composer.view.page, composer.view.shared) : (data?.places ?? []);
  if (!places.length && !link.anchor) return null;
  const known = places.some(({ anchor }) => anchor === link.anchor);
  return (
    <Row label={own.place} error={link.anchor && data && !known ? own.anchorGone(link.anchor) : undefined}>
      {(ids) => (
        <Choice
          {...ids}
          value={link.anchor}
          onChange={(anchor) => onChange(`page:${link.page}${anchor ? `#${anchor}` : ""}`)}
          options={[
            ["", own.topOfPage],
            ...places.map(({ anchor, name }) => [anchor ?? "", name] as const),
            ...(link.anchor && !known ? [[link.anchor, `#${link.anchor}`] as const] : []),
          ]}
        />
      )}
    </Row>
  );
}

/** A section of the open page: one without an anchor is given one. */
function PlaceHere({
  composer,
  link,
  onChange,
}: {
  composer: Composer;
  link: ReadLink | null;
  onChange: (link: string) => void;
}) {
  const places = placesOn(composer.view.page, composer.view.shared, true);
  const anchor = link?.to === "place" ? link.anchor : "";
  return (
    <Row label={own.place}>
      {(ids) => (
        <Choice
          {...ids}
          value={places.find((place) => place.anchor === anchor)?.node ?? ""}
          onChange={(node) => {
            const place = places.find((one) => one.node === node);
            if (!place) return;
            const name =
              place.anchor ??
              anchorFor(
                place.name,
                places.map((one) => one.anchor),
              );
            if (place.anchor === null) composer.content.set(place.node, "anchor", name);
            onChange(`#${name}`);
          }}
          options={[["", own.choose], ...places.map(({ node, name }) => [node, name] as const)]}
        />
      )}
    </Row>
  );
}
