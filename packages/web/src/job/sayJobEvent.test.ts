import { blankArrival, type NewJobEvent } from '@probe-trail/core/job';
import { expect } from 'chai';
import { sayJobEvent } from './sayJobEvent';
import { stampedJobEvent } from './stampedJobEvent';

const code = { unitId: 'A20', code: 'C0035', failureType: '1F' };

describe('sayJobEvent', () => {
  for (const [event, text] of [
    [{ kind: 'takenIn', vehicleId: 'fg-07', arrival: blankArrival }, 'Checked in'],
    [{ kind: 'complaintChecked', result: 'confirmed', seen: 'x' }, 'Complaint confirmed'],
    [{ kind: 'complaintChecked', result: 'notReproduced', seen: '' }, 'Complaint not reproduced'],
    [{ kind: 'voltageMeasured', text: '12,6 V', engine: 'off' }, '12,6 V, engine off'],
    [{ kind: 'voltageMeasured', text: '12,6', engine: 'running' }, '12,6 V, engine running'],
    [{ kind: 'chargerSet', isConnected: false }, 'Charger disconnected'],
    [{ kind: 'assigned', to: 'Tobi Lunde' }, 'Assigned to Tobi Lunde'],
    [{ kind: 'assigned', to: '' }, 'Unassigned'],
    [{ kind: 'waiting', for: 'a relay' }, 'On hold: a relay'],
    [{ kind: 'waiting', for: '' }, 'No longer on hold'],
    [{ kind: 'sheetKept', sheetId: 's', moment: 'afterDriving' }, 'Code sheet kept, after driving'],
    [{ kind: 'codesCleared', unitsCleared: 8, unitsSilent: 0 }, 'Codes cleared in 8 units'],
    [{ kind: 'codesCleared', unitsCleared: 8, unitsSilent: 2 }, 'Codes cleared in 8 units, 2 did not answer'],
    [
      { kind: 'codeMadeByUs', ...code, because: 'it was unplugged' },
      'C0035-1F was caused by our work: it was unplugged',
    ],
    [{ kind: 'codeCounts', ...code }, 'C0035-1F counts again'],
    [{ kind: 'planMissed', wanted: '' }, 'No plan fitted'],
    [{ kind: 'noted', text: 'Key in the box', isSideFinding: false }, 'Key in the box'],
    [{ kind: 'stageSet', stage: 'ready' }, 'Now ready to return'],
  ] as const satisfies readonly (readonly [NewJobEvent, string])[])
    it(text, () => expect(sayJobEvent(stampedJobEvent(event, 'Tobi Lunde'))).to.equal(text));
});
