// Findings as they are read: by the page, header or widget they stand on, those that stop a release first; sample words apart.

/** Where findings stand together. */
export interface Place {
  readonly id: string;
  readonly name: string;
  /** Where it is worked on. */
  readonly href: string;
}

export interface Placed {
  readonly key: string;
  readonly weight: "stops" | "look";
  /** Words that came with a section and say only what belongs there. */
  readonly sample: boolean;
  readonly place: Place;
}

export interface Grouped<Row extends Placed> {
  readonly groups: readonly { readonly place: Place; readonly stops: number; readonly rows: readonly Row[] }[];
  /** Sample words, one entry a place. */
  readonly samples: readonly { readonly place: Place; readonly rows: readonly Row[] }[];
}

const isStop = ({ weight }: Placed) => weight === "stops";

/** Rows by their places: places where something stops a release come first, and in each what stops one. */
export function groupedByPlace<Row extends Placed>(rows: readonly Row[]): Grouped<Row> {
  const byPlace = (some: readonly Row[]) => {
    const places = new Map<string, Row[]>();
    for (const row of some) places.set(row.place.id, [...(places.get(row.place.id) ?? []), row]);
    return [...places.values()].map((here) => ({ place: (here[0] as Row).place, rows: here }));
  };
  const groups = byPlace(rows.filter(({ sample }) => !sample)).map(({ place, rows: here }) => ({
    place,
    stops: here.filter(isStop).length,
    rows: here.toSorted((one, other) => Number(isStop(other)) - Number(isStop(one))),
  }));
  return {
    groups: groups.toSorted((one, other) => Number(other.stops > 0) - Number(one.stops > 0)),
    samples: byPlace(rows.filter(({ sample }) => sample)),
  };
}
