import { type EvidenceTable, evidenceTable, lineUp, mainReasons, type Reason } from '@probe-trail/core/evidence';
import type { Trail } from '@probe-trail/core/trail';
import { useMemo } from 'react';
import { Notice } from '../../spec/Notice';
import { sayCount } from '../../ui/sayCount';
import { sayEvidence } from '../waymarkLook';
import classes from './EvidencePanel.module.css';
import { sayShare, strengthSigns } from './evidenceWords';

interface SummaryProps {
  readonly trail: Trail;
}

/** What the readings say of each suspect in sentences, and where they contradict each other. */
export default function EvidenceSummary({ trail }: SummaryProps) {
  const table = useMemo(() => evidenceTable(trail), [trail]);
  return (
    <>
      <Contradicts table={table} />
      {table.columns.length === 0 ? <p>Nothing has been found out yet.</p> : <Sentences trail={trail} table={table} />}
    </>
  );
}

function Contradicts({ table: { contradiction, rows, isAllCleared } }: { readonly table: EvidenceTable }) {
  if (isAllCleared)
    return (
      <Notice kind="tooCloseToCall" title="Everything on the list is cleared">
        <p>There is no fault, the cause is something that is not on the list, or one of the readings is wrong.</p>
      </Notice>
    );
  if (!contradiction) return null;
  const { pair, against } = contradiction;
  return (
    <Notice kind="tooCloseToCall" title="No single suspect explains all of this">
      <p>
        “{against.title}” speaks against {rows[0]?.suspect.name}, the likeliest. One of the readings is wrong, the cause
        is not on the list, or there are two faults
        {pair ? `: ${pair.map(({ name }) => name).join(' and ')} would explain it.` : '.'}
      </p>
    </Notice>
  );
}

/** For each suspect that is left, the readings that say most of it; those of whom no reading says anything stand together. */
function Sentences({ trail, table }: SummaryProps & { readonly table: EvidenceTable }) {
  const cleared = new Set(lineUp(trail).flatMap(({ suspect, clearedBy }) => (clearedBy ? [suspect.id] : [])));
  const left = table.rows
    .filter(({ suspect }) => !cleared.has(suspect.id))
    .map((row) => ({ ...row, reasons: mainReasons(table, row) }));
  const untold = left.filter(({ reasons }) => reasons.length === 0);
  return (
    <ul className={classes.sentences}>
      {left
        .filter(({ reasons }) => reasons.length > 0)
        .map(({ suspect, share, reasons }) => (
          <li key={suspect.id}>
            <b>{suspect.name}</b> <span className="mono">{sayShare(share)}</span>
            <Reasons reasons={reasons} />
          </li>
        ))}
      {untold.length > 0 && (
        <li>
          No reading speaks for or against{' '}
          {untold.map(({ suspect, share }, at) => (
            <span key={suspect.id}>
              {at > 0 && ', '}
              <b>{suspect.name}</b> <span className="mono">{sayShare(share)}</span>
            </span>
          ))}
          .
        </li>
      )}
      {cleared.size > 0 && <li className="soft">{sayCount(cleared.size, 'suspect is', 'suspects are')} cleared.</li>}
    </ul>
  );
}

const reasonWords = {
  stronglyFor: 'Strongly for it',
  for: 'For it',
  against: 'Against it',
  stronglyAgainst: 'Strongly against it',
} as const satisfies Record<Reason['strength'], string>;

const Reasons = ({ reasons }: { readonly reasons: readonly Reason[] }) =>
  reasons.map(({ evidence, strength }) => (
    <p key={evidence.id} data-strength={strength}>
      <span aria-hidden="true">{strengthSigns[strength]}</span> {reasonWords[strength]}: {evidence.title},{' '}
      <span className="mono">{sayEvidence(evidence)}</span>
    </p>
  ));
