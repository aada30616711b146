import { type LineUpEntry, lineUp, sayLikelihood } from '@probe-trail/core/evidence';
import { useMemo } from 'react';
import classes from './LineUp.module.css';
import type { OpenTrail } from './useTrail';
import { sayTaken } from './waymarkLook';

/** The suspects, the likeliest first; a cleared one is struck through with its reason. */
export function LineUp({ open: { plan, trail } }: { readonly open: OpenTrail }) {
  const entries = useMemo(() => lineUp(plan, trail), [plan, trail]);
  const open = entries.filter(({ clearedBy }) => !clearedBy);
  const largest = Math.max(...open.map(({ share }) => share), 0);
  return (
    <section className={classes.lineUp} aria-label="Suspects">
      <div className={classes.count}>
        <strong>Still possible</strong>
        <span className="soft">
          {open.length} of {entries.length} suspects
        </span>
      </div>
      {/* biome-ignore lint/a11y/noNoninteractiveTabindex: the row scrolls, so the keyboard must reach it */}
      <ul className={classes.tags} tabIndex={0} aria-label="The line-up">
        {entries.map((entry) => (
          <Tag key={entry.suspect.id} entry={entry} largest={largest} />
        ))}
      </ul>
    </section>
  );
}

function Tag({
  entry: { suspect, share, clearedBy },
  largest,
}: {
  readonly entry: LineUpEntry;
  readonly largest: number;
}) {
  if (clearedBy)
    return (
      <li className={classes.tag} data-cleared>
        <s>{suspect.name}</s>
        <small>
          cleared: {clearedBy.step.title}
          {clearedBy.waymark.taken[0] && `, ${sayTaken(clearedBy.waymark.taken[0])}`}
        </small>
      </li>
    );
  return (
    <li className={classes.tag}>
      <b>{suspect.name}</b>
      <small>{sayLikelihood(share, largest)}</small>
      <i style={{ width: `${largest > 0 ? Math.max(4, (share / largest) * 100) : 0}%` }} />
    </li>
  );
}
