import { expect } from 'chai';
import { assert, boolean, constantFrom, double, integer, pre, property, record } from 'fast-check';
import type { LiveSample } from '../liveValue/index.js';
import { validate } from '../schema/index.js';
import { aLine } from '../testing/aLine.js';
import { type ActuatorInfo, lineSchema } from '../vehicle/index.js';
import {
  actuatorsOf,
  decodeCommand,
  type Effect,
  encodeCommand,
  followed,
  isSwitch,
  responseOf,
  sayActuatorUse,
  sayCondition,
  unmetCondition,
  withinRange,
} from './index.js';

const fan: ActuatorInfo = {
  id: 'fan',
  name: 'radiator fan',
  identifier: '2C01',
  bytes: 1,
  scale: 1,
  offset: 0,
  unit: '%',
  least: 0,
  most: 100,
  longestSeconds: 60,
  mayStay: true,
};
const isInBytes = ({ bytes, scale, offset, least, most }: ActuatorInfo) =>
  [least, most].every((end) => (end - offset) / scale >= 0 && (end - offset) / scale < 256 ** bytes);
const names: Readonly<Record<string, { name: string; unit: string }>> = {
  'A20.speed': { name: 'vehicle speed', unit: 'km/h' },
  'A34.current': { name: 'fan, current', unit: 'A' },
  'A45.duct': { name: 'duct temperature', unit: '°C' },
};
const nameOf = (key: string) => names[key] ?? { name: key, unit: '' };

describe('an actuator', () => {
  it('is named by its unit and itself', () => {
    const unit = { id: 'A34', name: 'fan control module', aliases: [], hangsOn: [], actuators: [fan] };
    expect(actuatorsOf({ units: [unit, { ...unit, id: 'A10', actuators: [] }] })).to.deep.equal([
      { ...fan, key: 'A34.fan', unitId: 'A34', unitName: 'fan control module' },
    ]);
  });

  it('is told in its bytes what it was commanded, within half a step and within its range', () => {
    const forms = record({
      bytes: integer({ min: 1, max: 4 }),
      scale: constantFrom(1, 0.5, 0.1, 2),
      offset: constantFrom(0, -40),
    });
    assert(
      property(forms, double({ min: -50, max: 200, noNaN: true }), (form, command) => {
        const actuator = { ...fan, ...form };
        // What its bytes cannot say is no range of an actuator: the line file is refused.
        pre(isInBytes(actuator));
        const meant = withinRange(command, actuator);
        const back = decodeCommand(encodeCommand(command, actuator), actuator);
        expect(back).to.be.closeTo(meant, actuator.scale / 2 + 1e-9);
      }),
    );
    expect(decodeCommand(new Uint8Array(), fan)).to.equal(undefined);
  });

  it('with a range that its bytes cannot say is no actuator', () => {
    const fits = (more: Partial<ActuatorInfo>) => {
      const unit = { ...aLine().units[0], actuators: [{ ...fan, ...more }] };
      return validate(lineSchema, { ...aLine(), units: [unit] }).ok;
    };
    expect([
      fits({}),
      fits({ most: 255 }),
      fits({ most: 256 }),
      fits({ least: -1 }),
      fits({ least: 101 }),
    ]).to.deep.equal([true, true, false, false, false]);
    expect([fits({ offset: -40 }), fits({ scale: 0.1 }), fits({ scale: 0.1, bytes: 2 })]).to.deep.equal([
      true,
      false,
      true,
    ]);
  });

  it('is a switch where it has nothing between off and on', () => {
    expect([isSwitch(fan), isSwitch({ ...fan, unit: '', most: 1 })]).to.deep.equal([false, true]);
  });

  it('runs only while its conditions hold; what is not known does not hold', () => {
    const standing = { value: 'A20.speed', min: null, max: 0.5 };
    const unmet = (value: number | null) => unmetCondition([standing], () => value, nameOf);
    expect([unmet(0), unmet(0.5)]).to.deep.equal([undefined, undefined]);
    expect(unmet(3)).to.equal('vehicle speed is 3 km/h, and must be at most 0.5 km/h.');
    expect(unmet(null)).to.equal('vehicle speed is not known now, and must be at most 0.5 km/h.');
    expect(unmetCondition([{ value: 'A34.current', min: 1, max: 9 }], () => 0, nameOf)).to.equal(
      'fan, current is 0 A, and must be 1 to 9 A.',
    );
    expect(sayCondition({ value: 'A20.speed', min: 0, max: 0 }, nameOf)).to.equal('vehicle speed 0 km/h');
    expect(sayCondition({ value: 'A20.speed', min: 5, max: null }, nameOf)).to.equal('vehicle speed at least 5 km/h');
  });

  it('is said as a step commands it', () => {
    const use = { actuator: 'A34.fan', command: 80, settleSeconds: 2 };
    expect([sayActuatorUse(use), sayActuatorUse({ ...use, command: null, settleSeconds: 0 })]).to.deep.equal([
      'A34.fan at 80, read after 2 s',
      'A34.fan',
    ]);
  });
});

describe('what an actuator does', () => {
  const draws: Effect = { value: 'A34.current', shows: 'acts', change: 5 };
  const warms: Effect = { value: 'A45.duct', shows: 'follows', change: 3 };
  const samples = (before: number, during: readonly number[]): readonly LiveSample[] =>
    [before, ...during].map((value, index) => ({ atMs: index * 100, value }));
  const response = (current: number, duct: number) =>
    responseOf(
      [followed(draws, samples(0, [0, current]), 0, 500), followed(warms, samples(21, [duct]), 0, 500)],
      nameOf,
    );

  it('is told apart: it acts, acts without an answer, does not act, or only the answer follows', () => {
    expect(
      [response(14, 40), response(14, 21), response(0, 21), response(0, 40)].map(({ kind }) => kind),
    ).to.deep.equal(['acts', 'actsOnly', 'doesNotAct', 'answersOnly']);
    expect(response(14, 21).says).to.equal(
      'It acts, but its answer does not follow. Fan, current went from 0 to 14 A. Duct temperature stays at 21 °C; it should change by 3 °C.',
    );
  });

  it('claims no more than what is known of it shows', () => {
    const only = (effect: Effect, value: number) =>
      responseOf([followed(effect, samples(0, [value]), 0, 500)], nameOf).says.split('. ')[0];
    expect([only(draws, 14), only(draws, 0), only(warms, 14), only(warms, 0)]).to.deep.equal([
      'It acts',
      'It does not act',
      'Its answer follows',
      'Its answer does not follow',
    ]);
    expect(responseOf([], nameOf)).to.deep.equal({ kind: 'unknown', says: '' });
    expect(responseOf([followed(draws, [], 0, 500)], nameOf).kind).to.equal('unknown');
  });

  it('is the farthest that a value went from where it was, on either side, while it ran and not before or after', () => {
    assert(
      property(
        integer({ min: -50, max: 50 }),
        double({ min: -50, max: 50, noNaN: true }),
        boolean(),
        (before, away, isLate) => {
          const values = [before, before + away / 2, before + away];
          const outside = { atMs: isLate ? 900 : -100, value: 1e6 };
          const all = [...samples(before, values.slice(1)), outside].sort((a, b) => a.atMs - b.atMs);
          const { farthest, hasChanged } = followed(draws, all, 0, 500);
          expect(farthest).to.equal(before + away);
          expect(hasChanged).to.equal(Math.abs(before + away - before) >= draws.change);
        },
      ),
    );
  });
});
