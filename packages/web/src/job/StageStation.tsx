import { Button, Group } from '@mantine/core';
import { isRepaired, type Stage } from '@probe-trail/core/job';
import type { ReactNode } from 'react';
import { useMay } from '../session/sessionApi';
import type { OpenJob, StationBodyProps } from './useJob';
import { useRecording } from './useRecording';

interface Move {
  readonly does: string;
  readonly to: Stage;
}

interface MovesProps {
  readonly open: OpenJob;
  /** The one that leads; then what else can come of it. */
  readonly moves: readonly [Move, ...Move[]];
  readonly children: ReactNode;
}

/** A station that is moved on by hand. */
function Moves({ open: { record }, moves, children }: MovesProps) {
  const { note, isBusy } = useRecording(record);
  const mayMove = useMay('takeInJobs');
  return (
    <>
      <p>{children}</p>
      {mayMove && (
        <Group>
          {moves.map(({ does, to }, at) => (
            <Button
              key={does}
              size="lg"
              mih={56}
              loading={isBusy}
              variant={at === 0 ? 'filled' : 'default'}
              onClick={() => void note({ kind: 'stageSet', stage: to })}
            >
              {does}
            </Button>
          ))}
        </Group>
      )}
    </>
  );
}

const toCome = (text: string) => <p className="soft">{text}</p>;

/** What shows that the repair worked. */
export function ProofStation({ open, isDue }: StationBodyProps) {
  if (!isDue) return toCome('It opens when the repair is done.');
  // As long as a repair stands, it is to be proven: only that it did not help leads back to testing.
  const back = isRepaired(open.job) ? [] : [{ does: 'Back to testing', to: 'open' } as const];
  return (
    <Moves open={open} moves={[{ does: 'Repair proven', to: 'ready' }, ...back]}>
      Measure what failed once more. Clear the codes and read them again. Drive it as when the complaint showed.
      {isRepaired(open.job) && ' If the repair did not help, say so above, at the repair.'}
    </Moves>
  );
}

/** The vehicle goes back to whoever drives it. */
export function ReturnedStation({ open, isDue }: StationBodyProps) {
  if (!isDue) return toCome('It opens when the repair is proven.');
  return (
    <Moves
      open={open}
      moves={[
        { does: 'Bus returned', to: 'gone' },
        { does: 'Back to the proof', to: 'proving' },
      ]}
    >
      Say what was found and repaired, and what else was noticed.
    </Moves>
  );
}
