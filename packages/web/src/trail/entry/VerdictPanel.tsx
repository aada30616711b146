import type { TooClosePolicy } from '@probe-trail/core/plan';
import { readingIn } from '@probe-trail/core/reading';
import { sayVerdict, type Verdict } from '@probe-trail/core/spec';
import { type EntryProblem, type JudgedEntry, sayMisfit } from '@probe-trail/core/trail';
import { usePreferences } from '../../session/sessionApi';
import { VerdictMark } from '../../spec/VerdictMark';
import { verdictLook } from '../../spec/verdictLook';
import type { TypedReading } from './useTypedReading';
import classes from './VerdictPanel.module.css';

interface VerdictProps {
  readonly judged: Pick<JudgedEntry, 'reading' | 'verdict'> | undefined;
  readonly policy: TooClosePolicy;
  /** Only while something is being typed. */
  readonly typedReading?: Pick<TypedReading, 'text' | 'judged'> | undefined;
  /** What must be known before anything is typed: why there is no limit here. */
  readonly hint?: string | undefined;
}

/** What the reading means, in words, at once. */
export function VerdictPanel({ judged, policy, typedReading, hint }: VerdictProps) {
  if (judged) return <VerdictOf judged={judged} policy={policy} />;
  if (hint !== undefined && (typedReading?.text === '' || typedReading?.judged.ok !== true))
    return <p className={classes.hint}>{hint}</p>;
  if (typedReading && !typedReading.judged.ok)
    return <ProblemOf typed={typedReading.text} problem={typedReading.judged.problem} />;
  return null;
}

function ProblemOf({ typed, problem }: { readonly typed: string; readonly problem: EntryProblem }) {
  return (
    <p className={typed === '' ? classes.hint : classes.problem} aria-live="polite">
      {sayMisfit({ kind: 'entry', problem })}
    </p>
  );
}

interface VerdictOfProps {
  readonly judged: Pick<JudgedEntry, 'reading' | 'verdict'>;
  readonly policy: TooClosePolicy;
}

function VerdictOf({ judged: { verdict, reading }, policy }: VerdictOfProps) {
  const { units } = usePreferences();
  const { colour, word } = verdictLook[verdict.kind];
  const inOwnUnits = reading && readingIn(reading, units);
  const text =
    verdict.kind !== 'noLimit' && verdict.zone.name !== '' && verdict.zone.name !== word.toLowerCase()
      ? `${word}: ${verdict.zone.name}`
      : word;
  return (
    <div className={classes.verdict} aria-live="polite" data-verdict={verdict.kind}>
      <h2 style={{ color: colour }}>
        <VerdictMark kind={verdict.kind} />
        {text}
      </h2>
      <p>
        {verdict.zone.meaning}{' '}
        <span className="soft">
          {sayVerdict(verdict, reading)}
          {inOwnUnits && ` That is ${inOwnUnits}.`}
        </span>
      </p>
      {verdict.kind === 'tooCloseToCall' && <p>{sayTooClose(verdict, policy)}</p>}
    </div>
  );
}

/** What follows from it is never done silently. */
function sayTooClose({ zone, conformity }: Verdict, policy: TooClosePolicy): string {
  const chance = conformity === null ? '' : `The chance that it is in spec is ${Math.round(conformity * 100)} %. `;
  return `${chance}${sayPolicy[policy](zone.name)}`;
}

const sayPolicy: Record<TooClosePolicy, (zone: string) => string> = {
  asNominal: (zone) => `It counts as ${zone}, by the displayed value. Measure again with a finer range if you can.`,
  repeat: () => 'Measure again.',
  betterInstrument: () => 'Measure with a better instrument.',
};
