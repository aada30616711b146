import { ActionIcon, Button, Chip, Group, Stack, TagsInput } from '@mantine/core';
import { type Arrival, type Occasion, occasions } from '@probe-trail/core/job';
import { IconTrash } from '@tabler/icons-react';
import { TextBlock, TextLine } from '../fields/TextField';
import classes from './ArrivalForm.module.css';

interface FormProps {
  readonly arrival: Arrival;
  readonly onChange: (arrival: Arrival) => void;
}

const occasionNames = Object.keys(occasions) as Occasion[];

/** What is taken down at the counter: the complaint in the customer's words, and what goes with it. */
export function ArrivalForm({ arrival, onChange }: FormProps) {
  const set = (change: Partial<Arrival>) => onChange({ ...arrival, ...change });
  return (
    <Stack>
      <TextBlock
        label="Complaint"
        description="In the words of whoever brought it"
        minRows={3}
        required
        value={arrival.complaint}
        onText={(complaint) => set({ complaint })}
      />
      <fieldset className={classes.group}>
        <legend className={classes.label}>When is it there?</legend>
        <Chip.Group
          multiple
          value={[...arrival.occasions]}
          onChange={(chosen) => set({ occasions: occasionNames.filter((name) => chosen.includes(name)) })}
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
        <TextLine
          label="How often, since when"
          placeholder="every morning since Monday"
          value={arrival.howOften}
          onText={(howOften) => set({ howOften })}
        />
        <TextLine
          label="Brought by"
          placeholder="day driver, route 4"
          value={arrival.broughtBy}
          onText={(broughtBy) => set({ broughtBy })}
        />
      </div>
      <TagsInput
        label="Lamps and messages seen"
        description="Enter after each"
        value={[...arrival.lamps]}
        onChange={(lamps) => set({ lamps })}
      />
      <TriedBefore tried={arrival.triedBefore} onChange={(triedBefore) => set({ triedBefore })} />
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
            aria-label={`Take off what was tried, ${at + 1}`}
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
