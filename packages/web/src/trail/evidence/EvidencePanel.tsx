import { Modal } from '@mantine/core';
import { useMediaQuery } from '@mantine/hooks';
import {
  type EvidenceRow,
  type EvidenceTable,
  evidenceTable,
  nextTests,
  type Strength,
  strengthWords,
} from '@probe-trail/core/evidence';
import type { Trail } from '@probe-trail/core/trail';
import { useMemo } from 'react';
import { Notice } from '../../spec/Notice';
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
      {trail.at.kind === 'step' && <Next trail={trail} openId={trail.at.stepId} />}
      {table.columns.length === 0 ? <p>Nothing has been found out yet.</p> : <Table table={table} />}
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

// One sign for each strength, and two of it for a strong one: they are told apart without colour.
const signs: Readonly<Record<Strength, string>> = {
  stronglyFor: '▲▲',
  for: '▲',
  silent: '·',
  against: '▽',
  stronglyAgainst: '▽▽',
};

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
      <h2 className={classes.next}>Best next tests</h2>
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
