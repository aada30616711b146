import { Checkbox, NumberInput } from '@mantine/core';
import { detectors } from '@probe-trail/core/captureReading';
import { type DetectorKind, type Known, knownBounds } from '@probe-trail/core/captureSource';
import { optionsOf } from '../fields/optionsOf';

/** What a channel can be read as, to choose from. */
export const detectorOptions = optionsOf(
  Object.fromEntries(Object.entries(detectors).map(([kind, { name }]) => [kind, name])) as Record<DetectorKind, string>,
);

const asked: Readonly<Record<Exclude<keyof Known, 'isLowActive'>, string>> = {
  bars: 'Bars of the commutator',
  volts: 'Voltage across it, in V',
  teeth: 'Teeth a turn, with a gap',
  gapTeeth: 'Teeth left out in the gap',
  cylinders: 'Cylinders',
  compressionRatio: 'Compression ratio',
  nibbles: 'Data nibbles in a frame',
  eventsPerTurn: 'Pulses a turn',
};

interface KnownProps {
  readonly kind: DetectorKind;
  readonly known: Known;
  readonly onChange: (known: Known) => void;
}

/** What is asked for before a channel is read as something. */
export function KnownFields({ kind, known, onChange }: KnownProps) {
  const asks: readonly (keyof Known)[] = detectors[kind].asks;
  return asks.map((name) =>
    name === 'isLowActive' ? (
      <Checkbox
        key={name}
        size="md"
        mb={8}
        label={kind === 'can' || kind === 'canPair' ? 'This is CAN low' : 'On while low'}
        checked={known.isLowActive}
        onChange={(event) => onChange({ ...known, isLowActive: event.currentTarget.checked })}
      />
    ) : (
      <NumberInput
        key={name}
        label={asked[name]}
        size="md"
        {...knownBounds[name]}
        allowNegative={false}
        placeholder="not known"
        value={known[name] ?? ''}
        onChange={(typed) => onChange({ ...known, [name]: isPossible(name, typed) ? typed : null })}
      />
    ),
  );
}

/** What cannot be is not known. */
function isPossible(name: keyof typeof asked, typed: number | string): typed is number {
  const { min = Number.NEGATIVE_INFINITY, max = Number.POSITIVE_INFINITY } = knownBounds[name];
  return typeof typed === 'number' && typed >= min && typed <= max;
}
