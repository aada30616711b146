import { sayFormulaName } from '@probe-trail/core/plan';
import { formatReading } from '@probe-trail/core/reading';
import { type MeasuredSpec, numberIn } from '@probe-trail/core/spec';
import { type Entry, judgeEntry } from '@probe-trail/core/trail';
import { useDeferredValue, useMemo, useState } from 'react';
import { DoubtQuestion } from '../../spec/DoubtQuestion';
import { LimitRuler } from '../../spec/LimitRuler';
import { CurvePlace } from './CurvePlace';
import { Keypad } from './Keypad';
import { usableKeys } from './keypadKeys';
import { ReadingField, RecordedField } from './ReadingField';
import classes from './ReadingPanel.module.css';
import { placeOf, type ReadingProps } from './recordReading';
import { TakeLive } from './TakeLive';
import { networkMeterOf, TakeMeter } from './TakeMeter';
import { type TypedReading, useTypedReading } from './useTypedReading';
import { VerdictPanel } from './VerdictPanel';

interface PanelProps extends ReadingProps {
  readonly spec: MeasuredSpec;
}

/** The large field, the verdict beside it, the ruler with the needle that moves while typing, and the keypad. */
export function ReadingPanel({ spec, ...props }: PanelProps) {
  const { open, step, reading, kit, isDue, onAgain } = props;
  const typedReading = useTypedReading(props, spec);
  const { limits } = typedReading;
  const network = networkMeterOf(props, spec.unit);
  const recorded = isDue ? undefined : open.trail.taken[reading.id];
  const [now, setNow] = useState<Entry | undefined>();
  const typed = typedReading.judged.ok ? typedReading.judged.value : undefined;
  // Until something is typed, the needle shows what the vehicle tells.
  const live = useMemo(
    () => (now && typedReading.text === '' ? judgeEntry(reading, now, kit.context) : undefined),
    [now, typedReading.text, reading, kit.context],
  );
  const shown = recorded ?? typed ?? (live?.ok ? live.value : undefined);
  const value = shown?.reading && numberIn(shown.reading);
  const verdict = shown?.verdict.kind;
  // The verdict and the needle come first; what stands around them follows in the next frame.
  const activeZoneId = useDeferredValue(shown?.verdict.zone.id);
  const [valueOnCurve, verdictOnCurve] = [useDeferredValue(value), useDeferredValue(verdict)];
  return (
    <section className={classes.measure} aria-label={reading.name || step.title}>
      {step.readings.length > 1 && <h2 className={classes.name}>{reading.name}</h2>}
      <div className={classes.row}>
        {recorded?.reading ? (
          <RecordedField shown={formatReading(recorded.reading)} onAgain={onAgain} />
        ) : (
          <ReadingField label={reading.name || step.title} unit={spec.unit} typedReading={typedReading} />
        )}
        {network && !shown && typedReading.text === '' ? (
          <TakeMeter {...props} network={network} unit={spec.unit} onTaken={typedReading.take} />
        ) : (
          <VerdictPanel
            judged={shown}
            policy={open.trail.plan.tooClose}
            typedReading={recorded ? undefined : typedReading}
            hint={limits.ok ? undefined : limits.problem}
          />
        )}
      </div>
      <div className={classes.place} data-curve={spec.kind === 'curve' || undefined}>
        {spec.kind === 'curve' && (
          <CurvePlace
            spec={spec}
            context={kit.context}
            over={sayFormulaName(open.trail.plan, spec.of)}
            value={valueOnCurve}
            verdict={verdictOnCurve}
          />
        )}
        {limits.ok && (
          <LimitRuler
            line={limits.value.line}
            unit={spec.unit}
            value={value}
            verdict={verdict}
            activeZoneId={activeZoneId}
          />
        )}
      </div>
      {!recorded && reading.live && (
        <div className={classes.live}>
          <TakeLive {...props} key={placeOf(props)} live={reading.live} onNow={setNow} />
        </div>
      )}
      {!recorded && (
        <div className={classes.keys}>
          <Below spec={spec} typedReading={typedReading} />
        </div>
      )}
    </section>
  );
}

interface BelowProps {
  readonly spec: MeasuredSpec;
  readonly typedReading: TypedReading;
}

function Below({ spec, typedReading }: BelowProps) {
  const { judged, doubt, text, recordAs, setText } = typedReading;
  if (doubt && judged.ok && judged.value.reading)
    return (
      <DoubtQuestion
        doubt={doubt}
        asTyped={formatReading(judged.value.reading)}
        onAsTyped={() => recordAs(text)}
        onSlip={(meant) => recordAs(meant, { typedFirst: text })}
        onAgain={() => setText('')}
      />
    );
  return (
    <Keypad
      unit={spec.unit}
      usable={usableKeys(text, spec.unit)}
      canRecord={judged.ok}
      isBeside
      onKey={typedReading.onKey}
      onRecord={typedReading.onRecord}
    />
  );
}
