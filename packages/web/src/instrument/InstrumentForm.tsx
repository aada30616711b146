import { ActionIcon, Button, Group, Modal, Select, Stack, Switch, Textarea, TextInput } from '@mantine/core';
import {
  type Instrument,
  type InstrumentFunction,
  instrumentFunctions,
  instrumentSchema,
  longestAddress,
} from '@probe-trail/core/instrument';
import { IconTrash } from '@tabler/icons-react';
import dayjs from 'dayjs';
import { useState } from 'react';
import { sayFailure } from '../api/api';
import { CommittedInput } from '../fields/CommittedInput';
import { DayInput } from '../fields/DayInput';
import { FormProblem } from '../fields/FormProblem';
import { optionsOf } from '../fields/optionsOf';
import { parseUnit } from '../fields/parseFields';
import { useShortForm } from '../fields/useShortForm';
import { Notice } from '../spec/Notice';
import { useKeepInstrumentMutation } from './instrumentApi';
import { parseRanges, rangesText } from './rangesText';

interface FormProps {
  readonly instrument: Instrument;
  readonly onClose: () => void;
}

type MeasuringFunction = Instrument['functions'][number];

const functionOptions = optionsOf(instrumentFunctions);

/** What is offered for something else that it measures. */
const blankFunction: MeasuringFunction = {
  measures: 'ohms',
  unit: 'Ω',
  ranges: [{ upTo: 600, percent: 1, digits: 3, lastPlace: 0.1 }],
};

/** An instrument as its data sheet has it. */
export function InstrumentForm({ instrument, onClose }: FormProps) {
  const [keep, { error, isLoading }] = useKeepInstrumentMutation();
  const form = useShortForm({
    schema: instrumentSchema,
    initial: instrument,
    tidy: (values) => ({ ...values, address: values.address?.trim() || null }),
    send: async (written) => (await keep(written)).error || onClose(),
  });
  const { functions, calibrationDueAtMs, address } = form.values;
  return (
    <Modal opened onClose={onClose} size="xl" title={instrument.name || 'New instrument'}>
      <Stack>
        <TextInput
          label="Name"
          description="As it is called in the workshop, or written on it"
          data-autofocus
          {...form.text('name')}
        />
        <DayInput
          label="Calibrated until"
          description="Leave empty if it needs none"
          w={220}
          value={calibrationDueAtMs === null ? '' : dayjs(calibrationDueAtMs).format('YYYY-MM-DD')}
          onChange={(day) => form.set({ calibrationDueAtMs: day === '' ? null : dayjs(day).endOf('day').valueOf() })}
        />
        <TextInput
          label="Address on the network"
          description="Of a meter or scope that speaks SCPI over TCP; leave empty if it is not on the network"
          placeholder="192.168.8.20 or meter-1.local:5025"
          maxLength={longestAddress}
          classNames={{ input: 'mono' }}
          value={address ?? ''}
          onChange={(event) => form.set({ address: event.currentTarget.value })}
        />
        {functions.map((measuringFunction, index) => (
          // A function has no identity but its place in the list.
          <FunctionRow
            key={index}
            measuringFunction={measuringFunction}
            onChange={(change) =>
              form.set({ functions: functions.map((one, at) => (at === index ? { ...one, ...change } : one)) })
            }
            onDelete={
              functions.length > 1
                ? () => form.set({ functions: functions.filter((_, at) => at !== index) })
                : undefined
            }
          />
        ))}
        <Group>
          <Button variant="default" onClick={() => form.set({ functions: [...functions, blankFunction] })}>
            Add another function
          </Button>
          <Switch label="Retired: no longer offered" {...form.isOn('isRetired')} />
        </Group>
        {error !== undefined && <Notice kind="outOfSpec" title={sayFailure(error)} />}
        <FormProblem form={form} />
        <Group>
          <Button size="lg" loading={isLoading} disabled={!form.isReady} onClick={() => form.onSubmit()}>
            Save
          </Button>
        </Group>
      </Stack>
    </Modal>
  );
}

interface RowProps {
  readonly measuringFunction: MeasuringFunction;
  readonly onChange: (change: Partial<MeasuringFunction>) => void;
  readonly onDelete: (() => void) | undefined;
}

function FunctionRow({ measuringFunction, onChange, onDelete }: RowProps) {
  const [typed, setTyped] = useState<string | undefined>();
  const parsed = typed === undefined ? undefined : parseRanges(typed);
  return (
    <Group align="start" wrap="nowrap">
      <Select
        label="It measures"
        w={190}
        data={functionOptions}
        value={measuringFunction.measures}
        onChange={(measures) => measures && onChange({ measures: measures as InstrumentFunction })}
      />
      <CommittedInput
        label="in"
        w={90}
        value={measuringFunction.unit}
        parse={parseUnit}
        onCommit={(unit) => onChange({ unit })}
      />
      <Textarea
        label="Ranges"
        description="One to a line: end; percent; digits; worth of the last digit"
        style={{ flex: 1 }}
        autosize
        minRows={2}
        classNames={{ input: 'mono' }}
        value={typed ?? rangesText(measuringFunction.ranges)}
        error={parsed && !parsed.ok && parsed.problem}
        onChange={(event) => {
          const { value } = event.currentTarget;
          setTyped(value);
          const ranges = parseRanges(value);
          if (ranges.ok) onChange({ ranges: ranges.value });
        }}
        onBlur={() => parsed?.ok !== false && setTyped(undefined)}
      />
      <ActionIcon mt={28} aria-label="Remove this function" disabled={!onDelete} onClick={onDelete}>
        <IconTrash size={20} />
      </ActionIcon>
    </Group>
  );
}
