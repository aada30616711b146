import { type Evidence, evidenceOf } from '@probe-trail/core/evidence';
import { indexPlan } from '@probe-trail/core/plan';
import { isAdded, type Trail } from '@probe-trail/core/trail';
import { VerdictMark } from '../../spec/VerdictMark';
import { markOfEvidence, sayEvidence } from '../waymarkLook';
import classes from './EvidenceList.module.css';

/** What each standing waymark said about the suspects, in the order in which it was found. */
export function EvidenceList({ trail }: { readonly trail: Trail }) {
  const { suspects } = indexPlan(trail.plan);
  const names = (ids: readonly string[]) => ids.map((id) => suspects.get(id)?.name ?? id).join(', ');
  return (
    <ol className={classes.evidence}>
      {evidenceOf(trail).map((evidence) => (
        <li key={evidence.id}>
          <VerdictMark kind={markOfEvidence(evidence)} size={20} />
          <div>
            <b>{evidence.title}</b>:{' '}
            <span className={isNumber(evidence) ? 'mono' : undefined}>{sayEvidence(evidence)}</span>
            <small>
              {isOutsideThePlan(trail, evidence) && <>Outside the plan. </>}
              {overriddenIn(evidence) !== '' && <>Tested without {overriddenIn(evidence)}. </>}
              {evidence.clears.length > 0 && <>Clears {names(evidence.clears)}. </>}
              {evidence.pointsTo.length > 0 && <>Points to {names(evidence.pointsTo)}.</>}
            </small>
          </div>
        </li>
      ))}
    </ol>
  );
}

/** On an open trail everything is: there it goes without saying. */
const isOutsideThePlan = (trail: Trail, { source }: Evidence): boolean =>
  trail.planId !== null && source.kind === 'step' && isAdded(trail, source.step.id);

const isNumber = ({ source }: Evidence): boolean =>
  source.kind === 'step' && source.waymark.taken.some(({ reading }) => reading);

const overriddenIn = ({ source }: Evidence): string =>
  source.kind === 'step' ? source.waymark.overridden.map(({ what, is }) => `${what} ${is}`).join(', ') : '';
