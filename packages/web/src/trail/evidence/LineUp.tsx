import { Button } from '@mantine/core';
import { type LineUpEntry, lineUp, offListShare, sayLikelihood } from '@probe-trail/core/evidence';
import { lazy, Suspense, useMemo, useState } from 'react';
import type { OpenTrail } from '../log/useTrail';
import { sayEvidence } from '../waymarkLook';
import classes from './LineUp.module.css';

// Opened now and then: nobody waits for it with the trail.
const EvidencePanel = lazy(() => import('./EvidencePanel'));

/** The suspects, the likeliest first; a cleared one is struck through with its reason. */
export function LineUp({ open: { trail } }: { readonly open: OpenTrail }) {
  const entries = useMemo(() => lineUp(trail), [trail]);
  const [isOpen, setIsOpen] = useState(false);
  const open = entries.filter(({ clearedBy }) => !clearedBy);
  const offList = useMemo(() => offListShare(trail), [trail]);
  const largest = Math.max(...open.map(({ share }) => share), offList);
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
        {entries.length > 0 && <NotOnTheList share={offList} largest={largest} />}
      </ul>
      <Suspense>{isOpen && <EvidencePanel trail={trail} onClose={() => setIsOpen(false)} />}</Suspense>
    </section>
  );
}

/** What nobody has thought of: it grows with all that is cleared. */
function NotOnTheList({ share, largest }: { readonly share: number; readonly largest: number }) {
  return (
    <li className={classes.tag} data-off-list>
      <b>Not on the list</b>
      <small>{sayLikelihood(share, largest)}</small>
      <i style={{ width: `${largest > 0 ? Math.max(4, (share / largest) * 100) : 0}%` }} />
    </li>
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
