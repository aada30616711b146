import type { ReachedVehicle } from '../vehicleInterface/vehicleInterface.js';

/** A vehicle that is reached and says nothing, but for what a test gives it. */
export const aReachedVehicle = (more: Partial<ReachedVehicle> = {}): ReachedVehicle => ({
  readCodes: async () => ({ answer: 'silent' }),
  readValues: async () => ({ answer: 'silent' }),
  isThere: async () => false,
  whoIsThere: async () => undefined,
  clearCodes: async () => false,
  beginControl: async () => ({ answer: 'answered' }),
  adjust: async () => ({ answer: 'answered' }),
  keepAwake: async () => undefined,
  giveBack: async () => true,
  startRoutine: async () => ({ answer: 'answered' }),
  routineResults: async () => ({ answer: 'silent' }),
  endRoutine: async () => undefined,
  release: () => undefined,
  ...more,
});
