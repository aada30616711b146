import { indexPlan } from '@probe-trail/core/plan';
import type { RepeatedReading } from '@probe-trail/core/proof';
import { isMeasured, limitsOf, numberIn } from '@probe-trail/core/spec';
import { measuringContextOf, type Trail } from '@probe-trail/core/trail';
import { LimitRuler } from '../spec/LimitRuler';
import classes from './ProofPoints.module.css';

interface BeforeAfterProps {
  readonly trail: Trail;
  readonly again: RepeatedReading;
}

/** A reading before the repair and after it on one ruler, where it is one number; then what was not the same. */
export function BeforeAfter({ trail, again: { stepId, reading, before, after, differences } }: BeforeAfterProps) {
  const step = indexPlan(trail.plan).steps.get(stepId);
  if (!step || !after) return null;
  const { spec } = reading;
  const limits = isMeasured(spec) ? limitsOf(spec, measuringContextOf(trail, step, reading).valueFor) : undefined;
  return (
    <>
      {isMeasured(spec) && limits?.ok && (
        <div className={classes.ruler}>
          <LimitRuler
            line={limits.value.line}
            unit={spec.unit}
            value={after.reading && numberIn(after.reading)}
            verdict={after.verdict.kind}
            before={before?.reading && numberIn(before.reading)}
            activeZoneId={after.verdict.zone.id}
          />
        </div>
      )}
      {differences.map((difference) => (
        <p key={difference} className="soft">
          {difference}
        </p>
      ))}
    </>
  );
}
