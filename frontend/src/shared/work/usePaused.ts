/** A value that waits for a pause: the first change after a quiet time passes at once, those that follow wait for the last. */
import { useEffect, useRef, useState } from "react";

const PAUSE_MS = 120;

export function usePaused<T>(value: T): T {
  const [passed, setPassed] = useState(value);
  const latest = useRef(0);
  useEffect(() => {
    const quiet = performance.now() - latest.current;
    latest.current = performance.now();
    const timer = setTimeout(() => setPassed(value), quiet > PAUSE_MS ? 0 : PAUSE_MS);
    return () => clearTimeout(timer);
  }, [value]);
  return passed;
}
