import { number } from 'yup';
import { formatPlain } from '../reading/index.js';
import { type Checked, closedObject, keyOnLine } from '../schema/index.js';

/** Longest that a step waits after a command before it is read. */
export const mostSettleSeconds = 60;

/** What a step commands over the vehicle interface while it is measured. */
export const actuatorUseSchema = closedObject({
  actuator: keyOnLine().meta({ description: 'unit and actuator on the vehicle line, such as A60.rampPump' }),
  command: number().min(-1e9).max(1e9).nullable().defined().meta({
    description:
      'what is commanded, in the unit of the actuator; null: the technician sets it, or the rows of a sweep do',
  }),
  settleSeconds: number()
    .required()
    .integer()
    .min(0)
    .max(mostSettleSeconds)
    .meta({ description: 'how long to wait after a command before it is read' }),
});

export type ActuatorUse = Checked<typeof actuatorUseSchema>;

/** What a step commands, in a few words. */
export function sayActuatorUse({ actuator, command, settleSeconds }: ActuatorUse): string {
  const commanded = command === null ? '' : ` at ${formatPlain(command)}`;
  return `${actuator}${commanded}${settleSeconds > 0 ? `, read after ${settleSeconds} s` : ''}`;
}
