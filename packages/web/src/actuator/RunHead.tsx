import { Button, Checkbox } from '@mantine/core';
import { stopAll } from './useActuatorRun';

interface HeadProps {
  readonly jobId: string;
  readonly name: string;
  readonly unitName: string;
  /** Vehicle states in which it is safe, and that are not known yet. */
  readonly open: readonly { readonly what: string; readonly is: string }[];
  readonly isConfirmed: boolean;
  readonly onConfirm: (isConfirmed: boolean) => void;
}

/** What runs on the vehicle, the key that stops all of it, and what must be so before. */
export function RunHead({ jobId, name, unitName, open, isConfirmed, onConfirm }: HeadProps) {
  return (
    <>
      <header>
        <h2>
          {name} <small>{unitName}</small>
        </h2>
        <Button size="md" variant="default" onClick={() => void stopAll(jobId)}>
          Stop all on this vehicle
        </Button>
      </header>
      {open.length > 0 && (
        <Checkbox
          size="lg"
          label={`This is so: ${open.map(({ what, is }) => `${what} ${is}`).join(', ')}`}
          checked={isConfirmed}
          onChange={(event) => onConfirm(event.currentTarget.checked)}
        />
      )}
    </>
  );
}
