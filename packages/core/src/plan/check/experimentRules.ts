import { type Experiment, experimentNames, type Need, type Plan } from '../plan.js';
import type { Finding } from './finding.js';

/** What makes an experiment safe, or tells something at all; it must stand in the vehicle state of the step. */
interface Precondition {
  readonly says: string;
  readonly isMetBy: (need: Need) => boolean;
}

const is = (says: string, words: RegExp): Precondition => ({ says, isMetBy: (need) => words.test(need.is) });
const so = (says: string, what: string, words: RegExp): Precondition => ({
  says,
  isMetBy: (need) => need.what === what && words.test(need.is),
});

const preconditions: Readonly<Partial<Record<Experiment, Precondition>>> = {
  swap: is('that the two are swapped', /swapp/),
  substitute: is('that the part is unplugged', /unplugged/),
  unplug: is('that the part is unplugged', /unplugged/),
  bridge: is('that the bridge is connected and fused', /fused \d/),
  load: is('that the load is connected', /connected/),
  voltageDrop: {
    says: 'that the loads are on, or the engine runs',
    isMetBy: ({ what, is }) => (what === 'loads' && is === 'on') || (what === 'engine' && is.includes('running')),
  },
  drive: so('that moving parts are clear of people', 'moving parts', /clear/),
  clearCodes: so('that the code sheet is kept', 'code sheet', /kept/),
  pressure: so('that the pressure is released', 'pressure', /released/),
};

/** An experiment without what makes it safe: nobody is asked for it before it is done. */
export function experimentsUnsafe({ steps }: Plan): Finding[] {
  return steps.flatMap(({ id, title, experiment, needs }): Finding[] => {
    const wanted = experiment && preconditions[experiment];
    if (!wanted || needs.some(wanted.isMetBy)) return [];
    return [
      {
        rule: 'experimentUnsafe',
        severity: 'warning',
        at: { stepId: id },
        says: `“${title}” is the experiment “${experimentNames[experiment]}”, and its vehicle state does not say ${wanted.says}.`,
        todo: 'Add it to the vehicle state, so that the step does not open before it is confirmed.',
      },
    ];
  });
}
