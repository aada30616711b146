import { createContext, useContext } from 'react';
import type { ActuatorRun } from './useActuatorRun';

/** The actuator of the open step, for the readings that are taken while it runs. */
export interface StepRun {
  readonly run: ActuatorRun;
  readonly settleSeconds: number;
  /** Tells what is commanded next: the row of a sweep that is due. */
  readonly setNext: (command: number | undefined) => void;
}

export const StepRunContext = createContext<StepRun | undefined>(undefined);

/** `undefined` where the step commands nothing, or no vehicle is there to be commanded. */
export const useStepRun = (): StepRun | undefined => useContext(StepRunContext);
