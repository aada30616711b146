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
}

/** The states of the vehicle that the circuit knows; of each thing one counts, or none. */
export function StatePicker({ circuit, chosen, onChange, hasApart }: PickerProps) {
  const isOffered = ({ sets, apart }: Circuit['states'][number]) => sets.length > 0 || (hasApart && apart.length > 0);
  const whats = [...new Set(circuit.states.filter(isOffered).map(({ what }) => what))];
  return (
    <fieldset className={classes.states}>
      <legend>The vehicle is in this state</legend>
      {whats.map((what) => (
        <Group key={what} gap="xs" role="group" aria-label={what}>
          <span>{what}</span>
          <Chip.Group
            multiple={false}
            value={chosen.find((one) => one.what === what)?.is ?? ''}
            onChange={(is) => onChange([...chosen.filter((one) => one.what !== what), { what, is }])}
          >
            {circuit.states
              .filter((state) => state.what === what && isOffered(state))
              .map(({ is }) => (
                <Chip key={is} value={is} size="md">
                  {is}
                </Chip>
              ))}
          </Chip.Group>
        </Group>
      ))}
    </fieldset>
  );
}
