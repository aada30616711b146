import { Button, NumberInput, Select, Stack, TagsInput, TextInput } from '@mantine/core';
import { checkVin, type NewVehicle, newVehicleSchema, sayVinNotice, tidyVin } from '@probe-trail/core/vehicle';
import { DayInput } from '../fields/DayInput';
import { FormProblem } from '../fields/FormProblem';
import { optionsOfParts } from '../fields/optionsOf';
import { TextLine } from '../fields/TextField';
import { type ShortForm, useShortForm } from '../fields/useShortForm';
import classes from './VehicleForm.module.css';
import { useLinesQuery } from './vehicleApi';

interface FormProps {
  readonly initial: NewVehicle;
  /** Hears of every change, to keep what is written. */
  readonly onChange?: (vehicle: NewVehicle) => void;
  readonly onSave: (vehicle: NewVehicle) => unknown;
  readonly isBusy: boolean;
}

/** What is known of a vehicle. What is odd about a VIN is pointed out, and kept as it is. */
export function VehicleForm({ initial, onChange, onSave, isBusy }: FormProps) {
  const { data: lines = [] } = useLinesQuery();
  const form = useShortForm({
    schema: newVehicleSchema,
    initial,
    send: onSave,
    ...(onChange ? { onChange } : {}),
  });
  const { vin, lineId } = form.values;
  const line = lines.find(({ id }) => id === lineId);
  const notices = checkVin(vin).map(sayVinNotice);
  return (
    <form onSubmit={form.onSubmit}>
      <Stack>
        <div className={classes.row}>
          <TextInput label="Fleet number" placeholder="FG-07" required {...form.text('fleetNumber')} />
          <TextInput label="Plate" {...form.text('plate')} />
          <Select
            label="Model"
            required
            data={optionsOfParts(lines)}
            value={lineId || null}
            onChange={(next) => form.set({ lineId: next ?? '' })}
          />
        </div>
        <TextLine
          label="VIN"
          description={notices.length > 0 ? notices.join(' ') : undefined}
          classNames={{ input: classes.vin ?? '', description: classes.notice ?? '' }}
          inputWrapperOrder={['label', 'input', 'description']}
          {...form.text('vin')}
          onText={(next) => form.set({ vin: tidyVin(next) })}
        />
        <Engine form={form} engines={line?.engines ?? []} />
        <TagsInput label="Non-original equipment" description="Enter after each" {...form.field('notOriginal')} />
        <FormProblem form={form} />
        <div>
          <Button type="submit" size="lg" loading={isBusy} disabled={!form.isReady}>
            Save
          </Button>
        </div>
      </Stack>
    </form>
  );
}

interface EngineProps {
  readonly form: ShortForm<typeof newVehicleSchema>;
  readonly engines: readonly string[];
}

/** Its engine, its model year, and since when it is in service. */
const Engine = ({ form, engines }: EngineProps) => {
  const { engine, modelYear, inServiceSince } = form.values;
  return (
    <div className={classes.row}>
      <Select
        label="Engine"
        data={[...new Set([...engines, ...(engine ? [engine] : [])])]}
        value={engine || null}
        onChange={(next) => form.set({ engine: next ?? '' })}
      />
      <NumberInput
        label="Model year"
        size="md"
        hideControls
        {...form.number('modelYear')}
        value={modelYear ?? ''}
        onChange={(year) => form.set({ modelYear: typeof year === 'number' ? year : null })}
      />
      <DayInput label="In service since" value={inServiceSince} onChange={(day) => form.set({ inServiceSince: day })} />
    </div>
  );
};
