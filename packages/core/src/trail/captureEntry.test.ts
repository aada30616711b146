import { expect } from 'chai';
import {
  type CapturedMeasure,
  type CapturedReading,
  type CaptureSource,
  nothingKnown,
} from '../captureSource/index.js';
import { checkPlan, copySteps, type Plan, type StepReading } from '../plan/index.js';
import { findFactor, type SiblingsSpec, type Spec, zonesOf } from '../spec/index.js';
import { anInstrument } from '../testing/anInstrument.js';
import { aHookUp, anOutcome, aPartCard, aPlan, aReading, aStep, toConclusion } from '../testing/aPlan.js';
import { entered, walk } from '../testing/aWalk.js';
import type { Entry, NewTrailEvent } from './index.js';

const source = (more: Partial<CaptureSource> = {}): CaptureSource => ({
  recordingId: null,
  channel: 'clamp',
  what: 'mean while it runs',
  unit: 'V',
  within: 0.003,
  isLevel: true,
  fromMs: 10,
  toMs: 90,
  byHand: false,
  notes: [],
  picture: { fromMs: 0, toMs: 100, lows: [1, null], highs: [2, null], against: [] },
  marks: [],
  ...more,
});
const planOf = (...readings: readonly StepReading[]): Plan =>
  aPlan({
    startStepId: 'one',
    steps: [aStep('one', [anOutcome('any', toConclusion('fuse'))], { readings: [...readings], hookUp: aHookUp() })],
  });
const meter: NewTrailEvent = { kind: 'instrumentChosen', measures: 'dcVolts', instrument: anInstrument() };
const takenOf = (spec: Spec, entry: Entry, before: readonly NewTrailEvent[] = []) =>
  walk(planOf(aReading('value', spec)), ...before, entered('one', 'value', entry)).taken.value;

const band = (unit: string, min: number | null, max: number | null): Spec => ({ kind: 'band', unit, min, max });
const siblings: SiblingsSpec = {
  kind: 'siblings',
  unit: 'V',
  members: ['a', 'b', 'c'].map((id) => ({ id, name: id })),
  rule: 'median',
  spread: 1,
  as: 'absolute',
};

describe('a reading that was measured on a capture', () => {
  it('is doubted by noise and, of a level, by its instrument too, as squares', () => {
    const typed = takenOf(band('V', 4, 6), { kind: 'typed', text: '5.00' }, [meter]);
    const level = takenOf(band('V', 4, 6), { kind: 'typed', text: '5.00 V', capture: source({ within: 0.05 }) }, [
      meter,
    ]);
    const time = takenOf(
      band('ms', 4, 6),
      { kind: 'typed', text: '5.00 ms', capture: source({ within: 0.05, unit: 'ms', isLevel: false }) },
      [meter],
    );
    expect(level?.verdict.uncertainty).to.be.closeTo(Math.hypot(0.05, typed?.verdict.uncertainty ?? 0), 1e-12);
    expect(time?.verdict.uncertainty).to.be.closeTo(0.05, 1e-12);
  });

  it('is doubted in the unit of its limits, half a place of the number at least; a number of things is exact', () => {
    const milli = takenOf(band('mV', 4000, 6000), {
      kind: 'typed',
      text: '5.000 V',
      capture: source({ isLevel: false }),
    });
    expect(milli?.verdict.uncertainty).to.be.closeTo(3, 1e-9);
    const unknown = {
      kind: 'typed',
      text: '38.4 %',
      capture: source({ unit: '%', within: null, isLevel: false }),
    } as const;
    expect(takenOf(band('%', 30, 40), unknown)?.verdict.uncertainty).to.be.closeTo(0.05, 1e-12);
    const count = (text: string) =>
      takenOf(band('×', null, 0), { kind: 'typed', text, capture: source({ unit: '×', within: 0, isLevel: false }) });
    expect([count('0 ×')?.verdict.kind, count('1 ×')?.verdict.kind]).to.deep.equal(['inSpec', 'outOfSpec']);
  });

  it('has no leads that could be swapped', () =>
    expect(
      takenOf(band('V', 4, 6), { kind: 'typed', text: '5 V', leadsSwapped: true, capture: source() })?.verdict.kind,
    ).to.equal('inSpec'));

  it('names the odd one of several, each doubted by its own capture', () => {
    const rows = (within: number): Entry => ({
      kind: 'rows',
      texts: ['5.0 V', '5.1 V', '6.15 V'],
      captures: [0.001, 0.001, within].map((one) => source({ within: one, isLevel: false })),
    });
    expect(takenOf(siblings, rows(0.001))?.verdict.zone.id).to.equal('c');
    expect(takenOf(siblings, rows(0.8))?.verdict.kind).to.equal('tooCloseToCall');
  });

  it('of another quantity is refused, and says what was expected', () => {
    const trail = walk(planOf(aReading('value', band('V', 4, 6))));
    expect(() =>
      walk(trail.plan, entered('one', 'value', { kind: 'typed', text: '5 A', capture: source() })),
    ).to.throw();
  });
});

describe('a probe or clamp that was set wrongly', () => {
  const line = zonesOf({ kind: 'band', unit: 'A', min: 3, max: 6.5 });
  const factor = (value: number) => findFactor(line, { kind: 'exact', value, resolution: 0.1, unit: 'A', text: '' });

  for (const [value, wanted] of [
    [42, 0.1],
    [0.05, 100],
    [410, 0.01],
    [4, undefined],
    [7.4, undefined],
    [-40, undefined],
  ] as const)
    it(`${value} A where 3 to 6.5 A are right: ${wanted ?? 'nothing is asked'}`, () =>
      expect(factor(value)).to.equal(wanted));
});

describe('the check of readings on captures', () => {
  const motor = (fact: string, known = {}): CapturedMeasure => ({
    kind: 'detector',
    detector: 'motor',
    known: { ...nothingKnown, ...known },
    fact,
  });
  const on = (measure: CapturedMeasure, channels: readonly string[] = ['clamp']): CapturedReading => ({
    channels: [...channels],
    measure,
  });
  const faults = (spec: Spec, capture: CapturedReading, more: Partial<StepReading> = {}, plan: Partial<Plan> = {}) =>
    checkPlan({ ...planOf(aReading('value', spec, { capture, ...more })), ...plan }).flatMap(({ rule, message }) =>
      rule === 'captureDoesNotFit' ? [message.split(': ').slice(1).join(': ')] : [],
    );

  it('finds nothing where all fits', () => {
    expect(faults(band('A', 3, 6), on(motor('running')))).to.deep.equal([]);
    expect(faults(band('rpm', 1, 2), on(motor('rpm')))).to.deep.equal([]);
    expect(faults(band('%', 1, 2), on(motor('oddBar')))).to.deep.equal([]);
    expect(faults({ ...siblings, unit: 'A' }, on(motor('running'), ['a', 'b', 'c']))).to.deep.equal([]);
    const between: CapturedMeasure = {
      kind: 'between',
      detector: 'motor',
      known: nothingKnown,
      from: 'on',
      to: 'off',
      fact: 'length',
    };
    expect(faults(band('s', 1, 2), on(between))).to.deep.equal([]);
  });

  for (const [what, spec, capture, more, wanted] of [
    ['another unit', band('V', 3, 6), on(motor('rpm')), {}, 'it is measured in rpm, and its limits are in V'],
    [
      'no such fact',
      band('A', 3, 6),
      on(motor('weight')),
      {},
      '“weight” is nothing that is measured of a current of a motor',
    ],
    ['a name of JavaScript', band('A', 3, 6), on(motor('constructor')), {}, '“constructor” is nothing'],
    ['too few channels', { ...siblings, unit: 'A' }, on(motor('running')), {}, 'it needs 3 channels, and 1 is named'],
    [
      'a channel twice',
      { ...siblings, unit: 'A' },
      on(motor('running'), ['a', 'a', 'b']),
      {},
      'two of its channels have the same name',
    ],
    ['a channel without name', band('A', 3, 6), on(motor('running'), [' ']), {}, 'a channel has no name'],
    [
      'a computed reading',
      band('A', 3, 6),
      on(motor('running')),
      { derivedFrom: '1 + 1' },
      'it is computed from others',
    ],
    ['a choice', { kind: 'choice', options: [] }, on(motor('running')), {}, 'it is no number'],
    [
      'cylinders that nobody knows',
      band('%', 3, 6),
      on({ kind: 'detector', detector: 'cranking', known: nothingKnown, fact: 'weakest' }),
      {},
      'cannot be read without a number that it asks for',
    ],
    [
      'Ohm’s law without a voltage',
      band('Ω', 3, 6),
      on({ kind: 'detector', detector: 'coil', known: nothingKnown, fact: 'resistance' }),
      {},
      'it needs the voltage across it',
    ],
    [
      'an event of another thing',
      band('A', 3, 6),
      on({ kind: 'between', detector: 'coil', known: nothingKnown, from: 'held', to: null, fact: 'mean' }),
      {},
      '“held” is no event that it knows',
    ],
    [
      'a slope',
      band('A', 3, 6),
      on({ kind: 'between', detector: null, known: nothingKnown, from: null, to: null, fact: 'slope' }),
      {},
      '“slope” is measured in a unit such as A/s, and its limits are in A',
    ],
    [
      'a known-good one that is not there',
      band('%', 3, 6),
      on({ kind: 'reference', partCardId: 'x', referenceId: 'y', band: 0.1, isStretched: false, fact: 'outside' }),
      {},
      'on no part card of this plan',
    ],
  ] as const)
    it(`finds ${what}`, () => expect(faults(spec as Spec, capture, more)[0]).to.contain(wanted));

  for (const [fact, fits, fitsNot] of [
    ['slope', ['A/s', 'mV/s', 'kPa/s'], ['A', 'A·s', 's']],
    ['area', ['A·s', 'Ah', 'mV·s'], ['A', 'A/s']],
  ] as const)
    it(`takes limits of a ${fact} in ${fits.join(', ')} alone`, () => {
      const capture = on({ kind: 'between', detector: null, known: nothingKnown, from: null, to: null, fact });
      for (const unit of fits) expect(faults(band(unit, 3, 6), capture), unit).to.deep.equal([]);
      for (const unit of fitsNot) expect(faults(band(unit, 3, 6), capture), unit).to.have.length(1);
    });

  it('copies the part card with the known-good capture along with a step', () => {
    const good = { id: 'y', name: '', unit: 'A', stepMs: 1, values: Array<number>(16).fill(0) };
    const card = aPartCard('x', 'C1', ['1'], { references: [good] });
    const held = on({
      kind: 'reference',
      partCardId: 'x',
      referenceId: 'y',
      band: 0.1,
      isStretched: false,
      fact: 'delay',
    });
    const plan = { ...planOf(aReading('value', band('ms', 0, 1), { capture: held })), partCards: [card] };
    expect(faults(band('ms', 0, 1), held, {}, { partCards: [card] })).to.deep.equal([]);
    expect(copySteps(plan, new Set(['one'])).partCards.map(({ id }) => id)).to.deep.equal(['x']);
  });
});

describe('a reading that a meter told over the network', () => {
  const typed = { kind: 'typed', text: '5.00' } as const;
  const told = (range: number | null) => ({ ...typed, meter: { identity: 'a meter', range, unit: 'V' } });

  it('is doubted by the range in which the meter was, before the one that the step asks for', () => {
    const doubtOf = (entry: Entry) => takenOf(band('V', 4, 6), entry, [meter])?.verdict.uncertainty;
    // The step asks for no range: the smallest that holds 5 V is that of 20 V.
    expect(doubtOf(told(null))).to.equal(doubtOf(typed));
    expect(doubtOf(told(20))).to.equal(doubtOf(typed));
    expect(doubtOf(told(600))).to.be.above((doubtOf(typed) ?? 0) * 2);
  });

  it('is turned round with the leads, as one that is typed', () => {
    const swapped = takenOf(band('V', -6, -4), { ...told(20), leadsSwapped: true }, [meter]);
    expect(swapped?.verdict.kind).to.equal('inSpec');
  });

  it('is one row of several, each with its own range', () => {
    const texts = ['5.00', '5.00', '8.00'];
    const meters = [null, null, { identity: 'a meter', range: 600, unit: 'V' }];
    const verdictOf = (entry: Entry) => takenOf(siblings, entry, [meter])?.verdict.kind;
    expect(verdictOf({ kind: 'rows', texts })).to.equal('outOfSpec');
    expect(verdictOf({ kind: 'rows', texts, meters })).to.equal('tooCloseToCall');
  });
});
