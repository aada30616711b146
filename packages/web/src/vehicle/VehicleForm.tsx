import { Button, NumberInput, Select, Stack, TagsInput } from '@mantine/core';
import { checkVin, type NewVehicle, sayVinNotice, tidyVin } from '@probe-trail/core/vehicle';
import type { FormEvent } from 'react';
import { TextLine } from '../ui/TextField';
import classes from './VehicleForm.module.css';
import { useLinesQuery } from './vehicleApi';

interface FormProps {
  readonly vehicle: NewVehicle;
  readonly onChange: (vehicle: NewVehicle) => void;
  readonly onSave: () => void;
  readonly isBusy: boolean;
}

/** What is known of a vehicle. What is odd about a VIN is pointed out, and kept as it is. */
export function VehicleForm({ vehicle, onChange, onSave, isBusy }: FormProps) {
  const { data: lines = [] } = useLinesQuery();
  const set = (change: Partial<NewVehicle>) => onChange({ ...vehicle, ...change });
  const line = lines.find(({ id }) => id === vehicle.lineId);
  const notices = checkVin(vehicle.vin).map(sayVinNotice);
  const submit = (event: FormEvent) => {
    event.preventDefault();
    onSave();
  };
  return (
    <form onSubmit={submit}>
      <Stack>
        <div className={classes.row}>
          <TextLine
            label="Fleet number"
            placeholder="FG-07"
            required
            maxLength={20}
            value={vehicle.fleetNumber}
            onText={(fleetNumber) => set({ fleetNumber })}
          />
          <TextLine label="Plate" maxLength={20} value={vehicle.plate} onText={(plate) => set({ plate })} />
          <Select
            label="Line"
            required
            data={lines.map(({ id, name }) => ({ value: id, label: name }))}
            value={vehicle.lineId || null}
            onChange={(lineId) => set({ lineId: lineId ?? '' })}
          />
        </div>
        <TextLine
          label="VIN"
          description={notices.length > 0 ? notices.join(' ') : undefined}
          classNames={{ input: classes.vin ?? '', description: classes.notice ?? '' }}
          inputWrapperOrder={['label', 'input', 'description']}
          maxLength={40}
          value={vehicle.vin}
          onText={(vin) => set({ vin: tidyVin(vin) })}
        />
        <div className={classes.row}>
          <Select
            label="Engine"
            data={[...new Set([...(line?.engines ?? []), ...(vehicle.engine ? [vehicle.engine] : [])])]}
            value={vehicle.engine || null}
            onChange={(engine) => set({ engine: engine ?? '' })}
          />
          <NumberInput
            label="Model year"
            size="md"
            min={1950}
            max={2100}
            hideControls
            value={vehicle.modelYear ?? ''}
            onChange={(year) => set({ modelYear: typeof year === 'number' ? year : null })}
          />
          <TextLine
            label="In service since"
            placeholder="2023-05-17"
            type="date"
            value={vehicle.inServiceSince}
            onText={(inServiceSince) => set({ inServiceSince })}
          />
        </div>
        <TagsInput
          label="Not original on it"
          description="Enter after each"
          value={[...vehicle.notOriginal]}
          onChange={(notOriginal) => set({ notOriginal })}
        />
        <div>
          <Button
            type="submit"
            size="lg"
            loading={isBusy}
            disabled={vehicle.fleetNumber.trim() === '' || vehicle.lineId === ''}
          >
            Save
          </Button>
        </div>
      </Stack>
    </form>
  );
}
