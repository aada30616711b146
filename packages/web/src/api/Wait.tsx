import { Button } from '@mantine/core';
import type { ReactNode } from 'react';
import { Notice } from '../spec/Notice';
import { Waiting } from '../ui/Waiting';
import { problemCodeOf, sayFailure } from './api';

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

const notSeen =
  'This device has not shown it before, so nothing of it is kept here. It comes when the network is back.';

function Failure({ error, retry }: { readonly error: unknown; readonly retry: (() => unknown) | undefined }) {
  return (
    <Notice
      kind="outOfSpec"
      title={problemCodeOf(error) === undefined ? 'The server cannot be reached' : 'This could not be loaded'}
    >
      <p>{problemCodeOf(error) === undefined ? notSeen : sayFailure(error)}</p>
      {retry && (
        <Button variant="default" onClick={() => void retry()}>
          Try again
        </Button>
      )}
    </Notice>
  );
}
