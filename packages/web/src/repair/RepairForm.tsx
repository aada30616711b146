import {
  ActionIcon,
  Autocomplete,
  Button,
  Checkbox,
  Chip,
  Group,
  NumberInput,
  SegmentedControl,
  Stack,
} from '@mantine/core';
import { type Repair, type RepairWay, repairSchema, repairWays, type UsedPart } from '@probe-trail/core/repair';
import { IconTrash } from '@tabler/icons-react';
import { useState } from 'react';
import { DayInput } from '../fields/DayInput';
import { FormProblem } from '../fields/FormProblem';
import { TextBlock, TextLine } from '../fields/TextField';
import { type ShortForm, useShortForm } from '../fields/useShortForm';
import { PhotoField } from '../photo/PhotoField';
import { type Cause, repairOf } from './causesOf';
import classes from './RepairForm.module.css';

interface FormProps {
  readonly initial: Repair;
  /** What the trail found, and the other suspects of its plan. */
  readonly causes: readonly Cause[];
  /** Hears of every change, to keep what is written. */
  readonly onChange: (repair: Repair) => void;
  readonly onRecord: (repair: Repair) => unknown;
  readonly isBusy: boolean;
}

/** What was done about a cause, filled in from the plan as far as it says. */
export function RepairForm({ initial, causes, onChange, onRecord, isBusy }: FormProps) {
  const form = useShortForm({ schema: repairSchema, initial, tidy: tidied, onChange, send: onRecord });
  const { cause, way, parts } = form.values;
  const known = causes.find(({ name }) => name === cause);
  /** What nobody has written: with another cause, it gives way to what the plan says of that. */
  const isFromPlan = (done: string) => done === '' || causes.some(({ repair }) => repair === done);
  return (
    <form onSubmit={form.onSubmit}>
      <Stack maw={760}>
        <Autocomplete
          label="What was at fault"
          size="md"
          required
          data={causes.map(({ name }) => name)}
          {...form.text('cause')}
          onChange={(name) => {
            const picked = causes.find((one) => one.name === name);
            if (picked && isFromPlan(form.values.done)) form.set(repairOf(picked));
            else form.set({ cause: name, suspectId: picked?.suspectId ?? null, trailId: picked?.trailId ?? null });
          }}
        />
        <Chip.Group value={way} onChange={(next) => form.set({ way: next as RepairWay })}>
          <Group gap={8} role="radiogroup" aria-label="What was done about it">
            {(Object.keys(repairWays) as RepairWay[]).map((name) => (
              <Chip key={name} value={name} size="lg" variant="outline">
                {repairWays[name]}
              </Chip>
            ))}
          </Group>
        </Chip.Group>
        <TextBlock label="What was done" minRows={2} {...form.text('done')} onText={(done) => form.set({ done })} />
        {known && <GoesWith cause={known} />}
        <Parts parts={parts} onChange={(next) => form.set({ parts: next })} />
        <TextBlock
          label="Condition found"
          placeholder="green corrosion under the lug"
          {...form.text('condition')}
          onText={(condition) => form.set({ condition })}
        />
        <PhotoField
          label="Condition found"
          photoIds={form.values.conditionPhotoIds ?? []}
          most={6}
          onAdd={(photoId) =>
            form.change(({ conditionPhotoIds = [] }) => ({ conditionPhotoIds: [...conditionPhotoIds, photoId] }))
          }
          onRemoveLast={() =>
            form.change(({ conditionPhotoIds = [] }) => ({ conditionPhotoIds: conditionPhotoIds.slice(0, -1) }))
          }
        />
        <Lasting form={form} />
        <TextBlock
          label="For whoever works on it next"
          placeholder="what to look for once it is open"
          {...form.text('forNext')}
          onText={(forNext) => form.set({ forNext })}
        />
        <FormProblem form={form} />
        <Group>
          <Button type="submit" size="lg" mih={56} loading={isBusy} disabled={!form.isReady}>
            Record the repair
          </Button>
        </Group>
      </Stack>
    </form>
  );
}

/** What the plan says goes with the repair; the work afterwards is confirmed at the proof. */
function GoesWith({ cause: { afterwards, companions, tasks } }: { readonly cause: Cause }) {
  return (
    <>
      {companions.length > 0 && (
        <p className={classes.afterwards}>
          <b>Look at, and replace with it:</b> {companions.join('; ')}
        </p>
      )}
      {tasks.length > 0 && (
        <p className={classes.afterwards}>
          <b>Then:</b> {tasks.join('; ')}
        </p>
      )}
      {afterwards !== '' && (
        <p className={classes.afterwards}>
          <b>Afterwards:</b> {afterwards}
        </p>
      )}
    </>
  );
}

/** Rows that were opened and left empty say nothing. */
const tidied = (repair: Repair): Repair => ({
  ...repair,
  cause: repair.cause.trim(),
  parts: repair.parts.filter(({ name, number }) => `${name}${number}`.trim() !== ''),
});

interface PartsProps {
  readonly parts: readonly UsedPart[];
  readonly onChange: (parts: UsedPart[]) => void;
}

function Parts({ parts, onChange }: PartsProps) {
  const change = (at: number, more: Partial<UsedPart>) =>
    onChange(parts.map((one, index) => (index === at ? { ...one, ...more } : one)));
  return (
    <div>
      {parts.map((part, at) => (
        <div key={at} className={classes.part}>
          <TextLine
            aria-label={`Part ${at + 1}`}
            placeholder="part"
            value={part.name}
            onText={(name) => change(at, { name })}
          />
          <TextLine
            aria-label={`Part number ${at + 1}`}
            placeholder="part number"
            value={part.number}
            onText={(number) => change(at, { number })}
          />
          <NumberInput
            aria-label={`How many, part ${at + 1}`}
            min={1}
            max={200}
            allowDecimal={false}
            value={part.quantity}
            onChange={(quantity) => change(at, { quantity: typeof quantity === 'number' ? quantity : 1 })}
          />
          <ActionIcon
            aria-label={`Remove part ${at + 1}`}
            onClick={() => onChange(parts.filter((_, index) => index !== at))}
          >
            <IconTrash size={20} />
          </ActionIcon>
        </div>
      ))}
      <Button variant="subtle" px={4} onClick={() => onChange([...parts, { name: '', number: '', quantity: 1 }])}>
        Add a part that was used
      </Button>
    </div>
  );
}

/** Whether it lasts; a temporary repair says what remains, and by when. */
function Lasting({ form }: { readonly form: ShortForm<typeof repairSchema> }) {
  const { lasts } = form.values;
  // What was written of a temporary repair is there again when one comes back to it.
  const [temporary, setTemporary] = useState<Repair['lasts']>({ kind: 'temporary', remains: '', dueBy: '' });
  return (
    <>
      <SegmentedControl
        aria-label="How long it lasts"
        size="lg"
        data={[
          { value: 'permanent', label: 'permanent' },
          { value: 'temporary', label: 'temporary' },
        ]}
        value={lasts.kind}
        onChange={(kind) => {
          if (lasts.kind === 'temporary') setTemporary(lasts);
          form.set({ lasts: kind === 'temporary' ? temporary : { kind: 'permanent' } });
        }}
      />
      {lasts.kind === 'temporary' && (
        <Group align="start">
          <TextLine
            label="What remains to be done"
            required
            style={{ flex: 1 }}
            value={lasts.remains}
            onText={(remains) => form.set({ lasts: { ...lasts, remains } })}
          />
          <DayInput
            label="By when"
            w={200}
            value={lasts.dueBy}
            onChange={(dueBy) => form.set({ lasts: { ...lasts, dueBy } })}
          />
        </Group>
      )}
      <Checkbox size="md" label="The old part is kept" {...form.isOn('isOldPartKept')} />
    </>
  );
}
