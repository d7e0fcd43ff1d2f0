import { useEffect, useState } from "react";

/** A value once it has rested so long, ms: drawing a chart costs more than all else that a moving number does. */
export function useRested<T>(value: T, ms: number): T {
  const [rested, setRested] = useState(value);
  useEffect(() => {
    const later = setTimeout(() => setRested(value), ms);
    return () => clearTimeout(later);
  }, [value, ms]);
  return rested;
}
