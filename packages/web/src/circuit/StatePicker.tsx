import { Chip, Group } from '@mantine/core';
import type { Circuit } from '@probe-trail/core/circuit';
import classes from './Circuit.module.css';

export interface ChosenState {
  readonly what: string;
  readonly is: string;
}

interface PickerProps {
  readonly circuit: Circuit;
  readonly chosen: readonly ChosenState[];
  readonly onChange: (chosen: readonly ChosenState[]) => void;
  /** Whether unplugging and taking out are offered too. */
  readonly hasApart: boolean;
  /** Whether all are seen at once. */
  readonly isOpen: boolean;
}

/** The states of the vehicle that the circuit knows; of each thing one counts, or none: what is pressed again is as it stands. */
export function StatePicker({ circuit, chosen, onChange, hasApart, isOpen }: PickerProps) {
  const isOffered = ({ sets, apart }: Circuit['states'][number]) => sets.length > 0 || (hasApart && apart.length > 0);
  const whats = [...new Set(circuit.states.filter(isOffered).map(({ what }) => what))];
  const isChosen = (what: string, is: string) => chosen.some((one) => one.what === what && one.is === is);
  const choose = (what: string, is: string, isOn: boolean) =>
    onChange([...chosen.filter((one) => one.what !== what), ...(isOn ? [{ what, is }] : [])]);
  return (
    <details className={classes.states} open={isOpen || undefined}>
      <summary>{`The vehicle: ${sayChosen(chosen)}`}</summary>
      <div>
        {whats.map((what) => (
          <Group key={what} gap="xs" role="group" aria-label={what}>
            <span>{what}</span>
            {circuit.states
              .filter((state) => state.what === what && isOffered(state))
              .map(({ is }) => (
                <Chip
                  key={is}
                  size="md"
                  variant="outline"
                  checked={isChosen(what, is)}
                  onChange={(isOn) => choose(what, is, isOn)}
                >
                  {is}
                </Chip>
              ))}
          </Group>
        ))}
      </div>
    </details>
  );
}

const sayChosen = (chosen: readonly ChosenState[]): string =>
  chosen.length === 0 ? 'as it stands' : chosen.map(({ what, is }) => `${what} ${is}`).join(', ');
