import { Modal } from '@mantine/core';
import { useMediaQuery } from '@mantine/hooks';
import {
  type EvidenceRow,
  type EvidenceTable,
  evidenceTable,
  lineUp,
  mainReasons,
  nextTests,
  type Reason,
  type Strength,
  strengthWords,
} from '@probe-trail/core/evidence';
import type { Trail } from '@probe-trail/core/trail';
import { useMemo } from 'react';
import { Notice } from '../../spec/Notice';
import { sayCount } from '../../ui/sayCount';
import { sayEvidence } from '../waymarkLook';
import classes from './EvidencePanel.module.css';

interface PanelProps {
  readonly trail: Trail;
  readonly onClose: () => void;
}

/** What the readings say of each suspect, where they contradict each other, and what would tell most next. */
export default function EvidencePanel({ trail, onClose }: PanelProps) {
  const table = useMemo(() => evidenceTable(trail), [trail]);
  const isSmall = useMediaQuery('(max-width: 700px)') ?? false;
  return (
    <Modal opened onClose={onClose} title="What the readings say" size="xl" fullScreen={isSmall}>
      <Contradicts table={table} />
      {table.columns.length === 0 ? <p>Nothing has been found out yet.</p> : <Sentences trail={trail} table={table} />}
      {trail.at.kind === 'step' && <Next trail={trail} openId={trail.at.stepId} />}
      {table.columns.length > 0 && <WholeTable table={table} />}
    </Modal>
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
function Sentences({ trail, table }: Pick<PanelProps, 'trail'> & { readonly table: EvidenceTable }) {
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
      <span aria-hidden="true">{signs[strength]}</span> {reasonWords[strength]}: {evidence.title},{' '}
      <span className="mono">{sayEvidence(evidence)}</span>
    </p>
  ));

// One sign for each strength, and two of it for a strong one: they are told apart without colour.
const signs: Readonly<Record<Strength, string>> = {
  stronglyFor: '▲▲',
  for: '▲',
  silent: '·',
  against: '▽',
  stronglyAgainst: '▽▽',
};

/** All of it, folded away until somebody wants to see it; readings that say nothing of anybody are left out. */
function WholeTable({ table }: { readonly table: EvidenceTable }) {
  const isTold = (at: number) => table.rows.some(({ strengths }) => strengths[at] !== 'silent');
  const told = table.columns.flatMap((_, at) => (isTold(at) ? [at] : []));
  if (told.length === 0) return null;
  const only = <T,>(items: readonly T[]): T[] => told.flatMap((at) => items[at] ?? []);
  const rows = table.rows.map((row) => ({ ...row, strengths: only(row.strengths) }));
  return (
    <details className={classes.whole}>
      <summary>All suspects and all readings</summary>
      <Table table={{ ...table, columns: only(table.columns), rows }} />
    </details>
  );
}

function Table({ table: { columns, rows, offList } }: { readonly table: EvidenceTable }) {
  return (
    // biome-ignore lint/a11y/noNoninteractiveTabindex: the table scrolls, so the keyboard must reach it
    <section className={classes.scroll} tabIndex={0} aria-label="Suspects against readings">
      <table className={classes.table}>
        <thead>
          <tr>
            <th scope="col">Suspect</th>
            <th scope="col">now</th>
            {columns.map((evidence) => (
              <th key={evidence.id} scope="col">
                {evidence.title}
                <small className="mono">{sayEvidence(evidence)}</small>
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map((row) => (
            <Row key={row.suspect.id} row={row} columns={columns} />
          ))}
          <tr>
            <th scope="row">Not on the list</th>
            <td className="mono">{sayShare(offList)}</td>
            {columns.map(({ id }) => (
              <td key={id} />
            ))}
          </tr>
        </tbody>
      </table>
      <p className="soft">▲ speaks for it, ▽ against it, two of them strongly; a dot is no evidence either way.</p>
    </section>
  );
}

function Row({
  row: { suspect, share, strengths },
  columns,
}: { readonly row: EvidenceRow } & Pick<EvidenceTable, 'columns'>) {
  return (
    <tr>
      <th scope="row">{suspect.name}</th>
      <td className="mono">{sayShare(share)}</td>
      {strengths.map((strength, at) => (
        <td key={columns[at]?.id} data-strength={strength} title={strengthWords[strength]}>
          <span aria-hidden="true">{signs[strength]}</span>
          <span className={classes.words}>{strengthWords[strength]}</span>
        </td>
      ))}
    </tr>
  );
}

const sayShare = (share: number): string =>
  share < 0.01 ? '< 1 %' : share > 0.99 ? '> 99 %' : `${Math.round(share * 100)} %`;

const mostNext = 3;

function Next({ trail, openId }: Pick<PanelProps, 'trail'> & { readonly openId: string }) {
  const tests = useMemo(() => nextTests(trail).slice(0, mostNext), [trail]);
  if (tests.length === 0) return null;
  return (
    <section>
      <h2 className={classes.next}>Most useful next test</h2>
      <ol className="bullets">
        {tests.map(({ step, reason }) => (
          <li key={step.id}>
            <b>{step.title}</b> {reason}
            {step.id === openId && <span className="soft"> (the step that is open)</span>}
          </li>
        ))}
      </ol>
      <p className="soft">The plan has an order of its own, for reasons that only its author may know.</p>
    </section>
  );
}
