import { formatFaultCode, sheetMoments } from '@probe-trail/core/codes';
import { type JobEvent, stages } from '@probe-trail/core/job';

/** What happened on a job, in a few words. */
export function sayJobEvent(event: JobEvent): string {
  switch (event.kind) {
    case 'takenIn':
      return 'Taken in';
    case 'arrivalChanged':
      return 'Arrival written anew';
    case 'complaintChecked':
      return event.result === 'confirmed' ? 'Complaint seen' : 'Complaint not reproduced';
    case 'voltageMeasured':
      return `${event.text.replace(/\s*v$/i, '')} V, engine ${event.engine}`;
    case 'chargerSet':
      return event.isConnected ? 'Charger connected' : 'Charger taken off';
    case 'assigned':
      return event.to === '' ? 'Nobody works on it' : `${event.to} works on it`;
    case 'waiting':
      return event.for === '' ? 'Waits no more' : `Waits for ${event.for}`;
    case 'sheetKept':
      return `Code sheet kept, ${sheetMoments[event.moment]}`;
    case 'codesCleared':
      return `Codes cleared in ${event.unitsCleared} units${event.unitsSilent > 0 ? `, ${event.unitsSilent} did not answer` : ''}`;
    case 'codeMadeByUs':
      return `${formatFaultCode(event)} was made by us: ${event.because}`;
    case 'codeCounts':
      return `${formatFaultCode(event)} counts again`;
    case 'planMissed':
      return 'No plan fitted';
    case 'photoAdded':
      return 'Photo';
    case 'noted':
      return event.text;
    case 'stageSet':
      return `Now ${stages[event.stage]}`;
    case 'entryVoided':
      return `An entry counts no more: ${event.reason}`;
  }
}
