// What is drawn only where it is seen, or soon will be.
import { useEffect, useRef, useState } from "react";

/** So far beyond what is seen something is near, in px. */
const nearPx = 240;

/** A reference for an element, and whether that is near what is seen. */
export function useNear() {
  const ref = useRef<HTMLDivElement>(null);
  const [near, setNear] = useState(false);
  useEffect(() => {
    if (!ref.current) return;
    const observer = new IntersectionObserver(([entry]) => entry && setNear(entry.isIntersecting), {
      rootMargin: `${nearPx}px`,
    });
    observer.observe(ref.current);
    return () => observer.disconnect();
  }, []);
  return [ref, near] as const;
}
