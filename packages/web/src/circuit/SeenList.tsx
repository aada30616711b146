import { SegmentedControl, TextInput } from '@mantine/core';
import { type Circuit, consumersOf, type Seen } from '@probe-trail/core/circuit';
import { useState } from 'react';
import classes from './Circuit.module.css';
import { nameOfSeen } from './nameOfSeen';

interface ListProps {
  readonly circuit: Circuit;
  readonly seen: readonly Seen[];
  readonly onSee: (of: string, isAlive: boolean | undefined) => void;
}

const kinds = { fuses: 'Fuses, by test light', consumers: 'Consumers' } as const;
type Kind = keyof typeof kinds;

const answers = [
  { value: 'dead', label: 'Dead' },
  { value: '', label: '?' },
  { value: 'alive', label: 'Lives' },
];

const colours = { dead: { color: 'var(--ember)' }, alive: { color: 'var(--fern)' }, '': {} } as const;

/** Fuses, at whose output a test light was held, and consumers: which are dead, and which live. */
export function SeenList({ circuit, seen, onSee }: ListProps) {
  const [kind, setKind] = useState<Kind>('fuses');
  const [wanted, setWanted] = useState('');
  const ids =
    kind === 'fuses'
      ? circuit.components.flatMap((component) => (component.kind === 'fuse' ? [component.at.b] : []))
      : consumersOf(circuit).map(({ id }) => id);
  const named = ids.map((id) => ({ id, name: nameOfSeen(circuit, id) }));
  const shown = named
    .filter(({ id, name }) => `${name} ${id}`.toLowerCase().includes(wanted.trim().toLowerCase()))
    .sort((a, b) => a.name.localeCompare(b.name, 'en', { numeric: true }));
  const answerOf = (id: string): keyof typeof colours => {
    const known = seen.find(({ of }) => of === id);
    if (!known) return '';
    return known.isAlive ? 'alive' : 'dead';
  };
  return (
    <section aria-label="What was seen">
      <SegmentedControl
        fullWidth
        size="lg"
        aria-label="Which are looked at"
        value={kind}
        onChange={(value) => setKind(value as Kind)}
        data={Object.entries(kinds).map(([value, label]) => ({ value, label }))}
      />
      <TextInput
        mt="sm"
        size="md"
        label="Find"
        value={wanted}
        onChange={({ currentTarget }) => setWanted(currentTarget.value)}
      />
      <ul className={classes.seen}>
        {shown.map(({ id, name }) => (
          <li key={id} data-seen={answerOf(id) || undefined}>
            <span>{name}</span>
            <SegmentedControl
              size="md"
              {...colours[answerOf(id)]}
              aria-label={name}
              value={answerOf(id)}
              onChange={(value) => onSee(id, value === '' ? undefined : value === 'alive')}
              data={answers}
            />
          </li>
        ))}
      </ul>
    </section>
  );
}
