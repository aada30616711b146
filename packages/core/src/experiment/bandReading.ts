import { blankReading, type StepReading } from '../plan/index.js';
import { failed, ok, type Result } from '../result/index.js';
import type { AskProblem, Told } from './experiment.js';

/** A reading between what was told as `min` and `max`, in the `unit` that was told; one of the two may be open. */
export function bandReading(told: Told, id: string, name: string): Result<StepReading, AskProblem> {
  const [min = null, max = null] = [told.number('min'), told.number('max')];
  if (min === null && max === null)
    return failed({ askId: 'min', message: 'A least or a most is needed, so that the reading can be judged.' });
  if (min !== null && max !== null && min > max)
    return failed({ askId: 'max', message: 'The most lies below the least.' });
  return ok(blankReading(id, name, { kind: 'band', unit: told.text('unit'), min, max }));
}
