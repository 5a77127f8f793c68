// A value once it has stood still for a while.
import { useEffect, useState } from "react";

/** The value as it was when it last stood still for so long, in ms; at first as it is. */
export function useSettled<T>(value: T, ms: number): T {
  const [settled, setSettled] = useState(value);
  useEffect(() => {
    const timer = setTimeout(() => setSettled(value), ms);
    return () => clearTimeout(timer);
  }, [value, ms]);
  return settled;
}
