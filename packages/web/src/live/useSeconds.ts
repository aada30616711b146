import { useEffect, useState } from 'react';

/** Goes up once a second. */
export function useSeconds(): number {
  const [second, setSecond] = useState(0);
  useEffect(() => {
    const timer = setInterval(() => setSecond((last) => last + 1), 1000);
    return () => clearInterval(timer);
  }, []);
  return second;
}
