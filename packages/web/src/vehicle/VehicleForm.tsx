import { Button, NumberInput, Select, Stack, TagsInput } from '@mantine/core';
import { checkVin, type NewVehicle, sayVinNotice, tidyVin, vehicleLengths } from '@probe-trail/core/vehicle';
import type { FormEvent } from 'react';
import { optionsOfParts } from '../fields/optionsOf';
import { TextLine } from '../fields/TextField';
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
            maxLength={vehicleLengths.fleetNumber}
            value={vehicle.fleetNumber}
            onText={(fleetNumber) => set({ fleetNumber })}
          />
          <TextLine
            label="Plate"
            maxLength={vehicleLengths.plate}
            value={vehicle.plate}
            onText={(plate) => set({ plate })}
          />
          <Select
            label="Line"
            required
            data={optionsOfParts(lines)}
            value={vehicle.lineId || null}
            onChange={(lineId) => set({ lineId: lineId ?? '' })}
          />
        </div>
        <TextLine
          label="VIN"
          description={notices.length > 0 ? notices.join(' ') : undefined}
          classNames={{ input: classes.vin ?? '', description: classes.notice ?? '' }}
          inputWrapperOrder={['label', 'input', 'description']}
          maxLength={vehicleLengths.vin}
          value={vehicle.vin}
          onText={(vin) => set({ vin: tidyVin(vin) })}
        />
        <Engine vehicle={vehicle} engines={line?.engines ?? []} set={set} />
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

interface EngineProps {
  readonly vehicle: NewVehicle;
  readonly engines: readonly string[];
  readonly set: (change: Partial<NewVehicle>) => void;
}

/** Its engine, its model year, and since when it is in service. */
const Engine = ({ vehicle, engines, set }: EngineProps) => (
  <div className={classes.row}>
    <Select
      label="Engine"
      data={[...new Set([...engines, ...(vehicle.engine ? [vehicle.engine] : [])])]}
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
);
