import { formatFaultCode, sheetMoments } from '@probe-trail/core/codes';
import { type JobEvent, proofVerdicts, stages, trialResults } from '@probe-trail/core/job';
import { sayRepair } from '@probe-trail/core/repair';
import { customerAnswers, urgencies } from '@probe-trail/core/sideFinding';

/** What happened on a job, in a few words. */
export function sayJobEvent(event: JobEvent): string {
  switch (event.kind) {
    case 'takenIn':
      return 'Checked in';
    case 'arrivalChanged':
      return 'Arrival changed';
    case 'complaintChecked':
      return event.result === 'confirmed' ? 'Complaint confirmed' : 'Complaint not reproduced';
    case 'voltageMeasured':
      return `${event.text.replace(/\s*v$/i, '')} V, engine ${event.engine}`;
    case 'chargerSet':
      return event.isConnected ? 'Charger connected' : 'Charger disconnected';
    case 'assigned':
      return event.to === '' ? 'Unassigned' : `Assigned to ${event.to}`;
    case 'waiting':
      return event.for === '' ? 'No longer on hold' : `On hold: ${event.for}`;
    case 'sheetKept':
      return `Code sheet kept, ${sheetMoments[event.moment]}`;
    case 'codesCleared':
      return `Codes cleared in ${event.unitsCleared} units${event.unitsSilent > 0 ? `, ${event.unitsSilent} did not answer` : ''}`;
    case 'codeMadeByUs':
      return `${formatFaultCode(event)} was caused by our work: ${event.because}`;
    case 'codeCounts':
      return `${formatFaultCode(event)} counts again`;
    case 'planMissed':
      return 'No plan fitted';
    case 'photoAdded':
      return 'Photo';
    case 'noted':
      return event.text;
    case 'sideFound':
      return `Side finding, ${urgencies[event.finding.urgency].toLowerCase()}: ${event.finding.what}`;
    case 'sideAnswered':
      return `Side finding: the customer says ${customerAnswers[event.answer].toLowerCase()}`;
    case 'sideDone':
      return 'A side finding was seen to';
    case 'repaired':
      return `Repaired: ${sayRepair(event.repair)}`;
    case 'repairFailed':
      return `A repair did not help: ${event.because}`;
    case 'repairMadeGood':
      return 'A temporary repair was made good';
    case 'taskDone':
      return event.skippedBecause === null
        ? `Done: ${event.what}${event.reading === null ? '' : `, ${event.reading}`}`
        : `Skipped: ${event.what}, ${event.skippedBecause}`;
    case 'triedOut':
      return `Tried out, ${event.minutes} min${event.recordingId === undefined ? '' : ', with a recording'}: the complaint ${trialResults[event.complaint]}`;
    case 'selfTestRun':
      return `Self-test ${event.isPassed ? 'passed' : 'failed'}: ${event.what}`;
    case 'proofTaken':
      return `Proof closed: ${proofVerdicts[event.verdict]}${event.because === '' ? '' : `, ${event.because}`}`;
    case 'accountGiven':
      return 'Account handed over';
    case 'stageSet':
      return `Now ${stages[event.stage]}${event.because ? `: ${event.because}` : ''}`;
    case 'entryVoided':
      return `An entry was voided: ${event.reason}`;
  }
}
