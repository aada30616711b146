import { Group, Select } from '@mantine/core';
import { type Connector, faceViews } from '@probe-trail/core/plan';
import { failed, ok, type Result } from '@probe-trail/core/result';
import { CommittedInput } from '../../fields/CommittedInput';

type Face = NonNullable<Connector['face']>;

interface FaceProps {
  readonly face: Face | null;
  /** Changes the face as it stands in the draft then. */
  readonly onFace: (change: (now: Face | null) => Face | null) => void;
}

const views = Object.entries(faceViews).map(([value, label]) => ({ value, label: `seen from ${label}` }));
const latches = [
  { value: 'top', label: 'latch above' },
  { value: 'bottom', label: 'latch below' },
  { value: 'none', label: 'no latch' },
];
const gap = '·';
const unknownFace: Face = { seenFrom: 'wireSide', latch: 'top', rows: [] };

/** How the pins of a connector lie: `1 2 3 / 4 5 6`, a dot for a gap; nothing where it is not known. */
export function FaceEditor({ face, onFace }: FaceProps) {
  const shown = face ?? unknownFace;
  return (
    <Group align="end">
      <CommittedInput
        label="How the pins lie"
        placeholder="1 2 3 / 4 5 6"
        style={{ flex: 1 }}
        value={shown.rows.map((row) => row.map((pin) => pin || gap).join(' ')).join(' / ')}
        parse={parseRows}
        onCommit={(rows) => onFace((now) => (rows.length > 0 ? { ...(now ?? unknownFace), rows } : null))}
      />
      <Select
        aria-label="Seen from"
        data={views}
        value={shown.seenFrom}
        disabled={!face}
        onChange={(seenFrom) => seenFrom && onFace((now) => now && { ...now, seenFrom: seenFrom as Face['seenFrom'] })}
      />
      <Select
        aria-label="Latch"
        data={latches}
        value={shown.latch}
        disabled={!face}
        onChange={(latch) => latch && onFace((now) => now && { ...now, latch: latch as Face['latch'] })}
      />
    </Group>
  );
}

function parseRows(text: string): Result<readonly (readonly string[])[], string> {
  const rows = text
    .split('/')
    .map((row) =>
      row
        .trim()
        .split(/\s+/)
        .filter(Boolean)
        .map((pin) => (pin === gap ? '' : pin)),
    )
    .filter((row) => row.length > 0);
  if (rows.length > 12 || rows.some((row) => row.length > 40)) return failed('At most 12 rows of 40 pins.');
  const pins = rows.flat().filter((pin) => pin !== '');
  const twice = pins.find((pin, index) => pins.indexOf(pin) !== index);
  return twice === undefined ? ok(rows) : failed(`Pin ${twice} lies in two places.`);
}
