import { array, string } from 'yup';
import { type Checked, closedObject, draftText } from '../schema/index.js';

/** When the complaint is there. */
export const occasions = {
  always: 'always',
  nowAndThen: 'now and then',
  cold: 'when cold',
  hot: 'when hot',
  wet: 'when wet',
  roughRoad: 'on rough road',
  underLoad: 'under load',
  afterStanding: 'after standing',
} as const;

export type Occasion = keyof typeof occasions;

/** What is taken down when a vehicle comes in. */
export const arrivalSchema = closedObject({
  broughtBy: draftText(120),
  complaint: string()
    .required('Write down the complaint in the customer’s words')
    .max(2000)
    .meta({ description: 'in the customer’s words' }),
  occasions: array(
    string()
      .required()
      .oneOf(Object.keys(occasions) as Occasion[]),
  )
    .required()
    .max(10),
  howOften: draftText(200).meta({ description: 'such as twice a week, since Monday' }),
  lamps: array(string().label('A lamp or message').required().max(120))
    .required()
    .max(30)
    .meta({ description: 'lamps and messages seen' }),
  triedBefore: array(
    closedObject({
      what: string().label('What was tried').required().max(300),
      by: draftText(120).label('Who tried it'),
    }).required(),
  )
    .required()
    .max(30)
    .meta({ description: 'repairs already tried, and by whom' }),
});

export type Arrival = Checked<typeof arrivalSchema>;

export const blankArrival: Arrival = {
  broughtBy: '',
  complaint: '',
  occasions: [],
  howOften: '',
  lamps: [],
  triedBefore: [],
};
