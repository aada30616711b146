import { Button } from '@mantine/core';
import { type LineUpEntry, lineUp, sayLikelihood } from '@probe-trail/core/evidence';
import { lazy, Suspense, useMemo, useState } from 'react';
import classes from './LineUp.module.css';
import type { OpenTrail } from './useTrail';
import { sayEvidence } from './waymarkLook';

// Opened now and then: nobody waits for it with the trail.
const EvidencePanel = lazy(() => import('./EvidencePanel'));

/** The suspects, the likeliest first; a cleared one is struck through with its reason. */
export function LineUp({ open: { trail } }: { readonly open: OpenTrail }) {
  const entries = useMemo(() => lineUp(trail), [trail]);
  const [isOpen, setIsOpen] = useState(false);
  const open = entries.filter(({ clearedBy }) => !clearedBy);
  const largest = Math.max(...open.map(({ share }) => share), 0);
  return (
    <section className={classes.lineUp} aria-label="Suspects">
      <div className={classes.count}>
        <strong>Still possible</strong>
        <span className="soft">
          {open.length} of {entries.length} suspects
        </span>
        <Button variant="subtle" px={0} justify="start" onClick={() => setIsOpen(true)}>
          What the readings say
        </Button>
      </div>
      {/* biome-ignore lint/a11y/noNoninteractiveTabindex: the row scrolls, so the keyboard must reach it */}
      <ul className={classes.tags} tabIndex={0} aria-label="The line-up">
        {entries.map((entry) => (
          <Tag key={entry.suspect.id} entry={entry} largest={largest} />
        ))}
      </ul>
      <Suspense>{isOpen && <EvidencePanel trail={trail} onClose={() => setIsOpen(false)} />}</Suspense>
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
          cleared: {clearedBy.title}, {sayEvidence(clearedBy)}
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
