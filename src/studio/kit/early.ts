// What a screen asks first is asked while its script is still on its way: a line of the document begins the calls, and the
// script takes their answers over.

/** An operation with its input. */
export type EarlyCall = readonly [operation: string, input: object];

type Begun = Record<string, Promise<Response> | undefined>;

const keyOf = (operation: string, input: object): string => `${operation} ${JSON.stringify(input)}`;

/** The line: calls by the key of `keyOf`. What fails is told to whoever takes it over. */
export function earlyScript(calls: readonly EarlyCall[]): string {
  const asked = calls.map(([operation, input]) => [keyOf(operation, input), operation, JSON.stringify(input)]);
  // In a document: nothing of it may end the element it stands in.
  const data = JSON.stringify(asked).replaceAll("<", "\\u003c");
  return `{const b=window.webitorBegun??={};for(const[k,o,body]of ${data}){b[k]=fetch("/api/do/"+o,{method:"POST",headers:{"content-type":"application/json"},body});b[k].catch(()=>{})}}`;
}

/** So long after the document began its answers are those of a screen that opens; later they are of the past, in ms. */
const freshMs = 20_000;

/** The answer to a call that was begun, once: whoever asks again, or much later, asks anew. */
export function takeEarly(operation: string, input: object): Promise<Response> | undefined {
  const begun = (globalThis as { webitorBegun?: Begun }).webitorBegun;
  const key = keyOf(operation, input);
  const answer = begun?.[key];
  if (!begun || !answer) return undefined;
  delete begun[key];
  return performance.now() < freshMs ? answer : undefined;
}
