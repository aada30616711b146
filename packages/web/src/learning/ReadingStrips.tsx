import type { ReadingLessons } from '@probe-trail/core/learning';
import { formatQuantity } from '@probe-trail/core/reading';
import { Notice } from '../spec/Notice';
import { sayCount } from '../ui/sayCount';
import classes from './Lessons.module.css';
import { ReadingStrip } from './ReadingStrip';
import { sayShare } from './sayShare';

/** Every reading as it really came, on the zones of the plan. */
export function ReadingStrips({ readings }: { readonly readings: readonly ReadingLessons[] }) {
  return (
    <section>
      <h2>Readings against their limits</h2>
      {readings.length === 0 && <p>No reading with a number was taken yet.</p>}
      {readings.length > 0 && (
        <p className="soft">
          Each column is a value; the taller, the more often it came. Dark: taken where nothing was wrong, as a proof
          shows.
        </p>
      )}
      <ul className={classes.strips}>
        {readings.map((reading) => (
          <li
            className={classes.reading}
            key={`${reading.stepId} ${reading.readingId} ${reading.row} ${reading.state}`}
          >
            <h3>
              {reading.title}
              {reading.state !== '' && <small> with {reading.state}</small>}
            </h3>
            <ReadingStrip reading={reading} />
            <p>{sayVerdicts(reading)}</p>
            {reading.advice && <Advice reading={reading} advice={reading.advice} />}
          </li>
        ))}
      </ul>
    </section>
  );
}

function sayVerdicts({ count, inSpec, outOfSpec, tooClose, line }: ReadingLessons): string {
  const said = [
    ...(inSpec > 0 ? [`${inSpec} in spec`] : []),
    ...(outOfSpec > 0 ? [`${outOfSpec} out of spec`] : []),
    ...(tooClose > 0 ? [`${sayShare(tooClose, count)} too close to call`] : []),
  ];
  const whole = `${sayCount(count, 'reading')}${said.length > 0 ? `: ${said.join(', ')}` : ''}.`;
  return line === null ? `${whole} Its limits are computed anew each time, so none are drawn.` : whole;
}

interface AdviceProps {
  readonly reading: ReadingLessons;
  readonly advice: NonNullable<ReadingLessons['advice']>;
}

function Advice({ reading: { unit }, advice: { side, limit, sound, beyond, proposed } }: AdviceProps) {
  return (
    <Notice kind="tooCloseToCall" title={`The ${side} limit stands among sound vehicles`}>
      <p>
        {beyond} of {sound} readings where nothing was wrong lie beyond {formatQuantity(limit, unit)}. With{' '}
        {formatQuantity(proposed, unit)} nearly all of them would be in spec; look first whether what it must find still
        lies beyond that.
      </p>
    </Notice>
  );
}
