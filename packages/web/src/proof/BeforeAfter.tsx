import { indexPlan } from '@probe-trail/core/plan';
import type { RepeatedReading } from '@probe-trail/core/proof';
import { isMeasured, isSeries, limitsOf, numberIn, type Spec } from '@probe-trail/core/spec';
import { measuringContextOf, rowNames, type TakenReading, type Trail } from '@probe-trail/core/trail';
import { CapturePicture } from '../recording/CapturePicture';
import { sourcesOf } from '../recording/sourcesOf';
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
      <Captures before={before} after={after} spec={spec} />
      {differences.map((difference) => (
        <p key={difference} className="soft">
          {difference}
        </p>
      ))}
    </>
  );
}

interface CapturesProps {
  readonly before: TakenReading | undefined;
  readonly after: TakenReading;
  readonly spec: Spec;
}

/** What was measured on captures before the repair and after it, side by side. */
function Captures({ before, after, spec }: CapturesProps) {
  const [earlier, later] = [sourcesOf(before?.entry), sourcesOf(after.entry)];
  const names = isSeries(spec) ? rowNames(spec) : [];
  return later.map((source, index) => {
    const other = earlier[index];
    if (!source) return null;
    return (
      // A source has no identity but its row.
      <div key={index} className={classes.captures}>
        {other && <CapturePicture source={other} name={`Before${names[index] ? `, ${names[index]}` : ''}`} />}
        <CapturePicture source={source} name={`After${names[index] ? `, ${names[index]}` : ''}`} />
      </div>
    );
  });
}
