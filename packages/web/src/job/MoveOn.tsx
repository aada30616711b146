import { Button, Group, Menu, Popover, Select, TextInput } from '@mantine/core';
import { jobEventLengths, type Stage, stages } from '@probe-trail/core/job';
import { useState } from 'react';
import { usePeopleQuery } from '../person/peopleApi';
import { useMay } from '../session/sessionApi';
import classes from './MoveOn.module.css';
import type { OpenJob } from './useJob';
import { useRecording } from './useRecording';

/** Who works on it, what it waits for, and where it is moved to. */
export function MoveOn({ open: { job, record } }: { readonly open: OpenJob }) {
  const { note } = useRecording(record);
  const { data: people = [] } = usePeopleQuery();
  const mayMove = useMay('takeInJobs');
  if (!mayMove) return null;
  const names = people.filter(({ isDisabled }) => !isDisabled).map(({ name }) => name);
  return (
    <Group className={classes.row}>
      <Select
        aria-label="Who works on it"
        placeholder="nobody works on it"
        className={classes.who}
        data={[...new Set([...names, ...(job.assignedTo ? [job.assignedTo] : [])])]}
        value={job.assignedTo || null}
        clearable
        onChange={(to) => void note({ kind: 'assigned', to: to ?? '' })}
      />
      <WaitsFor
        key={job.waitsFor}
        waitsFor={job.waitsFor}
        onSet={(what) => void note({ kind: 'waiting', for: what })}
      />
      <Menu>
        <Menu.Target>
          <Button variant="default">Change the stage</Button>
        </Menu.Target>
        <Menu.Dropdown>
          {(Object.keys(stages) as Stage[])
            .filter((stage) => stage !== job.stage)
            .map((stage) => (
              <Menu.Item key={stage} mih={44} onClick={() => void note({ kind: 'stageSet', stage })}>
                {stages[stage]}
              </Menu.Item>
            ))}
        </Menu.Dropdown>
      </Menu>
    </Group>
  );
}

function WaitsFor({ waitsFor, onSet }: { readonly waitsFor: string; readonly onSet: (what: string) => void }) {
  const [isOpen, setIsOpen] = useState(false);
  const [what, setWhat] = useState(waitsFor);
  const set = (next: string) => {
    onSet(next);
    setIsOpen(false);
  };
  return (
    <Popover opened={isOpen} onChange={setIsOpen} trapFocus position="bottom-start">
      <Popover.Target>
        <Button
          variant="default"
          data-waits={waitsFor !== '' || undefined}
          className={classes.waits}
          onClick={() => setIsOpen(!isOpen)}
        >
          {waitsFor === '' ? 'Not waiting' : `Waits for ${waitsFor}`}
        </Button>
      </Popover.Target>
      <Popover.Dropdown>
        <form
          onSubmit={(event) => {
            event.preventDefault();
            set(what.trim());
          }}
        >
          <TextInput
            label="It waits for"
            placeholder="a part, a call, a wet morning"
            data-autofocus
            maxLength={jobEventLengths('waiting').for}
            value={what}
            onChange={(event) => setWhat(event.currentTarget.value)}
          />
          <Group mt="sm">
            <Button type="submit">Set</Button>
            {waitsFor !== '' && (
              <Button variant="default" onClick={() => set('')}>
                Waits no more
              </Button>
            )}
          </Group>
        </form>
      </Popover.Dropdown>
    </Popover>
  );
}
