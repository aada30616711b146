import { customerAnswers, type RecordedFinding, sayFinding, urgencies } from '@probe-trail/core/sideFinding';
import type { ReactNode } from 'react';
import { Moment } from '../device/Moment';
import { Thumbs } from '../photo/Thumbs';
import classes from './FindingLines.module.css';

interface LinesProps<One extends RecordedFinding> {
  readonly findings: readonly One[];
  /** What can be done about each. */
  readonly actions?: (finding: One) => ReactNode;
}

/** Side findings, each with how urgent it is, what was measured, and what the customer said. */
export const FindingLines = <One extends RecordedFinding>({ findings, actions }: LinesProps<One>) => (
  <ul className={classes.findings} aria-label="Side findings">
    {findings.map((one) => (
      <li key={one.findingId} data-urgency={one.finding.urgency}>
        <b className={classes.urgency}>{urgencies[one.finding.urgency]}</b>
        <div>
          <p>{sayFinding(one.finding)}</p>
          <Thumbs
            photos={one.finding.photoIds.map((photoId, at) => ({ photoId, alt: `${one.finding.what}, ${at + 1}` }))}
          />
          {one.answer && (
            <p>
              <b>{customerAnswers[one.answer.answer]}</b>, said {one.answer.saidBy || 'the customer'},{' '}
              <Moment atMs={one.answer.atMs} />
            </p>
          )}
          <small className="soft">
            {one.by}, <Moment atMs={one.atMs} />
          </small>{' '}
          {actions?.(one)}
        </div>
      </li>
    ))}
  </ul>
);
