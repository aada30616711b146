import type { StepReading } from '@probe-trail/core/plan';
import { formatReading } from '@probe-trail/core/reading';
import { isMeasured, limitsOf, numberIn } from '@probe-trail/core/spec';
import { LimitRuler } from '../../spec/LimitRuler';
import classes from './DerivedReading.module.css';
import type { ReadingProps } from './recordReading';
import { VerdictPanel } from './VerdictPanel';

/** A reading that is computed from the others of its step, with its own verdict; nothing for one that is entered. */
export function DerivedReading({ open, reading, kit }: Pick<ReadingProps, 'open' | 'step' | 'reading' | 'kit'>) {
  const taken = open.trail.taken[reading.id];
  const { spec, name, id } = reading as StepReading;
  if (!taken || reading.derivedFrom === null || !isMeasured(spec)) return null;
  const limits = limitsOf(spec, kit.context.valueFor);
  return (
    <section className={classes.derived} aria-label={name || id}>
      <p>
        <small>
          {name || id} = {reading.derivedFrom}
        </small>
        <output className="mono">{taken.reading ? formatReading(taken.reading) : '–'}</output>
      </p>
      <VerdictPanel judged={taken} policy={open.trail.plan.tooClose} />
      {limits.ok && taken.reading && (
        <LimitRuler
          line={limits.value.line}
          unit={spec.unit}
          value={numberIn(taken.reading)}
          verdict={taken.verdict.kind}
          activeZoneId={taken.verdict.zone.id}
        />
      )}
    </section>
  );
}
