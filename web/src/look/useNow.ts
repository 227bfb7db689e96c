import { useEffect, useState } from "react";
import { now as theTime } from "../api";

/** The time, moving on every half minute; milliseconds since 1970. */
export function useNow(): number {
  const [now, setNow] = useState(theTime);
  useEffect(() => {
    const timer = setInterval(() => setNow(theTime()), 30_000);
    return () => clearInterval(timer);
  }, []);
  return now;
}
