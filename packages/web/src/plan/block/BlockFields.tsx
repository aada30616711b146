import { Autocomplete, Select } from '@mantine/core';
import { type BlockUse, fillIn, type Plan, pinsIn, planLengths } from '@probe-trail/core/plan';
import { useDraft } from '../draft/editorContext';
import { DraftLine } from '../fields/DraftText';
import classes from '../fields/editorFields.module.css';

interface FieldsProps {
  readonly block: Plan;
  readonly use: BlockUse;
  /** Changes what is filled in as it stands then. */
  readonly onUse: (change: (now: BlockUse) => BlockUse) => void;
}

/** What a plan fills in to use a block: its pins, texts and numbers, and which suspects of the plan its own are. */
export function BlockFields({ block, use, onUse }: FieldsProps) {
  const partCards = useDraft((plan) => plan.partCards);
  const suspects = useDraft((plan) => plan.suspects);
  const pins = pinsIn({ partCards }).map(({ connector, pin }) => `${connector.id}.${pin.pin}`);
  const fill = (id: string, value: string) =>
    onUse((now) => ({ ...now, inputs: now.inputs.map((input) => (input.id === id ? { ...input, value } : input)) }));
  const standFor = (from: string, to: string) =>
    onUse((now) => ({ ...now, suspects: now.suspects.map((one) => (one.from === from ? { from, to } : one)) }));
  return (
    <div className={classes.fields}>
      {use.inputs.map(({ id, name, value }) =>
        isPin(block, id) ? (
          <Autocomplete
            key={id}
            label={name || id}
            description="A pin of a part card, or any place in words"
            size="md"
            data={pins}
            value={value}
            maxLength={planLengths.filledInput.value}
            onChange={(next) => fill(id, next)}
          />
        ) : (
          <DraftLine
            key={id}
            label={name || id}
            description={describe(block, id)}
            maxLength={planLengths.filledInput.value}
            value={value}
            onText={(next) => fill(id, next)}
          />
        ),
      )}
      {block.suspects.map(({ id, name }) => (
        <Select
          key={id}
          label={`“${fillIn(use, name) || id}” of the block is`}
          searchable
          data={[
            { value: id, label: suspects.find((one) => one.id === id)?.name ?? 'a suspect of its own' },
            ...suspects.filter((one) => one.id !== id).map((one) => ({ value: one.id, label: one.name || one.id })),
          ]}
          value={use.suspects.find(({ from }) => from === id)?.to ?? id}
          onChange={(to) => to && standFor(id, to)}
        />
      ))}
    </div>
  );
}

const isPin = ({ block }: Plan, inputId: string): boolean =>
  block?.inputs.some(({ id, is }) => id === inputId && is === 'pin') ?? false;

function describe({ inputs }: Plan, inputId: string): string {
  const asked = inputs.find(({ id }) => id === inputId);
  return asked ? `A number, such as 0.5 ${asked.unit}; empty: it is asked when the trail begins` : 'In words';
}
