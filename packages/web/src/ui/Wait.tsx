import { Button, Loader } from '@mantine/core';
import { type ReactNode, useEffect, useState } from 'react';
import { sayFailure } from '../app/api';
import { Notice } from './Notice';

interface WaitProps<T> {
  readonly for: T | undefined;
  readonly error?: unknown;
  readonly retry?: () => unknown;
  readonly children: (value: T) => ReactNode;
}

/** Shows what is there, why it is not, or, after a third of a second, that it is on its way. */
export function Wait<T>({ for: value, error, retry, children }: WaitProps<T>) {
  if (value !== undefined) return children(value);
  if (error) return <Failure error={error} retry={retry} />;
  return <Waiting />;
}

function Failure({ error, retry }: { readonly error: unknown; readonly retry: (() => unknown) | undefined }) {
  return (
    <Notice kind="outOfSpec" title="This could not be loaded">
      <p>{sayFailure(error)}</p>
      {retry && (
        <Button variant="default" onClick={() => void retry()}>
          Try again
        </Button>
      )}
    </Notice>
  );
}

export function Waiting() {
  const [isLong, setIsLong] = useState(false);
  useEffect(() => {
    const timer = setTimeout(() => setIsLong(true), 300);
    return () => clearTimeout(timer);
  }, []);
  return isLong ? <Loader type="dots" role="status" aria-label="Loading" m="xl" /> : null;
}
