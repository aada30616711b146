import type { JobListItem } from '@probe-trail/core/job';
import type { TrailListItem } from '@probe-trail/core/trail';
import type {
  Line,
  NewOdometer,
  NewVehicle,
  OdometerReading,
  Vehicle,
  VehicleChange,
  VehicleListItem,
  VehicleSheet,
} from '@probe-trail/core/vehicle';
import { api } from '../api/api';

type ForVehicle<Body> = { readonly vehicleId: string } & Body;

export const vehicleApi = api.injectEndpoints({
  endpoints: (build) => ({
    /** A page of vehicles after a fleet number. */
    vehicles: build.query<readonly VehicleListItem[], string>({
      query: (after) => ({ url: 'vehicles', params: { after } }),
      providesTags: ['vehicles'],
    }),
    vehicle: build.query<VehicleSheet, string>({
      query: (vehicleId) => `vehicles/${vehicleId}`,
      providesTags: ['vehicles'],
    }),
    vehicleJobs: build.query<readonly JobListItem[], string>({
      query: (vehicleId) => `vehicles/${vehicleId}/jobs`,
      providesTags: ['jobs'],
    }),
    vehicleTrails: build.query<readonly TrailListItem[], string>({
      query: (vehicleId) => `vehicles/${vehicleId}/trails`,
      providesTags: ['trails'],
    }),
    addVehicle: build.mutation<Vehicle, NewVehicle>({
      query: (body) => ({ url: 'vehicles', method: 'POST', body }),
      invalidatesTags: ['vehicles'],
    }),
    changeVehicle: build.mutation<Vehicle, ForVehicle<VehicleChange>>({
      query: ({ vehicleId, ...body }) => ({ url: `vehicles/${vehicleId}`, method: 'PUT', body }),
      invalidatesTags: ['vehicles'],
    }),
    addOdometer: build.mutation<OdometerReading, ForVehicle<NewOdometer>>({
      query: ({ vehicleId, ...body }) => ({ url: `vehicles/${vehicleId}/odometer`, method: 'POST', body }),
      invalidatesTags: ['vehicles'],
    }),
    lines: build.query<readonly Line[], void>({ query: () => 'lines', providesTags: ['lines'] }),
  }),
});

export const {
  useVehiclesQuery,
  useVehicleQuery,
  useVehicleJobsQuery,
  useVehicleTrailsQuery,
  useAddVehicleMutation,
  useChangeVehicleMutation,
  useAddOdometerMutation,
  useLinesQuery,
} = vehicleApi;

export const useLine = (lineId: string | undefined): Line | undefined =>
  useLinesQuery().data?.find(({ id }) => id === lineId);
