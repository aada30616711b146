import { MultiSelect } from '@mantine/core';
import type { Suspect } from '@probe-trail/core/plan';

interface PickProps {
  readonly label: string;
  readonly suspects: readonly Suspect[];
  readonly chosen: readonly string[];
  /** Those that cannot be chosen here, as they are chosen for the opposite. */
  readonly taken?: readonly string[];
  readonly onChoose: (ids: readonly string[]) => void;
}

/** Several of the suspects. */
export const SuspectPick = ({ label, suspects, chosen, taken = [], onChoose }: PickProps) => (
  <MultiSelect
    label={label}
    searchable
    data={suspects.filter(({ id }) => !taken.includes(id)).map(({ id, name }) => ({ value: id, label: name || id }))}
    value={[...chosen]}
    onChange={onChoose}
  />
);
