import { array, boolean, number, type ObjectShape, string } from 'yup';
import { closedObject, draftText, idOrNull, idText, unionByKind } from '../../schema/index.js';

/** Where something is connected: a pin of a connector (`C31.2`), a splice, a stud, or an end of its own (`F31.1`). */
export const pointText = () =>
  string()
    .required('${path} is missing: a pin such as C31.2, a splice or a stud')
    .max(161)
    .matches(/^[\w.-]+$/, '${path}: “${value}” is not the name of a point, such as C31.2');

const kind = <Kind extends string>(value: Kind) =>
  string()
    .required()
    .oneOf([value] as const);

const number_ = () => number().required().typeError('${path} is not a number: “${originalValue}”');
const positive = (most = 1e12) => number_().moreThan(0, '${path} is ${value}; it must be more than 0').max(most);
const between = (least: number, most: number) => number_().min(least).max(most);
const signed = () => between(-1e4, 1e4);
export const ohms = () => positive().meta({ description: 'Ω' });
const volts = () => signed().meta({ description: 'V' });
const amps = () => positive(1e5).meta({ description: 'A' });
const share = () => between(0, 1);
const isOn = () =>
  between(0, 1).meta({ description: 'where it stands where no state says otherwise: 0 open, 1 closed' });
const drives = () =>
  between(0, 1).meta({ description: 'share of the time that it drives where no state says otherwise: 0 off, 1 on' });
const of = () => idOrNull().meta({ description: 'the control unit that must be awake for it; null: none' });

const component = <Kind extends string, At extends ObjectShape, Fields extends ObjectShape>(
  name: Kind,
  at: At,
  fields: Fields,
) =>
  closedObject({
    kind: kind(name),
    id: idText(),
    name: draftText(120),
    at: closedObject(at).required().meta({ description: 'where each of its terminals is' }),
    withinPercent: between(0, 90).meta({ description: 'how far its resistance may be from what is written here' }),
    ...fields,
  });

const follows = () =>
  closedObject({
    pin: pointText(),
    ground: pointText(),
    highFromVolts: volts(),
    lowBelowVolts: volts(),
    drivesWhen: string()
      .required()
      .oneOf(['high', 'low'] as const),
  })
    .nullable()
    .defined()
    .meta({
      description: 'an input that it follows while its dial stands above 0; null: it drives as its dial stands',
    });

const pair = { a: pointText(), b: pointText() };
const onGround = { pin: pointText(), ground: pointText() };

const junction = {
  saturationAmps: between(1e-30, 1e-3).meta({ description: 'Is of i = Is · (e^(u / (n · Vt)) − 1)' }),
  emission: between(0.5, 10).meta({ description: 'n of that' }),
  ohms: ohms(),
};

/** What a circuit can be made of. All in SI units; temperatures in °C. */
export const componentSchema = unionByKind({
  battery: component('battery', { plus: pointText(), minus: pointText() }, { volts: positive(1e4), ohms: ohms() }),
  fuse: component('fuse', pair, { ratedAmps: amps(), ohms: ohms() }),
  relay: component(
    'relay',
    {
      coilA: pointText(),
      coilB: pointText(),
      common: pointText(),
      closes: pointText().nullable().defined().meta({ description: 'joined to common while it is pulled in' }),
      opens: pointText().nullable().defined().meta({ description: 'joined to common while it is released' }),
    },
    {
      coilOhms: ohms(),
      pullInVolts: positive(1e4),
      dropOutVolts: positive(1e4),
      contactOhms: ohms(),
      hasDiode: boolean()
        .required()
        .meta({ description: 'a diode from coil B to coil A takes up what the coil gives back' }),
    },
  ),
  switch: component('switch', pair, { ohms: ohms(), stands: isOn() }),
  resistor: component('resistor', pair, { ohms: ohms() }),
  heater: component('heater', pair, { ohms: ohms() }),
  potentiometer: component(
    'potentiometer',
    {},
    {
      tracks: array(
        closedObject({
          top: pointText(),
          bottom: pointText(),
          wiper: pointText(),
          ohms: ohms(),
          from: share().meta({ description: 'share of the track below the wiper when it stands at 0' }),
          to: share().meta({ description: 'and when it stands at 1' }),
        }).required(),
      )
        .required()
        .min(1)
        .max(4),
      stands: share(),
    },
  ),
  thermistor: component('thermistor', pair, {
    curve: array(closedObject({ celsius: between(-273, 2000), ohms: ohms() }).required())
      .required()
      .min(2)
      .max(200)
      .meta({ description: 'with rising °C; between two rows the logarithm of Ω goes in a straight line' }),
    stands: between(-273, 2000).meta({ description: '°C where no state says otherwise' }),
  }),
  lamp: component('lamp', pair, { ratedVolts: positive(1e4), ratedWatts: positive(1e6), coldOhms: ohms() }),
  motor: component('motor', pair, {
    ohms: ohms().meta({ description: 'of its winding: when it stands or is blocked, Ω' }),
    runningVolts: positive(1e4),
    runningAmps: amps().meta({ description: 'that it takes at that voltage while it runs, A' }),
    stands: isOn().meta({ description: '1: it runs when it has its voltage; 0: it is blocked' }),
  }),
  coil: component('coil', pair, {
    ohms: ohms(),
    hasDiode: boolean().required().meta({ description: 'a diode from b to a' }),
  }),
  diode: component('diode', { anode: pointText(), cathode: pointText() }, junction),
  led: component('led', { anode: pointText(), cathode: pointText() }, junction),
  ratioSensor: component(
    'ratioSensor',
    { supply: pointText(), ground: pointText(), signal: pointText() },
    {
      ohms: ohms().meta({ description: 'of its output, Ω' }),
      supplyOhms: ohms().meta({ description: 'that its supply sees, Ω' }),
      stands: share().meta({ description: 'share of its supply that it gives where no state says otherwise' }),
    },
  ),
  loopSensor: component(
    'loopSensor',
    { plus: pointText(), minus: pointText() },
    {
      ohms: ohms().meta({ description: 'it needs so much of its current as voltage at least, Ω' }),
      stands: between(0, 10).meta({ description: 'A that it takes where no state says otherwise' }),
    },
  ),
  openCollector: component('openCollector', onGround, { ohms: ohms(), stands: isOn() }),
  unit: component(
    'unit',
    { feed: pointText(), ground: pointText() },
    {
      ohms: ohms().meta({ description: 'what it takes for itself, as a resistance, Ω' }),
      wakesAtVolts: positive(1e4),
      sleepsBelowVolts: positive(1e4),
    },
  ),
  pullUp: component('pullUp', onGround, { of: of(), volts: volts(), ohms: ohms() }),
  pullDown: component('pullDown', onGround, { ohms: ohms() }),
  highSide: component(
    'highSide',
    { feed: pointText(), out: pointText() },
    { of: of(), ohms: ohms(), limitAmps: amps(), stands: drives(), follows: follows() },
  ),
  lowSide: component(
    'lowSide',
    { out: pointText(), ground: pointText() },
    { of: of(), ohms: ohms(), limitAmps: amps(), stands: drives(), follows: follows() },
  ),
  hBridge: component(
    'hBridge',
    { feed: pointText(), ground: pointText(), one: pointText(), other: pointText() },
    {
      of: of(),
      ohms: ohms(),
      limitAmps: amps(),
      stands: between(-1, 1).meta({
        description: '1 drives one against the other, −1 the other way; between them a share of the time',
      }),
    },
  ),
  sensorSupply: component(
    'sensorSupply',
    { out: pointText(), ground: pointText() },
    { of: of(), volts: positive(1e4), ohms: ohms(), limitAmps: amps() },
  ),
  busPins: component(
    'busPins',
    { high: pointText(), low: pointText(), ground: pointText() },
    {
      of: of(),
      volts: volts().meta({ description: 'to which it holds both while nobody sends, V' }),
      ohms: ohms().meta({ description: 'by which it holds each, Ω' }),
      terminationOhms: ohms().nullable().defined().meta({ description: 'between both, Ω; null: it ends no bus' }),
    },
  ),
});
