import { expect } from 'chai';
import { assert, constantFrom, double, integer, option, property } from 'fast-check';
import type { LiveSource } from '../liveValue/index.js';
import { checkPlan, type Plan, type RuleName, type Step, type StepReading } from '../plan/index.js';
import type { DriveSpec, SiblingsSpec, Spec, SweepSpec } from '../spec/index.js';
import { anInstrument } from '../testing/anInstrument.js';
import { aHookUp, anOutcome, aPlan, aReading, aStep, toConclusion } from '../testing/aPlan.js';
import { entered, walk } from '../testing/aWalk.js';
import type { Entry, NewTrailEvent } from './index.js';

const source = (more: Partial<LiveSource> = {}): LiveSource => ({
  key: 'A10.boost',
  name: 'boost pressure',
  unitName: 'engine control unit',
  unit: 'kPa(abs)',
  step: 0.1,
  within: 2,
  take: 'mean',
  seconds: 3,
  trace: { beforeMs: [100, 0], values: [98, null] },
  ...more,
});
const planOf = (reading: StepReading, more: Partial<Step> = {}): Plan =>
  aPlan({
    startStepId: 'one',
    steps: [aStep('one', [anOutcome('any', toConclusion('fuse'))], { readings: [reading], ...more })],
  });
const meter: NewTrailEvent = { kind: 'instrumentChosen', measures: 'dcVolts', instrument: anInstrument() };
const takenOf = (reading: StepReading, entry: Entry, more: Partial<Step> = {}) =>
  walk(planOf(reading, more), meter, entered('one', 'value', entry)).taken.value;

describe('a reading that the vehicle told', () => {
  const band: Spec = { kind: 'band', unit: 'V', min: 4, max: 6 };
  const volts = { key: 'A10.track', unit: 'V', step: 0.001, within: 0.02 };

  it('is as sure as its sensor, and not as the meter of its step', () => {
    const live: Entry = { kind: 'typed', text: '4.990 V', live: source(volts) };
    const told = takenOf(aReading('value', band), live, { hookUp: aHookUp() });
    const measured = takenOf(aReading('value', band), { kind: 'typed', text: '4.990' }, { hookUp: aHookUp() });
    expect([told?.verdict.uncertainty, told?.instrument]).to.deep.equal([0.02, undefined]);
    expect(measured?.instrument).to.be.a('string');
    expect(measured?.verdict.uncertainty).to.not.equal(0.02);
  });

  it('is doubted by what is known of its sensor, half a step of its bytes at least, in the unit of the reading', () => {
    assert(
      property(
        double({ min: 0.001, max: 10, noNaN: true }),
        option(double({ min: 0, max: 20, noNaN: true }), { nil: null }),
        constantFrom(['kPa(abs)', 1], ['bar(abs)', 0.01], ['Pa(abs)', 1000]),
        (step, within, [unit, factor]) => {
          const reading = aReading('value', { kind: 'band', unit, min: null, max: 150 * factor });
          const told = takenOf(reading, { kind: 'typed', text: '98.6 kPa(abs)', live: source({ step, within }) });
          expect(told?.verdict.uncertainty).to.be.closeTo(Math.max(within ?? 0, step / 2) * factor, 1e-9 * factor);
        },
      ),
    );
  });

  it('has no leads that could be swapped', () => {
    const told = takenOf(aReading('value', band), {
      kind: 'typed',
      text: '5 V',
      leadsSwapped: true,
      live: source(volts),
    });
    expect(told?.reading).to.include({ value: 5 });
  });

  it('stands beside others that were typed, each as sure as it is', () => {
    const spec: SiblingsSpec = {
      kind: 'siblings',
      unit: 'V',
      members: ['a', 'b', 'c'].map((id) => ({ id, name: id })),
      rule: 'median',
      spread: 1,
      as: 'absolute',
    };
    const entry: Entry = { kind: 'rows', texts: ['5 V', '5', '5'], live: [source(volts), null, source(volts)] };
    const told = takenOf(aReading('value', spec), entry, { hookUp: aHookUp() });
    const doubts = told?.rows.map(({ verdict }) => verdict.uncertainty);
    expect([doubts?.[0], doubts?.[2]]).to.deep.equal([0.02, 0.02]);
    expect(doubts?.[1]).to.not.equal(0.02);
    expect(told?.instrument).to.be.a('string');
    const whole = takenOf(aReading('value', spec), { ...entry, live: [source(volts), source(volts), source(volts)] });
    expect(whole?.instrument).to.equal(undefined);
  });
});

describe('the plan check on what the vehicle tells', () => {
  const live = (count: number) => ({ values: Array(count).fill('A10.track'), take: 'mean', seconds: 3 }) as const;
  const band: Spec = { kind: 'band', unit: 'V', min: 4, max: 6 };
  const siblings: SiblingsSpec = {
    kind: 'siblings',
    unit: 'V',
    members: ['a', 'b', 'c'].map((id) => ({ id, name: id })),
    rule: 'median',
    spread: 1,
    as: 'absolute',
  };
  const sweep: SweepSpec = {
    kind: 'sweep',
    unit: 'V',
    command: 'duty',
    commandUnit: '%',
    rows: [10, 20].map((at) => ({ at, limits: { kind: 'tolerance', nominal: at, tolerance: 1, as: 'absolute' } })),
  };
  const messages = (plan: Plan, rule: RuleName) =>
    checkPlan(plan).flatMap((one) => (one.rule === rule ? [one.message] : []));
  const fit = (reading: StepReading) => messages(planOf(reading), 'liveDoesNotFit');

  it('wants as many values as there are things to compare, and one otherwise', () => {
    assert(
      property(integer({ min: 1, max: 5 }), (count) => {
        expect(fit(aReading('value', band, { live: live(count) }))).to.have.length(count === 1 ? 0 : 1);
        expect(fit(aReading('value', siblings, { live: live(count) }))).to.have.length(count === 3 ? 0 : 1);
        expect(fit(aReading('value', sweep, { live: live(count) }))).to.have.length(count === 1 ? 0 : 1);
      }),
    );
    expect(fit(aReading('value', siblings, { live: live(1) }))).to.deep.equal([
      '“value” of “one” cannot be taken from the vehicle: it needs 3 values, and 1 is named.',
    ]);
  });

  it('says of what is no number, or is computed, that it cannot be taken', () => {
    const choice: Spec = { kind: 'choice', options: [{ id: 'a', name: 'A', meaning: '', ok: true }] };
    expect(fit(aReading('value', choice, { live: live(1) }))[0]).to.include('it is no number');
    expect(fit(aReading('value', band, { live: live(1), derivedFrom: '1 + 1' }))[0]).to.include('computed from others');
  });

  it('asks for no instrument where the vehicle tells the reading', () => {
    const reading = aReading('value', { kind: 'band', unit: '°C', min: 4, max: 6 }, { live: live(1) });
    expect(messages(planOf(reading, { hookUp: aHookUp() }), 'beyondTheHookUp')).to.deep.equal([]);
    const typed = planOf({ ...reading, live: null }, { hookUp: aHookUp() });
    expect(messages(typed, 'beyondTheHookUp')).to.have.length(1);
  });

  it('points out a command that the rows of a sweep give too', () => {
    const actuator = { actuator: 'A34.fan', command: 50, settleSeconds: 2 };
    const twice = (plan: Plan) => messages(plan, 'commandedTwice').length;
    const reading = aReading('value', sweep);
    expect(twice(planOf(reading, { actuator }))).to.equal(1);
    expect(twice(planOf(reading, { actuator: { ...actuator, command: null } }))).to.equal(0);
    expect(twice(planOf(aReading('value', band), { actuator }))).to.equal(0);
  });

  it('points out limits over a drive that no recording can be held against', () => {
    const drive: DriveSpec = {
      kind: 'drive',
      unit: 'kPa(g)',
      values: [
        { id: 'boost', name: '', key: 'A10.boost', unit: 'kPa(abs)' },
        { id: 'air', name: '', key: 'A10.air', unit: 'kPa(abs)' },
      ],
      compares: { kind: 'formula', formula: 'boost - air', min: 35, max: 60 },
      during: [{ of: 'boost', min: 120, max: null }],
      mayLastSeconds: 1,
      leastSeconds: 10,
    };
    const faults = (more: Partial<DriveSpec>) =>
      messages(planOf(aReading('value', { ...drive, ...more })), 'driveDoesNotFit').map((one) => one.split(': ')[1]);
    expect(faults({})).to.deep.equal([]);
    expect(faults({ compares: { kind: 'formula', formula: 'boost - rail', min: 1, max: null } })).to.deep.equal([
      '“rail” is none of its values.',
      'nothing uses its value “air”.',
    ]);
    expect(faults({ compares: { kind: 'formula', formula: '', min: 1, max: null } })[0]).to.include('“air”');
    expect(faults({ compares: { kind: 'formula', formula: 'boost + air', min: 1, max: null } })).to.have.length(1);
    expect(
      faults({ compares: { kind: 'formula', formula: 'boost - air', min: 1, max: null }, unit: 'V' }),
    ).to.have.length(1);
    expect(faults({ during: [{ of: 'boost', min: null, max: null }] })).to.deep.equal([
      'the condition on “boost” has no limit.',
    ]);
    expect(
      faults({ values: [...drive.values, { id: 'air', name: '', key: 'A10.rail', unit: 'MPa(abs)' }] }),
    ).to.deep.equal(['two of its values have the same id.']);
    expect(
      faults({ values: [...drive.values, { id: 'several', name: '', key: 'A10.rail', unit: 'MPa(abs)' }] })[0],
    ).to.equal('“several” is what one of its cases is called.');
    expect(faults({ compares: { kind: 'alike', of: ['boost', 'air'], spread: 2 } })).to.include(
      '“boost” is compared and says when it counts, so nothing counts while it drops out.',
    );
    expect(faults({ during: [], compares: { kind: 'alike', of: ['boost', 'air'], spread: 2 } })).to.deep.equal([
      'of fewer than 3 values nobody can tell which is the odd one.',
    ]);
    expect(faults({ compares: { kind: 'alike', of: ['boost', 'air', 'air'], spread: 2 }, unit: 'V' })).to.have.length(
      5,
    );
  });

  it('points out control units that are watched where nothing is counted', () => {
    const count: Spec = { kind: 'count', what: '', inSeconds: 1, min: null, max: 0, sections: [] };
    expect(fit(aReading('value', count, { watches: ['A40'] }))).to.deep.equal([]);
    expect(fit(aReading('value', band, { watches: ['A40'] }))).to.have.length(1);
  });
});
