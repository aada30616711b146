import type { Action } from '../../vehicleState/index.js';
import { type Experiment, experimentNames, type Need, type Plan } from '../document/plan.js';
import type { Finding } from './finding.js';

/** What makes an experiment safe, or tells something at all; it must stand in the vehicle state of the step. */
interface Precondition {
  readonly text: string;
  readonly isMetBy: (need: Need) => boolean;
}

const by = (text: string, ...does: readonly Action[]): Precondition => ({
  text,
  isMetBy: (need) => does.some((action) => action === need.does),
});
const so = (text: string, what: string, does: Action): Precondition => ({
  text,
  isMetBy: (need) => need.what === what && need.does === does,
});

const preconditions: Readonly<Partial<Record<Experiment, Precondition>>> = {
  swap: by('that the two are swapped', 'swap'),
  substitute: by('that the part is unplugged or bridged', 'unplug', 'remove', 'disconnect', 'bridge'),
  unplug: by('that the part is unplugged', 'unplug', 'remove', 'disconnect'),
  bridge: {
    text: 'that the bridge is connected, and its fuse in A',
    isMetBy: ({ is, does }) => does === 'bridge' && /\d/.test(is),
  },
  load: by('that the load is connected', 'connect'),
  voltageDrop: {
    text: 'that the loads are on, or the engine runs',
    isMetBy: ({ what, does }) => (what === 'loads' && does === 'switchOn') || (what === 'engine' && does === 'start'),
  },
  drive: so('that moving parts are clear of people', 'moving parts', 'check'),
  clearCodes: so('that the code sheet is kept', 'code sheet', 'check'),
  pressure: by('that the pressure is released', 'release'),
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
        message: `“${title}” is the experiment “${experimentNames[experiment]}”, and its vehicle state does not say ${wanted.text}.`,
        todo: 'Add it to the vehicle state, so that the step does not open before it is confirmed.',
      },
    ];
  });
}
