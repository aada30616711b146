import { ActionIcon, Button, Chip, Group, Stack, TagsInput, Textarea, TextInput } from '@mantine/core';
import { type Arrival, type Occasion, occasions } from '@probe-trail/core/job';
import { IconTrash } from '@tabler/icons-react';
import { TextLine } from '../fields/TextField';
import classes from './ArrivalFields.module.css';
import type { ArrivalForm } from './useArrivalForm';

interface FormProps {
  readonly form: ArrivalForm;
}

const occasionNames = Object.keys(occasions) as Occasion[];

/** What is taken down at the counter: the complaint in the customer's words, and what goes with it. */
export function ArrivalFields({ form }: FormProps) {
  const { occasions: chosen, triedBefore } = form.values;
  return (
    <Stack>
      <Textarea
        autosize
        label="Complaint"
        description="In the words of whoever brought it"
        minRows={3}
        required
        {...form.text('complaint')}
      />
      <fieldset className={classes.group}>
        <legend className={classes.label}>When does it happen?</legend>
        <Chip.Group
          multiple
          value={[...chosen]}
          onChange={(next) => form.set({ occasions: occasionNames.filter((name) => next.includes(name)) })}
        >
          <Group gap={8}>
            {occasionNames.map((name) => (
              <Chip key={name} value={name} size="lg" variant="outline">
                {occasions[name]}
              </Chip>
            ))}
          </Group>
        </Chip.Group>
      </fieldset>
      <div className={classes.two}>
        <TextInput label="How often, since when" placeholder="every morning since Monday" {...form.text('howOften')} />
        <TextInput label="Brought by" placeholder="day driver, route 4" {...form.text('broughtBy')} />
      </div>
      <TagsInput label="Lamps and messages seen" description="Enter after each" {...form.field('lamps')} />
      <TriedBefore tried={triedBefore} onChange={(next) => form.set({ triedBefore: next })} />
    </Stack>
  );
}

type Tried = Arrival['triedBefore'];

function TriedBefore({ tried, onChange }: { readonly tried: Tried; readonly onChange: (tried: Tried) => void }) {
  const change = (at: number, more: Partial<Tried[number]>) =>
    onChange(tried.map((one, index) => (index === at ? { ...one, ...more } : one)));
  return (
    <div>
      <span className={classes.label}>Already tried</span>
      {tried.map((one, at) => (
        <div key={at} className={classes.tried}>
          <TextLine
            aria-label={`What was tried, ${at + 1}`}
            placeholder="what was done or replaced"
            value={one.what}
            onText={(what) => change(at, { what })}
          />
          <TextLine
            aria-label={`By whom, ${at + 1}`}
            placeholder="by whom"
            value={one.by}
            onText={(by) => change(at, { by })}
          />
          <ActionIcon
            aria-label={`Remove what was tried, ${at + 1}`}
            onClick={() => onChange(tried.filter((_, index) => index !== at))}
          >
            <IconTrash size={20} />
          </ActionIcon>
        </div>
      ))}
      <Button variant="subtle" px={4} onClick={() => onChange([...tried, { what: '', by: '' }])}>
        Add a repair that was tried
      </Button>
    </div>
  );
}
