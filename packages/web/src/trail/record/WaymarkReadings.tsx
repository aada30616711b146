import type { Plan } from '@probe-trail/core/plan';
import { formatReading, readingIn } from '@probe-trail/core/reading';
import { sayVerdict } from '@probe-trail/core/spec';
import type { TakenReading, Waymark } from '@probe-trail/core/trail';
import { usePreferences } from '../../person/sessionApi';
import { VerdictMark } from '../../ui/VerdictMark';
import { verdictLook } from '../../ui/verdictLook';
import { stepOf } from '../follow/waymarkLook';
import classes from './WaymarkReadings.module.css';

/** The readings of a waymark as typed and as judged, and what they were taken to mean. */
export function WaymarkReadings({ plan, waymark }: { readonly plan: Plan; readonly waymark: Waymark }) {
  const step = stepOf(plan, waymark.stepId);
  const outcome = step?.outcomes.find(({ id }) => id === waymark.outcomeId);
  return (
    <div className={classes.readings}>
      {waymark.taken.map((taken) => (
        <Taken
          key={taken.eventId}
          taken={taken}
          name={step?.readings.find(({ id }) => id === taken.readingId)?.name ?? ''}
        />
      ))}
      {waymark.overridden.map(({ what, is, reason, by }) => (
        <p key={what}>
          Tested without {what} {is}: {reason} ({by})
        </p>
      ))}
      {waymark.skippedBecause !== undefined && <p>Skipped: {waymark.skippedBecause}. It counts for no suspect.</p>}
      {outcome && waymark.skippedBecause === undefined && outcome.meaning !== '' && <p>{outcome.meaning}</p>}
    </div>
  );
}

function Taken({ taken, name }: { readonly taken: TakenReading; readonly name: string }) {
  const { reading, verdict, typedFirst, stillStands } = taken;
  const { units } = usePreferences();
  const inOwnUnits = reading && readingIn(reading, units);
  return (
    <div className={classes.taken}>
      <VerdictMark kind={verdict.kind} size={20} />
      <div>
        {name} <b className="mono">{reading ? formatReading(reading) : verdict.zone.name}</b>
        {inOwnUnits && ` (${inOwnUnits})`}
        <div className="soft">
          {verdictLook[verdict.kind].word}: {verdict.zone.name}
          {reading && <>. Typed “{reading.text.trim()}”</>}
          {typedFirst !== null && <>, first “{typedFirst}”</>}
          {stillStands !== null && <>, taken over from before</>}
        </div>
        <div className="soft">{sayVerdict(verdict, reading)}</div>
      </div>
    </div>
  );
}
