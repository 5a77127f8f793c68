// Changing one thing of a set-up: the list it stands in, its id, and what is wrong with it by the path within it.
import type { BookingSetUp } from "@/core/booking/booking";
import type { Form } from "@/studio/forms/form";
import type { StepProps } from "@/studio/widget/half";

export type List = keyof BookingSetUp;
export type ItemOf<L extends List> = BookingSetUp[L][number];

type Props = Pick<StepProps<"booking">, "part" | "changePart" | "faults">;

/** The thing with this id, and how it is changed. */
export interface Editing<L extends List> extends Form<ItemOf<L>> {
  /** Changes it by one command, which is a step back of its own. */
  command(change: Partial<ItemOf<L>>): void;
}

let commands = 0;

/** Changes things of the lists of a set-up. */
export function editingOf({ part, changePart, faults }: Props) {
  const changed = <L extends List>(list: L, items: readonly ItemOf<L>[], key: string) =>
    changePart({ [list]: items } as Partial<BookingSetUp>, `${list} ${key}`);
  return {
    one<L extends List>(list: L, id: string): Editing<L> | null {
      const items = part[list] as readonly ItemOf<L>[];
      const index = items.findIndex((one) => one.id === id);
      const item = items[index];
      if (!item) return null;
      const put = (change: Partial<ItemOf<L>>, key: string) =>
        changed(
          list,
          items.map((one) => (one.id === id ? { ...one, ...change } : one)),
          key,
        );
      return {
        item,
        fault: (path) => faults[`part.${list}[${index}]${path.startsWith("[") ? "" : "."}${path}`],
        // A run of changes of the same is one step back.
        put: (change, typed = Object.keys(change).join(" ")) => put(change, `${id} ${typed}`),
        command: (change) => put(change, `${id} ${++commands}`),
      };
    },
    add: <L extends List>(list: L, item: ItemOf<L>) =>
      changed(list, [...(part[list] as ItemOf<L>[]), item], `add ${item.id}`),
    remove: <L extends List>(list: L, id: string) =>
      changed(
        list,
        (part[list] as readonly ItemOf<L>[]).filter((one) => one.id !== id),
        `remove ${id}`,
      ),
  };
}

/** A set-up without a resource: no set, no rule and no offer names it any more. Sets that it leaves empty go too. */
export function withoutResource(part: BookingSetUp, id: string): BookingSetUp {
  return {
    ...part,
    resources: part.resources.filter((one) => one.id !== id),
    services: part.services.map((service) => ({
      ...service,
      needs: service.needs
        .map((need) => ({ ...need, oneOf: need.oneOf.filter((one) => one !== id) }))
        .filter(({ oneOf }) => oneOf.length > 0),
    })),
    prices: part.prices.filter(({ resource }) => resource !== id),
  };
}

/** A set-up with a copy of a service: whoever does the one in their own way does the copy so too. */
export const withCopy = (part: BookingSetUp, of: string, copy: ItemOf<"services">): BookingSetUp => ({
  ...part,
  services: [...part.services, copy],
  resources: part.resources.map((resource) => ({
    ...resource,
    offers: resource.offers.flatMap((offer) =>
      offer.service === of ? [offer, { ...offer, service: copy.id }] : [offer],
    ),
  })),
});

/** A set-up without a service: no offer and no rule names it any more. */
export function withoutService(part: BookingSetUp, id: string): BookingSetUp {
  return {
    ...part,
    services: part.services.filter((one) => one.id !== id),
    resources: part.resources.map((resource) => ({
      ...resource,
      offers: resource.offers.filter(({ service }) => service !== id),
    })),
    prices: part.prices.filter(({ service }) => service !== id),
  };
}
