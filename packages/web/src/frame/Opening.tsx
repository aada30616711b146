import { Wait } from '../api/Wait';
import { Bar } from './Page';

interface OpeningProps {
  readonly error: unknown;
  readonly retry: () => unknown;
}

/** A view of which nothing is there yet: that it is on its way, or why it is not. */
export const Opening = ({ error, retry }: OpeningProps) => (
  <>
    <Bar />
    <Wait for={undefined} error={error} retry={retry}>
      {() => null}
    </Wait>
  </>
);
