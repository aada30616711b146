import type { NewVehicle } from '@probe-trail/core/vehicle';
import { useNavigate } from 'react-router';
import { sayFailure } from '../api/api';
import { useKeptState } from '../device/keptState';
import { isListOf, isNullOr, isNumber, isShaped, isText } from '../device/shapes';
import { Page } from '../frame/Page';
import { Notice } from '../spec/Notice';
import { VehicleForm } from './VehicleForm';
import { useAddVehicleMutation } from './vehicleApi';

const blankVehicle: NewVehicle = {
  fleetNumber: '',
  plate: '',
  vin: '',
  lineId: '',
  modelYear: null,
  engine: '',
  inServiceSince: '',
  notOriginal: [],
};

const isVehicle = isShaped<NewVehicle>({
  fleetNumber: isText,
  plate: isText,
  vin: isText,
  lineId: isText,
  modelYear: isNullOr(isNumber),
  engine: isText,
  inServiceSince: isText,
  notOriginal: isListOf(isText),
});

/** A vehicle that comes to the workshop for the first time. */
export function NewVehiclePage() {
  const [vehicle, setVehicle, forget] = useKeptState('vehicle', blankVehicle, isVehicle);
  const [add, { error, isLoading }] = useAddVehicleMutation();
  const navigate = useNavigate();
  const save = async (written: NewVehicle) => {
    const added = await add(written);
    if (!added.data) return;
    forget();
    void navigate(`/vehicles/${added.data.vehicleId}`, { replace: true });
  };
  return (
    <Page title="Add a vehicle">
      {error !== undefined && <Notice kind="outOfSpec" title={sayFailure(error)} />}
      <VehicleForm initial={vehicle} onChange={setVehicle} onSave={save} isBusy={isLoading} />
    </Page>
  );
}
