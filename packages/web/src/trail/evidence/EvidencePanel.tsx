import { Modal } from '@mantine/core';
import { useMediaQuery } from '@mantine/hooks';
import {
  type EvidenceRow,
  type EvidenceTable,
  evidenceTable,
  nextTests,
  strengthWords,
} from '@probe-trail/core/evidence';
import type { Trail } from '@probe-trail/core/trail';
import { useMemo } from 'react';
import { sayEvidence } from '../waymarkLook';
import classes from './EvidencePanel.module.css';
import EvidenceSummary from './EvidenceSummary';
import { sayShare, strengthSigns } from './evidenceWords';

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
      <EvidenceSummary trail={trail} />
      {trail.at.kind === 'step' && <Next trail={trail} openId={trail.at.stepId} />}
      {table.columns.length > 0 && <WholeTable table={table} />}
    </Modal>
  );
}

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
          <span aria-hidden="true">{strengthSigns[strength]}</span>
          <span className={classes.words}>{strengthWords[strength]}</span>
        </td>
      ))}
    </tr>
  );
}

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
