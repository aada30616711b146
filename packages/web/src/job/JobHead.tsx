import { Button, Group, Menu, Modal, Popover, Select, TextInput } from '@mantine/core';
import { jobEventLengths, type Stage, stages } from '@probe-trail/core/job';
import { type ReactNode, useState } from 'react';
import { Link } from 'react-router';
import { usePeopleQuery } from '../person/peopleApi';
import { useMay } from '../session/sessionApi';
import { goToPart } from '../ui/goToPart';
import classes from './JobHead.module.css';
import type { OpenJob } from './useJob';
import { useRecording } from './useRecording';

/** Which bus, what is wrong with it, who works on it, and whether it is on hold. */
export function JobHead({ open }: { readonly open: OpenJob }) {
  const { job, vehicle, line } = open;
  const mayMove = useMay('takeInJobs');
  const { notes, photos, sideFindings } = job;
  return (
    <header className={classes.head}>
      <div className={classes.bus}>
        <h1>
          <Link to={`/vehicles/${vehicle.vehicleId}`}>{vehicle.fleetNumber}</Link>
        </h1>
        <small>{[line?.name, vehicle.engine, vehicle.modelYear].filter(Boolean).join(' · ')}</small>
      </div>
      <p className={classes.complaint}>
        “{job.arrival.complaint}”{job.waitsFor !== '' && <b className={classes.hold}>On hold: {job.waitsFor}</b>}
      </p>
      <div className={classes.actions}>
        {mayMove ? <Assigned open={open} /> : <span className="soft">{job.assignedTo || 'unassigned'}</span>}
        {mayMove && <OnHold key={job.waitsFor} open={open} />}
        {mayMove && <ChangeStatus open={open} />}
        <ToPart id="notes" count={notes.length + photos.length + sideFindings.length}>
          Findings, notes, photos
        </ToPart>
      </div>
    </header>
  );
}

interface ToPartProps {
  readonly id: string;
  readonly count: number;
  readonly children: ReactNode;
}

/** The way to a part at the foot of the page. */
const ToPart = ({ id, count, children }: ToPartProps) => (
  <Button variant="default" onClick={() => goToPart(id)}>
    {children} {count > 0 && <b className={classes.count}>{count}</b>}
  </Button>
);

function Assigned({ open: { job, record } }: { readonly open: OpenJob }) {
  const { note } = useRecording(record);
  const { data: people = [] } = usePeopleQuery();
  const names = people.filter(({ isDisabled }) => !isDisabled).map(({ name }) => name);
  return (
    <Select
      aria-label="Assigned to"
      placeholder="unassigned"
      className={classes.who}
      data={[...new Set([...names, ...(job.assignedTo ? [job.assignedTo] : [])])]}
      value={job.assignedTo || null}
      clearable
      onChange={(to) => void note({ kind: 'assigned', to: to ?? '' })}
    />
  );
}

/** A slip of the status is put right here, with the reason; the way itself is moved on at its stations. */
function ChangeStatus({ open: { job, record } }: { readonly open: OpenJob }) {
  const { note, isBusy } = useRecording(record);
  const [stage, setStage] = useState<Stage | undefined>();
  const [because, setBecause] = useState('');
  const close = () => {
    setStage(undefined);
    setBecause('');
  };
  return (
    <>
      <Menu>
        <Menu.Target>
          <Button variant="default">Change status</Button>
        </Menu.Target>
        <Menu.Dropdown>
          {(Object.keys(stages) as Stage[])
            .filter((one) => one !== job.stage)
            .map((one) => (
              <Menu.Item key={one} mih={44} onClick={() => setStage(one)}>
                {stages[one]}
              </Menu.Item>
            ))}
        </Menu.Dropdown>
      </Menu>
      <Modal opened={stage !== undefined} onClose={close} title={stage && `Change status: ${stages[stage]}`}>
        <form
          onSubmit={(event) => {
            event.preventDefault();
            if (stage)
              void note({ kind: 'stageSet', stage, because: because.trim() }).then((isSet) => isSet && close());
          }}
        >
          <TextInput
            label="Why by hand"
            description="The way moves on by what is recorded at its stations. The reason stays in the record."
            data-autofocus
            required
            maxLength={jobEventLengths('stageSet').because}
            value={because}
            onChange={(event) => setBecause(event.currentTarget.value)}
          />
          <Button type="submit" size="lg" mt="md" loading={isBusy} disabled={because.trim() === ''}>
            Change the status
          </Button>
        </form>
      </Modal>
    </>
  );
}

function OnHold({ open: { job, record } }: { readonly open: OpenJob }) {
  const { note } = useRecording(record);
  const { waitsFor } = job;
  const [isOpen, setIsOpen] = useState(false);
  const [what, setWhat] = useState(waitsFor);
  const set = (next: string) => {
    void note({ kind: 'waiting', for: next });
    setIsOpen(false);
  };
  return (
    <Popover opened={isOpen} onChange={setIsOpen} trapFocus position="bottom-end">
      <Popover.Target>
        <Button variant="default" onClick={() => setIsOpen(!isOpen)}>
          {waitsFor === '' ? 'Put on hold' : 'On hold'}
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
            label="On hold for"
            placeholder="a part, a call, a wet morning"
            data-autofocus
            maxLength={jobEventLengths('waiting').for}
            value={what}
            onChange={(event) => setWhat(event.currentTarget.value)}
          />
          <Group mt="sm">
            <Button type="submit" disabled={what.trim() === ''}>
              Put on hold
            </Button>
            {waitsFor !== '' && (
              <Button variant="default" onClick={() => set('')}>
                No longer on hold
              </Button>
            )}
          </Group>
        </form>
      </Popover.Dropdown>
    </Popover>
  );
}
