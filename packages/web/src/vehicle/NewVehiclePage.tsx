import type { NewVehicle } from '@probe-trail/core/vehicle';
import { useNavigate } from 'react-router';
import { sayFailure } from '../app/api';
import { useKeptState } from '../ui/keptState';
import { Notice } from '../ui/Notice';
import { Page } from '../ui/Page';
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

/** A vehicle that comes to the workshop for the first time. */
export function NewVehiclePage() {
  const [vehicle, setVehicle, forget] = useKeptState('vehicle', blankVehicle);
  const [add, { error, isLoading }] = useAddVehicleMutation();
  const navigate = useNavigate();
  const save = async () => {
    const added = await add({ ...vehicle, fleetNumber: vehicle.fleetNumber.trim() });
    if (!added.data) return;
    forget();
    void navigate(`/vehicles/${added.data.vehicleId}`, { replace: true });
  };
  return (
    <Page title="Add a vehicle">
      {error !== undefined && <Notice kind="outOfSpec" title={sayFailure(error)} />}
      <VehicleForm vehicle={vehicle} onChange={setVehicle} onSave={() => void save()} isBusy={isLoading} />
    </Page>
  );
}
