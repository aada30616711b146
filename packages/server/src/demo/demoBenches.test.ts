import { readdir, readFile } from 'node:fs/promises';
import { fileURLToPath } from 'node:url';
import { quantityOfFunction } from '@probe-trail/core/instrument';
import { leadsAtOf } from '@probe-trail/core/instrumentLink';
import { type HookUp, hookUpOf, type Plan, planFileSchema, type StepReading } from '@probe-trail/core/plan';
import { validate } from '@probe-trail/core/schema';
import { isMeasured, isSeries } from '@probe-trail/core/spec';
import { rowNames } from '@probe-trail/core/trail';
import { findUnit } from '@probe-trail/core/units';
import { type Bench, benchSchema } from '@probe-trail/core/vehicleInterface';
import { expect } from 'chai';

const demo = fileURLToPath(new URL('../../../../demo/', import.meta.url));
const readJson = async (file: string): Promise<unknown> => JSON.parse(await readFile(`${demo}${file}`, 'utf8'));

/** What nothing on the bench stands for, of the places where a reading is measured. */
function unknownPlaces({ points, currents, resistances }: Bench, hookUp: HookUp, reading: StepReading): string[] {
  const { spec, capture, name } = reading;
  const isScope = hookUp.instrument === 'scope';
  const names = isScope ? (capture?.channels ?? []) : isSeries(spec) ? rowNames(spec) : [name];
  const has = (entries: readonly { readonly at: string }[], place: string) => entries.some(({ at }) => at === place);
  return names.flatMap((one) => {
    const { red, black } = isScope && names.length > 1 ? { red: one, black: null } : leadsAtOf(hookUp, one);
    if (hookUp.instrument === 'ohms' || hookUp.instrument === 'continuity')
      return resistances.some(({ from, to }) => [from, to].includes(red) && [from, to].includes(black ?? ''))
        ? []
        : [`${red} to ${black}`];
    const isRedKnown = has(points, red) || (black === null && has(currents, red));
    return [...(isRedKnown ? [] : [red]), ...(black === null || has(points, black) ? [] : [black])];
  });
}

/** A reading that an instrument on the network gives. */
function isTaken({ spec, derivedFrom, capture }: StepReading, { instrument }: HookUp): boolean {
  if (derivedFrom !== null) return false;
  if (instrument === 'scope') return capture !== null;
  if (!isMeasured(spec) && !isSeries(spec)) return false;
  const isRead = !['temperature', 'pressure', 'liveData', 'eyes'].includes(instrument);
  return isRead && quantityOfFunction(instrument) === findUnit(spec.unit)?.base.quantity;
}

describe('the bench of the demo world', () => {
  it('knows every place where a plan measures with a meter or a scope', async () => {
    const bench = validate(benchSchema, await readJson('benches/loper-35.bench.json'));
    if (!bench.ok) throw new Error(JSON.stringify(bench.problem));
    const unknown: string[] = [];
    for (const file of await readdir(`${demo}plans`)) {
      const read = validate(planFileSchema, await readJson(`plans/${file}`));
      if (!read.ok) throw new Error(`${file} ${JSON.stringify(read.problem)}`);
      const plan = read.value as Plan;
      for (const step of plan.steps)
        for (const reading of step.readings) {
          const hookUp = hookUpOf(step, reading);
          if (!hookUp || !isTaken(reading, hookUp)) continue;
          for (const place of unknownPlaces(bench.value, hookUp, reading))
            unknown.push(`${plan.id} ${step.id}: ${place}`);
        }
    }
    expect(unknown).to.deep.equal([]);
  });
});
