import { evidenceOf } from '@probe-trail/core/evidence';
import { indexPlan, type Plan } from '@probe-trail/core/plan';
import type { Trail } from '@probe-trail/core/trail';
import { VerdictMark } from '../../ui/VerdictMark';
import { markOf, sayWaymark } from '../follow/waymarkLook';
import classes from './EvidenceList.module.css';

/** What each standing waymark said about the suspects, in the order in which it was found. */
export function EvidenceList({ plan, trail }: { readonly plan: Plan; readonly trail: Trail }) {
  const { suspects } = indexPlan(plan);
  const names = (ids: readonly string[]) => ids.map((id) => suspects.get(id)?.name ?? id).join(', ');
  return (
    <ol className={classes.evidence}>
      {evidenceOf(plan, trail).map(({ waymark, step, outcome }) => (
        <li key={waymark.id}>
          <VerdictMark kind={markOf(waymark)} size={20} />
          <div>
            <b>{step.title}</b>:{' '}
            <span className={waymark.taken.some(({ reading }) => reading) ? 'mono' : undefined}>
              {sayWaymark(waymark)}
            </span>
            <small>
              {waymark.overridden.length > 0 && (
                <>Tested without {waymark.overridden.map(({ what, is }) => `${what} ${is}`).join(', ')}. </>
              )}
              {outcome.clears.length > 0 && <>Clears {names(outcome.clears)}. </>}
              {outcome.pointsTo.length > 0 && <>Points to {names(outcome.pointsTo)}.</>}
            </small>
          </div>
        </li>
      ))}
    </ol>
  );
}
