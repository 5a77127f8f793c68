// Paths of pages.

/** A path without the slashes at its end. */
export function withoutSlashes(path: string): string {
  let end = path.length;
  while (path[end - 1] === "/") end -= 1;
  return path.slice(0, end);
}
