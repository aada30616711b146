import { readingIn } from '@probe-trail/core/reading';
import { sayVerdict, type Verdict } from '@probe-trail/core/spec';
import { type EntryProblem, type JudgedEntry, sayMisfit } from '@probe-trail/core/trail';
import { usePreferences } from '../../person/sessionApi';
import { VerdictMark } from '../../ui/VerdictMark';
import { verdictLook } from '../../ui/verdictLook';
import type { TypedReading } from './useTypedReading';
import classes from './VerdictPanel.module.css';

interface VerdictProps {
  readonly judged: JudgedEntry | undefined;
  /** Only while something is being typed. */
  readonly typedReading?: TypedReading | undefined;
}

/** What the reading means, in words, at once. */
export function VerdictPanel({ judged, typedReading }: VerdictProps) {
  if (typedReading?.refusal) return <p className={classes.problem}>{typedReading.refusal}</p>;
  if (judged) return <VerdictOf judged={judged} />;
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

function VerdictOf({ judged: { verdict, reading } }: { readonly judged: JudgedEntry }) {
  const { units } = usePreferences();
  const { colour, word } = verdictLook[verdict.kind];
  const inOwnUnits = reading && readingIn(reading, units);
  const says =
    verdict.zone.name !== '' && verdict.zone.name !== word.toLowerCase() ? `${word}: ${verdict.zone.name}` : word;
  return (
    <div className={classes.verdict} aria-live="polite" data-verdict={verdict.kind}>
      <h2 style={{ color: colour }}>
        <VerdictMark kind={verdict.kind} />
        {says}
      </h2>
      <p>
        {verdict.zone.meaning}{' '}
        <span className="soft">
          {sayVerdict(verdict, reading)}
          {inOwnUnits && ` That is ${inOwnUnits}.`}
        </span>
      </p>
      {verdict.kind === 'tooCloseToCall' && <p>{sayTooClose(verdict)}</p>}
    </div>
  );
}

/** The plan goes on as the nominal value says; that is never done silently. */
function sayTooClose({ zone, conformity }: Verdict): string {
  const chance = conformity === null ? '' : `The chance that it is in spec is ${Math.round(conformity * 100)} %. `;
  return `${chance}It counts as ${zone.name}, as the number says. Measure again with a finer range if you can.`;
}
