import { Loader } from '@mantine/core';
import { useEffect, useState } from 'react';

/** That something is on its way, once that has taken a third of a second. */
export function Waiting() {
  const [isLong, setIsLong] = useState(false);
  useEffect(() => {
    const timer = setTimeout(() => setIsLong(true), 300);
    return () => clearTimeout(timer);
  }, []);
  return isLong ? <Loader type="dots" role="status" aria-label="Loading" m="xl" /> : null;
}
