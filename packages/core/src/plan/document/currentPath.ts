import { array, boolean, number, string } from 'yup';
import { type Checked, closedObject, draftText, idText } from '../../schema/index.js';
import { accessLevels, keysOf, list } from './fields.js';
import { leadAtSchema } from './hookUp.js';

export const pathPointSchema = closedObject({
  id: idText(),
  name: draftText(120),
  at: leadAtSchema,
  minutes: number().required().min(0).max(2000).meta({ description: 'to get at it and measure' }),
  access: string().required().oneOf(keysOf(accessLevels)),
});

export const pathSectionSchema = closedObject({
  isLoad: boolean().required().meta({ description: 'what the current is for: a lamp, a motor, a coil' }),
  suspectIds: list(idText(), 20).meta({ description: 'what is at fault if the fault lies here' }),
  mostDrop: number().required().min(0).max(1000).meta({ description: 'V that may be lost here; nothing for a load' }),
});

/** The way of a current from the supply through a load to the ground, with the points at which it can be measured. */
export const pathSchema = closedObject({
  id: idText(),
  name: draftText(120),
  points: array(pathPointSchema.required()).required().min(2).max(40),
  sections: array(pathSectionSchema.required()).required().min(1).max(39).meta({
    description: 'between each point and the next; one of them may be the load',
  }),
})
  .test(
    'sections',
    '${path}: there must be one section less than there are points',
    (path) =>
      !Array.isArray(path?.points) || !Array.isArray(path.sections) || path.points.length === path.sections.length + 1,
  )
  .test(
    'load',
    '${path}: there is more than one load',
    (path) => !Array.isArray(path?.sections) || path.sections.filter((section) => section?.isLoad === true).length <= 1,
  );

export type CurrentPath = Checked<typeof pathSchema>;
export type PathSection = CurrentPath['sections'][number];
