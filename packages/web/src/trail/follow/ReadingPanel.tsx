import type { Step, StepReading } from '@probe-trail/core/plan';
import { formatReading, type Reading } from '@probe-trail/core/reading';
import { type MeasuredSpec, saySlips, zonesOf } from '@probe-trail/core/spec';
import { LimitRuler } from '../../ui/LimitRuler';
import { Keypad } from './Keypad';
import { OfferedReading } from './OfferedReading';
import { ReadingField, RecordedField } from './ReadingField';
import classes from './ReadingPanel.module.css';
import { SlipQuestion } from './SlipQuestion';
import type { OpenTrail } from './useTrail';
import { type TypedReading, useTypedReading } from './useTypedReading';
import { VerdictPanel } from './VerdictPanel';

interface PanelProps {
  readonly open: OpenTrail;
  readonly step: Step;
  readonly reading: StepReading;
  readonly spec: MeasuredSpec;
  readonly isDue: boolean;
  readonly onRecorded: () => void;
  readonly onAgain: () => void;
}

/** The large field, the verdict beside it, the ruler with the needle that moves while typing, and the keypad. */
export function ReadingPanel({ open, step, reading, spec, isDue, onRecorded, onAgain }: PanelProps) {
  const typedReading = useTypedReading(open, step, reading, spec, onRecorded);
  const recorded = isDue ? undefined : open.trail.taken[reading.id];
  const shown = recorded ?? (typedReading.judged.ok ? typedReading.judged.value : undefined);
  return (
    <section className={classes.measure} aria-label={reading.name || step.title}>
      {step.readings.length > 1 && <h2 className={classes.name}>{reading.name}</h2>}
      <div className={classes.row}>
        {recorded?.reading ? (
          <RecordedField shown={formatReading(recorded.reading)} onAgain={onAgain} />
        ) : (
          <ReadingField label={reading.name || step.title} unit={spec.unit} typedReading={typedReading} />
        )}
        <VerdictPanel judged={shown} typedReading={recorded ? undefined : typedReading} />
      </div>
      <LimitRuler
        line={zonesOf(spec)}
        unit={spec.unit}
        value={needleOf(shown?.reading)}
        verdict={shown?.verdict.kind}
        activeZoneId={shown?.verdict.zone.id}
      />
      {!recorded && <Below open={open} step={step} reading={reading} spec={spec} typedReading={typedReading} />}
    </section>
  );
}

interface BelowProps extends Pick<PanelProps, 'open' | 'step' | 'reading' | 'spec'> {
  readonly typedReading: TypedReading;
}

function Below({ open, step, reading, spec, typedReading }: BelowProps) {
  const { judged, slips, text, recordAs } = typedReading;
  if (slips.length > 0 && judged.ok && judged.value.reading)
    return (
      <SlipQuestion
        says={saySlips(judged.value.reading, slips)}
        asTyped={formatReading(judged.value.reading)}
        slips={slips}
        onAsTyped={() => recordAs(text)}
        onSlip={(meant) => recordAs(meant, { typedFirst: text })}
      />
    );
  return (
    <>
      {text === '' && (
        <OfferedReading
          open={open}
          step={step}
          reading={reading}
          onTake={(offer) => recordAs(offer.text, { stillStands: offer.eventId })}
        />
      )}
      <Keypad unit={spec.unit} canRecord={judged.ok} onKey={typedReading.onKey} onRecord={typedReading.onRecord} />
    </>
  );
}

function needleOf(reading: Reading | undefined): number | undefined {
  if (!reading) return undefined;
  if (reading.kind === 'exact') return reading.value;
  if (reading.kind === 'bounded') return reading.bound;
  return reading.side === 'above' ? Number.POSITIVE_INFINITY : Number.NEGATIVE_INFINITY;
}
