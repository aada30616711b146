import { ActionIcon, Button, Group, MultiSelect, Select } from '@mantine/core';
import type { Expectation, StepReading } from '@probe-trail/core/plan';
import { casesOf, isMeasured } from '@probe-trail/core/spec';
import { IconTrash } from '@tabler/icons-react';
import { CommittedInput } from '../../fields/CommittedInput';
import { optionsOfParts } from '../../fields/optionsOf';
import { parseOpenLimit } from '../../fields/parseFields';
import { useDraft } from '../draft/editorContext';
import classes from '../fields/editorFields.module.css';

interface EditorProps {
  readonly reading: StepReading;
  /** Changes what is expected as it stands in the draft then. */
  readonly onChange: (change: (now: readonly Expectation[]) => readonly Expectation[]) => void;
}

/** What a suspect would make the reading show: finer than an outcome, as 0 V and 4 V are both too low. */
export function ExpectationsEditor({ reading, onChange }: EditorProps) {
  const suspects = useDraft((plan) => plan.suspects);
  const { expects, name, id } = reading;
  const put = (suspectId: string, change: (one: Expectation) => Expectation) =>
    onChange((now) => now.map((one) => (one.suspectId === suspectId ? change(one) : one)));
  const free = suspects.filter((suspect) => !expects.some(({ suspectId }) => suspectId === suspect.id));
  const [next] = free;
  return (
    <section aria-label={`What suspects would make ${name || id} show`}>
      {expects.length > 0 && <h3 className={classes.expected}>What a suspect would make it show</h3>}
      {expects.map((one) => (
        <Group key={one.suspectId} align="end" wrap="nowrap" mb="xs">
          <Select
            label="Suspect"
            style={{ flex: 1 }}
            searchable
            data={suspects
              .filter((suspect) => suspect.id === one.suspectId || free.includes(suspect))
              .map((suspect) => ({ value: suspect.id, label: suspect.name || suspect.id }))}
            value={one.suspectId}
            onChange={(suspectId) => suspectId && put(one.suspectId, (now) => ({ ...now, suspectId }))}
          />
          <Shown reading={reading} one={one} onChange={(change) => put(one.suspectId, change)} />
          <ActionIcon
            aria-label="Expect nothing of this suspect"
            size={44}
            onClick={() => onChange((now) => now.filter(({ suspectId }) => suspectId !== one.suspectId))}
          >
            <IconTrash size={20} />
          </ActionIcon>
        </Group>
      ))}
      {next && (
        <Button
          variant="subtle"
          color="gray"
          px={0}
          onClick={() => onChange((now) => [...now, nothingYet(reading, next.id)])}
        >
          Say what a suspect would make it show
        </Button>
      )}
    </section>
  );
}

const nothingYet = ({ spec }: StepReading, suspectId: string): Expectation =>
  isMeasured(spec)
    ? { kind: 'range', suspectId, min: null, max: null }
    : { kind: 'zones', suspectId, zoneIds: [casesOf(spec)[0]?.id ?? ''] };

interface ShownProps {
  readonly reading: StepReading;
  readonly one: Expectation;
  readonly onChange: (change: (one: Expectation) => Expectation) => void;
}

/** A range in the unit of the limits; where nothing is measured, the zones. */
function Shown({ reading: { spec }, one, onChange }: ShownProps) {
  if (one.kind === 'zones' || !isMeasured(spec))
    return (
      <MultiSelect
        label="Shows"
        style={{ flex: 1 }}
        data={optionsOfParts(casesOf(spec))}
        value={one.kind === 'zones' ? [...one.zoneIds] : []}
        onChange={(zoneIds) =>
          zoneIds.length > 0 && onChange(({ suspectId }) => ({ kind: 'zones', suspectId, zoneIds }))
        }
      />
    );
  const end = (which: 'min' | 'max', label: string) => (
    <CommittedInput
      label={label}
      placeholder="open"
      w={110}
      value={one[which] === null ? '' : String(one[which])}
      parse={parseOpenLimit(spec.unit)}
      onCommit={(limit: number | null) => onChange((now) => (now.kind === 'range' ? { ...now, [which]: limit } : now))}
    />
  );
  return (
    <>
      {end('min', `From, ${spec.unit}`)}
      {end('max', `To, ${spec.unit}`)}
    </>
  );
}
