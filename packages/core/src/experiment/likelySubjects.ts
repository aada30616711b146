import type { Suspect } from '../plan/index.js';
import type { Subjects, SuspectRole } from './experiment.js';

const roleOf: Readonly<Record<Suspect['kind'], SuspectRole | undefined>> = {
  part: undefined,
  relay: undefined,
  setting: undefined,
  wire: 'wiringHere',
  connector: 'wiringHere',
  feed: 'feed',
  fuse: 'feed',
  ground: 'ground',
  controlUnit: 'controlUnit',
};

/** Which suspects probably stand in which role, by what they are; which of the parts is meant only the reader knows. */
export function likelySubjects(suspects: readonly Suspect[]): Subjects {
  const subjects: Partial<Record<SuspectRole, string[]>> = {};
  for (const { id, kind } of suspects) {
    const role = roleOf[kind];
    if (role) subjects[role] = [...(subjects[role] ?? []), id];
  }
  return subjects;
}
