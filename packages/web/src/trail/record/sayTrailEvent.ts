import type { TrailEvent } from '@probe-trail/core/trail';

/** What each kind of entry of a trail is, in a few words. */
const words = {
  opened: 'Trail opened',
  inputGiven: 'Asked for at the start',
  instrumentChosen: 'Instrument chosen',
  stateConfirmed: 'Vehicle state confirmed',
  stateOverridden: 'Tested in another vehicle state',
  readingEntered: 'Reading',
  closeCallAccepted: 'Too close to call, accepted',
  outcomeTaken: 'Step done',
  skipped: 'Step skipped',
  wentBack: 'Went back',
  concluded: 'Conclusion accepted',
  proofStepOpened: 'Step opened again to prove the repair',
  reopened: 'Taken up again, a repair did not help',
  suspectAdded: 'Suspect added',
  partCardAdded: 'Part card added',
  pathAdded: 'Current path added',
  pointMeasured: 'Point on a path measured',
  pointTakenBack: 'Point on a path withdrawn',
  currentSeen: 'Whether current flows',
  stepAdded: 'Test added',
  stepOpened: 'Added test opened',
  stepLeft: 'Added test left',
  causeNamed: 'Cause named',
  causeWithdrawn: 'Cause withdrawn',
  offPlanTested: 'Test outside the plan',
  offPlanTakenBack: 'Test outside the plan withdrawn',
  paused: 'Paused',
  resumed: 'Resumed',
  remarkMade: 'Remark to the author',
  photoAdded: 'Photo',
  entryVoided: 'Entry voided',
} as const satisfies Record<TrailEvent['kind'], string>;

/** An entry of a trail in a few words, with what was typed where that is short. */
export function sayTrailEvent(event: TrailEvent): string {
  const what = words[event.kind];
  if (event.kind === 'readingEntered' && event.entry.kind === 'typed') return `${what}: ${event.entry.text}`;
  if (event.kind === 'inputGiven') return `${what}: ${event.text ?? 'not known'}`;
  if (event.kind === 'remarkMade') return `${what}: ${event.text}`;
  return what;
}
