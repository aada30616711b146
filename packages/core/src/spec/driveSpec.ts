import { array, number, string } from 'yup';
import { longestFormula } from '../formula/index.js';
import { type Checked, closedObject, draftText, keyOnLine, unionByKind } from '../schema/index.js';
import { finite, isOrdered, kindText, nameText, openLimit, unitText } from './specFields.js';

/** Fewer than three cannot tell which of them is the odd one. */
export const fewestAlike = 3;

const longestDriveSeconds = 86_400;

export const driveValueSchema = closedObject({
  id: nameText().meta({ description: 'by what the formula and the conditions call it' }),
  name: draftText(60),
  key: keyOnLine().meta({ description: 'unit and value on the vehicle line, such as A10.boostPressure' }),
  unit: unitText().meta({ description: 'in which the formula and the conditions take it' }),
});

const conditionSchema = closedObject({
  of: nameText().meta({ description: 'id of the value' }),
  min: openLimit(),
  max: openLimit(),
}).test('order', '${path}: the lower end lies above the upper one', (one) => isOrdered(one?.min, one?.max));

const formulaCompared = closedObject({
  kind: kindText('formula'),
  formula: string()
    .defined()
    .max(longestFormula)
    .meta({ description: 'of the ids of values; a draft may have none yet' }),
  min: openLimit(),
  max: openLimit(),
}).test('order', '${path}: the lower limit lies above the upper one', (one) => isOrdered(one?.min, one?.max));

const alikeCompared = closedObject({
  kind: kindText('alike'),
  of: array(nameText())
    .required()
    .max(24)
    .meta({ description: 'ids of values that measure the same at several places; three at least' }),
  spread: finite().required().min(0).meta({ description: 'how far each may be from the median of all' }),
});

/** Values of a recorded drive: what is compared, when it counts, and for how long it may be outside. */
export const driveSchema = closedObject({
  kind: kindText('drive'),
  unit: unitText(),
  values: array(driveValueSchema.required()).required().max(30),
  compares: unionByKind({ formula: formulaCompared, alike: alikeCompared }),
  during: array(conditionSchema.required())
    .required()
    .max(8)
    .meta({ description: 'all must hold for a moment to count; none: the whole drive counts' }),
  mayLastSeconds: number().required().min(0).max(3600).meta({
    description: 'how long without a break it may be outside, or without a value',
  }),
  leastSeconds: number().required().min(1).max(longestDriveSeconds).meta({
    description: 'for how long in all the conditions must have held',
  }),
});

export type DriveSpec = Checked<typeof driveSchema>;
export type DriveValue = DriveSpec['values'][number];
export type DriveCondition = DriveSpec['during'][number];

/** What is shown for a value: its name, or its id while it has none. */
export const nameOfDriveValue = ({ values }: DriveSpec, id: string): string => {
  const found = values.find((value) => value.id === id);
  return found?.name || id;
};
