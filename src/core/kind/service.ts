// What a kind wants of its surroundings besides what every page has: declared with its type where it is used, and given by
// whoever has it. The centre passes it on by its name, without knowing what it is.

export interface Service<T> {
  readonly name: string;
  /** Only the type: no service holds anything by itself. */
  readonly of?: T;
}

export const service = <T>(name: string): Service<T> => ({ name });

/** Services at hand, by their names. */
export type Services = Readonly<Record<string, unknown>>;

/** One service, to be put among others. */
export const given = <T>({ name }: Service<T>, value: T): Services => ({ [name]: value });

/** What was given for a service; undefined where nobody has it. */
export const serviceIn = <T>(services: Services, { name }: Service<T>): T | undefined =>
  services[name] as T | undefined;
