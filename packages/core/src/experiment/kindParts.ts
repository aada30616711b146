import { blankReading, type Need } from '../plan/index.js';
import { failed, ok } from '../result/index.js';
import type { Zone } from '../spec/index.js';
import { type Action, proposedAction } from '../vehicleState/index.js';
import { bandReading } from './bandReading.js';
import type { Ask, ExperimentResult, SuspectRole, Told } from './experiment.js';

/** What the kinds of experiments are put together from. */

export const need = (what: string, is: string, does: Action = proposedAction(what, is)): Need => ({
  what,
  is,
  does,
  settleSeconds: null,
});
export const ignitionOn = need('ignition', 'on');

export const ask = (id: string, label: string, is: Ask['is'], initial = '', more: Partial<Ask> = {}): Ask => ({
  id,
  label,
  is,
  initial,
  ...more,
});
export const part = ask('part', 'Which part', 'text');
export const unit = ask('unit', 'Unit', 'unit', 'V');

export const shows = 'shows';
export const option = (id: string, name: string, isOk = false): Zone => ({ id, name, meaning: '', ok: isOk });
export const seen =
  (name: string, ...options: readonly Zone[]) =>
  () =>
    ok([blankReading(shows, name, { kind: 'choice', options })]);

interface Claims {
  readonly clears?: readonly SuspectRole[];
  readonly pointsTo?: readonly SuspectRole[];
}

export const result = (
  id: string,
  name: string,
  meaning: string,
  { clears = [], pointsTo = [] }: Claims,
): ExperimentResult => ({
  id,
  name,
  meaning,
  clears,
  pointsTo,
  when: { [shows]: [id] },
});
/** The same for zones with other names than the result. */
export const inZones = (zones: ExperimentResult['when'], of: ExperimentResult): ExperimentResult => ({
  ...of,
  when: zones,
});

export const around = ['wiringHere', 'wiringThere', 'feed', 'ground', 'controlUnit'] as const;
export const wiring = ['wiringHere', 'wiringThere'] as const;
export const supply = ['feed', 'ground'] as const;

/** One number in a band. */
export const measured = (name: string) => (told: Told) => {
  const reading = bandReading(told, shows, name);
  return reading.ok ? ok([reading.value]) : reading;
};

/** Values that come back at values that are put in: one for each, at two points at least, and within a tolerance. */
export function followed(command: string) {
  return (told: Told) => {
    const [put, back] = [told.values('put'), told.values('back')];
    if (put.length < 2)
      return failed({ askId: 'put', message: 'Two values at least: at one point alone a bad part can look good.' });
    if (put.some((value, at) => at > 0 && value <= (put[at - 1] ?? 0)))
      return failed({ askId: 'put', message: 'The values must rise.' });
    if (back.length !== put.length)
      return failed({ askId: 'back', message: `${put.length} values are put in, and ${back.length} expected back.` });
    const tolerance = told.number('tolerance') ?? 0;
    const rows = put.map((at, index) => ({
      at,
      limits: { kind: 'tolerance', nominal: back[index] ?? 0, tolerance, as: 'absolute' } as const,
    }));
    const commandUnit = told.text('putUnit');
    return ok([
      blankReading(shows, 'Comes back', { kind: 'sweep', unit: told.text('unit'), command, commandUnit, rows }),
    ]);
  };
}

export const asksFollowed = (putUnit: string, put: string, backUnit: string, back: string, tolerance: string) => [
  ask('putUnit', 'Unit of what is put in', 'unit', putUnit),
  ask('put', 'Values put in', 'values', put, { unit: 'putUnit' }),
  ask('unit', 'Unit of what comes back', 'unit', backUnit),
  ask('back', 'Values that should come back', 'values', back, { unit: 'unit' }),
  ask('tolerance', 'May be off by', 'number', tolerance, { unit: 'unit' }),
];
