import { array, boolean, string } from 'yup';
import {
  type Checked,
  closedObject,
  dayText,
  draftText,
  idOrNull,
  photoIdText,
  unionByKind,
  wholeNumber,
} from '../schema/index.js';

/** What is done about a cause. */
export const repairWays = {
  replace: 'replaced',
  repair: 'repaired',
  clean: 'cleaned',
  adjust: 'adjusted',
  reprogram: 'reprogrammed',
} as const;

export type RepairWay = keyof typeof repairWays;

const kindOf = <Kind extends string>(kind: Kind) => ({
  kind: string()
    .required()
    .oneOf([kind] as const),
});

/** How long a repair is to last. */
const lastsSchema = unionByKind({
  permanent: closedObject(kindOf('permanent')),
  temporary: closedObject({
    ...kindOf('temporary'),
    remains: string()
      .required('Write down what remains to be done')
      .max(500)
      .meta({ description: 'what remains to be done' }),
    dueBy: dayText().required('Say by which day the rest is to be done'),
  }),
});

const usedPartSchema = closedObject({
  name: string().label('A part').required().max(120),
  number: draftText(60).meta({ description: 'as it is ordered' }),
  quantity: wholeNumber(200).min(1),
});

/** What was done about one cause. */
export const repairSchema = closedObject({
  cause: string()
    .required('Name what was at fault')
    .max(160)
    .meta({ description: 'the suspect that was at fault, by name' }),
  suspectId: idOrNull().meta({ description: 'of the plan that named it; null: no plan did' }),
  trailId: idOrNull().meta({ description: 'the trail that named it; null: none did' }),
  way: string()
    .required()
    .oneOf(Object.keys(repairWays) as RepairWay[]),
  done: draftText(2000).meta({ description: 'what was done, in words' }),
  parts: array(usedPartSchema.required()).required().max(40),
  condition: draftText(500).meta({ description: 'what the part looked like' }),
  conditionPhotoIds: array(photoIdText())
    .max(6)
    .optional()
    .meta({ description: 'pictures of it; of a repair from before there were such pictures, missing' }),
  isOldPartKept: boolean().required(),
  lasts: lastsSchema,
  forNext: draftText(500).meta({ description: 'for whoever works on it next: what to look for' }),
});

export type Repair = Checked<typeof repairSchema>;
export type UsedPart = Repair['parts'][number];

export const blankRepair: Repair = {
  cause: '',
  suspectId: null,
  trailId: null,
  way: 'replace',
  done: '',
  parts: [],
  condition: '',
  conditionPhotoIds: [],
  isOldPartKept: false,
  lasts: { kind: 'permanent' },
  forNext: '',
};
